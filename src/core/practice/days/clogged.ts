import { viscosityPaS } from "../../honey";
import { type Case, on, one, type Scenario, stepOf, type Truth } from "../scenario";

const CLEAN_KG_MIN = 4;
const WARM_C = 30;
/** What a full mesh lets through of what a clean one does. */
const FULL_SHARE = 0.12;
const LOOKS = 3;
const MINUTE_KG = 0.06;

function strainer({
  what,
  kg,
  roomC,
  waterPct,
  full,
  cold,
}: {
  readonly what: string;
  /** Still to come through. */
  readonly kg: number;
  /** Of the honey, where it is cold. */
  readonly roomC: number;
  readonly waterPct: number;
  /** How often, of ten, the mesh alone is full, or the honey alone is cold; else it is both. */
  readonly full: number;
  readonly cold: number;
}): Case {
  const thick = viscosityPaS(waterPct, roomC) / viscosityPaS(waterPct, WARM_C);
  /** Minutes until it is through, by the core's viscosity: a mesh lets through what the honey's thickness leaves it. */
  const minutes = (meshFull: boolean, isCold: boolean): number =>
    kg / (CLEAN_KG_MIN * (meshFull ? FULL_SHARE : 1) * (isCold ? 1 / thick : 1));
  return {
    asks: `${what} The strainer stands, the drum is filling under the frames. What now?`,
    known: [
      `Of ten times the mesh is full of crumbs ${full}, the honey too cold ${cold}, both ${10 - full - cold}.`,
      `Honey of ${waterPct} % at ${roomC} °C is ${thick.toFixed(1)} times as thick as at ${WARM_C} °C; ${kg} kg are still to come.`,
      `Warm, ${CLEAN_KG_MIN} kg a minute run through a clean mesh and an eighth of that through a full one; an hour of it standing is worth ${(60 * MINUTE_KG).toFixed(1)} kg.`,
      "A new mesh is six minutes; a warm jacket an hour and a half. Scraped through, wax and bits are in the tank, and a rule is broken.",
    ],
    problem: {
      truths: [0, 1, 2].map((cause): Truth => ({ cause })),
      chances: [full / 10, cold / 10, (10 - full - cold) / 10],
      start: { step: 0, felt: false, seen: false },
      moves: (at) =>
        stepOf(at) >= LOOKS
          ? ["mesh", "warm", "both", "scrape"]
          : [
              ...(at.felt ? [] : ["feel"]),
              ...(at.seen ? [] : ["lift"]),
              "mesh",
              "warm",
              "both",
              "scrape",
              "wait",
            ],
      seen(at, move, { cause = 0 }) {
        if (move === "feel")
          return one(
            cause === 0 ? `The honey is at ${WARM_C} °C.` : `The honey is at ${roomC} °C.`,
            on(at, { felt: true }),
          );
        if (move === "lift") {
          const next = on(at, { seen: true });
          const isFull = cause !== 1;
          return [
            { p: isFull ? 0.9 : 0.2, says: "It is full of crumbs.", next },
            { p: isFull ? 0.1 : 0.8, says: "It looks clear.", next },
          ];
        }
        if (move === "wait") return one("Five minutes went by; the drum is fuller.", on(at));
        return one("It runs.", null);
      },
      cost(at, move, { cause = 0 }) {
        const [isFull, isCold] = [cause !== 1, cause !== 0];
        if (move === "feel") return { time: 2 * MINUTE_KG };
        if (move === "lift") return { time: 4 * MINUTE_KG };
        if (move === "wait") return { time: 5 * MINUTE_KG, risk: 0.6 * stepOf(at) + 0.4 };
        if (move === "scrape") return { risk: 0.04 * kg, broken: 3 };
        const took =
          move === "mesh"
            ? 6 + minutes(false, isCold)
            : move === "warm"
              ? 90 + minutes(isFull, false)
              : 92 + minutes(false, false);
        return { time: Math.min(took, 24 * 60) * MINUTE_KG };
      },
    },
    moves: {
      feel: { label: "Measure how warm it is", means: "2 min" },
      lift: { label: "Lift the mesh and look", means: "4 min; wrong one time in seven" },
      mesh: { label: "Put a washed mesh in", means: "6 min" },
      warm: { label: "Warm the honey", means: "an hour and a half" },
      both: { label: "Warm it, and a washed mesh", means: "a little longer" },
      scrape: { label: "Scrape it through", means: "at once; bits go with it" },
      wait: { label: "Wait", means: "5 min; the drum fills" },
    },
    stands: (at) => [
      at.felt ? "Its warmth is known" : "Its warmth is not known",
      at.seen ? "The mesh was lifted" : "The mesh was not looked at",
    ],
    was: ({ cause = 0 }) => [
      ["The mesh was full of crumbs.", "The honey was too cold.", "It was both."][cause] ?? "",
    ],
    naive: () => "mesh",
    cautious: () => "both",
  };
}

export const clogged: Scenario = {
  id: "clogged",
  title: "The clogged strainer",
  asks: "Four times on four days the strainer stands, and it looks the same each time.",
  teaches:
    "A thermometer tells a cold honey from a full mesh in two minutes. What was scraped stays on the coarse side, always.",
  caution: "Stop the machine before the honey reaches the frames.",
  patienceS: 25,
  cases: [
    strainer({ what: "A warm day, late in it.", kg: 150, roomC: 22, waterPct: 17.5, full: 7, cold: 2 }),
    strainer({ what: "A cold morning.", kg: 300, roomC: 16, waterPct: 17, full: 2, cold: 6 }),
    strainer({ what: "Thin lime honey of a wet year.", kg: 200, roomC: 20, waterPct: 19, full: 5, cold: 3 }),
    strainer({ what: "The last of the day.", kg: 40, roomC: 19, waterPct: 17.5, full: 5, cold: 3 }),
  ],
};
