/** The mesh under the machines: since when it is in, and how much came through it since. */
import { cameBetween, type Flow } from "@/core/extraction";
import { flowOf } from "./gates";
import type { RunRow } from "./records/runs";

export interface MeshView {
  /** When this mesh was put in, ms: told, or with the opening of the floor; null where neither is known. */
  readonly sinceMs: number | null;
  /** Told to be clogged, and no other was put in since. */
  readonly clogged: boolean;
  readonly flows: readonly Flow[];
}

export function meshOf(
  told: readonly { readonly what: "clogged" | "changed"; readonly at: Date }[],
  runs: readonly RunRow[],
  opened: Date | null,
): MeshView {
  // Last evening's was washed: whoever opened the floor put a clean one in (common practice).
  const since = opened ? told.filter((t) => t.at >= opened) : told;
  return {
    sinceMs: since.findLast((t) => t.what === "changed")?.at.getTime() ?? opened?.getTime() ?? null,
    clogged: since.at(-1)?.what === "clogged",
    flows: runs.map((r) => flowOf(r)),
  };
}

/** Honey through the mesh at a moment, kg, of what came down; `standsKg` of it stands before the mesh still. */
export const throughMeshKg = ({ sinceMs, flows }: MeshView, atMs: number, standsKg: number): number =>
  Math.max(0, cameBetween(flows, sinceMs ?? 0, atMs) - standsKg);
