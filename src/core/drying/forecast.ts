/** When a stack reaches its target in a given room, whether it can at all, and what would help. */
import { mustBeWithin } from "../domain-error";
import { ALWAYS_WET_PCT } from "../moisture/settle";
import { dryingSpeed, type FanPosition } from "./climate";
import { equilibriumSlope, equilibriumWaterPct } from "./equilibrium";
import { humidAir, humidityAt } from "./humid-air";
import {
  type DryingRate,
  type DryingState,
  type InOrder,
  inOrder,
  inOrderLike,
  weightedQuantiles,
} from "./rate";

/** The room as it is taken to stay. */
export interface RoomAhead {
  readonly tempC: number;
  readonly humidityPct: number;
  readonly fan: FanPosition;
}

export interface ForecastGoal {
  readonly targetPct: number;
  readonly limitPct: number;
  /** Hours until the beetle limit; negative when it has passed, null when none is kept. */
  readonly deadlineHours: number | null;
}

/** `unsure`: at its target by the mean, but it may be over the limit: more of it must be read. */
export type DryingStatus = "ready" | "unsure" | "drying" | "cannot" | "wetting";

export interface DryingForecast {
  readonly status: DryingStatus;
  readonly equilibriumPct: number;
  /** The equilibrium lies outside the published table. */
  readonly extrapolated: boolean;
  /** Hours to the target: 10 %, 50 % and 90 %; infinite where it never gets there. */
  readonly hours: { readonly p10: number; readonly p50: number; readonly p90: number };
  readonly band: readonly {
    readonly hours: number;
    readonly lo: number;
    readonly mid: number;
    readonly hi: number;
  }[];
  /** Water at the beetle limit, `upper` the one-sided 95 % upper limit; null when none is ahead. */
  readonly atDeadline: {
    readonly lo: number;
    readonly mid: number;
    readonly hi: number;
    readonly upper: number;
  } | null;
  /** True when the target comes later than the beetle limit, more likely than not. */
  readonly conflict: boolean;
  /**
   * What may be done with it at the beetle limit, decided on the upper limit of its water: under the limit it may
   * be spun and used soon, up to 20 % it must be parted or blended, above it is diverted.
   */
  readonly compromise: "spin-then" | "blend-then" | "divert-then" | null;
  /**
   * What would bring it there in time, more likely than not: drier air at this temperature, or the same air
   * warmed. Null where nothing would, or nothing is needed.
   */
  readonly needs: { readonly humidityPct: number | null; readonly tempC: number | null } | null;
  /** When to test again, hours from now, and whether that halves the spread of the hour. */
  readonly nextTest: { readonly hours: number; readonly halves: boolean } | null;
}

/** Standard deviation of a fresh sheet of three drops of the stack, points: 0.2 a drop, and the box it is from. */
const SHEET_SD = 0.2;
/** Without a beetle limit, help that takes longer than this is no help. */
const PATIENCE_HOURS = 72;
const DRIEST_ROOM_PCT = 20;
/** Hive temperature, above which heat takes from the honey and comb softens (common practice). */
const WARMEST_ROOM_C = 38;
const BAND_STEPS = 20;

/** The air as it is taken to stay: what honey settles towards, what a sensor's error does to it, how fast. */
interface Air {
  readonly we: number;
  readonly perHumidityPct: number;
  readonly speed: number;
}
const towards = (s: DryingState, air: Air): number => air.we + air.perHumidityPct * s.sensorOffPct;

const waterAfter = (s: DryingState, hours: number, air: Air): number => {
  const we = towards(s, air);
  return we + (s.waterPct - we) * Math.exp(-s.kPerHour * air.speed * hours);
};

function hoursTo(s: DryingState, target: number, air: Air): number {
  if (s.waterPct <= target) return 0;
  const we = towards(s, air);
  if (we >= target) return Number.POSITIVE_INFINITY;
  return Math.log((s.waterPct - we) / (target - we)) / (s.kPerHour * air.speed);
}

/** One figure of each possibility. */
function each(states: readonly DryingState[], ask: (s: DryingState) => number): Float64Array {
  const values = new Float64Array(states.length);
  for (let i = 0; i < values.length; i++) values[i] = ask(states[i] as DryingState);
  return values;
}

const SPREAD = [0.1, 0.5, 0.9, 0.95];
const spreadOf = (values: InOrder, weights: ArrayLike<number>) => {
  const [lo = 0, mid = 0, hi = 0, upper = 0] = weightedQuantiles(values, weights, SPREAD);
  return { lo, mid, hi, upper };
};
const quantiles = (states: readonly DryingState[], ask: (s: DryingState) => number) =>
  spreadOf(
    inOrder(each(states, ask)),
    each(states, (s) => s.weight),
  );

/** The water at `steps` moments after now, `hours` apart, and its spread at each: every one follows from the one before. */
function bandAhead(states: readonly DryingState[], air: Air, hours: number, steps: number) {
  const weights = each(states, (s) => s.weight);
  const we = each(states, (s) => towards(s, air));
  const kept = each(states, (s) => Math.exp(-s.kPerHour * air.speed * hours));
  const water = each(states, (s) => s.waterPct);
  let standing = inOrder(water);
  return Array.from({ length: steps + 1 }, (_, step) => {
    if (step > 0) {
      for (let i = 0; i < water.length; i++)
        water[i] = (we[i] as number) + ((water[i] as number) - (we[i] as number)) * (kept[i] as number);
      standing = inOrderLike(water, standing);
    }
    const { lo, mid, hi } = spreadOf(standing, weights);
    return { hours: hours * step, lo, mid, hi };
  });
}

const airOf = (room: RoomAhead): Air & { readonly extrapolated: boolean } => {
  const we = equilibriumWaterPct(room.humidityPct);
  return {
    we: we.value,
    perHumidityPct: equilibriumSlope(room.humidityPct),
    extrapolated: we.extrapolated,
    speed: dryingSpeed(room.tempC, room.fan),
  };
};

/** The mean possibility, enough to ask when to test. */
function typical(rate: Pick<DryingRate, "states" | "nowPct" | "kPerHour">): DryingState {
  return { kPerHour: rate.kPerHour.median, waterPct: rate.nowPct, sensorOffPct: 0, weight: 1 };
}

/** The whole figure nearest `to` for which `good` holds, from `from` where it does; null when it does not even there. */
function lastGood(from: number, to: number, good: (x: number) => boolean): number | null {
  if (!good(from)) return null;
  let [yes, no] = [from, to];
  while (Math.abs(no - yes) > 1) {
    const mid = Math.trunc((yes + no) / 2);
    if (good(mid)) yes = mid;
    else no = mid;
  }
  return yes;
}

/** Asked of the very forecast that makes the promise: a room helps when its likeliest hour is in time. */
function whatWouldHelp(rate: DryingRate, room: RoomAhead, goal: ForecastGoal): DryingForecast["needs"] {
  const within = goal.deadlineHours ?? PATIENCE_HOURS;
  if (!(within > 0)) return null;
  const inTime = (tempC: number, humidityPct: number) => {
    const air = airOf({ ...room, tempC, humidityPct });
    return quantiles(rate.states, (s) => hoursTo(s, goal.targetPct, air)).mid <= within;
  };
  const { vapourPressurePa } = humidAir(room.tempC, room.humidityPct);
  const now = Math.ceil(room.humidityPct);
  const warm = Math.floor(room.tempC);
  const humidityPct =
    now > DRIEST_ROOM_PCT ? lastGood(DRIEST_ROOM_PCT, now, (h) => inTime(room.tempC, h)) : null;
  const tempC =
    warm < WARMEST_ROOM_C
      ? lastGood(WARMEST_ROOM_C, warm, (t) => inTime(t, Math.max(1, humidityAt(vapourPressurePa, t))))
      : null;
  // What the room is already is no advice.
  const needs = {
    humidityPct: humidityPct !== null && humidityPct < room.humidityPct - 0.5 ? humidityPct : null,
    tempC: tempC !== null && tempC > room.tempC + 0.5 ? tempC : null,
  };
  return needs.humidityPct === null && needs.tempC === null ? null : needs;
}

const TEST_HOURS = [0.5, 1, 2, 3, 4, 6, 8, 10, 12, 15, 18, 21, 24, 30, 36, 48, 60, 72] as const;

/** The earliest test whose likeliest result would halve the spread of the hour of the target. */
function whenToTest(rate: DryingRate, goal: ForecastGoal, air: Air, p50: number): DryingForecast["nextTest"] {
  // A test makes each hour likelier or less so, and changes none: they are put in order once.
  const hoursOf = inOrder(each(rate.states, (s) => Math.min(1e4, hoursTo(s, goal.targetPct, air))));
  const weights = each(rate.states, (s) => s.weight);
  const width = (as: Float64Array) => {
    const h = spreadOf(hoursOf, as);
    return h.hi - h.lo;
  };
  const now = width(weights);
  const expected = typical(rate);
  let best: { hours: number; spread: number } | null = null;
  for (const hours of TEST_HOURS) {
    // A test after the stack is likely ready comes too late.
    if (best && hours > p50) break;
    const likely = waterAfter(expected, hours, air);
    const after = each(
      rate.states,
      (s) => s.weight * Math.exp(-0.5 * ((waterAfter(s, hours, air) - likely) / SHEET_SD) ** 2),
    );
    const spread = width(after);
    if (spread <= now / 2) return { hours, halves: true };
    if (!best || spread < best.spread) best = { hours, spread };
  }
  return best ? { hours: best.hours, halves: false } : null;
}

/**
 * Looks ahead from what is known of a stack (`dryingRate`) in a room that stays as given.
 * Valid for rooms of 0-60 °C and 1-100 % humidity; the 80 % interval of the hour is p10 to p90.
 * @throws DomainError when room or goal are out of range
 */
export function dryingForecast(rate: DryingRate, room: RoomAhead, goal: ForecastGoal): DryingForecast {
  mustBeWithin(goal.targetPct, 13, 25, "The target water", "%");
  const air = airOf(room);
  const { we, extrapolated } = air;
  const times = quantiles(rate.states, (s) => hoursTo(s, goal.targetPct, air));
  const ripe = rate.nowPct <= goal.targetPct;
  const status: DryingStatus =
    ripe && rate.water.upperPct > goal.limitPct && we <= rate.nowPct
      ? "unsure"
      : ripe
        ? we > rate.nowPct + 0.05 && we > goal.targetPct
          ? "wetting"
          : "ready"
        : we >= goal.targetPct
          ? we > rate.nowPct
            ? "wetting"
            : "cannot"
          : "drying";
  const ahead = goal.deadlineHours !== null && goal.deadlineHours > 0 ? goal.deadlineHours : null;
  const atDeadline = ahead === null ? null : quantiles(rate.states, (s) => waterAfter(s, ahead, air));
  const conflict =
    status !== "ready" &&
    status !== "unsure" &&
    goal.deadlineHours !== null &&
    times.mid > goal.deadlineHours;
  const then = atDeadline?.upper ?? rate.water.upperPct;
  const horizon = Math.min(
    120,
    Math.max(12, Number.isFinite(times.hi) ? times.hi * 1.25 : 72, (ahead ?? 0) * 1.1),
  );
  return {
    status,
    equilibriumPct: we,
    extrapolated,
    hours: { p10: times.lo, p50: times.mid, p90: times.hi },
    band: bandAhead(rate.states, air, horizon / BAND_STEPS, BAND_STEPS),
    atDeadline,
    conflict,
    compromise: !conflict
      ? null
      : then <= goal.limitPct
        ? "spin-then"
        : (atDeadline?.mid ?? rate.nowPct) <= ALWAYS_WET_PCT
          ? "blend-then"
          : "divert-then",
    needs:
      status === "ready" || status === "unsure" || (status === "drying" && !conflict)
        ? null
        : whatWouldHelp(rate, room, goal),
    nextTest: status === "drying" ? whenToTest(rate, goal, air, times.mid) : null,
  };
}
