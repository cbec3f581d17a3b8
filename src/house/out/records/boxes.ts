/** Rows of boxes: the last charge of each, and where it was put after that. */
import type { Knex } from "knex";

export interface BoxRow {
  readonly vessel_id: number;
  readonly tag: string;
  readonly fill_id: number | null;
  readonly kind: string | null;
  readonly grams: number;
  readonly opened_at: Date | null;
  /** The colony it was pulled off last. */
  readonly colony: string | null;
  readonly colony_id: number | null;
  readonly comb_fill_id: number | null;
  readonly flags: readonly string[] | null;
  readonly in_open_batch: boolean;
  readonly way: "returned" | "stored" | "set-out" | null;
  readonly way_colony: string | null;
  readonly how: string;
  readonly place: string;
  readonly way_at: Date | null;
}

/** All boxes, or those named. */
export async function boxesNow(db: Knex, tags?: readonly string[]): Promise<BoxRow[]> {
  const { rows } = await db.raw(
    `select v.id as vessel_id, v.tag, f.id as fill_id, f.kind, coalesce(b.grams, 0) as grams, f.opened_at,
            c.tag as colony, p.colony_id, p.fill_id as comb_fill_id, p.flags,
            (f.kind = 'comb' and b.grams = 0 and exists (
               select 1 from live_batch_super s
                where s.fill_id = f.id
                  and not exists (select 1 from live_spun x where x.comb_fill_id = f.id)
                  and not exists (select 1 from live_batch_close k where k.batch_id = s.batch_id))) as in_open_batch,
            w.way, wc.tag as way_colony, coalesce(w.how, '') as how, coalesce(w.place, '') as place, w.stated_at as way_at
       from live_vessel v
       left join lateral (select * from live_fill x where x.vessel_id = v.id order by x.opened_at desc, x.id desc limit 1) f on true
       left join fill_balance b on b.fill_id = f.id
       left join lateral (
         select s.* from fill x join live_pull_super s on s.fill_id = x.id
          where x.vessel_id = v.id order by x.opened_at desc, x.id desc limit 1) p on true
       left join colony c on c.id = p.colony_id
       left join lateral (
         select * from live_box_way x
          where x.vessel_id = v.id and (f.opened_at is null or x.stated_at >= f.opened_at)
          order by x.stated_at desc, x.id desc limit 1) w on true
       left join colony wc on wc.id = w.colony_id
      where v.kind = 'super' ${tags ? "and v.tag = any(?::text[])" : ""}
      order by length(v.tag), v.tag`,
    tags ? [[...tags]] : [],
  );
  return rows;
}
