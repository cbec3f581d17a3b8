/**
 * The newest word on a thing: what happened latest, and of one moment what was recorded latest. A fact that
 * is entered late never overrules a newer one.
 */

/** An ORDER BY for rows of a `live_` view known as `alias`. */
export const newestFirst = (alias: string): string =>
  `${alias}.stated_at desc, ${alias}.entry_id desc, ${alias}.id desc`;

/** What is told late was entered lately all the same: of four times as many the newest are found. */
const LOOKED_AT = 4;

/**
 * The ids of the newest `most` rows of `table` that stand, as an SQL array. They are among those that were entered
 * last: putting all there ever were in order by their moment takes longer with every season.
 * @param where of a row `t`, which ones are asked for
 */
export const newestIds = (table: string, most: number, where = "true"): string =>
  `array(select n.id
           from (select t.id, t.entry_id from ${table} t where ${where} order by t.id desc limit ${LOOKED_AT * most}) n
           -- Each one's moment by itself: all moments there are would be read for a few hundred.
           left join lateral (select e.happened_at from entry e where e.id = n.entry_id offset 0) e on true
          where not exists (select 1 from undone u where u.entry_id = n.entry_id)
          order by coalesce(e.happened_at, 'infinity') desc, n.entry_id desc, n.id desc limit ${most})`;

/** For a page's limit: as a value to be filled in, it is planned as if a tenth of all there ever was were wanted. */
export const AS_WRITTEN = { skipBinding: true } as const;

/** A LATERAL join to the newest row of `live_<table>` (known as `x` in `where`), null columns where there is none. */
export const joinNewest = (table: string, as: string, columns: string, where: string): string =>
  `left join lateral (select ${columns} from live_${table} x where ${where} order by ${newestFirst("x")} limit 1) ${as} on true`;
