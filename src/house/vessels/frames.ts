/** How many frames a super has, and how many of them came in. */

/** Frames of a super nobody described (common practice). */
const USUAL_FRAMES = 10;

export const framesOf = (vessel: { readonly frames: number | null } | undefined): number =>
  vessel?.frames ?? USUAL_FRAMES;

/** Frames that came in: others may have stayed behind on the colony. */
export const framesIn = (pulled: { readonly frames: number | null; readonly frames_left: number }): number =>
  Math.max(1, framesOf(pulled) - pulled.frames_left);
