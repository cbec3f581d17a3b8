/** What is opened by a fact and closed by another, kept ready by the database as it stands now. */
import type { Knex } from "knex";

export type Openable = "batch" | "jar_order" | "retained_sample" | "hold";

/** The ids of those nobody closed, as an SQL array: all that were ever closed are not even looked at. */
export const stillOpen = (what: Openable): string =>
  `array(select id from still_open where what = '${what}')`;

/** What is kept as open and is not, or is open and not kept; null in an honest house. */
export async function wronglyOpen(db: Knex): Promise<string | null> {
  const { rows } = await db.raw(
    `(select what, id, 'kept as open and is not' as how from still_open except select what, id, 'kept as open and is not' from open_as_told())
     union all
     (select what, id, 'open and not kept so' from open_as_told() except select what, id, 'open and not kept so' from still_open)
     order by what, id limit 1`,
  );
  const [wrong] = rows as { what: string; id: number; how: string }[];
  return wrong ? `${wrong.what.replaceAll("_", " ")} ${wrong.id} is ${wrong.how}` : null;
}
