/** Rows of labels: the house's rules, looks that were kept, what was printed and spoiled, numbers, logo, pages. */
import type { Knex } from "knex";
import type { DrawnPart, LabelDesign, RulePackId } from "@/core/labels";
import { newestFirst } from "../ledger/records/newest";

export interface LabelRulesRow {
  readonly pack: RulePackId;
  /** Where this house is read from outside: "https://honey.example"; "" where it is not. */
  readonly public_address: string;
  readonly shelf_c: number;
}

export const FIRST_RULES: LabelRulesRow = { pack: "codex", public_address: "", shelf_c: 20 };

export const labelRules = async (db: Knex): Promise<LabelRulesRow> =>
  (await db("live_label_rules as x")
    .orderByRaw(newestFirst("x"))
    .first("x.pack", "x.public_address", "x.shelf_c")) ?? FIRST_RULES;

/** The look kept for a lot; otherwise that of the last lot in jars of its size; undefined where none was kept. */
export async function keptDesign(
  db: Knex,
  lotId: number,
  jarG: number,
): Promise<{ design: LabelDesign; own: boolean } | undefined> {
  const of = (where: object) =>
    db("live_label_design as x").where(where).orderByRaw(newestFirst("x")).first("x.design");
  const own = await of({ "x.lot_id": lotId });
  if (own) return { design: own.design, own: true };
  const like = await of({ "x.jar_g": jarG });
  return like && { design: like.design, own: false };
}

export interface PrintRow {
  readonly id: number;
  readonly at: Date;
  readonly who: string;
  readonly lot_id: number;
  readonly part: DrawnPart;
  readonly labels: number;
  readonly spare: number;
  readonly output: "pdf" | "printer";
  readonly page: "a4" | "letter" | "roll";
  readonly begin_at: number;
  readonly design: LabelDesign;
  readonly pack: RulePackId;
  readonly answered: readonly string[];
  readonly unmet: readonly string[];
  readonly despite: string;
}

const prints = (db: Knex) =>
  db("live_label_print as x")
    .join("entry as e", "e.id", "x.entry_id")
    .select("x.*", "e.happened_at as at", "e.who");

export const printsOf = (db: Knex, lotId: number): Promise<PrintRow[]> =>
  prints(db).where("x.lot_id", lotId).orderBy("x.id", "desc").limit(100);

export const onePrint = (db: Knex, id: number): Promise<PrintRow | undefined> =>
  prints(db).where("x.id", id).first();

/** What went to the label printer, newest first, with its lot. */
export const printerJobs = (
  db: Knex,
  after: number,
  most: number,
): Promise<(PrintRow & { code: string })[]> =>
  prints(db)
    .join("lot as l", "l.id", "x.lot_id")
    .select("l.code")
    .where("x.output", "printer")
    .where("x.id", ">", after)
    .orderBy("x.id")
    .limit(most);

export interface LabelsCounted {
  readonly printed: number;
  readonly spare: number;
  readonly spoiled: number;
}

/** Labels of a lot, by part: a jar with front and back has used one of each. */
export async function labelsCounted(db: Knex, lotId: number): Promise<LabelsCounted> {
  const printed = await db("live_label_print")
    .where({ lot_id: lotId })
    .whereIn("part", ["one", "front"])
    .sum({ printed: "labels", spare: "spare" })
    .first();
  const spoiled = await db("live_label_spoiled").where({ lot_id: lotId }).sum({ n: "labels" }).first();
  return {
    printed: Number(printed?.printed ?? 0),
    spare: Number(printed?.spare ?? 0),
    spoiled: Number(spoiled?.n ?? 0),
  };
}

/** The article's number: that of the kind and the size, newest first. */
export async function gtinOf(db: Knex, honeyKind: string, jarG: number): Promise<string | null> {
  const row = await db("live_article_number as x")
    .where("x.jar_g", jarG)
    .whereRaw("lower(x.honey_kind) = lower(?)", [honeyKind])
    .orderByRaw(newestFirst("x"))
    .first("x.gtin");
  return row?.gtin ?? null;
}

export const articleNumbers = (db: Knex): Promise<{ honey_kind: string; jar_g: number; gtin: string }[]> =>
  db("live_article_number as x")
    .distinctOn("x.honey_kind", "x.jar_g")
    .orderByRaw(`x.honey_kind, x.jar_g, ${newestFirst("x")}`)
    .limit(200)
    .select("x.honey_kind", "x.jar_g", "x.gtin");

/** Kinds and sizes a number belongs to: one number is one article. */
export const whoHasGtin = (
  db: Knex,
  digits: string,
): Promise<{ honey_kind: string; jar_g: number } | undefined> =>
  db("live_article_number as x")
    .where("x.gtin", digits)
    .orderByRaw(newestFirst("x"))
    .first("x.honey_kind", "x.jar_g");

export interface LogoRow {
  readonly kind: "png" | "jpeg";
  readonly data: string;
  readonly width_px: number;
  readonly height_px: number;
}

export const logoNow = async (db: Knex): Promise<LogoRow | null> =>
  (await db("live_logo as x")
    .orderByRaw(newestFirst("x"))
    .first("x.kind", "x.data", "x.width_px", "x.height_px")) ?? null;

export interface LotPageRow {
  readonly shown: boolean;
  readonly region: string;
  readonly blooms: boolean;
}

/** What a lot may tell the world; undefined where nobody said. */
export const lotPageRow = (db: Knex, lotId: number): Promise<LotPageRow | undefined> =>
  db("live_lot_page as x")
    .where("x.lot_id", lotId)
    .orderByRaw(newestFirst("x"))
    .first("x.shown", "x.region", "x.blooms");
