import { driedTo, fermentChance, fermentsSaid, pairs, pct, shows, spreadOut } from "../chance";
import { type Case, figureSeen, on, one, type Scenario, stepOf, type Truth } from "../scenario";

const ROOM = { tempC: 33, humidityPct: 35 } as const;
const NIGHT_H = 14;
const OFF_PCT = 0.6;
const LOOKS = 3;

/** Boxes of one pull, as they come off. */
function pull({
  what,
  kg,
  meanPct,
  sdPct,
  limitPct,
}: {
  readonly what: string;
  readonly kg: number;
  readonly meanPct: number;
  readonly sdPct: number;
  /** What its buyer takes at most. */
  readonly limitPct?: number;
}): Case {
  const [lo, hi] = [meanPct - 1.65 * sdPct, meanPct + 1.65 * sdPct];
  const night = meanPct - driedTo(meanPct, NIGHT_H, ROOM);
  const risk = (waterPct: number) => ({
    risk: kg * fermentChance(waterPct) + (limitPct && waterPct > limitPct ? 0.2 * kg : 0),
    ...(limitPct && waterPct > limitPct ? { broken: 3 } : {}),
  });
  return {
    asks: `${what} Spin today, dry them over night, or put them back?`,
    known: [
      `Boxes like these lie between ${pct(lo)} and ${pct(hi)} water nine times in ten.`,
      `The refractometer was not checked since it was carried about: it may be ${pct(OFF_PCT)} off either way.`,
      "One drop of one frame is within 0.6 % of its box.",
      `The room stands at 33 °C and 35 %: a night takes about ${pct(night)} out of boxes like these.`,
      `${fermentsSaid(17.5, 18.5, 19.5)} What ferments is lost.`,
      ...(limitPct
        ? [
            `Their buyer takes nothing over ${pct(limitPct)}: a rule is broken, and a fifth of its worth is gone.`,
          ]
        : []),
    ],
    problem: {
      truths: pairs(spreadOut(meanPct, sdPct, 7), [-OFF_PCT, 0, OFF_PCT]).map(
        ([water, off]): Truth => ({ water, off }),
      ),
      start: { step: 0, oil: false },
      moves: (at) =>
        stepOf(at) >= LOOKS
          ? ["spin", "dry", "back"]
          : ["read", ...(at.oil ? [] : ["oil"]), "spin", "dry", "back", "wait"],
      seen(at, move, { water = 0, off = 0 }) {
        if (move === "read")
          return shows(water + off, 0.35, 0.5).map(({ p, value }) => ({
            p,
            says: `It shows ${pct(value)}.`,
            next: on(at),
          }));
        if (move === "oil")
          return one(
            off === 0
              ? "The oil reads as it should."
              : `It shows ${pct(Math.abs(off))} too ${off > 0 ? "much" : "little"}.`,
            on(at, { oil: true }),
          );
        if (move === "wait") return one("A quarter of an hour went by.", on(at));
        return one(
          { spin: "Spun and in the tank.", dry: "Spun the next morning." }[move] ?? "Back on the colonies.",
          null,
        );
      },
      cost(_, move, { water = 0 }) {
        if (move === "read") return { time: 0.2 };
        if (move === "oil") return { time: 0.4 };
        if (move === "wait") return { time: 0.5 };
        if (move === "dry") return { time: 2 + 0.02 * kg, ...risk(driedTo(water, NIGHT_H, ROOM)) };
        if (move === "back") return { time: 4 + 0.05 * kg, lost: 0.04 * kg };
        return risk(water);
      },
    },
    moves: {
      read: { label: "Read a frame", means: "5 min; one drop of another frame" },
      oil: { label: "Check the instrument with oil", means: "10 min; shows how far it is off" },
      spin: { label: "Spin them today", means: "what is too wet may ferment in the tank" },
      dry: { label: "Dry them over night", means: "a night later, and drier" },
      back: { label: "Put them back on", means: "a week, and the bees eat some of it" },
      wait: { label: "Wait", means: "the crew stands about" },
    },
    stands: (at) => [
      `${stepOf(at)} of ${LOOKS} looks taken`,
      at.oil ? "Instrument checked" : "Instrument not checked",
    ],
    was: ({ water = 0, off = 0 }) => [
      `The honey held ${pct(water)} water.`,
      off === 0
        ? "The refractometer was right."
        : `The refractometer showed ${pct(Math.abs(off))} too ${off > 0 ? "much" : "little"}.`,
    ],
    naive(_, saw) {
      const shown = figureSeen(saw, "read");
      return shown === null ? "read" : shown <= 18 ? "spin" : "dry";
    },
    cautious: (at) => (at.oil ? (stepOf(at) < LOOKS ? "read" : "back") : "oil"),
  };
}

export const ripe: Scenario = {
  id: "ripe",
  title: "Is it ripe?",
  asks: "Boxes come in from five yards all day; each time somebody asks whether they can be spun.",
  teaches:
    "A reading is no better than its instrument: two drops of oil are cheaper than a fermented tank. Where nothing near the limit is likely, looking longer only costs; over 18 % the yeasts decide.",
  patienceS: 40,
  cases: [
    pull({
      what: "Six boxes came off three quarters capped, 100 kg of honey.",
      kg: 100,
      meanPct: 17.9,
      sdPct: 0.7,
    }),
    pull({ what: "Four boxes, capped to the edges, 70 kg.", kg: 70, meanPct: 16.9, sdPct: 0.4 }),
    pull({
      what: "Five boxes of open nectar, a third capped; drops fly when a frame is shaken. 85 kg.",
      kg: 85,
      meanPct: 19.6,
      sdPct: 0.8,
    }),
    pull({
      what: "Nine boxes, nearly all capped, 160 kg; the drum of a buyer waits for them.",
      kg: 160,
      meanPct: 17.4,
      sdPct: 0.5,
      limitPct: 18,
    }),
    pull({ what: "Two boxes of the weak colonies, half capped, 30 kg.", kg: 30, meanPct: 18.6, sdPct: 0.9 }),
  ],
};
