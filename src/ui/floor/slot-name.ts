import type { FrameWidth } from "@/core/extraction";

/** "Slot 5", or "Slots 20 and 1" for a frame across two. */
export const slotName = (slot: number, width: FrameWidth | undefined, slots: number): string =>
  width === 2 ? `Slots ${slot + 1} and ${((slot + 1) % slots) + 1}` : `Slot ${slot + 1}`;
