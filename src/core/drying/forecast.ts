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
/** The possibilities in one air, side by side: each goes from its water towards its own equilibrium at its own rate. */
interface InAir {
  readonly weights: Float64Array;
  readonly equilibriumPct: Float64Array;
  /** Water above that now. */
  readonly abovePct: Float64Array;
  readonly perHour: Float64Array;
}

function inAir(states: readonly DryingState[], air: Air): InAir {
  const n = states.length;
  const [weights, equilibriumPct] = [new Float64Array(n), new Float64Array(n)];
  const [abovePct, perHour] = [new Float64Array(n), new Float64Array(n)];
  for (let i = 0; i < n; i++) {
    const s = states[i] as DryingState;
    const we = air.we + air.perHumidityPct * s.sensorOffPct;
    weights[i] = s.weight;
    equilibriumPct[i] = we;
    abovePct[i] = s.waterPct - we;
    perHour[i] = s.kPerHour * air.speed;
  }
  return { weights, equilibriumPct, abovePct, perHour };
}

function waterAfter({ equilibriumPct, abovePct, perHour }: InAir, hours: number): Float64Array {
  const water = new Float64Array(perHour.length);
  for (let i = 0; i < water.length; i++)
    water[i] =
      (equilibriumPct[i] as number) + (abovePct[i] as number) * Math.exp(-(perHour[i] as number) * hours);
  return water;
}

function hoursTo({ equilibriumPct, abovePct, perHour }: InAir, target: number): Float64Array {
  const hours = new Float64Array(perHour.length);
  for (let i = 0; i < hours.length; i++) {
    const [above, wanted] = [abovePct[i] as number, target - (equilibriumPct[i] as number)];
    hours[i] =
      above <= wanted
        ? 0
        : wanted <= 0
          ? Number.POSITIVE_INFINITY
          : Math.log(above / wanted) / (perHour[i] as number);
  }
  return hours;
}

const SPREAD = [0.1, 0.5, 0.9, 0.95];
const spreadOf = (values: InOrder, weights: ArrayLike<number>) => {
  const [lo = 0, mid = 0, hi = 0, upper = 0] = weightedQuantiles(values, weights, SPREAD);
  return { lo, mid, hi, upper };
};

/** The water at `steps` moments after now, `hours` apart, and its spread at each: every one follows from the one before. */
function bandAhead(ahead: InAir, hours: number, steps: number) {
  const [water, kept] = [waterAfter(ahead, 0), ahead.perHour.map((k) => Math.exp(-k * hours))];
  let standing = inOrder(water);
  return Array.from({ length: steps + 1 }, (_, step) => {
    if (step > 0) {
      for (let i = 0; i < water.length; i++) {
        const we = ahead.equilibriumPct[i] as number;
        water[i] = we + ((water[i] as number) - we) * (kept[i] as number);
      }
      standing = inOrderLike(water, standing);
    }
    const { lo, mid, hi } = spreadOf(standing, ahead.weights);
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
    const ahead = inAir(rate.states, airOf({ ...room, tempC, humidityPct }));
    return spreadOf(inOrder(hoursTo(ahead, goal.targetPct)), ahead.weights).mid <= within;
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
function whenToTest(
  ahead: InAir,
  expected: InAir,
  targetPct: number,
  p50: number,
): DryingForecast["nextTest"] {
  // A test makes each hour likelier or less so, and changes none: they are put in order once.
  const hoursOf = inOrder(hoursTo(ahead, targetPct).map((h) => Math.min(1e4, h)));
  const width = (as: Float64Array) => {
    const h = spreadOf(hoursOf, as);
    return h.hi - h.lo;
  };
  const now = width(ahead.weights);
  let best: { hours: number; spread: number } | null = null;
  for (const hours of TEST_HOURS) {
    // A test after the stack is likely ready comes too late.
    if (best && hours > p50) break;
    const [likely = 0] = waterAfter(expected, hours);
    const after = waterAfter(ahead, hours);
    for (let i = 0; i < after.length; i++)
      after[i] =
        (ahead.weights[i] as number) * Math.exp(-0.5 * (((after[i] as number) - likely) / SHEET_SD) ** 2);
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
  const possible = inAir(rate.states, air);
  const times = spreadOf(inOrder(hoursTo(possible, goal.targetPct)), possible.weights);
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
  const atDeadline = ahead === null ? null : spreadOf(inOrder(waterAfter(possible, ahead)), possible.weights);
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
    band: bandAhead(possible, horizon / BAND_STEPS, BAND_STEPS),
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
    nextTest:
      status === "drying"
        ? whenToTest(possible, inAir([typical(rate)], air), goal.targetPct, times.mid)
        : null,
  };
}
