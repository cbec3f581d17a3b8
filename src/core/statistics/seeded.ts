/** Chance by a seed (mulberry32): the same seed gives the same run, for simulations, stand-ins and the demo. */
export function seeded(seed: number) {
  let state = seed >>> 0;
  const next = (): number => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  return {
    /** Uniform between 0 and 1. */
    next,
    between: (lo: number, hi: number, digits = 1): number =>
      Number((lo + (hi - lo) * next()).toFixed(digits)),
    /** Normal by Box and Muller. */
    normal: (mean = 0, sd = 1): number =>
      mean + sd * Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next()),
  };
}

/** A seed out of text, so that each thing has chance of its own (FNV-1a). */
export function seedOf(text: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return hash >>> 0;
}
