/** How unbalanced a load may be whose frames were not all weighed: a value with its 80 % band. */
import {
  type FrameWidth,
  type Imbalance,
  imbalance,
  type Load,
  loadOf,
  type Machine,
  type Steadiness,
} from "./machine";

/** How a frame's weight is known: on the scale, by how it lifts in the hand, or as its box's mean. */
export const FRAME_KNOWN = ["weighed", "hand", "unknown"] as const;
export type FrameKnown = (typeof FRAME_KNOWN)[number];

/** One standard deviation of a frame's weight, kg, as it is known (common practice: frames of a box lie about 0.4 kg apart). */
export const FRAME_SD_KG: Record<FrameKnown, number> = { weighed: 0.02, hand: 0.2, unknown: 0.4 };

export interface KnownFrame {
  readonly massKg: number;
  readonly width: FrameWidth;
  readonly known: FrameKnown;
}

export interface LoadJudgement extends Imbalance {
  /** Of what it really is: the middle and the 80 % band, kg·m. */
  readonly middleKgM: number;
  readonly loKgM: number;
  readonly hiKgM: number;
  /** From the band: it stands only when it would nearly always, it walks when it more likely does than not. */
  readonly verdict: Steadiness;
  readonly unweighed: number;
  /** Slots whose weighing would settle the verdict, fewest first; empty when it is settled. */
  readonly weighNext: readonly number[];
}

/** Places of a standard normal in two dimensions that carry its quantiles: rings of equal chance, evenly around. */
const RINGS = 20;
const AROUND = 24;
const PLACES = Array.from({ length: RINGS }, (_, ring) => {
  const radius = Math.sqrt(-2 * Math.log(1 - (ring + 0.5) / RINGS));
  return Array.from({ length: AROUND }, (_, i) => {
    const angle = (2 * Math.PI * (i + (ring % 2) / 2)) / AROUND;
    return [radius * Math.cos(angle), radius * Math.sin(angle)] as const;
  });
}).flat();

/** Masses of the load as errors spread over the slots: what each slot's kilograms may be off by. */
function errorsOf(
  frames: readonly (KnownFrame | null)[],
  sdOf: (f: KnownFrame, slot: number) => number,
): Load {
  return loadOf(frames.map((f, slot) => (f ? { massKg: sdOf(f, slot), width: f.width } : null)));
}

/** 10, 50 and 90 % of |Σ m r e^(jθ)|, the masses being normal around what is known of them. */
function bandOf(
  mean: Imbalance,
  frames: readonly (KnownFrame | null)[],
  m: Machine,
  sdOf: (f: KnownFrame, slot: number) => number,
): [number, number, number] {
  const [x, y] = [mean.kgM * Math.cos(mean.angle), mean.kgM * Math.sin(mean.angle)];
  let [xx, yy, xy] = [0, 0, 0];
  for (const [slot, f] of frames.entries()) {
    if (!f) continue;
    // A frame across two slots pulls with both halves together.
    const one = imbalance(
      errorsOf(
        frames.map((g, i) => (i === slot ? g : null)),
        sdOf,
      ),
      m,
    );
    const [ex, ey] = [one.kgM * Math.cos(one.angle), one.kgM * Math.sin(one.angle)];
    xx += ex * ex;
    yy += ey * ey;
    xy += ex * ey;
  }
  // Cholesky's two rows: from round to the load's own scatter.
  const a = Math.sqrt(xx);
  const b = a > 0 ? xy / a : 0;
  const c = Math.sqrt(Math.max(0, yy - b * b));
  const sizes = PLACES.map(([u, v]) => Math.hypot(x + a * u, y + b * u + c * v)).sort((p, q) => p - q);
  const at = (q: number) => sizes[Math.min(sizes.length - 1, Math.floor(q * sizes.length))] ?? 0;
  return [at(0.1), at(0.5), at(0.9)];
}

const verdictOf = ([, middle, hi]: readonly number[], allowedKgM: number): Steadiness =>
  (hi as number) <= allowedKgM / 2 ? "stands" : (middle as number) > allowedKgM ? "walks" : "watch";

/**
 * Judges a load by slot (null where none begins) in a machine that stands `allowedKgM`: what it is on the figures
 * known, and what it may be, since frames nobody weighed differ from their box's mean.
 * @throws DomainError as {@link imbalance}
 */
export function judgeLoad(
  frames: readonly (KnownFrame | null)[],
  m: Machine,
  allowedKgM: number,
): LoadJudgement {
  const mean = imbalance(loadOf(frames), m);
  const band = bandOf(mean, frames, m, (f) => FRAME_SD_KG[f.known]);
  const verdict = verdictOf(band, allowedKgM);
  const open = frames.flatMap((f, slot) => (f && f.known !== "weighed" ? [slot] : []));
  // Were they weighed and came out as expected: how many would it take, the least known first?
  const order = [...open].sort(
    (p, q) => FRAME_SD_KG[frames[q]?.known ?? "weighed"] - FRAME_SD_KG[frames[p]?.known ?? "weighed"],
  );
  const with_ = (weighed: ReadonlySet<number>) =>
    verdictOf(
      bandOf(mean, frames, m, (f, slot) => FRAME_SD_KG[weighed.has(slot) ? "weighed" : f.known]),
      allowedKgM,
    );
  const settled = with_(new Set(order));
  let n = 0;
  while (n < order.length && with_(new Set(order.slice(0, n))) !== settled) n++;
  return {
    ...mean,
    middleKgM: band[1],
    loKgM: band[0],
    hiKgM: band[2],
    verdict,
    unweighed: open.length,
    weighNext: verdict === settled ? [] : order.slice(0, n),
  };
}
