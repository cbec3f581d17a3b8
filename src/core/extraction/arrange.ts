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
  /** True when nothing can be better, but for what no scale shows (0.1 g at a metre). */
  readonly proven: boolean;
}

/**
 * Up to so many ways for the halves of a load to stand every load is looked at: eight frames in up to 36
 * slots; of more frames, whose halves fit each other seldomer, as long as nobody has to wait.
 */
const halvesFor = (frames: number): number => (frames <= 8 ? 1_300_000 : 70_000);
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

/** The ways both halves of n frames stand in the slots, the first frame in the first slot. */
function waysOfHalves(n: number, slots: number): number {
  const ways = (frames: number) => {
    let count = 1;
    for (let i = 1; i <= frames; i++) count *= slots - i;
    return count;
  };
  return ways(Math.ceil(n / 2) - 1) + ways(Math.floor(n / 2));
}

/** Every way a few frames stand in the slots: where the load pulls, and which slots they take. */
interface HalfLoads {
  readonly x: Float64Array;
  readonly y: Float64Array;
  /** `frames` slots each, one after the other. */
  readonly slots: Uint8Array;
  readonly count: number;
}

function halfLoads(masses: readonly number[], firstFixed: boolean, m: Machine, circle: Circle): HalfLoads {
  const open = firstFixed ? masses.length - 1 : masses.length;
  let count = 1;
  for (let i = 0; i < open; i++) count *= m.slots - 1 - i;
  const [x, y] = [new Float64Array(count), new Float64Array(count)];
  const slots = new Uint8Array(count * masses.length);
  const at = new Uint8Array(masses.length);
  let n = 0;
  const place = (frame: number, px: number, py: number): void => {
    if (frame === masses.length) {
      x[n] = px;
      y[n] = py;
      slots.set(at, n * masses.length);
      n += 1;
      return;
    }
    // Slot 0 belongs to the very first frame: turning the machine changes nothing.
    const fixed = firstFixed && frame === 0;
    for (let s = fixed ? 0 : 1; s < (fixed ? 1 : m.slots); s++) {
      let taken = false;
      for (let i = 0; i < frame; i++) taken ||= at[i] === s;
      if (taken) continue;
      at[frame] = s;
      const mass = masses[frame] as number;
      place(frame + 1, px + mass * (circle.cos[s] as number), py + mass * (circle.sin[s] as number));
    }
  };
  place(0, 0, 0);
  return { x, y, slots, count };
}

/**
 * The best placing of all frames, or the first that is as good as perfect: for every
 * way the second half can stand, the first half that pulls most nearly the other way, found in a list sorted
 * by its pull, as long as the two want no slot twice.
 */
function halfAgainstHalf(masses: readonly number[], m: Machine): Int32Array {
  const circle = circleOf(m);
  const split = Math.ceil(masses.length / 2);
  const one = halfLoads(masses.slice(0, split), true, m, circle);
  const two = halfLoads(masses.slice(split), false, m, circle);
  const [k, l] = [split, masses.length - split];
  const order = Uint32Array.from({ length: one.count }, (_, i) => i).sort(
    (a, b) => (one.x[a] as number) - (one.x[b] as number),
  );
  const sorted = Float64Array.from(order, (i) => one.x[i] as number);
  const together = (a: number, b: number): boolean => {
    for (let i = 0; i < k; i++)
      for (let j = 0; j < l; j++) if (one.slots[a * k + i] === two.slots[b * l + j]) return true;
    return false;
  };
  const enough = STILL / m.radiusM;
  let [least, first, second] = [Number.POSITIVE_INFINITY, 0, 0];
  for (let b = 0; b < two.count && least > enough; b++) {
    const [wx, wy] = [-(two.x[b] as number), -(two.y[b] as number)];
    let [low, high] = [0, one.count];
    while (low < high) {
      const mid = (low + high) >> 1;
      if ((sorted[mid] as number) < wx) low = mid + 1;
      else high = mid;
    }
    for (const step of [1, -1])
      for (let i = step === 1 ? low : low - 1; i >= 0 && i < one.count; i += step) {
        const dx = (sorted[i] as number) - wx;
        if (Math.abs(dx) >= least) break;
        const a = order[i] as number;
        const u = Math.hypot(dx, (one.y[a] as number) - wy);
        if (u < least && !together(a, b)) [least, first, second] = [u, a, b];
      }
  }
  const best = new Int32Array(m.slots).fill(-1);
  for (let i = 0; i < k; i++) best[one.slots[first * k + i] as number] = i;
  for (let j = 0; j < l; j++) best[two.slots[second * l + j] as number] = split + j;
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
  if (
    frames.length <= machine.slots &&
    waysOfHalves(frames.length, machine.slots) <= halvesFor(frames.length)
  ) {
    const at = halfAgainstHalf(masses, machine);
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
