/**
 * The newest word on a thing: what happened latest, and of one moment what was recorded latest. A fact that
 * is entered late never overrules a newer one.
 */

/** An ORDER BY for rows of a `live_` view known as `alias`. */
export const newestFirst = (alias: string): string =>
  `${alias}.stated_at desc, ${alias}.entry_id desc, ${alias}.id desc`;

/** A LATERAL join to the newest row of `live_<table>` (known as `x` in `where`), null columns where there is none. */
export const joinNewest = (table: string, as: string, columns: string, where: string): string =>
  `left join lateral (select ${columns} from live_${table} x where ${where} order by ${newestFirst("x")} limit 1) ${as} on true`;
