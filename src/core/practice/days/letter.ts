import { shows, spreadOut } from "../chance";
import { type Case, on, one, type Scenario, stepOf, type Truth } from "../scenario";

/** A second letter is within a tenth. */
const SECOND_SHARE = 0.1;
const LOOKS = 2;

function result({
  what,
  kg,
  found,
  shareOff,
  limit,
  leavesDays,
  waitsFor,
}: {
  readonly what: string;
  readonly kg: number;
  /** What the first letter says, mg/kg, and its band as a share of it. */
  readonly found: number;
  readonly shareOff: number;
  readonly limit: number;
  /** The buyer goes after so many days. */
  readonly leavesDays: number;
  readonly waitsFor: number;
}): Case {
  const late = waitsFor > leavesDays;
  const band = `${found.toFixed(2)} ± ${(found * shareOff).toFixed(2)}`;
  return {
    asks: `${what} ${kg} kg: the laboratory found ${band} mg/kg of a residue; the limit is ${limit.toFixed(2)}. A buyer waits.`,
    known: [
      "The band holds the true figure nineteen times of twenty.",
      `A second sample takes ${waitsFor} days and is within a tenth; the buyer goes after ${leavesDays} days${late ? ": then it is sold later, for a tenth less" : ""}.`,
      "Sold and over the limit, all of it is recalled: more than half as much again as it is worth. For baking it brings half.",
    ],
    problem: {
      truths: spreadOut(found, (found * shareOff) / 1.96, 11).map((true_): Truth => ({ found: true_ })),
      start: { step: 0, second: false },
      moves: (at) =>
        stepOf(at) >= LOOKS
          ? ["sell", "bake", "destroy"]
          : [...(at.second ? [] : ["second"]), "sell", "bake", "destroy", "wait"],
      seen(at, move, truth) {
        if (move === "second")
          return shows(truth.found ?? 0, ((truth.found ?? 0) * SECOND_SHARE) / 1.96, 0.01).map(
            ({ p, value }) => ({
              p,
              says: `The second letter: ${value.toFixed(2)} mg/kg.`,
              next: on(at, { second: true }),
            }),
          );
        if (move === "wait") return one("A day went by.", on(at));
        return one("It is decided.", null);
      },
      cost(at, move, truth) {
        if (move === "second") return { time: 1 + (late ? 0.1 * kg : 0) };
        if (move === "wait") return { time: 1 };
        if (move === "bake") return { lost: kg / 2 };
        if (move === "destroy") return { lost: kg };
        // Released on the strength of one letter whose band holds the limit, against the house's own rule.
        const blind = !at.second && found * (1 + shareOff) > limit;
        return { risk: (truth.found ?? 0) > limit ? 1.6 * kg : 0, ...(blind ? { broken: 4 } : {}) };
      },
    },
    moves: {
      second: { label: "Hold it, and send a second sample", means: `${waitsFor} days` },
      sell: { label: "Release it and sell", means: "over the limit, all is called back" },
      bake: { label: "Sell it for baking", means: "half of its worth" },
      destroy: { label: "Destroy it", means: "all of it" },
      wait: { label: "Wait", means: "a day" },
    },
    stands: (at) => [at.second ? "Two letters are here" : `One letter is here: ${band} mg/kg`],
    was: (truth) => [`It held ${(truth.found ?? 0).toFixed(2)} mg/kg; the limit is ${limit.toFixed(2)}.`],
    naive: () => (found <= limit ? "sell" : "bake"),
    cautious: () => "destroy",
  };
}

export const letter: Scenario = {
  id: "letter",
  title: "The letter from the laboratory",
  asks: "Four letters in one season, each near a limit; in each a buyer waits.",
  teaches:
    "A result has a band of its own. Between hold and release lies a second sample, where the band holds the limit; the hold is not lifted by a hope, nor kept where nothing can be over.",
  patienceS: 40,
  cases: [
    result({ what: "Drum 3,", kg: 50, found: 0.19, shareOff: 0.5, limit: 0.2, leavesDays: 7, waitsFor: 5 }),
    result({
      what: "The heather tank,",
      kg: 140,
      found: 0.12,
      shareOff: 0.5,
      limit: 0.2,
      leavesDays: 7,
      waitsFor: 5,
    }),
    result({
      what: "Two pails of the far yard,",
      kg: 28,
      found: 0.23,
      shareOff: 0.4,
      limit: 0.2,
      leavesDays: 7,
      waitsFor: 5,
    }),
    result({ what: "Drum 7,", kg: 60, found: 0.17, shareOff: 0.5, limit: 0.2, leavesDays: 4, waitsFor: 6 }),
  ],
};
