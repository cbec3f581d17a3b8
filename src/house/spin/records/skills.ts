import type { Knex } from "knex";
import type { Tool } from "@/core/dayplan";
import { newestFirst } from "../../ledger/records/newest";

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
