/** What stayed in the combs of the house's newest boxes: by warmth, by tool, and what warming would have won. */
import type { Knex } from "knex";
import { leftByTool, type SpunComb, warming, wonByWarming } from "@/core/residue";
import type { Snapshot } from "../standing/snapshot";
import { spunBoxes } from "./records/batches";

/** Of so many of the newest boxes. */
const BOXES = 300;

export interface ResiduePoint extends SpunComb {
  readonly super: string;
  /** In a batch that is open now. */
  readonly here: boolean;
}

export interface ResidueView {
  readonly points: readonly ResiduePoint[];
  readonly byTool: ReturnType<typeof leftByTool>;
  readonly line: ReturnType<typeof warming>;
  /** What the boxes of the open batches would have given more, as warm as the warmest; null where unclear. */
  readonly won: (ReturnType<typeof wonByWarming> & { readonly boxes: number; readonly toC: number }) | null;
}

export async function residueView(db: Knex, s: Pick<Snapshot, "openBatches">): Promise<ResidueView> {
  const points = (await spunBoxes(db, BOXES)).flatMap((box): ResiduePoint[] => {
    const had = box.gross_g - box.empty_g;
    // What came in by estimate says nothing of what stayed.
    if (had <= 0 || !box.weighed) return [];
    return [
      {
        super: box.tag,
        here: s.openBatches.some((b) => b.id === box.batch_id),
        tempC: box.temp_c,
        tool: box.tool,
        hadKg: had / 1000,
        leftKg: Math.min(had, box.stayed_g ?? 0) / 1000,
      },
    ];
  });
  const line = warming(points);
  const here = points.filter((p) => p.here);
  return {
    points,
    byTool: leftByTool(points),
    line,
    won:
      line.status === "known" && here.length > 0
        ? { ...wonByWarming(here, line), boxes: here.length, toC: line.toC }
        : null,
  };
}
