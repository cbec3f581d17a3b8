/** What a house can do with a stack that will not be dry before it must leave the hot room, best first. */
import { type BoxWater, waterOfBoxes } from "../moisture/limit";
import { ALWAYS_WET_PCT, standingOf, type WaterRules } from "../moisture/settle";

export type WayOut =
  /** All of it may be spun at the deadline, to be used soon. */
  | { readonly way: "spin-then"; readonly upperPct: number }
  /** These boxes are dry enough together now; the others dry on. */
  | {
      readonly way: "spin-dry-boxes";
      readonly boxes: readonly string[];
      readonly kg: number;
      readonly upperPct: number;
    }
  /** Frost kills beetles and their eggs; the combs dry on afterwards (common practice: -18 °C, two days). */
  | { readonly way: "freeze" }
  /** Spin now and mix with so much drier honey that the mix is at most at the limit. */
  | { readonly way: "blend"; readonly dryKg: number; readonly dryPct: number }
  | { readonly way: "divert" };

/** Of the boxes that were read the driest ones that may be spun together, as many as there are. */
function dryTogether(boxes: readonly BoxWater[], rules: WaterRules) {
  const read = boxes
    .filter((b) => b.readings.length > 0 && b.massKg > 0)
    .map((b) => ({ b, pct: waterOfBoxes([b])?.meanPct ?? 99 }))
    .sort((a, b) => a.pct - b.pct)
    .map(({ b }) => b);
  for (let n = read.length; n > 0; n--) {
    const some = read.slice(0, n);
    const water = waterOfBoxes(some);
    if (!water) continue;
    const standing = standingOf(water, rules);
    if ((standing === "ripe" || standing === "over-target") && water.upperPct <= rules.limitPct)
      return {
        boxes: some.map((b) => b.name),
        kg: some.reduce((kg, b) => kg + b.massKg, 0),
        upperPct: water.upperPct,
      };
  }
  return null;
}

/** A mix nearer to its drier part than this asks for more dry honey than anybody has, points. */
const LEAST_BELOW = 0.2;

/**
 * Ways out for a stack of `boxes` (readings as they would come out now). `atDeadlineUpperPct` is the upper limit
 * of its water when it must leave, `nowUpperPct` the one now, `dryPct` the water of drier honey at hand.
 */
export function waysOut({
  boxes,
  rules,
  atDeadlineUpperPct,
  nowUpperPct,
  nowMeanPct,
  dryPct,
}: {
  readonly boxes: readonly BoxWater[];
  readonly rules: WaterRules;
  readonly atDeadlineUpperPct: number;
  readonly nowUpperPct: number;
  readonly nowMeanPct: number;
  readonly dryPct: number;
}): WayOut[] {
  const kg = boxes.reduce((s, b) => s + b.massKg, 0);
  const dry = dryTogether(boxes, rules);
  const room = rules.limitPct - dryPct;
  const blend: WayOut[] =
    room >= LEAST_BELOW && nowUpperPct > rules.limitPct && nowMeanPct <= ALWAYS_WET_PCT
      ? [{ way: "blend", dryKg: (kg * (nowUpperPct - rules.limitPct)) / room, dryPct }]
      : [];
  return [
    ...(atDeadlineUpperPct <= rules.limitPct
      ? [{ way: "spin-then" as const, upperPct: atDeadlineUpperPct }]
      : []),
    ...(dry && (dry.boxes.length < boxes.length || atDeadlineUpperPct > rules.limitPct)
      ? [{ way: "spin-dry-boxes" as const, ...dry }]
      : []),
    { way: "freeze" },
    ...blend,
    ...(nowMeanPct > ALWAYS_WET_PCT || blend.length === 0 ? [{ way: "divert" as const }] : []),
  ];
}
