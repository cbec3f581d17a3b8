/** A load made better step by step, until no exchange of two places helps. */
import { beginsAt, type Exchange, wideExchange } from "./exchange";
import { type Machine, type PlacedFrame, slotAngle } from "./machine";

/** Steps until it is left at that; each lessens the imbalance. */
const MOST_STEPS = 400;
/** A step must win so much, kg²: below it rounding would go round in circles. */
const LEAST_GAIN = 1e-12;

/**
 * Exchanges frames while that helps, the best exchange first, and returns the imbalance in kg·m. `at` holds
 * frame numbers by slot (both slots of a frame across two), then those left out; empty slots hold -1. One
 * left out changes places only with one that takes as many slots: the count stays.
 */
export function settle(at: Int32Array, frames: readonly PlacedFrame[], m: Machine): number {
  const n = m.slots;
  // Outside the machine nothing pulls: sine and cosine stay 0 there.
  const [cos, sin] = [new Float64Array(at.length), new Float64Array(at.length)];
  const mass = new Float64Array(at.length);
  const wide = new Uint8Array(at.length);
  const massOf = (number: number): number => {
    const frame = frames[number];
    return frame ? frame.massKg / frame.width : 0;
  };
  const lay = (place: number, number: number): void => {
    at[place] = number;
    mass[place] = massOf(number);
    wide[place] = frames[number]?.width === 2 ? 1 : 0;
  };
  let [x, y] = [0, 0];
  for (let s = 0; s < at.length; s++) {
    lay(s, at[s] as number);
    if (s >= n) continue;
    cos[s] = Math.cos(slotAngle(m, s));
    sin[s] = Math.sin(slotAngle(m, s));
    x += (mass[s] as number) * (cos[s] as number);
    y += (mass[s] as number) * (sin[s] as number);
  }
  const anyWide = wide.includes(1);
  for (let step = 0; step < MOST_STEPS; step++) {
    let [least, toX, toY] = [x * x + y * y - LEAST_GAIN, x, y];
    let best: Exchange | null = null;
    let [from, to] = [-1, -1];
    for (let a = 0; a < n; a++) {
      if (wide[a]) continue;
      for (let b = a + 1; b < at.length; b++) {
        if (wide[b] || (b >= n && (at[a] as number) < 0)) continue;
        const d = (mass[b] as number) - (mass[a] as number);
        if (d === 0) continue;
        const nx = x + d * ((cos[a] as number) - (cos[b] as number));
        const ny = y + d * ((sin[a] as number) - (sin[b] as number));
        const pull = nx * nx + ny * ny;
        if (pull < least) [least, toX, toY, from, to] = [pull, nx, ny, a, b];
      }
    }
    if (from >= 0) best = [from, at[to] as number, to, at[from] as number];
    for (let a = 0; anyWide && a < n; a++) {
      if (!wide[a] || !beginsAt(a, at, n)) continue;
      for (let b = 0; b < at.length; b++) {
        const exchange = wideExchange(a, b, at, wide, n);
        if (!exchange) continue;
        let [nx, ny] = [x, y];
        for (let i = 0; i < exchange.length; i += 2) {
          const place = exchange[i] as number;
          const d = massOf(exchange[i + 1] as number) - (mass[place] as number);
          nx += d * (cos[place] as number);
          ny += d * (sin[place] as number);
        }
        const pull = nx * nx + ny * ny;
        if (pull < least) [least, toX, toY, best] = [pull, nx, ny, exchange];
      }
    }
    if (!best) break;
    [x, y] = [toX, toY];
    for (let i = 0; i < best.length; i += 2) lay(best[i] as number, best[i + 1] as number);
  }
  return Math.hypot(x, y) * m.radiusM;
}
