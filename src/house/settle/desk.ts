/** What the forms of Settle choose from: meshes, and how this house's passes went. */
import type { Knex } from "knex";
import type { TimedPass } from "@/core/clarify";
import { type MeshRow, meshes, timedPasses } from "./records";

export interface MeshChoice {
  readonly name: string;
  readonly openingUm: number;
  readonly areaDm2: number;
  /** "fine, 400 µm, washed" */
  readonly says: string;
  readonly broken: boolean;
  /** Washed and not looked at since: whether a wire broke, nobody knows. */
  readonly unseen: boolean;
}

/** Honey stands so high over a mesh where nobody measured it, cm (common practice: a strainer kept full). */
const USUAL_HEAD_CM = 10;
/** So many passes are learnt from, newest first. */
const MOST_PASSES = 40;

const choiceOf = (m: MeshRow): MeshChoice => ({
  name: m.name,
  openingUm: m.opening_um,
  areaDm2: m.area_dm2,
  says: [m.kind, `${m.opening_um} µm`, m.care ?? "never looked at"].join(", "),
  broken: m.care === "broken",
  unseen: m.care !== "whole",
});

export async function settleDesk(
  db: Knex,
): Promise<{ readonly meshes: MeshChoice[]; readonly timed: TimedPass[] }> {
  const [all, passes] = await Promise.all([meshes(db), timedPasses(db, MOST_PASSES)]);
  const byId = new Map(all.map((m) => [Number(m.id), m]));
  return {
    meshes: all.map(choiceOf),
    timed: passes.flatMap((p): TimedPass[] => {
      // The finest one sets the pace.
      const finest = p.mesh_ids
        .flatMap((id) => byId.get(Number(id)) ?? [])
        .reduce<MeshRow | null>((a, b) => (!a || b.opening_um < a.opening_um ? b : a), null);
      const kg = p.grams / 1000;
      if (!finest || p.minutes === null || p.temp_c === null || kg < 0.1 || p.temp_c < 10) return [];
      return [
        {
          massKg: Math.min(5000, kg),
          openingUm: finest.opening_um,
          areaDm2: finest.area_dm2,
          headCm: p.head_cm ?? USUAL_HEAD_CM,
          waterPct: Math.min(22, Math.max(13, p.water_pct ?? 17.5)),
          tempC: p.temp_c,
          minutes: p.minutes,
        },
      ];
    }),
  };
}
