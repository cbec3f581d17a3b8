import type { Knex } from "knex";
import { newestFirst } from "../../ledger/records/newest";

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
