/** A honey extractor as its slots stand around the axle, and what an uneven load does to it. */
import { DomainError, mustBeWithin } from "../domain-error";

export const MACHINE_KINDS = ["radial", "tangential", "three-basket"] as const;
export type MachineKind = (typeof MACHINE_KINDS)[number];

export interface Machine {
  readonly kind: MachineKind;
  /** Slots evenly around the axle; a three-basket machine has three, 120° apart. */
  readonly slots: number;
  /** From the axle to a frame's middle, m. */
  readonly radiusM: number;
  readonly drumDiameterM: number;
  /** From the drum's floor to the frames' lower edge, m. */
  readonly clearanceM: number;
  /** Imbalance it stands without walking, kg·m. */
  readonly allowedKgM: number;
}

/** What lies in each slot, kg; null where it is empty. */
export type Load = readonly (number | null)[];

/** How many slots a frame takes: a deep one may lie across two neighbours. */
export type FrameWidth = 1 | 2;

/** A frame by the slot it lies in, the first of its two when it lies across two. */
export interface PlacedFrame {
  readonly massKg: number;
  readonly width: FrameWidth;
}

export interface Imbalance {
  /** |Σ m r e^(jθ)|, kg·m. */
  readonly kgM: number;
  /** Where the heavy side points, radians from slot 1, counter-clockwise. */
  readonly angle: number;
}

/** @throws DomainError for a machine that cannot be */
export function checkMachine(m: Machine): void {
  if (!(Number.isInteger(m.slots) && m.slots >= 2 && m.slots <= 120))
    throw new DomainError("bad-machine", `A machine has 2 to 120 slots, not ${m.slots}.`, { ...m });
  if (m.kind === "three-basket" && m.slots !== 3)
    throw new DomainError("bad-machine", "A three-basket machine has three slots.", { ...m });
  mustBeWithin(m.radiusM, 0.05, 1.5, "The radius", "m");
  mustBeWithin(m.drumDiameterM, 0.2, 3.2, "The drum's diameter", "m");
  mustBeWithin(m.clearanceM, 0.01, 1, "The clearance under the frames", "m");
  mustBeWithin(m.allowedKgM, 0.01, 20, "The imbalance it stands", "kg·m");
}

export const slotAngle = (m: Pick<Machine, "slots">, slot: number): number => (2 * Math.PI * slot) / m.slots;

/**
 * The imbalance of a load, a mass for each slot (kg, null for empty).
 * @throws DomainError when there are more masses than slots or one is impossible
 */
export function imbalance(load: Load, m: Machine): Imbalance {
  if (load.length > m.slots)
    throw new DomainError(
      "too-many-frames",
      `The machine has ${m.slots} slots; ${load.length} were filled.`,
      { slots: m.slots },
    );
  let [x, y] = [0, 0];
  for (const [slot, mass] of load.entries()) {
    if (mass === null) continue;
    mustBeWithin(mass, 0, 15, "A frame's weight", "kg");
    x += mass * Math.cos(slotAngle(m, slot));
    y += mass * Math.sin(slotAngle(m, slot));
  }
  return { kgM: Math.hypot(x, y) * m.radiusM, angle: Math.atan2(y, x) };
}

/**
 * The load of frames by slot. A frame across two slots is a chord: its middle lies cos(π/slots) nearer the
 * axle, which is what half its weight in each of the two slots pulls.
 * @throws DomainError when a frame lies where another one does already
 */
export function loadOf(placed: readonly (PlacedFrame | null)[]): Load {
  const load: (number | null)[] = placed.map((f) => (f ? f.massKg / f.width : null));
  for (const [slot, frame] of placed.entries()) {
    if (frame?.width !== 2) continue;
    const other = (slot + 1) % placed.length;
    if (load[other] !== null)
      throw new DomainError(
        "slot-taken",
        `The frame in slot ${slot + 1} lies across slot ${other + 1} too, where another one lies.`,
        { slot, other },
      );
    load[other] = frame.massKg / 2;
  }
  return load;
}

/** The force that shakes the machine, N: U ω². */
export function shakingForceN(kgM: number, rpm: number): number {
  mustBeWithin(rpm, 0, 1000, "The speed", "rpm");
  return kgM * ((rpm * 2 * Math.PI) / 60) ** 2;
}

/** Outward pull on a frame in multiples of gravity: ω² r / 9.81. */
export const relativeForce = (radiusM: number, rpm: number): number =>
  (((rpm * 2 * Math.PI) / 60) ** 2 * radiusM) / 9.81;

export type Steadiness = "stands" | "watch" | "walks";
export const STEADINESS: Record<Steadiness, string> = {
  stands: "stands still",
  watch: "watch it",
  walks: "will walk",
};

/** Under half of what it stands it stands still; beyond all of it, it will walk. */
export const steadiness = (kgM: number, allowedKgM: number): Steadiness =>
  kgM <= allowedKgM / 2 ? "stands" : kgM <= allowedKgM ? "watch" : "walks";

/** A run that shook though it should not weighs as much as so many that stood though they should not. */
const SHAKY_WEIGHS = 2;

/**
 * The imbalance this machine really stands, kg·m, from runs marked shaky or not: the given tolerance, moved to
 * where it sorts them best. Below it, half way to the mildest shaky run, but never under a load it is known to
 * have stood; above it, no further than a calm run has shown. One odd run among many calm ones, such as a burst
 * comb, moves nothing. Only loads whose frames were weighed say anything: of the others nobody knows the imbalance.
 */
export function learntTolerance(
  runs: readonly { readonly kgM: number; readonly shaky: boolean }[],
  givenKgM: number,
): number {
  const edges = [0, ...new Set(runs.map((r) => r.kgM))].sort((x, y) => x - y);
  const wrong = (standsKgM: number): number =>
    runs.reduce(
      (n, r) => n + (r.shaky ? (r.kgM <= standsKgM ? SHAKY_WEIGHS : 0) : r.kgM > standsKgM ? 1 : 0),
      0,
    );
  const gaps = edges.map((lo, i) => {
    const hi = edges[i + 1] ?? Number.POSITIVE_INFINITY;
    const within = givenKgM >= lo && givenKgM < hi;
    const below = (Math.max(lo, hi / 2) + hi) / 2;
    return { wrong: wrong(lo), standsKgM: within ? givenKgM : hi <= givenKgM ? below : lo };
  });
  const least = Math.min(...gaps.map((g) => g.wrong));
  const nearest = gaps
    .filter((g) => g.wrong === least)
    .reduce((x, y) => (Math.abs(y.standsKgM - givenKgM) < Math.abs(x.standsKgM - givenKgM) ? y : x));
  // Whatever sorts best: a load it is known to have stood, it stands.
  return Math.max(0.01, nearest.standsKgM, ...runs.filter((r) => !r.shaky).map((r) => r.kgM));
}

/** How frames are put in (common practice). */
export const ORIENTATION: Record<MachineKind, string> = {
  radial: "Top bars outward, all the same way.",
  tangential: "Bottom bars lead the turning; the same face outward in every basket.",
  "three-basket": "Alike in all three baskets; bottom bars lead the turning.",
};
