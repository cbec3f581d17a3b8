/**
 * What the water of some boxes decides, whether another reading could still change it, and how many would settle
 * it. One judgement for a box, a pull, a stack, a batch and a pail: the mass-weighted mean against the target,
 * its one-sided 95 % upper limit against the limit.
 */
import {
  type BoxesWater,
  type BoxReading,
  type BoxWater,
  meanAndOver,
  nextToTest,
  waterOfBoxes,
} from "./limit";

/** Over this honey always ferments in the end (Lochhead 1933), and most standards end (Codex CXS 12-1981). */
export const ALWAYS_WET_PCT = 20;

export interface WaterRules {
  readonly targetPct: number;
  readonly limitPct: number;
}

/** `unsure`: the mean is ripe, but it may be over the limit. */
export type WaterStanding = "ripe" | "unsure" | "over-target" | "over-limit" | "always-wet";

function standing(meanPct: number, over: boolean, { targetPct, limitPct }: WaterRules): WaterStanding {
  if (meanPct > ALWAYS_WET_PCT) return "always-wet";
  if (meanPct > limitPct) return "over-limit";
  if (meanPct > targetPct) return "over-target";
  return over ? "unsure" : "ripe";
}

export const standingOf = (
  water: Pick<BoxesWater, "meanPct" | "upperPct">,
  rules: WaterRules,
): WaterStanding => standing(water.meanPct, water.upperPct > rules.limitPct, rules);

/** The standing alone, for trying many readings. */
function standingWith(boxes: readonly BoxWater[], rules: WaterRules): WaterStanding | null {
  const found = meanAndOver(boxes, rules.limitPct);
  return found && standing(found.meanPct, found.over, rules);
}

/** A reading still to come, by the instrument that read last. */
const likeTheOthers = (boxes: readonly BoxWater[], waterPct: number): BoxReading => {
  const last = boxes.flatMap((b) => b.readings).at(-1);
  return {
    waterPct,
    sdPct: last?.sdPct ?? 0.2,
    commonSdPct: last?.commonSdPct,
    instrument: last?.instrument,
  };
};

const withReading = <B extends BoxWater>(boxes: readonly B[], name: string, waterPct: number): B[] =>
  boxes.map((b) =>
    b.name === name ? { ...b, readings: [...b.readings, likeTheOthers(boxes, waterPct)] } : b,
  );

/** Of the likely range of the next reading, places looked at. */
const PLACES = [1, 0, 0.5, 0.25, 0.75];
/** Boxes whose reading weighs most: others move the answer less. */
const MOST_TRIED = 10;

/** Boxes worth trying a reading of: the more honey for its readings, the more one of them tells. */
const candidates = (boxes: readonly BoxWater[]): string[] =>
  boxes
    .filter((b) => b.massKg > 0)
    .sort((a, b) => b.massKg / (b.readings.length + 1) - a.massKg / (a.readings.length + 1))
    .slice(0, MOST_TRIED)
    .map((b) => b.name);

/** True when no plausible further reading, of whichever box, would change what the water decides. */
export function isSettled(boxes: readonly BoxWater[], rules: WaterRules): boolean {
  const now = waterOfBoxes(boxes);
  if (!now) return false;
  const decided = standingOf(now, rules);
  if (decided === "unsure") return false;
  const { lo, hi } = now.nextReading;
  return candidates(boxes).every((name) =>
    PLACES.every((part) => standingWith(withReading(boxes, name, lo + (hi - lo) * part), rules) === decided),
  );
}

/** More readings than this nobody takes of one pull. */
const MOST_READINGS = 9;

/**
 * How many more readings would settle it, if they come out like those before; 0 when it is settled, null when
 * reading on would not settle it (the mean lies too near a limit), 1 when nothing was read yet.
 */
export function readingsNeeded(boxes: readonly BoxWater[], rules: WaterRules): number | null {
  const now = waterOfBoxes(boxes);
  if (!now) return boxes.some((b) => b.massKg > 0) ? 1 : null;
  let after = boxes;
  for (let n = 0; n <= MOST_READINGS; n++) {
    if (isSettled(after, rules)) return n;
    const next = nextToTest(after);
    if (!next) return null;
    after = withReading(after, next.name, now.meanPct);
  }
  return null;
}

/** Two figures so that they read as different when they are: "17.52" beside "17.5". */
export function besideEachOther(a: number, b: number): [string, string] {
  for (const digits of [1, 2, 3]) {
    const [x, y] = [a.toFixed(digits), b.toFixed(digits)];
    if (x !== y || a === b) return [x, digits > 1 ? String(Number(b.toFixed(digits))) : y];
  }
  return [a.toFixed(3), String(b)];
}
