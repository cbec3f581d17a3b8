import type { Knex } from "knex";
import type { ProductRun } from "@/core/honey/products";
import { refuse } from "../language/errors";
import { IS_HOLDING } from "../ledger/records/fills";
import { AS_WRITTEN, newestFirst, newestIds } from "../ledger/records/newest";

export interface LotRow {
  readonly id: number;
  readonly entry_id: number;
  readonly fill_id: number;
  readonly code: string;
  readonly number: number;
  readonly year: number;
  readonly honey_kind: string;
  readonly nominal_g: number;
  readonly jars: number;
  readonly mean_fill_g: number;
  readonly filled_on: string;
  readonly best_before: string;
  /** Whose honey it is when it is kept apart; "" when it is the house's. */
  readonly owner: string;
  /** What spoke against it at the gate, with the reason; "" when nothing did. */
  readonly despite: string;
  /** The vessel it is, where it was sold in bulk; null for jars. */
  readonly vessel: string | null;
  readonly jars_out: number;
  readonly grams: number;
  /** What stands on the jar where several sizes share one lot; null where its code does. */
  readonly mark: string | null;
  readonly product: "honey" | "set" | "comb" | "chunk" | "infused" | "bulk" | null;
  readonly ingredients:
    | readonly { readonly name: string; readonly lot: string; readonly allergen: boolean }[]
    | null;
  /** Pieces weighed one by one, g. */
  readonly piece_g: readonly number[] | null;
  readonly water_pct: number | null;
  readonly upper_pct: number | null;
  readonly hmf_mg_kg: number | null;
  /** How warm it was filled, °C, and how long it took. */
  readonly fill_c: number | null;
  readonly minutes: number | null;
  readonly pfund_mm: number | null;
  readonly blooms: readonly { readonly what: string; readonly pct: number }[] | null;
  /** The lot it came back of, to be inspected. */
  readonly returned_of: number | null;
}

/** What is printed on the jar. */
export const markOf = (lot: Pick<LotRow, "code" | "mark">): string => lot.mark ?? lot.code;

const lots = (db: Knex) =>
  db("live_lot as l")
    .join("fill_balance as b", "b.fill_id", "l.fill_id")
    .select(
      "l.*",
      "b.grams",
      // Gone to buyers, broken, opened or kept as samples: not to be had any more.
      db.raw(`(coalesce((select sum(p.jars) from live_parcel p where p.lot_id = l.id), 0)
              + coalesce((select sum(o.jars) from live_jars_off o where o.lot_id = l.id), 0)
              - coalesce((select sum(k.jars) from live_jars_back k join live_parcel p on p.id = k.parcel_id where p.lot_id = l.id and k.what = 'stock'), 0))::int as jars_out`),
    );

/** Lots with jars still in the house, newest first. */
export const lotsHere = (db: Knex): Promise<LotRow[]> =>
  lots(db)
    .whereRaw(IS_HOLDING, [["lot"]])
    .orderBy("l.id", "desc");

/** One page of all lots, newest first, older than `before` when that is given. */
export function recentLots(db: Knex, limit: number, before?: number): Promise<LotRow[]> {
  const query = lots(db).orderBy("l.id", "desc").limit(limit, AS_WRITTEN);
  return before === undefined ? query : query.where("l.id", "<", before);
}

const bare = (code: string): string => code.toUpperCase().replace(/[-\s]/g, "");

/** The lots a code on a jar may mean: one, or the sizes that were filled under it. */
export const lotsMarked = (db: Knex, code: string): Promise<LotRow[]> =>
  lots(db)
    .whereRaw("replace(l.code, '-', '') = ?", [bare(code)])
    .orWhereRaw("replace(l.mark, '-', '') = ?", [bare(code)])
    .orderBy("l.id");

export const lotById = async (db: Knex, id: number): Promise<LotRow> => {
  const lot = await lots(db).where("l.id", id).first();
  return lot ?? refuse("unknown-lot", "There is no such lot any more.", "lot");
};

export async function maybeLot(db: Knex, code: string): Promise<LotRow | undefined> {
  return (await lotsMarked(db, code))[0];
}

/** The one lot of that code. @throws Refusal where there is none, or where several sizes share it */
export async function oneLot(db: Knex, code: string, field = "lot"): Promise<LotRow> {
  const found = await lotsMarked(db, code);
  const [one] = found;
  if (!one) refuse("unknown-lot", `There is no lot ${code.toUpperCase().slice(0, 20)}.`, field);
  // A part that came back carries the mark of its lot: the code itself still means the lot.
  const exact = found.find((l) => bare(l.code) === bare(code));
  if (exact) return exact;
  if (found.length > 1)
    refuse(
      "which-size",
      `Lot ${markOf(one)} has jars of several sizes: write ${found.map((l) => l.code).join(" or ")}.`,
      field,
    );
  return one;
}

export interface ParcelRow {
  readonly id: number;
  readonly entry_id: number;
  readonly lot_id: number;
  readonly fill_id: number;
  readonly buyer: string;
  readonly jars: number;
  readonly sent_on: string;
  readonly code: string;
  readonly honey_kind: string;
  readonly nominal_g: number;
  readonly vessel: string | null;
  readonly grams: number;
  readonly price: number | null;
  readonly dispatch: number | null;
  readonly kind: string | null;
  /** Of its jars, how many came back. */
  readonly back: number;
}

const jarsBack = (db: Knex) =>
  db.raw("coalesce((select sum(k.jars) from live_jars_back k where k.parcel_id = p.id), 0)::int as back");

/** One page of what has left, newest first. */
export const recentParcels = (db: Knex, limit: number, before?: number): Promise<ParcelRow[]> =>
  db("live_parcel as p")
    .join("live_lot as l", "l.id", "p.lot_id")
    .join("buyer_called as y", "y.id", "p.buyer_id")
    .join("fill_balance as b", "b.fill_id", "p.fill_id")
    .leftJoin("live_dispatch as d", "d.id", "p.dispatch_id")
    .modify((q) => before !== undefined && q.where("p.id", "<", before))
    .orderBy("p.id", "desc")
    .limit(limit)
    .select(
      "p.*",
      "d.number as dispatch",
      "d.kind",
      jarsBack(db),
      "y.called as buyer",
      "l.code",
      "l.honey_kind",
      "l.nominal_g",
      "l.vessel",
      "b.grams",
    );

/** Buyers as they are called now; one that was joined to another is told under the other's name. */
export const buyers = (db: Knex): Promise<{ id: number; entry_id: number; name: string }[]> =>
  db("buyer_called").whereRaw("stands_for = id").orderBy("name").select("id", "entry_id", "name");
export const maybeBuyer = (
  db: Knex,
  name: string,
): Promise<{ id: number; entry_id: number; name: string } | undefined> =>
  db("buyer_called as b")
    .join("live_buyer as t", "t.id", "b.stands_for")
    .whereRaw("lower(b.name) = lower(?)", [name])
    .first("t.id", "t.entry_id", "t.name");

/** A parcel of the same jars to the same buyer that was entered within the last minutes. */
export const sameParcelSince = (
  db: Knex,
  lotId: number,
  buyerId: number,
  jars: number,
  minutes: number,
): Promise<{ who: string } | undefined> =>
  db("live_parcel as p")
    .join("entry as e", "e.id", "p.entry_id")
    .where({ "p.lot_id": lotId, "p.buyer_id": buyerId, "p.jars": jars })
    .whereRaw("e.recorded_at > clock_timestamp() - ? * interval '1 minute'", [minutes])
    .first("e.who");

/** Parcels behind these fills: of which lot, how many jars, when sent. */
export const parcelsOfFills = (
  db: Knex,
  fillIds: readonly number[],
): Promise<
  {
    id: number;
    fill_id: number;
    lot_id: number;
    buyer_id: number;
    buyer: string;
    jars: number;
    back: number;
    code: string;
    vessel: string | null;
    sent_on: string;
    nominal_g: number;
  }[]
> =>
  db("live_parcel as p")
    .join("live_lot as l", "l.id", "p.lot_id")
    .join("buyer_called as y", "y.id", "p.buyer_id")
    .whereRaw("p.fill_id = any(?::bigint[])", [[...fillIds]])
    .select(
      "p.id",
      "p.fill_id",
      "p.lot_id",
      "y.stands_for as buyer_id",
      "y.called as buyer",
      "p.jars",
      jarsBack(db),
      "l.code",
      "l.vessel",
      "l.nominal_g",
      "p.sent_on",
    );

/** A number no lot of that year has had, undone ones included: a code that was printed is never given twice. */
/** Lots were numbered so far in a year, those taken back too; 0 where none was. */
export async function newestLotNumber(db: Knex, year: number): Promise<number> {
  return Number((await db("lot").where({ year }).max("number as n").first())?.n ?? 0);
}
export const nextLotNumber = async (db: Knex, year: number): Promise<number> =>
  (await newestLotNumber(db, year)) + 1;

export interface FillCheckRow {
  readonly id: number;
  readonly at: Date;
  readonly who: string;
  readonly code: string | null;
  readonly jar_g: number;
  readonly lot_jars: number;
  readonly rules: "oiml-r87" | "eu-76-211" | "us-hb133";
  readonly step_g: number;
  readonly weights_g: readonly number[];
  readonly second_g: readonly number[] | null;
  readonly empty_g: readonly number[] | null;
  readonly of_check: number | null;
  readonly span: number | null;
  readonly put_right: { readonly jar: number; readonly how: string } | null;
  readonly entry_id: number;
  readonly lot_id: number | null;
}

const checks = (db: Knex) =>
  db("live_fill_check as x")
    .join("entry as e", "e.id", "x.entry_id")
    .leftJoin("lot as l", "l.id", "x.lot_id")
    // One that was put right stands no more for itself.
    .whereNotExists(db("live_fill_check as later").whereRaw("later.of_check = x.id"))
    .select(
      "x.id",
      "e.happened_at as at",
      "e.who",
      "l.code",
      "x.jar_g",
      "x.lot_jars",
      "x.rules",
      "x.step_g",
      "x.weights_g",
      "x.second_g",
      "x.empty_g",
      "x.of_check",
      "x.span",
      "x.put_right",
      "x.entry_id",
      "x.lot_id",
    );

/** The newest weighings of jars, each as it was put right last. */
export const fillChecks = (db: Knex, most: number): Promise<FillCheckRow[]> =>
  checks(db)
    .whereRaw(`x.id = any(${newestIds("fill_check", most)})`)
    .orderByRaw(newestFirst("x"));

export const oneFillCheck = (db: Knex, id: number): Promise<FillCheckRow | undefined> =>
  checks(db).where("x.id", id).first();

export interface ScaleCheckRow {
  readonly at: Date;
  readonly scale: string;
  readonly known_g: number;
  readonly shown_g: number;
  readonly verified: boolean;
}

/** The scale's newest checks up to a moment, newest first. */
export const scaleChecks = (db: Knex, at: Date, most: number): Promise<ScaleCheckRow[]> =>
  db("live_scale_check as x")
    .where("x.stated_at", "<=", at)
    .orderBy("x.stated_at", "desc")
    .orderBy("x.id", "desc")
    .limit(most)
    .select("x.stated_at as at", "x.scale", "x.known_g", "x.shown_g", "x.verified");

export interface JarsOffRow {
  readonly code: string;
  readonly jars: number;
  readonly why: "broken" | "neighbour" | "sample" | "opened";
  readonly place: string;
  readonly keep_until: string | null;
  readonly note: string;
  readonly at: Date;
}

/** Jars that left their lot without a buyer, newest first. */
export const jarsOff = (db: Knex, most: number): Promise<JarsOffRow[]> =>
  db("live_jars_off as o")
    .join("lot as l", "l.id", "o.lot_id")
    .orderBy("o.stated_at", "desc")
    .orderBy("o.id", "desc")
    .limit(most)
    .select("l.code", "o.jars", "o.why", "o.place", "o.keep_until", "o.note", "o.stated_at as at");

const MOST_LOTS_OF_YEAR = 2000;

/** What every lot's newest weighing of a year found: the label, the mean, the jars. */
export const weighedOfYear = (
  db: Knex,
  year: number,
): Promise<
  { code: string; nominal_g: number; jars: number; weights_g: readonly number[]; span: number | null }[]
> =>
  db("live_fill_check as x")
    .join("live_lot as l", "l.id", "x.lot_id")
    .whereRaw(
      `x.lot_id = any(array(select id from lot where year = ? order by number desc limit ${MOST_LOTS_OF_YEAR}))`,
      [year],
    )
    .distinctOn("x.lot_id")
    .orderByRaw(`x.lot_id, ${newestFirst("x")}`)
    .select("l.code", "l.nominal_g", "l.jars", "x.weights_g", "x.span");

export interface ProductRunRow {
  readonly id: number;
  readonly entry_id: number;
  readonly at: Date;
  readonly kind: ProductRun;
  /** "tank 1", "lot WB26-004-2" */
  readonly of: string;
  readonly done: readonly string[];
}

const productRunsAll = (db: Knex) =>
  db("live_product_run as r")
    .join("fill as f", "f.id", "r.fill_id")
    .select(
      "r.id",
      "r.entry_id",
      "r.stated_at as at",
      "r.kind",
      "f.name as of",
      db.raw(
        "coalesce((select array_agg(s.step) from live_product_step s where s.run_id = r.id), '{}') as done",
      ),
    );

/** Honey on its way to another product, the newest first. */
export const productRuns = (db: Knex, most: number): Promise<ProductRunRow[]> =>
  productRunsAll(db).orderBy("r.id", "desc").limit(most);

export const oneProductRun = (db: Knex, id: number): Promise<ProductRunRow | undefined> =>
  productRunsAll(db).where("r.id", id).first();

/** Seconds a jar took at the last fillings whose time was told; null where none was. */
export async function secondsAJar(db: Knex): Promise<number | null> {
  const rows: { minutes: number; jars: number }[] = await db
    .select("*")
    .from(
      db("live_lot as l")
        .whereNotNull("l.minutes")
        .groupBy("l.entry_id")
        .orderByRaw("max(l.id) desc")
        .limit(5)
        .select("l.entry_id", db.raw("max(l.minutes) as minutes"), db.raw("sum(l.jars)::int as jars"))
        .as("fillings"),
    );
  const jars = rows.reduce((n, r) => n + r.jars, 0);
  return jars > 0 ? (rows.reduce((n, r) => n + r.minutes, 0) * 60) / jars : null;
}

/** Lots these entries filled. */
export const lotsOfEntries = (
  db: Knex,
  entries: readonly number[],
): Promise<{ code: string; fill_id: number }[]> =>
  db("live_lot")
    .whereRaw("entry_id = any(?::bigint[])", [[...entries]])
    .orderBy("id")
    .select("code", "fill_id");

export const lotsWithCodes = (
  db: Knex,
  codes: readonly string[],
): Promise<{ code: string; fill_id: number }[]> =>
  db("live_lot")
    .whereRaw("code = any(?::text[])", [[...codes]])
    .orderBy("id")
    .select("code", "fill_id");
