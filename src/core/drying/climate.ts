/** The room's log made fit for reckoning: mad sensors left out, minutes gathered into pieces, gaps named. */
import { mustBeWithin } from "../domain-error";
import { equilibriumSlope, equilibriumWaterPct } from "./equilibrium";
import { saturationPressurePa } from "./humid-air";

export interface ClimateRow {
  readonly atMs: number;
  readonly tempC: number;
  readonly humidityPct: number;
}

export interface SensorFault {
  readonly kind: "impossible" | "jump" | "stuck";
  readonly fromMs: number;
  readonly toMs: number;
  readonly rows: number;
}

const MINUTE = 60_000;
/** Air in a room does not change by more than this from one row to the next (common practice). */
const JUMP = { tempC: 8, humidityPct: 30 } as const;
/** So many rows in a row at the new level, and it was no slip of the sensor. */
const NEW_LEVEL_ROWS = 10;
/**
 * A live sensor's figures move a little: unchanged for so long, over so many rows, is stuck. One that shows only
 * whole degrees and per cents may stand still in a steady room for most of a day.
 */
const STUCK = { fineMs: 120 * MINUTE, coarseMs: 18 * 60 * MINUTE, rows: 20 } as const;

/** Does the log ever show less than a whole degree or per cent? */
const isFine = (rows: readonly ClimateRow[]): boolean =>
  rows.some((r) => !Number.isInteger(r.tempC) || !Number.isInteger(r.humidityPct));

const possible = (r: ClimateRow): boolean =>
  r.tempC >= 0 && r.tempC <= 60 && r.humidityPct >= 1 && r.humidityPct <= 100 && Number.isFinite(r.atMs);
const near = (a: ClimateRow, b: ClimateRow): boolean =>
  Math.abs(a.tempC - b.tempC) <= JUMP.tempC && Math.abs(a.humidityPct - b.humidityPct) <= JUMP.humidityPct;

/**
 * Divides a log (oldest first) into rows to trust and faults to call out: figures no room has (NaN too),
 * single jumps, and a sensor that repeats one figure for hours. A lasting new level is believed.
 */
export function soundClimate(rows: readonly ClimateRow[]): {
  sound: ClimateRow[];
  faults: SensorFault[];
} {
  const faults: SensorFault[] = [];
  const fault = (kind: SensorFault["kind"], list: readonly ClimateRow[]) => {
    const [first, last] = [list[0], list.at(-1)];
    if (!first || !last) return;
    const open = faults.at(-1);
    if (open?.kind === kind && first.atMs - open.toMs <= 15 * MINUTE)
      faults[faults.length - 1] = { ...open, toMs: last.atMs, rows: open.rows + list.length };
    else faults.push({ kind, fromMs: first.atMs, toMs: last.atMs, rows: list.length });
  };
  const calm: ClimateRow[] = [];
  let away: ClimateRow[] = [];
  for (const row of rows) {
    if (!possible(row)) {
      fault("impossible", [row]);
      continue;
    }
    const last = calm.at(-1);
    if (!last || near(last, row)) {
      fault("jump", away);
      away = [];
      calm.push(row);
      continue;
    }
    away = away.length > 0 && near(away.at(-1) as ClimateRow, row) ? [...away, row] : [row];
    if (away.length >= NEW_LEVEL_ROWS) {
      calm.push(...away);
      away = [];
    }
  }
  fault("jump", away);
  const stuckMs = isFine(rows) ? STUCK.fineMs : STUCK.coarseMs;
  const sound: ClimateRow[] = [];
  for (let i = 0; i < calm.length; ) {
    const start = calm[i] as ClimateRow;
    let end = i;
    while (
      end + 1 < calm.length &&
      calm[end + 1]?.tempC === start.tempC &&
      calm[end + 1]?.humidityPct === start.humidityPct
    )
      end++;
    const run = calm.slice(i, end + 1);
    const lasts = (run.at(-1) as ClimateRow).atMs - start.atMs;
    if (run.length >= STUCK.rows && lasts >= stuckMs) {
      sound.push(start);
      fault("stuck", run.slice(1));
    } else sound.push(...run);
    i = end + 1;
  }
  return { sound, faults: faults.sort((a, b) => a.fromMs - b.fromMs) };
}

/** How much air passes a stack: dead air dries slowly (common practice; the house's own readings teach the rest). */
export const FAN_SPEED = { full: 1, some: 0.65, none: 0.3 } as const;
export type FanPosition = keyof typeof FAN_SPEED;

/** Temperature all rates are stated at, °C. */
export const RATE_AT_C = 29;

/**
 * How fast honey dries at `tempC` and in the fan's draught, as a multiple of 29 °C in full draught. Taken to
 * follow the saturation pressure of water, which drives evaporation (an assumption of this model).
 */
export function dryingSpeed(tempC: number, fan: FanPosition): number {
  mustBeWithin(tempC, 0, 60, "The air's temperature", "°C");
  return (saturationPressurePa(tempC) / saturationPressurePa(RATE_AT_C)) * FAN_SPEED[fan];
}

/** A stretch of the log with one mean climate. */
export interface ClimatePiece {
  readonly fromMs: number;
  readonly toMs: number;
  readonly equilibriumPct: number;
  /** Points of equilibrium for one % of humidity more: what a sensor's error does. */
  readonly perHumidityPct: number;
  /** Relative to 29 °C, before the fan. */
  readonly speed: number;
}

export interface Climate {
  readonly pieces: readonly ClimatePiece[];
  /** Hours between rows with nothing logged, longer than an hour each: the climate around them is taken on. */
  readonly gaps: readonly { readonly fromMs: number; readonly toMs: number }[];
}

const PIECE_MS = 15 * MINUTE;
const GAP_MS = 60 * MINUTE;

/** Gathers trusted rows (oldest first) into quarter hours; each piece reaches to the next one's beginning. */
export function climateOf(rows: readonly ClimateRow[]): Climate {
  const bins: { fromMs: number; lastMs: number; temp: number; humidity: number; n: number }[] = [];
  const gaps: { fromMs: number; toMs: number }[] = [];
  for (const r of rows) {
    const open = bins.at(-1);
    if (open && r.atMs - open.fromMs < PIECE_MS) {
      open.temp += r.tempC;
      open.humidity += r.humidityPct;
      open.n += 1;
      open.lastMs = r.atMs;
      continue;
    }
    if (open && r.atMs - open.lastMs > GAP_MS) gaps.push({ fromMs: open.lastMs, toMs: r.atMs });
    bins.push({ fromMs: r.atMs, lastMs: r.atMs, temp: r.tempC, humidity: r.humidityPct, n: 1 });
  }
  return {
    gaps,
    pieces: bins.map((b, i) => ({
      fromMs: b.fromMs,
      toMs: bins[i + 1]?.fromMs ?? Number.POSITIVE_INFINITY,
      equilibriumPct: equilibriumWaterPct(b.humidity / b.n).value,
      perHumidityPct: equilibriumSlope(b.humidity / b.n),
      speed: dryingSpeed(b.temp / b.n, "full"),
    })),
  };
}
