import { BARE_FRAME_KG } from "@/core/extraction";
import type { BatchState } from "../standing/snapshot";
import { framesIn } from "../vessels/frames";
import { framesStill } from "./day-work";
import type { FrameWaiting } from "./model";
import type { RunRow } from "./records/runs";

/** Frames of a batch's supers that were not in a run yet, or must go again. */
export const framesWaiting = (batch: BatchState | undefined, runs: readonly RunRow[]): FrameWaiting[] => {
  const still = batch ? framesStill(batch, runs) : new Map<number, number>();
  return (batch?.combs ?? []).flatMap((c) => {
    const kg = (c.gross_g - c.empty_g) / 1000 / framesIn(c) + BARE_FRAME_KG;
    return Array.from({ length: still.get(c.comb_fill) ?? 0 }, (_, i) => ({
      id: `${c.tag}/${i + 1}`,
      super: c.tag,
      kg: Number(kg.toFixed(2)),
      deep: c.depth === "deep",
      tender: c.foundation === "unwired wax" || c.foundation === "foundationless",
    }));
  });
};
