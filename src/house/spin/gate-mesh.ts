/** The mesh under the machines: since when it is in, and how much came through it since. */
import { cameBetween, type Flow } from "@/core/extraction";
import { flowOf } from "./gates";
import type { RunRow } from "./records/runs";

export interface MeshView {
  /** When this mesh was put in, ms; null where it is in since the floor's day began. */
  readonly sinceMs: number | null;
  /** Told to be clogged, and no other was put in since. */
  readonly clogged: boolean;
  readonly flows: readonly Flow[];
}

export function meshOf(
  told: readonly { readonly what: "clogged" | "changed"; readonly at: Date }[],
  runs: readonly RunRow[],
): MeshView {
  return {
    sinceMs: told.findLast((t) => t.what === "changed")?.at.getTime() ?? null,
    clogged: told.at(-1)?.what === "clogged",
    flows: runs.map((r) => flowOf(r)),
  };
}

/** Honey through the mesh at a moment, kg, of what came down; `standsKg` of it stands before the mesh still. */
export const throughMeshKg = ({ sinceMs, flows }: MeshView, atMs: number, standsKg: number): number =>
  Math.max(0, cameBetween(flows, sinceMs ?? 0, atMs) - standsKg);
