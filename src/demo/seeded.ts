/** A small seeded generator (mulberry32): the demo is the same every time but for its dates. */
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
    between: (lo: number, hi: number, digits = 1): number =>
      Number((lo + (hi - lo) * next()).toFixed(digits)),
    pick: <T>(from: readonly T[]): T => from[Math.floor(next() * from.length)] as T,
  };
}
