/** The hot room as it stands: its air, its stacks, and how each of them dries. */
import type { Knex } from "knex";
import { DomainError } from "@/core/domain-error";
import {
  type ClimateRow,
  climateOf,
  type DryingForecast,
  type DryingRate,
  dehumidifierHours,
  dryingForecast,
  dryingRate,
  equilibriumWaterPct,
  type FanPosition,
  humidAir,
  type RoomAhead,
  type SensorFault,
  type StackReading,
  soundClimate,
  waterToRemoveKg,
} from "@/core/drying";
import { type BoxesWater, nextToTest, waterOfBoxes } from "@/core/moisture";
import { airSince, devices, fanByStack } from "../records/climate";
import type { House } from "../records/house";
import type { WaitingSuper } from "./snapshot";
import { stacksOf } from "./stacks";

const HOUR_MS = 3_600_000;
/** A live sensor speaks every minute; after this it is called silent. */
const SILENT_MS = 15 * 60_000;
/** The air is shown and reckoned with for so long back at most. */
const MOST_HOURS = 240;
/** Without stacks the chart still shows a day. */
const LEAST_HOURS = 24;

export interface RoomAir {
  readonly tempC: number;
  readonly humidityPct: number;
  readonly at: Date;
  readonly dewPointC: number;
  readonly equilibriumPct: number;
  readonly extrapolated: boolean;
  /** The device, or null when it was typed. */
  readonly device: string | null;
  readonly standIn: boolean;
}

export interface StackState {
  readonly name: string;
  readonly supers: readonly WaitingSuper[];
  readonly grams: number;
  readonly fan: FanPosition;
  /** When the first of its supers was pulled: the beetle clock runs from then. */
  readonly pulledAt: Date;
  readonly deadline: Date;
  readonly beetlesSeen: boolean;
  readonly water: BoxesWater | null;
  /** The box to read next. */
  readonly next: string | null;
  readonly readings: readonly { readonly at: Date; readonly box: string; readonly waterPct: number }[];
  readonly rate: DryingRate | null;
  readonly forecast: DryingForecast | null;
  readonly waterKg: number;
  readonly dehumidifierHours: number | null;
}

export interface RoomState {
  readonly air: RoomAir | null;
  readonly log: readonly ClimateRow[];
  readonly faults: readonly SensorFault[];
  /** The sensor that has gone silent, with when it was last heard. */
  readonly silent: { readonly device: string; readonly since: Date | null } | null;
  readonly gaps: readonly { readonly fromMs: number; readonly toMs: number }[];
  readonly stacks: readonly StackState[];
}

/** The room ahead is taken to stay as the last hour was. */
function airAhead(log: readonly ClimateRow[]): { tempC: number; humidityPct: number } | null {
  const last = log.at(-1);
  if (!last) return null;
  const recent = log.filter((r) => r.atMs > last.atMs - HOUR_MS);
  const mean = (pick: (r: ClimateRow) => number) => recent.reduce((s, r) => s + pick(r), 0) / recent.length;
  return { tempC: mean((r) => r.tempC), humidityPct: mean((r) => r.humidityPct) };
}

function stackState(
  house: House,
  now: Date,
  stack: { name: string; supers: readonly WaitingSuper[] },
  fan: FanPosition,
  log: readonly ClimateRow[],
  climate: ReturnType<typeof climateOf>,
): StackState {
  const grams = stack.supers.reduce((g, w) => g + w.grams, 0);
  const pulledAt = new Date(Math.min(...stack.supers.map((w) => w.at.getTime())));
  const deadline = new Date(pulledAt.getTime() + house.beetle_hours * HOUR_MS);
  const boxes = stack.supers.map((w) => ({
    name: w.tag,
    massKg: w.grams / 1000,
    cappedPct: w.capped_pct,
    readings: w.latest.map((r) => ({ waterPct: r.water_pct, sdPct: r.sd_pct })),
  }));
  const readings: StackReading[] = stack.supers.flatMap((w) =>
    w.readings.map((r) => ({ atMs: r.at.getTime(), box: w.tag, waterPct: r.water_pct, sdPct: r.sd_pct })),
  );
  const past = readings.filter((r) => r.atMs <= now.getTime());
  const ahead = airAhead(log);
  let rate: DryingRate | null = null;
  let forecast: DryingForecast | null = null;
  if (past.length > 0 && ahead) {
    try {
      rate = dryingRate(past, climate, { nowMs: now.getTime(), fan });
      forecast = dryingForecast(
        rate,
        { ...ahead, fan },
        {
          targetPct: house.target_pct,
          limitPct: house.limit_pct,
          deadlineHours: (deadline.getTime() - now.getTime()) / HOUR_MS,
        },
      );
    } catch (fault) {
      if (!(fault instanceof DomainError)) throw fault;
    }
  }
  const water = waterOfBoxes(boxes);
  const nowPct = rate?.nowPct ?? water?.meanPct ?? null;
  const waterKg =
    nowPct === null || nowPct > 35 ? 0 : waterToRemoveKg(grams / 1000, nowPct, house.target_pct);
  return {
    name: stack.name,
    supers: stack.supers,
    grams,
    fan,
    pulledAt,
    deadline,
    beetlesSeen: stack.supers.some((w) => w.flags.includes("beetles")),
    water,
    next: nextToTest(boxes)?.name ?? null,
    readings: readings.map((r) => ({ at: new Date(r.atMs), box: r.box, waterPct: r.waterPct })),
    rate,
    forecast,
    waterKg,
    dehumidifierHours:
      house.dehumidifier_l_day > 0 ? dehumidifierHours(waterKg, house.dehumidifier_l_day) : null,
  };
}

export async function roomState(
  db: Knex,
  house: House,
  now: Date,
  waiting: readonly WaitingSuper[],
): Promise<RoomState> {
  const { stacks } = stacksOf(waiting);
  const firstReading = Math.min(
    now.getTime() - LEAST_HOURS * HOUR_MS,
    ...stacks.flatMap((x) => x.supers.flatMap((w) => w.readings.map((r) => r.at.getTime() - HOUR_MS))),
  );
  const since = new Date(Math.max(firstReading, now.getTime() - MOST_HOURS * HOUR_MS));
  const [logged, fans, known] = await Promise.all([airSince(db, since), fanByStack(db), devices(db)]);
  const { sound, faults } = soundClimate(
    logged.map((r) => ({ atMs: r.at.getTime(), tempC: r.temp_c, humidityPct: r.humidity_pct })),
  );
  const climate = climateOf(sound);
  const last = sound.at(-1);
  const source = last && logged.findLast((r) => r.at.getTime() === last.atMs);
  const sensor = known.find((d) => d.kind === "thermo-hygrometer");
  const heard = logged.findLast((r) => r.device !== null);
  const quiet = sensor && (!heard || now.getTime() - heard.at.getTime() > SILENT_MS);
  const we = last ? equilibriumWaterPct(last.humidityPct) : null;
  return {
    air:
      last && we
        ? {
            tempC: last.tempC,
            humidityPct: last.humidityPct,
            at: new Date(last.atMs),
            dewPointC: humidAir(last.tempC, last.humidityPct).dewPointC,
            equilibriumPct: we.value,
            extrapolated: we.extrapolated,
            device: source?.device ?? null,
            standIn: source?.stand_in ?? false,
          }
        : null,
    log: sound,
    faults,
    silent: quiet ? { device: sensor.name, since: heard?.at ?? null } : null,
    gaps: climate.gaps,
    stacks: stacks.map((x) => stackState(house, now, x, fans.get(x.name)?.fan ?? "full", sound, climate)),
  };
}

export const roomAheadOf = (room: RoomState, fan: FanPosition): RoomAhead | null => {
  const ahead = airAhead(room.log);
  return ahead && { ...ahead, fan };
};
