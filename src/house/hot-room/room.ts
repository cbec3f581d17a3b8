/** The hot room as it stands: its air, its stacks, and how each of them dries. */
import type { Knex } from "knex";
import { DomainError } from "@/core/domain-error";
import {
  type Climate,
  type ClimateRow,
  climateOf,
  type DryingForecast,
  type DryingRate,
  dehumidifierHours,
  dryingForecast,
  dryingRate,
  equilibriumWaterPct,
  type FanPosition,
  type ForecastGoal,
  humidAir,
  type RoomAhead,
  type SensorFault,
  type StackBox,
  type StackReading,
  soundClimate,
  waterToRemoveKg,
} from "@/core/drying";
import { type BoxesWater, type BoxWater, nextToTest, waterOfBoxes } from "@/core/moisture";
import type { House } from "../ledger/records/house";
import { asBoxReading } from "../readings/records/readings";
import { draughtOf, fanAt } from "./draught";
import { airSince, devices, draughtOfPlaces, placesOf, type StackAir, type Stood } from "./records";
import { stacksOf } from "./stacks";
import type { WaitingSuper } from "./waiting";

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
  /** Of its boxes with their readings as they would come out now. */
  readonly water: BoxesWater | null;
  /** Each box with its readings as they would come out now: what is judged, and what may be spun box by box. */
  readonly boxes: readonly BoxWater[];
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

/** What was reckoned of stacks just now: pages between two readings, minutes and places ask for the same. */
const RECKONED = new Map<string, { readonly rate: DryingRate; readonly forecast: DryingForecast } | null>();
const MOST_RECKONED = 120;
const MINUTE_MS = 60_000;
/**
 * The moment from which hours ahead are reckoned, and said, in words and on the chart: honey does not dry within a
 * minute, and what is asked for within one is reckoned once. ms since 1970.
 */
export const reckonedFrom = (now: Date): number => Math.floor(now.getTime() / MINUTE_MS) * MINUTE_MS;

function reckoned(
  readings: readonly StackReading[],
  boxes: readonly StackBox[],
  climate: Climate,
  ahead: RoomAhead,
  goal: ForecastGoal,
  nowMs: number,
) {
  const air = [climate.pieces.length, climate.pieces[0], climate.pieces.at(-1)];
  const key = JSON.stringify([readings, boxes, air, ahead, goal, nowMs]);
  const known = RECKONED.get(key);
  if (known !== undefined) return known;
  let found: { rate: DryingRate; forecast: DryingForecast } | null = null;
  try {
    const rate = dryingRate(readings, climate, { nowMs, boxes });
    found = { rate, forecast: dryingForecast(rate, ahead, goal) };
  } catch (fault) {
    if (!(fault instanceof DomainError)) throw fault;
  }
  if (RECKONED.size >= MOST_RECKONED) RECKONED.delete(RECKONED.keys().next().value as string);
  RECKONED.set(key, found);
  return found;
}

interface RoomLogs {
  readonly log: readonly ClimateRow[];
  readonly climate: Climate;
  readonly fans: readonly StackAir[];
  readonly places: readonly Stood[];
}

function stackState(
  house: House,
  at: Date,
  stack: { name: string; supers: readonly WaitingSuper[] },
  { log, climate, fans, places }: RoomLogs,
): StackState {
  const nowMs = reckonedFrom(at);
  const grams = stack.supers.reduce((g, w) => g + w.grams, 0);
  const fan = fanAt(fans, stack.name, at);
  const pulledAt = new Date(Math.min(...stack.supers.map((w) => w.at.getTime())));
  const deadline = new Date(pulledAt.getTime() + house.beetle_hours * HOUR_MS);
  const readings: StackReading[] = stack.supers.flatMap((w) =>
    w.readings
      .filter((r) => r.at <= at)
      .map((r) => ({ ...asBoxReading(r), atMs: Math.min(r.at.getTime(), nowMs), box: w.tag })),
  );
  const ahead = airAhead(log);
  const found =
    readings.length > 0 && ahead
      ? reckoned(
          readings,
          stack.supers.map((w) => ({
            name: w.tag,
            massKg: w.grams / 1000,
            cappedPct: w.capped_pct,
            draught: draughtOf(
              places.filter((p) => p.fill_id === w.fill_id),
              fans,
            ),
          })),
          climate,
          { ...ahead, fan },
          {
            targetPct: house.target_pct,
            limitPct: house.limit_pct,
            deadlineHours: (deadline.getTime() - nowMs) / HOUR_MS,
          },
          nowMs,
        )
      : null;
  const { rate = null, forecast = null } = found ?? {};
  const boxes: BoxWater[] = stack.supers.map((w) => ({
    name: w.tag,
    massKg: w.grams / 1000,
    cappedPct: w.capped_pct,
    readings: rate?.brought.get(w.tag) ?? w.asRead,
  }));
  const water = rate?.water ?? waterOfBoxes(boxes);
  const nowPct = water?.meanPct ?? null;
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
    boxes,
    readings: readings.map((r) => ({ at: new Date(r.atMs), box: r.box, waterPct: r.waterPct })),
    rate,
    forecast,
    waterKg,
    dehumidifierHours:
      house.dehumidifier_l_day > 0 ? dehumidifierHours(waterKg, house.dehumidifier_l_day) : null,
  };
}

/** Where these boxes stood, and in what draught. */
async function stoodIn(
  db: Knex,
  fills: readonly number[],
  now: Date,
): Promise<Pick<RoomLogs, "places" | "fans">> {
  const places = await placesOf(db, fills);
  return { places, fans: places.length === 0 ? [] : await draughtOfPlaces(db, places, now) };
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
  const [logged, known, { places, fans }] = await Promise.all([
    airSince(db, since, now),
    devices(db),
    stoodIn(
      db,
      stacks.flatMap((x) => x.supers.map((w) => w.fill_id)),
      now,
    ),
  ]);
  const { sound, faults } = soundClimate(
    logged.map((r) => ({ atMs: r.at.getTime(), tempC: r.temp_c, humidityPct: r.humidity_pct })),
  );
  const climate = climateOf(sound);
  const last = sound.at(-1);
  const source = last && logged.findLast((r) => r.at.getTime() === last.atMs);
  const sensor = known.find((d) => d.kind === "thermo-hygrometer" && d.place === null);
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
    stacks: stacks.map((x) => stackState(house, now, x, { log: sound, climate, fans, places })),
  };
}

export const roomAheadOf = (room: RoomState, fan: FanPosition): RoomAhead | null => {
  const ahead = airAhead(room.log);
  return ahead && { ...ahead, fan };
};
