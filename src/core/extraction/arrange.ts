/** Choosing and placing frames so that the machine stands still. */
import { DomainError } from "../domain-error";
import { seeded } from "../statistics/seeded";
import { checkMachine, imbalance, type Machine, slotAngle } from "./machine";

export interface WaitingFrame {
  readonly id: string;
  readonly massKg: number;
}

export interface Arrangement {
  /** Frame id by slot; null where it stays empty. */
  readonly slots: readonly (string | null)[];
  readonly kgM: number;
  /** True when every possibility was tried: nothing can be better. */
  readonly proven: boolean;
}

/** Up to so many arrangements of all frames but the last every one is tried. */
const EXHAUSTIVE = 400_000;
/** A search begins so often; small loads are settled quickly and may begin more often. */
const restartsFor = (frames: number): number => Math.min(1500, Math.ceil(3000 / frames));
/** Good enough to stop, kg·m: a fingernail of wax. */
const STILL = 1e-4;

interface Circle {
  readonly cos: Float64Array;
  readonly sin: Float64Array;
}
const circleOf = (m: Machine): Circle => ({
  cos: Float64Array.from({ length: m.slots }, (_, i) => Math.cos(slotAngle(m, i))),
  sin: Float64Array.from({ length: m.slots }, (_, i) => Math.sin(slotAngle(m, i))),
});

/** The number of ways n frames but the last stand in s slots, turned machines counted once. */
function ways(n: number, s: number): number {
  let count = 1;
  for (let i = 1; i < n - 1; i++) {
    count *= s - i;
    if (count > EXHAUSTIVE) return Number.POSITIVE_INFINITY;
  }
  return count;
}

/** Tries every placing; the first frame keeps the first slot, because turning the machine changes nothing. */
function everyWay(masses: readonly number[], m: Machine): Int32Array {
  const { cos, sin } = circleOf(m);
  const at = new Int32Array(m.slots).fill(-1);
  const best = new Int32Array(m.slots);
  let least = Number.POSITIVE_INFINITY;
  const last = masses.length - 1;
  const place = (frame: number, x: number, y: number): void => {
    const mass = masses[frame] as number;
    const slots = frame === 0 ? 1 : m.slots;
    for (let s = 0; s < slots; s++) {
      if (at[s] !== -1) continue;
      const nx = x + mass * (cos[s] as number);
      const ny = y + mass * (sin[s] as number);
      if (frame < last) {
        at[s] = frame;
        place(frame + 1, nx, ny);
        at[s] = -1;
        continue;
      }
      const u = nx * nx + ny * ny;
      if (u >= least) continue;
      least = u;
      best.set(at);
      best[s] = frame;
    }
  };
  place(0, 0, 0);
  return best;
}

/**
 * Swaps the contents of two slots (or of a slot and a frame left waiting) while that helps, the best swap
 * first. `at` holds frame numbers by slot, then those left out; empty slots hold -1.
 */
function settle(at: Int32Array, masses: readonly number[], m: Machine, { cos, sin }: Circle): number {
  const massAt = (i: number): number => ((at[i] as number) < 0 ? 0 : (masses[at[i] as number] as number));
  let [x, y] = [0, 0];
  for (let s = 0; s < m.slots; s++) {
    x += massAt(s) * (cos[s] as number);
    y += massAt(s) * (sin[s] as number);
  }
  for (let round = 0; round < 400; round++) {
    let [gain, from, to] = [1e-12, -1, -1];
    const now = x * x + y * y;
    for (let a = 0; a < m.slots; a++) {
      for (let b = a + 1; b < at.length; b++) {
        // A frame left out may only take the place of another, never of an empty slot: the count stays.
        if (b >= m.slots && ((at[a] as number) < 0 || (at[b] as number) < 0)) continue;
        const d = massAt(b) - massAt(a);
        if (d === 0) continue;
        const inside = b < m.slots;
        const nx = x + d * ((cos[a] as number) - (inside ? (cos[b] as number) : 0));
        const ny = y + d * ((sin[a] as number) - (inside ? (sin[b] as number) : 0));
        const better = now - (nx * nx + ny * ny);
        if (better > gain) [gain, from, to] = [better, a, b];
      }
    }
    if (from < 0) break;
    const d = massAt(to) - massAt(from);
    const inside = to < m.slots;
    x += d * ((cos[from] as number) - (inside ? (cos[to] as number) : 0));
    y += d * ((sin[from] as number) - (inside ? (sin[to] as number) : 0));
    const held = at[from] as number;
    at[from] = at[to] as number;
    at[to] = held;
  }
  return Math.hypot(x, y) * m.radiusM;
}

/** Slots spread evenly for n frames: where a part load begins. */
const spread = (n: number, slots: number): number[] =>
  Array.from({ length: n }, (_, i) => Math.floor((i * slots) / n));

/** Or from slots drawn at random: a part load may balance best in a heap of threes. */
function anywhere(n: number, slots: number, rng: ReturnType<typeof seeded>): number[] {
  const all = Array.from({ length: slots }, (_, i) => i);
  for (let i = slots - 1; i > 0; i--) {
    const j = Math.floor(rng.next() * (i + 1));
    [all[i], all[j]] = [all[j] as number, all[i] as number];
  }
  return all.slice(0, n);
}

/**
 * Chooses and places the next load: as many of the waiting frames as there are slots, so that the imbalance
 * is least. Small loads are proven; larger ones are searched from many beginnings, by seed, so that the same
 * frames give the same load. @throws DomainError for a machine or frame that cannot be, or ids given twice
 */
export function arrangeLoad(frames: readonly WaitingFrame[], machine: Machine, seed = 1): Arrangement {
  checkMachine(machine);
  if (new Set(frames.map((f) => f.id)).size !== frames.length)
    throw new DomainError("twice", "A frame is named twice.", {});
  imbalance(
    frames.slice(0, machine.slots).map((f) => f.massKg),
    machine,
  );
  const masses = frames.map((f) => f.massKg);
  const named = (at: Int32Array): (string | null)[] =>
    Array.from({ length: machine.slots }, (_, s) =>
      (at[s] as number) < 0 ? null : (frames[at[s] as number]?.id ?? null),
    );
  const loadOf = (at: Int32Array) =>
    Array.from({ length: machine.slots }, (_, s) =>
      (at[s] as number) < 0 ? null : (masses[at[s] as number] as number),
    );
  if (frames.length === 0) return { slots: Array(machine.slots).fill(null), kgM: 0, proven: true };
  if (frames.length <= machine.slots && Number.isFinite(ways(frames.length, machine.slots))) {
    const at = everyWay(masses, machine);
    return { slots: named(at), kgM: imbalance(loadOf(at), machine).kgM, proven: true };
  }
  const circle = circleOf(machine);
  const rng = seeded(seed);
  const taken = Math.min(frames.length, machine.slots);
  const size = machine.slots + Math.max(0, frames.length - machine.slots);
  let best: Int32Array = new Int32Array(size).fill(-1);
  let least = Number.POSITIVE_INFINITY;
  const restarts = restartsFor(taken);
  for (let turn = 0; turn < restarts && least > STILL; turn++) {
    const order = masses.map((_, i) => i);
    if (turn > 0)
      for (let i = order.length - 1; i > 0; i--) {
        const j = Math.floor(rng.next() * (i + 1));
        [order[i], order[j]] = [order[j] as number, order[i] as number];
      }
    const at = new Int32Array(size).fill(-1);
    const begin = turn % 2 === 0 ? spread(taken, machine.slots) : anywhere(taken, machine.slots, rng);
    for (const [i, slot] of begin.entries()) at[slot] = order[i] as number;
    for (let i = taken; i < order.length; i++) at[machine.slots + i - taken] = order[i] as number;
    const u = settle(at, masses, machine, circle);
    if (u < least) {
      least = u;
      best = at;
    }
  }
  return { slots: named(best), kgM: imbalance(loadOf(best), machine).kgM, proven: false };
}
