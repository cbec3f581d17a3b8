import type { Knex } from "knex";
import type { Tool } from "@/core/dayplan";
import type { FrameKnown, FrameWidth, MachineKind } from "@/core/extraction";
import { refuse } from "../../language/errors";
import { newestFirst, newestIds } from "../../ledger/records/newest";
import { OPEN_BATCH_IDS } from "./batches";

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

const runs = (db: Knex) =>
  db("live_run as r")
    .join("machine_now as m", "m.id", "r.machine_id")
    .leftJoin("live_run_end as e", "e.run_id", "r.id")
    .select("r.*", "m.name as machine", "m.kind", "e.ended_at", "e.shaky", "e.marks");

export const runsOfBatches = (db: Knex, batchIds: readonly number[]): Promise<RunRow[]> =>
  batchIds.length === 0
    ? Promise.resolve([])
    : runs(db)
        .whereRaw("r.batch_id = any(?::bigint[])", [[...batchIds]])
        .orderBy("r.id");
/** Runs that began between two moments, in their order. */
export const runsBetween = (db: Knex, from: Date, to: Date, most: number): Promise<RunRow[]> =>
  runs(db)
    .where("r.started_at", ">=", from)
    .where("r.started_at", "<", to)
    .orderBy(["r.started_at", "r.id"])
    .limit(most);

/** Of a batch's runs those a super's stay in it may have been in: a super may come back within one batch. */
export const runsOfStay = (runs: readonly RunRow[], joinedAt: Date): readonly RunRow[] =>
  runs.filter((r) => r.started_at >= joinedAt);
/** Was every frame of the load on the scale? Only then its imbalance is known. */
export const isWeighed = (run: Pick<RunRow, "slots">): boolean =>
  run.slots.every((f) => f === null || f.known === "weighed");
/** Runs that turn now, of whatever batch; with its batch closed one turns no more. */
const turning = (db: Knex) => runs(db).whereNull("e.id").whereRaw(`r.batch_id = any(${OPEN_BATCH_IDS})`);
export const turningIn = (db: Knex, machineId: number): Promise<RunRow | undefined> =>
  turning(db).where("r.machine_id", machineId).first();
export const turningNow = (db: Knex): Promise<RunRow[]> => turning(db).orderBy("r.id");
export const oneRun = async (db: Knex, id: number): Promise<RunRow> =>
  (await runs(db).where("r.id", id).first()) ?? refuse("unknown-run", "There is no such run.", "run");
/** Ended runs to learn from, newest first. */
export const pastRuns = (db: Knex, limit = 200): Promise<RunRow[]> =>
  runs(db)
    .whereNotNull("e.id")
    .whereRaw(`r.id = any(${newestIds("run", limit)})`)
    .orderByRaw(newestFirst("r"));
