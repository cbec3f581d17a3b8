import type { Knex } from "knex";
import type { HandWork, Tool } from "@/core/dayplan";
import type { FrameKnown, FrameWidth, Machine, MachineKind } from "@/core/extraction";
import { refuse } from "../../language/errors";
import { newestFirst } from "../../ledger/records/newest";
import type { Known } from "../../vessels/records";

export interface MachineRow extends Known {
  readonly name: string;
  readonly kind: MachineKind;
  readonly slots: number;
  readonly radius_m: number;
  readonly drum_m: number;
  readonly clearance_m: number;
  readonly allowed_kgm: number;
  /** Turned by hand. */
  readonly cranked: boolean;
  /** Its honey runs into a pail of its own, not into the sump all share. */
  readonly own_gate: boolean;
  /** Slots a deep frame takes. */
  readonly deep_slots: FrameWidth;
}

/** What lies in a slot: a frame of a super, with its weight. */
export interface LoadedFrame {
  readonly super: string;
  readonly kg: number;
  /** Lies across this slot and the next. */
  readonly width?: FrameWidth;
  /** How its weight is known; left out, it is its box's mean. */
  readonly known?: FrameKnown;
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

export const machines = (db: Knex): Promise<MachineRow[]> => db("machine_now").orderBy("id");

export async function oneMachine(db: Knex, name: string): Promise<MachineRow> {
  return (
    (await db("machine_now").whereRaw("lower(name) = lower(?)", [name]).first()) ??
    refuse(
      "unknown-machine",
      `There is no machine called "${name}". Set it up in the Spin bay first.`,
      "machine",
    )
  );
}

export const asMachine = (m: Omit<MachineRow, "id" | "entry_id" | "name" | "known_from">): Machine => ({
  kind: m.kind,
  slots: m.slots,
  radiusM: m.radius_m,
  drumDiameterM: m.drum_m,
  clearanceM: m.clearance_m,
  allowedKgM: m.allowed_kgm,
});

const runs = (db: Knex) =>
  db("live_run as r")
    .join("machine_now as m", "m.id", "r.machine_id")
    .leftJoin("live_run_end as e", "e.run_id", "r.id")
    .select("r.*", "m.name as machine", "m.kind", "e.ended_at", "e.shaky", "e.marks");

export const runsOfBatches = (db: Knex, batchIds: readonly number[]): Promise<RunRow[]> =>
  batchIds.length === 0
    ? Promise.resolve([])
    : runs(db)
        .whereIn("r.batch_id", [...batchIds])
        .orderBy("r.id");
/** Of a batch's runs those a super's stay in it may have been in: a super may come back within one batch. */
export const runsOfStay = (runs: readonly RunRow[], joinedAt: Date): readonly RunRow[] =>
  runs.filter((r) => r.started_at >= joinedAt);
/** Was every frame of the load on the scale? Only then its imbalance is known. */
export const isWeighed = (run: Pick<RunRow, "slots">): boolean =>
  run.slots.every((f) => f === null || f.known === "weighed");
/** Runs that turn now, of whatever batch; with its batch closed one turns no more. */
const turning = (db: Knex) =>
  runs(db)
    .whereNull("e.id")
    .whereRaw("not exists (select 1 from live_batch_close c where c.batch_id = r.batch_id)");
export const turningIn = (db: Knex, machineId: number): Promise<RunRow | undefined> =>
  turning(db).where("r.machine_id", machineId).first();
export const turningNow = (db: Knex): Promise<RunRow[]> => turning(db).orderBy("r.id");
export const oneRun = async (db: Knex, id: number): Promise<RunRow> =>
  (await runs(db).where("r.id", id).first()) ?? refuse("unknown-run", "There is no such run.", "run");
/** Ended runs to learn from, newest first. */
export const pastRuns = (db: Knex, limit = 200): Promise<RunRow[]> =>
  runs(db).whereNotNull("e.id").orderByRaw(newestFirst("r")).limit(limit);

export interface CheckRow {
  readonly kind: "opening" | "closing";
  readonly items: readonly string[];
  readonly who: string;
  readonly at: Date;
}
export const checksSince = (db: Knex, since: Date): Promise<CheckRow[]> =>
  db("live_floor_check").where("at", ">=", since).orderBy(["at", "id"]);

/** Checks that were set aside because they do not apply here, with who said so. */
export interface CheckAside {
  readonly kind: CheckRow["kind"];
  readonly item: string;
  readonly who: string;
}
export async function checksAside(db: Knex): Promise<CheckAside[]> {
  const rows = await db("live_check_aside as a")
    .distinctOn("a.kind", "a.item")
    .orderByRaw(`a.kind, a.item, ${newestFirst("a")}`)
    .select("a.kind", "a.item", "a.who", "a.aside");
  return rows.filter((r) => r.aside);
}

export interface GatePail {
  readonly entry_id: number;
  readonly batch_id: number;
  /** Whose gate; null where machines share one. */
  readonly machine_id: number | null;
  readonly vessel_id: number;
  readonly tag: string;
  readonly capacity_g: number | null;
  readonly at: Date;
}

/** Every pail that stood under a gate of these batches, in the order they were put there. */
export const gatePails = (db: Knex, batchIds: readonly number[]): Promise<GatePail[]> =>
  batchIds.length === 0
    ? Promise.resolve([])
    : db("live_gate_pail as g")
        .join("vessel as v", "v.id", "g.vessel_id")
        .whereIn("g.batch_id", [...batchIds])
        .orderBy(["g.at", "g.id"])
        .select("g.entry_id", "g.batch_id", "g.machine_id", "g.vessel_id", "g.at", "v.tag", "v.capacity_g");

export interface WeighedPail {
  readonly batch_id: number;
  readonly vessel_id: number;
  readonly grams: number;
  readonly at: Date;
}
/** Pails weighed full of these batches, whatever became of them since. */
export const pailsFilledFrom = (db: Knex, batchIds: readonly number[]): Promise<WeighedPail[]> =>
  batchIds.length === 0
    ? Promise.resolve([])
    : db("movement as m")
        .join("live_batch as b", "b.fill_id", "m.from_fill")
        .join("live_fill as f", "f.id", "m.to_fill")
        .where("m.kind", "pail")
        .whereNull("m.reverses")
        .whereIn("b.id", [...batchIds])
        .orderBy("m.id")
        .select("b.id as batch_id", "f.vessel_id", "m.grams", "m.at");

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

/** Of so many of the newest batches that had cappings the share is learnt. */
const CAPPINGS_BATCHES = 30;

/** What the newest batches gave into the cappings, % of what came in, by the tool most of their runs name. */
export async function cappingsOfBatches(db: Knex): Promise<{ tool: Tool; pct: number }[]> {
  const { rows } = await db.raw(
    `with cut as (
       select from_fill, sum(grams) as grams from movement c
        where kind = 'cappings' and reverses is null and not exists (select 1 from undone u where u.entry_id = c.entry_id)
        group by from_fill order by from_fill desc limit ?)
     select least(100, 100.0 * cut.grams / came.grams)::float8 as pct, runs.tool
       from cut join live_batch b on b.fill_id = cut.from_fill
       join lateral (
         select nullif(sum(j.grams), 0) as grams from movement j
          where j.to_fill = cut.from_fill and j.kind = 'join' and j.reverses is null
            and not exists (select 1 from undone u where u.entry_id = j.entry_id)) came on came.grams is not null
       join lateral (
         select tool from live_run r where r.batch_id = b.id and tool is not null
          group by tool order by count(*) desc, tool limit 1) runs on true`,
    [CAPPINGS_BATCHES],
  );
  return rows;
}

export const planOf = async (db: Knex, day: string): Promise<unknown | null> =>
  (await db("live_day_plan as p").where({ date: day }).orderByRaw(newestFirst("p")).first("plan"))?.plan ??
  null;
/** The newest plan of a day before. */
export const planBefore = async (db: Knex, day: string): Promise<unknown | null> =>
  (
    await db("live_day_plan as p")
      .where("date", "<", day)
      .orderByRaw(`p.date desc, ${newestFirst("p")}`)
      .first("plan")
  )?.plan ?? null;

/** What somebody of the crew can do. */
export interface Skill {
  readonly name: string;
  /** Tools they know, and their own pace with each, minutes a frame; null where it is the usual one. */
  readonly tools: readonly { readonly tool: Tool; readonly minPerFrame: number | null }[];
  readonly loads: boolean;
  readonly pails: boolean;
}
/** The newest word on each. */
export const skills = (db: Knex): Promise<Skill[]> =>
  db("live_skill as k")
    .distinctOn("name")
    .orderByRaw(`k.name, ${newestFirst("k")}`)
    .select("name", "tools", "loads", "pails");

/** Work done without a machine, newest first: what was measured of it. */
export async function handWork(db: Knex, limit = 60): Promise<HandWork[]> {
  const { rows } = await db.raw(
    `select coalesce(output->>'station', case output->>'way' when 'pressed' then 'press' else 'crush' end) as way,
            coalesce((output->>'frames')::int, 10) as frames, (output->>'minutes')::float8 as minutes,
            case when output->>'estimated' = 'true' then null
                 else (output->>'leftGrams')::float8 / nullif((output->>'honeyGrams')::float8, 0) end as "left"
       from entry e
      where (command = 'crush-combs' or (command = 'weigh-spun-super' and output->>'station' is not null))
        and not exists (select 1 from undone u where u.entry_id = e.id)
      order by e.happened_at desc, id desc limit ?`,
    [limit],
  );
  return rows;
}

/** What was lost out of these fills, by the cause it was booked under. */
export async function lossesOf(
  db: Knex,
  fillIds: readonly number[],
): Promise<{ fillId: number; cause: string; grams: number }[]> {
  if (fillIds.length === 0) return [];
  const rows = await db("movement as m")
    .join("live_fill as f", "f.id", "m.to_fill")
    .where("f.kind", "loss")
    .whereNull("m.reverses")
    .whereIn("m.from_fill", [...fillIds])
    .groupBy("m.from_fill", "f.name")
    .orderByRaw("sum(m.grams) desc")
    .select("m.from_fill as fillId", "f.name as cause", db.raw("sum(m.grams)::bigint as grams"));
  return rows as { fillId: number; cause: string; grams: number }[];
}

export const machineKnown = async (db: Knex, name: string): Promise<boolean> =>
  Boolean(await db("live_machine").whereRaw("lower(name) = lower(?)", [name]).first("id"));
