import type { Knex } from "knex";
import type { Tool } from "@/core/dayplan";
import type { Machine, MachineKind } from "@/core/extraction";
import { refuse } from "../errors";

export interface MachineRow {
  readonly id: number;
  readonly entry_id: number;
  readonly name: string;
  readonly kind: MachineKind;
  readonly slots: number;
  readonly radius_m: number;
  readonly drum_m: number;
  readonly clearance_m: number;
  readonly allowed_kgm: number;
}

/** What lies in a slot: a frame of a super, with its weight. */
export interface LoadedFrame {
  readonly super: string;
  readonly kg: number;
}
export const MARKS = ["again", "burst", "brood"] as const;
export interface RunMark {
  readonly slot: number;
  readonly mark: (typeof MARKS)[number];
}

export interface RunRow {
  readonly id: number;
  readonly entry_id: number;
  readonly machine_id: number;
  readonly machine: string;
  readonly kind: MachineKind;
  readonly batch_id: number;
  readonly number: number;
  readonly slots: readonly (LoadedFrame | null)[];
  readonly kgm: number;
  readonly minutes: number;
  readonly tender: boolean;
  readonly temp_c: number;
  readonly water_pct: number;
  readonly tool: Tool | null;
  readonly expected_g: number;
  readonly started_at: Date;
  readonly ended_at: Date | null;
  readonly shaky: boolean | null;
  readonly marks: readonly RunMark[] | null;
}

export const machines = (db: Knex): Promise<MachineRow[]> => db("live_machine").orderBy("id");

export async function oneMachine(db: Knex, name: string): Promise<MachineRow> {
  return (
    (await db("live_machine").whereRaw("lower(name) = lower(?)", [name]).first()) ??
    refuse(
      "unknown-machine",
      `There is no machine called "${name}". Set it up in the Spin bay first.`,
      "machine",
    )
  );
}

export const asMachine = (m: MachineRow): Machine => ({
  kind: m.kind,
  slots: m.slots,
  radiusM: m.radius_m,
  drumDiameterM: m.drum_m,
  clearanceM: m.clearance_m,
  allowedKgM: m.allowed_kgm,
});

const runs = (db: Knex) =>
  db("live_run as r")
    .join("live_machine as m", "m.id", "r.machine_id")
    .leftJoin("live_run_end as e", "e.run_id", "r.id")
    .select("r.*", "m.name as machine", "m.kind", "e.ended_at", "e.shaky", "e.marks");

export const runsOfBatches = (db: Knex, batchIds: readonly number[]): Promise<RunRow[]> =>
  batchIds.length === 0
    ? Promise.resolve([])
    : runs(db)
        .whereIn("r.batch_id", [...batchIds])
        .orderBy("r.id");
export const oneRun = async (db: Knex, id: number): Promise<RunRow> =>
  (await runs(db).where("r.id", id).first()) ?? refuse("unknown-run", "There is no such run.", "run");
/** Ended runs to learn from, newest first. */
export const pastRuns = (db: Knex, limit = 200): Promise<RunRow[]> =>
  runs(db).whereNotNull("e.id").orderBy("r.id", "desc").limit(limit);

export interface CheckRow {
  readonly kind: "opening" | "closing";
  readonly items: readonly string[];
  readonly who: string;
  readonly at: Date;
}
export const checksSince = (db: Knex, since: Date): Promise<CheckRow[]> =>
  db("live_floor_check").where("at", ">=", since).orderBy("at");

/** The pail under each batch's gate: the newest one put there. */
export async function gatePails(
  db: Knex,
  batchIds: readonly number[],
): Promise<
  Map<number, { entry_id: number; tag: string; vessel_id: number; capacity_g: number | null; at: Date }>
> {
  if (batchIds.length === 0) return new Map();
  const rows = await db("live_gate_pail as g")
    .join("vessel as v", "v.id", "g.vessel_id")
    .whereIn("g.batch_id", [...batchIds])
    .orderBy("g.id")
    .select("g.batch_id", "g.entry_id", "g.vessel_id", "g.at", "v.tag", "v.capacity_g");
  return new Map(rows.map((r) => [r.batch_id as number, r]));
}

export interface BinState {
  readonly fill_id: number;
  readonly tag: string;
  readonly grams: number;
  readonly opened_at: Date;
}
export const binsHolding = (db: Knex): Promise<BinState[]> =>
  db("fill_balance as b")
    .join("live_fill as f", "f.id", "b.fill_id")
    .join("vessel as v", "v.id", "f.vessel_id")
    .where("b.kind", "cappings")
    .where("b.grams", ">", 0)
    .orderBy("f.id")
    .select("f.id as fill_id", "v.tag", "b.grams", "f.opened_at");

export const planOf = async (db: Knex, day: string): Promise<unknown | null> =>
  (await db("live_day_plan").where({ date: day }).orderBy("id", "desc").first("plan"))?.plan ?? null;
