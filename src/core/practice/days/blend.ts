import { fermentChance, fermentsSaid, pairs, pct, shows, spreadOut } from "../chance";
import { type Case, on, one, type Scenario, stepOf, type Truth } from "../scenario";

const LOOKS = 3;
const BROKEN_SHARE = 0.12;
const SHARES = { none: 0, third: 1 / 3, two: 2 / 3, all: 1 } as const;

function two({
  what,
  dryKg,
  wetKg,
  dryPct,
  wetPct,
  sdPct,
  limitPct,
}: {
  readonly what: string;
  readonly dryKg: number;
  readonly wetKg: number;
  readonly dryPct: number;
  readonly wetPct: number;
  /** How well either is known, one standard deviation. */
  readonly sdPct: number;
  readonly limitPct: number;
}): Case {
  const part = (share: number): number => Math.round(share * wetKg);
  return {
    asks: `${what} ${dryKg} kg at about ${pct(dryPct)} and ${wetKg} kg at about ${pct(wetPct)}. The house wants no blend over ${pct(limitPct)}. How much of the wet goes in?`,
    known: [
      `Each was read once, within ${pct(2 * sdPct)}.`,
      "What is left of the wet sells for half.",
      `A blend over ${pct(limitPct)} is a broken rule, ${Math.round(100 * BROKEN_SHARE)} % of it as good as lost; and where it ferments, a third of it.`,
      fermentsSaid(18.5, 19.5),
    ],
    problem: {
      truths: pairs(spreadOut(dryPct, sdPct, 5), spreadOut(wetPct, sdPct, 5)).map(
        ([dry, wet]): Truth => ({ dry, wet }),
      ),
      start: { step: 0, dry: false, wet: false },
      moves: (at) => [
        ...(stepOf(at) >= LOOKS ? [] : [...(at.dry ? [] : ["dry"]), ...(at.wet ? [] : ["wet"])]),
        ...Object.keys(SHARES),
        ...(stepOf(at) >= LOOKS ? [] : ["wait"]),
      ],
      seen(at, move, truth) {
        if (move === "dry" || move === "wet")
          return shows(truth[move] ?? 0, sdPct / 2, 0.3).map(({ p, value }) => ({
            p,
            says: `The mean of three more drops: ${pct(value)}.`,
            next: on(at, { [move]: true }),
          }));
        if (move === "wait") return one("A quarter of an hour went by.", on(at));
        return one("It is poured.", null);
      },
      cost(_, move, { dry = 0, wet = 0 }) {
        if (move === "dry" || move === "wet") return { time: 0.4 };
        if (move === "wait") return { time: 0.5 };
        const share = SHARES[move as keyof typeof SHARES];
        const kg = dryKg + share * wetKg;
        const water = (dryKg * dry + share * wetKg * wet) / kg;
        const over = water > limitPct;
        return {
          giveAway: (1 - share) * wetKg * 0.5,
          risk: over ? (kg / 3) * fermentChance(water) : 0,
          ...(over ? { broken: BROKEN_SHARE * kg } : {}),
        };
      },
    },
    moves: {
      dry: { label: "Read the dry again, three drops", means: "10 min" },
      wet: { label: "Read the wet again, three drops", means: "10 min" },
      none: { label: "None of the wet", means: "all of it sells for half" },
      third: { label: "A third of it", means: `${part(1 / 3)} kg; two thirds sell for half` },
      two: { label: "Two thirds of it", means: `${part(2 / 3)} kg` },
      all: { label: "All of it", means: `${dryKg + wetKg} kg of blend` },
      wait: { label: "Wait", means: "a quarter of an hour" },
    },
    stands: (at) => [
      at.dry ? "The dry was read again" : "The dry was read once",
      at.wet ? "The wet was read again" : "The wet was read once",
    ],
    was: ({ dry = 0, wet = 0 }) => [
      `The dry held ${pct(dry)}.`,
      `The wet held ${pct(wet)}.`,
      `All together would have held ${pct((dryKg * dry + wetKg * wet) / (dryKg + wetKg))}.`,
    ],
    naive: () => "all",
    cautious: () => "none",
  };
}

export const blend: Scenario = {
  id: "blend",
  title: "Blend to the limit",
  asks: "Four wet vessels are to be saved with dry ones, as far as the house's own limit lets them.",
  teaches:
    "The nearer the limit, the more a second reading is worth; and the margin is what is not known, not a habit.",
  patienceS: 40,
  cases: [
    two({
      what: "Lime and clover:",
      dryKg: 60,
      wetKg: 60,
      dryPct: 17.1,
      wetPct: 19.6,
      sdPct: 0.4,
      limitPct: 18.6,
    }),
    two({
      what: "Two drums of one yard:",
      dryKg: 200,
      wetKg: 60,
      dryPct: 17.2,
      wetPct: 19.2,
      sdPct: 0.3,
      limitPct: 18.6,
    }),
    two({
      what: "A pail that was forgotten:",
      dryKg: 40,
      wetKg: 14,
      dryPct: 18.1,
      wetPct: 20.4,
      sdPct: 0.4,
      limitPct: 18.6,
    }),
    two({ what: "Two tanks:", dryKg: 120, wetKg: 90, dryPct: 16.8, wetPct: 19.8, sdPct: 0.5, limitPct: 18 }),
  ],
};
