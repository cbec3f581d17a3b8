/** Rows of jars, lids, labels and boxes: what there is, what came of whom, what went into which lot. */
import type { Knex } from "knex";
import { refuse } from "../language/errors";
import type { MaterialKind } from "./kinds";

export interface MaterialRow {
  readonly id: number;
  readonly entry_id: number;
  readonly kind: MaterialKind;
  readonly name: string;
  /** Net quantities of the jars it is for, g. */
  readonly fits_g: readonly number[];
  /** Jars one piece serves: more than one in a box. */
  readonly holds: number;
  readonly minimum: number;
  readonly days_to_come: number;
  /** Filled jars of it the house wants to have, orders aside. */
  readonly keep_filled: number;
  /** What a filled jar of it brings; null where nobody said. */
  readonly worth: number | null;
  /** In stock: as it was last counted, and what came and went since. Under nothing where more went than is on record. */
  readonly pieces: number;
  /** Whether it was ever counted or delivered: else nobody knows how many there are. */
  readonly known: boolean;
}

/**
 * Every material as it was told last, by its name, with what there is of it. The count is a moment: what was
 * delivered or used before it, though told later, changes nothing of it.
 * @param at as it was then; as it is now where left out
 */
export async function materials(db: Knex, at?: Date): Promise<MaterialRow[]> {
  const { rows } = await db.raw(
    `
    with newest as (
      select distinct on (lower(m.name)) m.* from live_material m where m.stated_at <= :at or m.stated_at = 'infinity' order by lower(m.name), m.stated_at desc, m.id desc
    ), ids as (
      select n.id as of, m.id from newest n join live_material m on lower(m.name) = lower(n.name)
    ), counted as (
      select distinct on (i.of) i.of, c.counted, c.stated_at, c.id
        from ids i join live_material_count c on c.material_id = i.id and c.stated_at <= :at
       order by i.of, c.stated_at desc, c.id desc
    )
    select n.id, n.entry_id, n.kind, n.name, n.fits_g, n.holds, n.minimum, n.days_to_come, n.keep_filled, n.worth,
           (coalesce(c.counted, 0)
            + coalesce((select sum(d.pieces) from ids i join live_material_delivery d on d.material_id = i.id and d.stated_at <= :at
                         where i.of = n.id and (c.of is null or d.stated_at > c.stated_at)), 0)
            - coalesce((select sum(u.pieces) from ids i join live_material_use u on u.material_id = i.id and u.stated_at <= :at
                         where i.of = n.id and (c.of is null or u.stated_at > c.stated_at)), 0))::int as pieces,
           (c.of is not null or exists (select 1 from ids i join live_material_delivery d on d.material_id = i.id
                                          and d.stated_at <= :at where i.of = n.id)) as known
      from newest n left join counted c on c.of = n.id
     order by array_position(array['jar','lid','label','box'], n.kind), n.fits_g, n.name`,
    { at: at ?? "infinity" },
  );
  return rows;
}

const materialCalled = async (db: Knex, name: string, at: Date): Promise<MaterialRow | undefined> =>
  (await materials(db, at)).find((m) => m.name.toLowerCase() === name.toLowerCase());

export async function oneMaterial(db: Knex, name: string, at: Date): Promise<MaterialRow> {
  return (
    (await materialCalled(db, name, at)) ??
    refuse("unknown-material", `There is no "${name.slice(0, 60)}" here: set it up first.`, "material")
  );
}

export interface DeliveryRow {
  readonly id: number;
  readonly entry_id: number;
  readonly at: Date;
  readonly name: string;
  readonly kind: MaterialKind;
  readonly supplier: string;
  readonly their_lot: string;
  readonly pieces: number;
  readonly used: number;
  /** Lots it went into, by their codes. */
  readonly lots: readonly string[];
}

const deliveries = (db: Knex) =>
  db("live_material_delivery as d")
    .join("material as m", "m.id", "d.material_id")
    .select(
      "d.id",
      "d.entry_id",
      "d.stated_at as at",
      "m.name",
      "m.kind",
      "d.supplier",
      "d.their_lot",
      "d.pieces",
      db.raw(
        "coalesce((select sum(u.pieces) from live_material_use u where u.delivery_id = d.id), 0)::int as used",
      ),
      db.raw(`coalesce((select array_agg(distinct l.code order by l.code) from live_material_use u
                join live_lot l on l.id = u.lot_id where u.delivery_id = d.id), '{}') as lots`),
    );

/** The newest deliveries; those of one supplier lot, where one is looked for. */
export const recentMaterialDeliveries = (db: Knex, most: number, theirLot?: string): Promise<DeliveryRow[]> =>
  deliveries(db)
    .modify((q) => theirLot !== undefined && q.whereRaw("lower(d.their_lot) = lower(?)", [theirLot]))
    .orderBy("d.stated_at", "desc")
    .orderBy("d.id", "desc")
    .limit(most);

/** Deliveries of a material that are not used up, the oldest first. */
export const openDeliveries = (
  db: Knex,
  name: string,
  at: Date,
): Promise<{ id: number; entry_id: number; left: number; known_from: Date }[]> =>
  db
    .select("*")
    .from(
      db("live_material_delivery as d")
        .join("material as m", "m.id", "d.material_id")
        .whereRaw("lower(m.name) = lower(?)", [name])
        .where("d.stated_at", "<=", at)
        .select(
          "d.id",
          "d.entry_id",
          "d.stated_at as known_from",
          db.raw(
            "(d.pieces - coalesce((select sum(u.pieces) from live_material_use u where u.delivery_id = d.id), 0))::int as left",
          ),
        )
        .as("open"),
    )
    .where("left", ">", 0)
    .orderBy("known_from")
    .orderBy("id");

/** What of which supplier went into a lot. */
export const materialsOfLot = (
  db: Knex,
  lotId: number,
): Promise<
  { name: string; kind: MaterialKind; pieces: number; supplier: string | null; their_lot: string | null }[]
> =>
  db("live_material_use as u")
    .join("material as m", "m.id", "u.material_id")
    .leftJoin("material_delivery as d", "d.id", "u.delivery_id")
    .where("u.lot_id", lotId)
    .orderBy("u.id")
    .select("m.name", "m.kind", "u.pieces", "d.supplier", "d.their_lot");
