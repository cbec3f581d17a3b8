/** When a stack reaches its target in a given room, whether it can at all, and what would help. */
import { mustBeWithin } from "../domain-error";
import { dryingSpeed, type FanPosition } from "./climate";
import { equilibriumWaterPct } from "./equilibrium";
import { humidAir, humidityAt } from "./humid-air";
import { type DryingRate, type DryingState, weightedQuantiles } from "./rate";

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

export type DryingStatus = "ready" | "drying" | "cannot" | "wetting";

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
  /** Water at the beetle limit; null when none is ahead. */
  readonly atDeadline: { readonly lo: number; readonly mid: number; readonly hi: number } | null;
  /** True when the target comes later than the beetle limit, more likely than not. */
  readonly conflict: boolean;
  readonly compromise: "spin-then" | "blend-then" | "divert-then" | null;
  /** What would bring it there in time: drier air at this temperature, or the same air warmed. Null where nothing would. */
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
const BAND_STEPS = 24;

const waterAfter = (s: DryingState, hours: number, we: number, speed: number): number =>
  we + (s.waterPct - we) * Math.exp(-s.kPerHour * speed * hours);

function hoursTo(s: DryingState, target: number, we: number, speed: number): number {
  if (s.waterPct <= target) return 0;
  if (we >= target) return Number.POSITIVE_INFINITY;
  return Math.log((s.waterPct - we) / (target - we)) / (s.kPerHour * speed);
}

const quantiles = (states: readonly DryingState[], ask: (s: DryingState) => number) => {
  const [lo = 0, mid = 0, hi = 0] = weightedQuantiles(
    states.map((s) => ({ value: ask(s), weight: s.weight })),
    [0.1, 0.5, 0.9],
  );
  return { lo, mid, hi };
};

const airOf = (room: RoomAhead) => {
  const we = equilibriumWaterPct(room.humidityPct);
  return { we: we.value, extrapolated: we.extrapolated, speed: dryingSpeed(room.tempC, room.fan) };
};

/** The mean possibility, enough to ask "what would help". */
function typical(rate: Pick<DryingRate, "states" | "nowPct" | "kPerHour">): DryingState {
  return { kPerHour: rate.kPerHour.median, waterPct: rate.nowPct, weight: 1 };
}

function whatWouldHelp(rate: DryingRate, room: RoomAhead, goal: ForecastGoal): DryingForecast["needs"] {
  const within = goal.deadlineHours !== null && goal.deadlineHours > 2 ? goal.deadlineHours : PATIENCE_HOURS;
  const state = typical(rate);
  const inTime = (tempC: number, humidityPct: number) => {
    const { we, speed } = airOf({ ...room, tempC, humidityPct });
    return hoursTo(state, goal.targetPct, we, speed) <= within;
  };
  const search = (lo: number, hi: number, good: (x: number) => boolean): number | null => {
    if (!good(lo)) return null;
    let [yes, no] = [lo, hi];
    for (let i = 0; i < 40 && Math.abs(no - yes) > 0.05; i++) {
      const mid = (yes + no) / 2;
      if (good(mid)) yes = mid;
      else no = mid;
    }
    return yes;
  };
  const { vapourPressurePa } = humidAir(room.tempC, room.humidityPct);
  const humidityPct =
    room.humidityPct > DRIEST_ROOM_PCT
      ? search(DRIEST_ROOM_PCT, room.humidityPct, (h) => inTime(room.tempC, h))
      : null;
  const tempC =
    room.tempC < WARMEST_ROOM_C
      ? search(WARMEST_ROOM_C, room.tempC, (t) => inTime(t, Math.max(1, humidityAt(vapourPressurePa, t))))
      : null;
  return {
    humidityPct: humidityPct === null ? null : Math.floor(humidityPct),
    tempC: tempC === null ? null : Math.ceil(tempC),
  };
}

const TEST_HOURS = [0.5, 1, 2, 3, 4, 6, 8, 10, 12, 15, 18, 21, 24, 30, 36, 48, 60, 72] as const;

/** The earliest test whose likeliest result would halve the spread of the hour of the target. */
function whenToTest(
  rate: DryingRate,
  goal: ForecastGoal,
  we: number,
  speed: number,
  p50: number,
): DryingForecast["nextTest"] {
  const width = (states: readonly DryingState[]) => {
    const h = quantiles(states, (s) => Math.min(1e4, hoursTo(s, goal.targetPct, we, speed)));
    return h.hi - h.lo;
  };
  const now = width(rate.states);
  const expected = typical(rate);
  let best: { hours: number; spread: number } | null = null;
  for (const hours of TEST_HOURS) {
    // A test after the stack is likely ready comes too late.
    if (best && hours > p50) break;
    const likely = waterAfter(expected, hours, we, speed);
    const after = rate.states.map((s) => ({
      ...s,
      weight: s.weight * Math.exp(-0.5 * ((waterAfter(s, hours, we, speed) - likely) / SHEET_SD) ** 2),
    }));
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
  const { we, extrapolated, speed } = airOf(room);
  const times = quantiles(rate.states, (s) => hoursTo(s, goal.targetPct, we, speed));
  const status: DryingStatus =
    rate.nowPct <= goal.targetPct
      ? we > rate.nowPct + 0.05 && we > goal.targetPct
        ? "wetting"
        : "ready"
      : we >= goal.targetPct
        ? we > rate.nowPct
          ? "wetting"
          : "cannot"
        : "drying";
  const ahead = goal.deadlineHours !== null && goal.deadlineHours > 0 ? goal.deadlineHours : null;
  const atDeadline = ahead === null ? null : quantiles(rate.states, (s) => waterAfter(s, ahead, we, speed));
  const conflict = status !== "ready" && goal.deadlineHours !== null && times.mid > goal.deadlineHours;
  const then = atDeadline?.mid ?? rate.nowPct;
  const horizon = Math.min(
    120,
    Math.max(12, Number.isFinite(times.hi) ? times.hi * 1.25 : 72, (ahead ?? 0) * 1.1),
  );
  return {
    status,
    equilibriumPct: we,
    extrapolated,
    hours: { p10: times.lo, p50: times.mid, p90: times.hi },
    band: Array.from({ length: BAND_STEPS + 1 }, (_, i) => {
      const hours = (horizon * i) / BAND_STEPS;
      return { hours, ...quantiles(rate.states, (s) => waterAfter(s, hours, we, speed)) };
    }),
    atDeadline,
    conflict,
    compromise: !conflict
      ? null
      : then <= goal.limitPct
        ? "spin-then"
        : then <= 20
          ? "blend-then"
          : "divert-then",
    needs: status === "ready" || (status === "drying" && !conflict) ? null : whatWouldHelp(rate, room, goal),
    nextTest: status === "drying" ? whenToTest(rate, goal, we, speed, times.mid) : null,
  };
}
