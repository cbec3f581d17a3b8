/** What the ledger says of each movement, for events of other people's systems. */
import type { Knex } from "knex";

export interface MovedRow {
  readonly id: number;
  readonly entry_id: number;
  readonly at: Date;
  readonly kind: string;
  readonly grams: number;
  readonly from_kind: string;
  readonly from_fill: number;
  readonly from_name: string;
  readonly from_ref: string | null;
  readonly to_kind: string;
  readonly to_fill: number;
  readonly to_name: string;
  readonly to_ref: string | null;
  readonly yard: string | null;
  readonly buyer: string | null;
  readonly jars: number | null;
  readonly dispatch: number | null;
  readonly best_before: string | null;
  readonly jar_g: number | null;
  readonly honey_kind: string | null;
}

/** One page of movements that stand, in the order they were made. */
export async function movedPage(
  db: Knex,
  after: number,
  limit: number,
  from: Date,
  until: Date,
): Promise<MovedRow[]> {
  const { rows } = await db.raw(
    `select m.id, m.entry_id, m.at, m.kind, m.grams,
            a.kind as from_kind, a.id as from_fill, a.name as from_name,
            coalesce(la.code, va.tag, ba.number::text, da.number::text) as from_ref,
            z.kind as to_kind, z.id as to_fill, z.name as to_name,
            coalesce(lz.code, vz.tag, bz.number::text, dz.number::text) as to_ref,
            y.name as yard, bc.called as buyer,
            -- Sold in bulk it is kilograms, not a jar.
            case when la.vessel is null then p.jars end as jars, d.number as dispatch,
            coalesce(lz.best_before, la.best_before) as best_before, coalesce(lz.nominal_g, la.nominal_g) as jar_g,
            coalesce(lz.honey_kind, la.honey_kind) as honey_kind
       from movement m
       join fill a on a.id = m.from_fill
       join fill z on z.id = m.to_fill
       left join vessel va on va.id = a.vessel_id
       left join vessel vz on vz.id = z.vessel_id
       left join lot la on la.fill_id = a.id
       left join lot lz on lz.fill_id = z.id
       left join batch ba on ba.fill_id = a.id
       left join batch bz on bz.fill_id = z.id
       left join delivery da on da.fill_id = a.id
       left join delivery dz on dz.fill_id = z.id
       left join live_pull_super ps on ps.fill_id = z.id
       left join live_pull u on u.id = ps.pull_id
       left join yard y on y.id = u.yard_id
       left join live_parcel p on p.fill_id = z.id
       left join live_dispatch d on d.id = p.dispatch_id
       left join buyer_called bc on bc.id = p.buyer_id
      where m.id > ? and m.at >= ? and m.at < ? and m.reverses is null
        and not exists (select 1 from undone x where x.entry_id = m.entry_id)
      order by m.id limit ?`,
    [after, from, until, limit],
  );
  return rows;
}
