/** Rows of owners: whose colonies are whose, what came off them, what was agreed. */
import type { Knex } from "knex";

/** So many owners are told of; more are nobody's sideline. */
const MOST = 60;

/** Every owner honey is, or was, kept apart for. */
export async function ownersAll(db: Knex): Promise<string[]> {
  const { rows } = await db.raw(
    `select min(owner) as owner from (
       select owner from live_colony_terms where owner <> ''
        union all select owner from live_delivery where owner <> '') o
      group by lower(owner) order by 1 limit ${MOST}`,
  );
  return rows.map((r: { owner: string }) => r.owner);
}

export interface OwnersFills {
  readonly called: string;
  readonly colonies: readonly string[];
  /** What was agreed for the colonies that are theirs now, g; null where nothing was. */
  readonly agreedG: number | null;
  readonly fills: readonly {
    readonly fill_id: number;
    readonly what: string;
    readonly day: string;
    readonly grams: number;
  }[];
}

/** Combs pulled off the owner's colonies and honey they brought, with what was weighed and the day a zone's calendar showed. */
export async function ownedFills(db: Knex, owner: string, zone: string): Promise<OwnersFills> {
  const { rows: terms } = await db.raw(
    `select c.id, c.tag, t.owner, t.agreed_g
       from live_colony c
       join lateral (select * from live_colony_terms x where x.colony_id = c.id order by x.stated_at desc, x.id desc limit 1) t on true
      where lower(t.owner) = lower(?) order by length(c.tag), c.tag`,
    [owner],
  );
  const { rows: combs } = await db.raw(
    `select p.fill_id, 'super ' || v.tag || ', colony ' || c.tag as what, u.date as day,
            (select sum(m.grams) from movement m
              where m.to_fill = p.fill_id and m.kind = 'pull' and m.reverses is null
                and not exists (select 1 from undone n where n.entry_id = m.entry_id))::bigint as grams
       from live_pull_super p
       join live_pull u on u.id = p.pull_id join vessel v on v.id = p.vessel_id join colony c on c.id = p.colony_id
      where p.colony_id = any(?::bigint[])
     union all
     select d.fill_id, 'delivery ' || d.number, (f.opened_at at time zone ?)::date, b.came
       from live_delivery d join fill f on f.id = d.fill_id
       cross join lateral (
         select sum(m.grams)::bigint as came from movement m
          where m.from_fill = d.fill_id and m.reverses is null
            and not exists (select 1 from undone n where n.entry_id = m.entry_id)) b
      where lower(d.owner) = lower(?)
      order by day, what`,
    [terms.map((t: { id: number }) => t.id), zone, owner],
  );
  const agreed = terms.filter((t: { agreed_g: number | null }) => t.agreed_g !== null);
  return {
    called: terms[0]?.owner ?? owner,
    colonies: terms.map((t: { tag: string }) => t.tag),
    agreedG:
      agreed.length === 0
        ? null
        : agreed.reduce((g: number, t: { agreed_g: number }) => g + Number(t.agreed_g), 0),
    fills: combs
      .filter((c: { grams: number | null }) => c.grams !== null)
      .map((c: { grams: number }) => ({ ...c, grams: Number(c.grams) })),
  };
}

export async function termsOf(db: Knex, owner: string): Promise<{ sharePct: number | null }> {
  const row = await db("live_owner_terms")
    .whereRaw("lower(owner) = lower(?)", [owner])
    .orderBy([
      { column: "stated_at", order: "desc" },
      { column: "id", order: "desc" },
    ])
    .first("share_pct");
  return { sharePct: row?.share_pct ?? null };
}
