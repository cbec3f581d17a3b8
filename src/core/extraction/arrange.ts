/** Choosing and placing frames so that the machine stands still. */
import { DomainError } from "../domain-error";
import { seeded } from "../statistics/seeded";
import { beginsAt } from "./exchange";
import {
  checkMachine,
  type FrameWidth,
  imbalance,
  loadOf,
  type Machine,
  type PlacedFrame,
  slotAngle,
} from "./machine";
import { settle } from "./settle";

export interface WaitingFrame {
  readonly id: string;
  readonly massKg: number;
  /** Slots it takes, 1 when not said. */
  readonly width?: FrameWidth;
}

export interface Arrangement {
  /** Frame id by slot, the first of its two for a frame across two; null where no frame begins. */
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

/** The ways both halves of n frames stand in the slots, at most: the first frame in the first slot. */
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
  /** `cells` slots each, one way after the other, frame by frame. */
  readonly slots: Uint8Array;
  readonly cells: number;
  readonly count: number;
}

function halfLoads(pieces: readonly PlacedFrame[], firstFixed: boolean, m: Machine): HalfLoads {
  const open = firstFixed ? pieces.length - 1 : pieces.length;
  let most = 1;
  for (let i = 0; i < open; i++) most *= m.slots - 1 - i;
  const cells = pieces.reduce((sum, p) => sum + p.width, 0);
  const cos = Float64Array.from({ length: m.slots }, (_, i) => Math.cos(slotAngle(m, i)));
  const sin = Float64Array.from({ length: m.slots }, (_, i) => Math.sin(slotAngle(m, i)));
  const [x, y] = [new Float64Array(most), new Float64Array(most)];
  const slots = new Uint8Array(most * cells);
  const at = new Uint8Array(cells);
  let n = 0;
  const place = (piece: number, cell: number, px: number, py: number): void => {
    if (piece === pieces.length) {
      x[n] = px;
      y[n] = py;
      slots.set(at, n * cells);
      n += 1;
      return;
    }
    const { massKg, width } = pieces[piece] as PlacedFrame;
    // Slot 0 belongs to the very first frame: turning the machine changes nothing.
    const fixed = firstFixed && piece === 0;
    for (let s = fixed ? 0 : 1; s < (fixed ? 1 : m.slots + 1 - width); s++) {
      let taken = false;
      for (let i = 0; i < cell; i++) taken ||= at[i] === s || (width === 2 && at[i] === s + 1);
      if (taken) continue;
      at[cell] = s;
      if (width === 2) at[cell + 1] = s + 1;
      const [c, d] = [cos[s] as number, sin[s] as number];
      const wide = width === 2;
      place(
        piece + 1,
        cell + width,
        px + massKg * (wide ? (c + (cos[s + 1] as number)) / 2 : c),
        py + massKg * (wide ? (d + (sin[s + 1] as number)) / 2 : d),
      );
    }
  };
  place(0, 0, 0, 0);
  return { x: x.subarray(0, n), y: y.subarray(0, n), slots, cells, count: n };
}

/**
 * The best placing of all frames, or the first that is as good as perfect: for every
 * way the second half can stand, the first half that pulls most nearly the other way, found in a list sorted
 * by its pull, as long as the two want no slot twice.
 */
function halfAgainstHalf(pieces: readonly PlacedFrame[], m: Machine): Int32Array {
  const split = Math.ceil(pieces.length / 2);
  const [front, back] = [pieces.slice(0, split), pieces.slice(split)];
  const one = halfLoads(front, true, m);
  const two = halfLoads(back, false, m);
  const [k, l] = [one.cells, two.cells];
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
  const lay = (half: HalfLoads, way: number, list: readonly PlacedFrame[], number: number): void => {
    let cell = way * half.cells;
    for (const [i, p] of list.entries())
      for (let w = 0; w < p.width; w++) best[half.slots[cell++] as number] = number + i;
  };
  lay(one, first, front, 0);
  lay(two, second, back, split);
  return best;
}

/** Every frame or empty slot in turn around the machine. */
function inTurn(sequence: readonly number[], pieces: readonly PlacedFrame[], at: Int32Array): void {
  let slot = 0;
  for (const number of sequence)
    for (let w = 0; w < (number < 0 ? 1 : (pieces[number] as PlacedFrame).width); w++) at[slot++] = number;
}

/** Spread evenly: where a part load begins. */
function spread(
  chosen: readonly number[],
  pieces: readonly PlacedFrame[],
  slots: number,
  at: Int32Array,
): void {
  const cells = chosen.reduce((sum, i) => sum + (pieces[i] as PlacedFrame).width, 0);
  let before = 0;
  for (const number of chosen) {
    const { width } = pieces[number] as PlacedFrame;
    const slot = Math.floor((before * slots) / cells);
    for (let w = 0; w < width; w++) at[slot + w] = number;
    before += width;
  }
}

function shuffle(list: number[], rng: ReturnType<typeof seeded>): void {
  for (let i = list.length - 1; i > 0; i--) {
    const j = Math.floor(rng.next() * (i + 1));
    [list[i], list[j]] = [list[j] as number, list[i] as number];
  }
}

/** From the front as many as fit, and those passed over. */
export function fitting<F extends { readonly width?: FrameWidth }>(
  frames: readonly F[],
  slots: number,
): { readonly inside: readonly F[]; readonly left: readonly F[] } {
  const [inside, left]: [F[], F[]] = [[], []];
  let free = slots;
  for (const f of frames) {
    const width = f.width ?? 1;
    (width <= free ? inside : left).push(f);
    if (width <= free) free -= width;
  }
  return { inside, left };
}

function search(pieces: readonly PlacedFrame[], m: Machine, seed: number): Int32Array {
  const rng = seeded(seed);
  const fit = fitting(
    pieces.map(({ width }, number) => ({ width, number })),
    m.slots,
  );
  const [chosen, out] = [fit.inside.map((f) => f.number), fit.left.map((f) => f.number)];
  const empty = m.slots - chosen.reduce((sum, i) => sum + (pieces[i] as PlacedFrame).width, 0);
  let best = new Int32Array(m.slots).fill(-1);
  let least = Number.POSITIVE_INFINITY;
  const restarts = restartsFor(chosen.length);
  for (let turn = 0; turn < restarts && least > STILL; turn++) {
    // Frames that take as many slots are alike to the search: any of them may begin inside.
    const [inside, outside] = [[...chosen], [...out]];
    if (turn > 0) {
      for (const width of [1, 2]) {
        const alike = (i: number) => (pieces[i] as PlacedFrame).width === width;
        const pool = [...inside.filter(alike), ...outside.filter(alike)];
        shuffle(pool, rng);
        for (const list of [inside, outside])
          for (const [i, number] of list.entries()) if (alike(number)) list[i] = pool.pop() as number;
      }
    }
    const at = new Int32Array(m.slots + out.length).fill(-1);
    const around = turn % 2 === 0 ? inside : [...inside, ...Array<number>(empty).fill(-1)];
    if (turn > 0) shuffle(around, rng);
    if (turn % 2 === 0) spread(around, pieces, m.slots, at);
    // A part load may balance best in a heap of threes.
    else inTurn(around, pieces, at);
    for (const [i, number] of outside.entries()) at[m.slots + i] = number;
    const u = settle(at, pieces, m);
    if (u < least) {
      least = u;
      best = at;
    }
  }
  return best;
}

/**
 * Chooses and places the next load: from the front as many of the waiting frames as the slots take, so that
 * the imbalance is least. Small loads are proven; larger ones are searched from many beginnings, by seed, so
 * that the same frames give the same load.
 * @throws DomainError for a machine or frame that cannot be, or ids given twice
 */
export function arrangeLoad(frames: readonly WaitingFrame[], machine: Machine, seed = 1): Arrangement {
  checkMachine(machine);
  if (new Set(frames.map((f) => f.id)).size !== frames.length)
    throw new DomainError("twice", "A frame is named twice.", {});
  const pieces = frames.map((f): PlacedFrame => ({ massKg: f.massKg, width: f.width ?? 1 }));
  for (const p of pieces) imbalance([p.massKg], machine);
  if (machine.slots < 4 && pieces.some((p) => p.width === 2))
    throw new DomainError("too-wide", "A frame lies across two slots only where there are four or more.", {});
  if (frames.length === 0) return { slots: Array(machine.slots).fill(null), kgM: 0, proven: true };
  const all = pieces.reduce((sum, p) => sum + p.width, 0) <= machine.slots;
  const proven = all && waysOfHalves(frames.length, machine.slots) <= halvesFor(frames.length);
  const at = proven ? halfAgainstHalf(pieces, machine) : search(pieces, machine, seed);
  const begins = Array.from({ length: machine.slots }, (_, s) => {
    const number = at[s] as number;
    return pieces[number]?.width === 2 && !beginsAt(s, at, machine.slots) ? -1 : number;
  });
  const placed = begins.map((number) => (number < 0 ? null : (pieces[number] as PlacedFrame)));
  return {
    slots: begins.map((number) => (number < 0 ? null : (frames[number]?.id ?? null))),
    kgM: imbalance(loadOf(placed), machine).kgM,
    proven,
  };
}
