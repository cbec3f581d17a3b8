/** May these boxes be spun together? The one answer behind the advice, its button and the batch that is started. */
import { type BoxWater, waterOfBoxes } from "./limit";
import type { School } from "./ripeness";
import { ALWAYS_WET_PCT, besideEachOther, standingOf, type WaterRules } from "./settle";

export interface MaySpin {
  /** False when it may only be done with a reason. */
  readonly free: boolean;
  /** Why not, as a sentence; "" when it is free. */
  readonly sentence: string;
}

const listed = (names: readonly string[]): string =>
  names.length > 4
    ? `${names.slice(0, 3).join(", ")} and ${names.length - 3} more`
    : names.join(", ").replace(/, ([^,]*)$/, " and $1");

/**
 * Over the limit honey is only spun with a reason: when the mean is over it, whatever the school; when a box by
 * itself reads over 20 %, since wet honey is not blended away in silence; and, for who goes by the refractometer,
 * when the one-sided 95 % upper limit is over it. Boxes nobody read say nothing by themselves.
 */
export function maySpin(
  boxes: readonly BoxWater[],
  { school, ...rules }: WaterRules & { school: School },
): MaySpin {
  const water = waterOfBoxes(boxes);
  if (!water) return { free: true, sentence: "" };
  const standing = standingOf(water, rules);
  const [mean] = besideEachOther(water.meanPct, rules.limitPct);
  if (standing === "over-limit" || standing === "always-wet")
    return {
      free: false,
      sentence: `Together they read ${mean} %, over the limit of ${rules.limitPct} %.`,
    };
  const wet = boxes.filter((b) => (waterOfBoxes([{ ...b, massKg: 1 }])?.meanPct ?? 0) > ALWAYS_WET_PCT);
  if (wet.length > 0)
    return {
      free: false,
      sentence: `Super ${listed(wet.map((b) => b.name))} ${wet.length === 1 ? "reads" : "read"} over ${ALWAYS_WET_PCT} %: honey that wet is not blended into good honey unseen.`,
    };
  const [upper] = besideEachOther(water.upperPct, rules.limitPct);
  if (school === "instrument" && water.upperPct > rules.limitPct)
    return {
      free: false,
      sentence: `Together they read ${water.meanPct.toFixed(1)} %, but may be as wet as ${upper} %, over the limit of ${rules.limitPct} % (${water.readBoxes} of ${water.boxes} read).`,
    };
  return { free: true, sentence: "" };
}
