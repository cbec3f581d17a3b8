/** Rows of standing to clear: schools, meshes and their care, passes, warmth, skimmings, inspections. */
import type { Knex } from "knex";
import { refuse } from "../language/errors";
import { HONEY_VESSELS } from "../ledger/kinds";
import { type FillKind, HOLDS_SOME, reachInDatabase } from "../ledger/records/fills";
import { joinNewest, newestFirst, newestIds } from "../ledger/records/newest";
import type { Known } from "../vessels/records";
import { type WarmthRow, warmthOf } from "../warmth/records";
import type { MeshCare, SettleSchool } from "./kinds";

export interface SettleRules {
  readonly school: SettleSchool;
  /** The warmest honey may get in this house, °C; null where it set no ceiling. */
  readonly ceilingC: number | null;
  /** The same for honeys of a kind, by its words: a ceiling of their own, or none. */
  readonly ofKinds: readonly { readonly kind: string; readonly ceiling_c: number | null }[];
}

export async function settleRules(db: Knex): Promise<SettleRules> {
  const row = await db("live_settle_rules as x").orderByRaw(newestFirst("x")).first("school", "ceiling_c");
  const { rows } = await db.raw(
    `select distinct on (lower(x.kind)) x.kind, x.ceiling_c from live_kind_ceiling x
      order by lower(x.kind), ${newestFirst("x")}`,
  );
  return { school: row?.school ?? "strain-first", ceilingC: row?.ceiling_c ?? null, ofKinds: rows };
}

export interface MeshRow extends Known {
  readonly name: string;
  readonly kind: string;
  readonly opening_um: number;
  readonly area_dm2: number;
  /** What was last done to it or found; null while nothing was noted. */
  readonly care: MeshCare | null;
  readonly care_at: Date | null;
}

const meshRows = (db: Knex) =>
  db("live_mesh as m")
    .joinRaw(joinNewest("mesh_care", "c", "what, stated_at", "x.mesh_id = m.id"))
    .select("m.*", "c.what as care", "c.stated_at as care_at");

export const meshes = (db: Knex): Promise<MeshRow[]> => meshRows(db).orderByRaw("m.opening_um desc, m.name");

export const meshesNamed = async (db: Knex, names: readonly string[]): Promise<MeshRow[]> => {
  const found: MeshRow[] = await meshRows(db).whereRaw("lower(m.name) = any(?)", [
    names.map((n) => n.toLowerCase()),
  ]);
  return names.map((name, i) => {
    const mesh = found.find((m) => m.name.toLowerCase() === name.toLowerCase());
    if (!mesh) refuse("unknown-mesh", `There is no mesh "${name}": set it up first.`, `meshes.${i}`);
    return mesh;
  });
};

/** When a mesh was last found whole before a moment; null when it never was. */
export async function lastWhole(db: Knex, meshId: number, before: Date): Promise<Date | null> {
  const row = await db("live_mesh_care")
    .where({ mesh_id: meshId, what: "whole" })
    .andWhere("stated_at", "<", before)
    .max("stated_at as at")
    .first();
  return row?.at ?? null;
}

export interface Passed {
  readonly fill_id: number;
  readonly name: string;
  readonly kind: FillKind;
}

/** Vessels that hold, and lots that were filled with, what passed a mesh since `since`, wherever it was poured from there. */
export async function passedThrough(db: Knex, meshId: number, since: Date | null): Promise<Passed[]> {
  const through: number[] = await db("live_strained as s")
    .whereRaw("? = any(s.mesh_ids)", [meshId])
    .whereRaw("s.stated_at >= coalesce(?::timestamptz, '-infinity')", [since])
    .distinct("s.fill_id")
    .pluck("s.fill_id");
  if (through.length === 0) return [];
  return db("fill as f")
    .join("fill_balance as b", "b.fill_id", "f.id")
    .whereRaw("f.id = any(?::bigint[])", [await reachInDatabase(db, through, "forward")])
    .whereIn("f.kind", [...HONEY_VESSELS, "lot"])
    .whereRaw(HOLDS_SOME)
    .orderBy("f.id")
    .select("f.id as fill_id", "f.name", "f.kind");
}

/** Pails of one gate follow each other within so long, h (common practice). */
const SAME_GATE_H = 3;

/** Vessels that were filled from the same batch shortly before or after a fill was: what fell into one may be in them. */
export async function underTheSameGate(db: Knex, fillId: number): Promise<string[]> {
  const { rows } = await db.raw(
    `select distinct f.id, f.name
       from movement m
       join movement o on o.from_fill = m.from_fill and o.kind = 'pail' and o.to_fill <> m.to_fill
        and o.at between m.at - ? * interval '1 hour' and m.at + ? * interval '1 hour'
       join fill f on f.id = o.to_fill
      where m.to_fill = ? and m.kind = 'pail' and m.reverses is null and o.reverses is null
        and not exists (select 1 from undone u where u.entry_id in (m.entry_id, o.entry_id))
      order by f.id limit 40`,
    [SAME_GATE_H, SAME_GATE_H, fillId],
  );
  return rows.map((r: { name: string }) => r.name);
}

export interface StrainedRow {
  readonly fill_id: number;
  readonly entry_id: number;
  readonly at: Date;
  readonly mesh_ids: readonly number[];
  readonly grams: number;
  readonly minutes: number | null;
  readonly temp_c: number | null;
  readonly head_cm: number | null;
  readonly water_pct: number | null;
  readonly kept_g: number;
}
export interface LookedAt {
  readonly fill_id: number;
  readonly at: Date;
}
export interface InspectionRow extends LookedAt {
  readonly verdict: "good" | "held";
  readonly found: string;
}

/** What is told of fills that stand, each list in order of time. */
export interface Standing {
  readonly warmth: readonly WarmthRow[];
  readonly strained: readonly StrainedRow[];
  readonly skimmed: readonly (LookedAt & { readonly grams: number })[];
  readonly inspected: readonly InspectionRow[];
}

/** When something was strained into these fills, up to a moment, in order of time. */
export const passesInto = (
  db: Knex,
  fills: readonly number[],
  now: Date,
): Promise<(LookedAt & { readonly grams: number })[]> =>
  db("live_strained as x")
    .whereRaw("x.fill_id = any(?::bigint[])", [[...fills]])
    .andWhere("x.stated_at", "<=", now)
    .orderByRaw("x.stated_at, x.id")
    .select("x.fill_id", "x.stated_at as at", "x.grams");

/** @param now what is told of later moments is not asked */
export async function standingOf(db: Knex, fills: readonly number[], now: Date): Promise<Standing> {
  if (fills.length === 0) return { warmth: [], strained: [], skimmed: [], inspected: [] };
  const of = (table: string, columns: readonly string[]) =>
    db(`${table} as x`)
      .whereRaw("x.fill_id = any(?::bigint[])", [[...fills]])
      .andWhere("x.stated_at", "<=", now)
      .orderByRaw("x.stated_at, x.id")
      .select("x.fill_id", "x.entry_id", "x.stated_at as at", ...columns.map((c) => `x.${c}`));
  const [warmth, strained, skimmed, inspected] = await Promise.all([
    warmthOf(db, fills, now),
    of("live_strained", ["mesh_ids", "grams", "minutes", "temp_c", "head_cm", "water_pct", "kept_g"]),
    of("live_skimming", ["grams"]),
    of("live_inspection", ["verdict", "found"]),
  ]);
  return {
    warmth,
    strained: strained.map((s) => ({ ...s, mesh_ids: s.mesh_ids.map(Number) })),
    skimmed,
    inspected,
  };
}

/** This house's timed passes, newest first. */
export const timedPasses = (db: Knex, most: number): Promise<StrainedRow[]> =>
  db("live_strained as x")
    .whereRaw(`x.id = any(${newestIds("strained", most, "t.minutes is not null and t.temp_c is not null")})`)
    .orderByRaw(newestFirst("x"))
    .select("x.*", "x.stated_at as at");
