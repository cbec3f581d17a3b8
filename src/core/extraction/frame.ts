/** What a frame weighs without its honey, and what of the honey a machine gets out. */

/** A wooden frame with wired foundation and drawn comb, kg (common practice): the rest of its weight is honey. */
export const BARE_FRAME_KG = 0.45;
/** Comb gives about this part of its honey (common practice); the account closes on what was weighed. */
export const OUT_SHARE = 0.93;

/** Honey in a frame of so much weight, kg. */
export const honeyInFrameKg = (frameKg: number): number => Math.max(0, frameKg - BARE_FRAME_KG);

/**
 * Wax of one drawn comb, kg: a deep comb about 0.15, lower ones in proportion (common practice). A comb that
 * burst is missing from its box by so much.
 */
export const drawnCombKg = (depth: string | null): number =>
  depth === "deep" ? 0.15 : depth === "shallow" ? 0.08 : 0.1;
