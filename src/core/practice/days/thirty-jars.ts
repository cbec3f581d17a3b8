import { dutyKept } from "../../bottling";
import { pairs, shows } from "../chance";
import { type Case, figureSeen, on, one, type Scenario, stepOf, type Truth } from "../scenario";

const STEP_G = 3;
const SAMPLE = 10;
const LOOKS = 3;
/** Of fewer jars than this each has what its label says. */
const FEW = 100;
/** Filled anew, a lot costs so much of its honey in work, jars and lids. */
const ANEW_SHARE = 0.07;

function lot({
  what,
  labelG,
  dialG,
  jars,
  sdG,
  scaleG,
}: {
  readonly what: string;
  readonly labelG: number;
  readonly dialG: number;
  readonly jars: number;
  /** How much jars differ, one standard deviation. */
  readonly sdG: number;
  /** How far the scale may be off either way. */
  readonly scaleG: number;
}): Case {
  const kg = (jars * labelG) / 1000;
  const sets = { low: -STEP_G, as: 0, high: STEP_G, higher: 2 * STEP_G } as const;
  return {
    asks: `${what} ${jars} jars of ${labelG} g are to be filled; the filler is set to ${dialG} g by its own dial. Run it so?`,
    known: [
      `The filler may put in ${STEP_G} g more or less than it says, or what it says.`,
      `The scale was not checked: it may show ${scaleG} g too much, too little, or be right.`,
      `Jars differ by ${sdG} g. ${jars < FEW ? "Of so few none may be short" : "The mean may not be under the label, nor many jars short"}, or the lot is filled anew: ${(ANEW_SHARE * kg).toFixed(0)} kg as good as lost.`,
    ],
    problem: {
      truths: pairs([-STEP_G, 0, STEP_G], [-scaleG, 0, scaleG]).map(
        ([filler, scale]): Truth => ({ filler, scale }),
      ),
      start: { step: 0, checked: false },
      moves: (at) =>
        stepOf(at) >= LOOKS
          ? Object.keys(sets)
          : [...(at.checked ? [] : ["check"]), "weigh", ...Object.keys(sets), "wait"],
      seen(at, move, { filler = 0, scale = 0 }) {
        if (move === "check")
          return one(
            scale === 0
              ? "The known weight reads right."
              : `The known weight reads ${Math.abs(scale)} g too ${scale > 0 ? "much" : "little"}.`,
            on(at, { checked: true }),
          );
        if (move === "weigh")
          return shows(dialG + filler + scale, sdG / Math.sqrt(SAMPLE), 1).map(({ p, value }) => ({
            p,
            says: `Ten jars held ${value} g in the mean.`,
            next: on(at),
          }));
        if (move === "wait") return one("Ten minutes went by.", on(at));
        return one("The lot is filled.", null);
      },
      cost(_, move, { filler = 0 }) {
        if (move === "check") return { time: 0.2 };
        if (move === "weigh") return { time: 0.4 };
        if (move === "wait") return { time: 0.5 };
        const mean = dialG + filler + sets[move as keyof typeof sets];
        const short = 1 - dutyKept(mean, { sdG, nominalG: labelG, lot: jars });
        return {
          risk: short * ANEW_SHARE * kg,
          ...(short > 0.5 ? { broken: 2 } : {}),
          giveAway: (jars * Math.max(0, mean - labelG)) / 1000,
        };
      },
    },
    moves: {
      check: { label: "Check the scale with a known weight", means: "3 min" },
      weigh: { label: "Weigh ten jars", means: "8 min" },
      low: { label: `Set it ${STEP_G} g lower and run`, means: `${dialG - STEP_G} by the dial` },
      as: { label: "Run it as it is", means: `${dialG} by the dial` },
      high: { label: `Set it ${STEP_G} g higher and run`, means: `${dialG + STEP_G} by the dial` },
      higher: { label: `Set it ${2 * STEP_G} g higher and run`, means: `${dialG + 2 * STEP_G} by the dial` },
      wait: { label: "Wait", means: "10 min" },
    },
    stands: (at) => [
      at.checked ? "Scale checked" : "Scale not checked",
      `${stepOf(at)} of ${LOOKS} looks taken`,
    ],
    was: ({ filler = 0, scale = 0 }) => [
      filler === 0
        ? "The filler put in what it says."
        : `The filler put in ${Math.abs(filler)} g ${filler > 0 ? "more" : "less"} than it says.`,
      scale === 0
        ? "The scale was right."
        : `The scale showed ${Math.abs(scale)} g too ${scale > 0 ? "much" : "little"}.`,
    ],
    naive(_, saw) {
      const shown = figureSeen(
        saw.map((s) => ({ ...s, says: s.says.replace("Ten jars held ", "") })),
        "weigh",
      );
      if (shown === null) return "weigh";
      return shown >= labelG + 5 ? "low" : shown >= labelG + 2 ? "as" : "high";
    },
    cautious: () => "higher",
  };
}

export const thirtyJars: Scenario = {
  id: "thirty-jars",
  title: "Thirty jars on the scale",
  asks: "Four lots are filled today, each with a filler and a scale that nobody has checked.",
  teaches:
    "Check the scale with a known weight before it judges a filler. A gram over on 600 jars is 0.6 kg; a lot that is short is the dear one, and a few jars are not worth a long look.",
  patienceS: 40,
  cases: [
    lot({ what: "The lime honey.", labelG: 454, dialG: 457, jars: 600, sdG: 3, scaleG: 3 }),
    lot({ what: "The spring honey.", labelG: 250, dialG: 251, jars: 1500, sdG: 2, scaleG: 2 }),
    lot({ what: "A few jars for the fair.", labelG: 500, dialG: 504, jars: 40, sdG: 3, scaleG: 3 }),
    lot({ what: "Big jars for the baker.", labelG: 1000, dialG: 1002, jars: 400, sdG: 6, scaleG: 5 }),
  ],
};
