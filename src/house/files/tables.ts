/** The tables that come in and go out as CSV (RFC 4180, units in the heads), and what a row of each must be. */

import type { Knex } from "knex";
import Papa from "papaparse";
import { z } from "zod";
import { written } from "@/core/units";
import { choice, count, massKg, note, number, tag, text } from "../language/fields";
import { asRead, unitOf } from "../language/shown";
import { vesselName } from "../language/vessel-name";
import { setMaterial } from "../materials/commands/stock";
import { materials } from "../materials/records";
import { BUYER_KINDS } from "../out/commands/buyers";
import { takeOrder } from "../out/commands/orders";
import { buyerCards, openOrders } from "../out/records";
import { DEPTHS, FOUNDATIONS } from "../vessels/commands/add-supers";
import { colonies, vessels, vesselsOfHoneyPlaced, yards } from "../vessels/records";

export interface CsvColumn {
  readonly field: string;
  readonly head: string;
  readonly needed?: boolean;
  /** More characters in a cell than are read elsewhere. */
  readonly longest?: number;
}

/** A figure in the unit of its head, fine enough that nothing is lost when the table is brought in again. */
const inUnit = (value: number | null, unit: string): string =>
  value === null ? "" : written(asRead(value, unit), 3);
const kg = (grams: number | null): string =>
  grams === null ? "" : asRead(grams / 1000, "kg").toFixed(unitOf("kg") === "kg" ? 2 : 3);

/** A column's head with the unit whoever reads reads in: "empty (lb)". */
export const headAsRead = ({ head }: CsvColumn): string =>
  head.replace(/\((°?[a-zA-Z]{1,4})\)$/, (_, unit: string) => `(${unitOf(unit)})`);

/** A cell that was left empty is a field that was left out. */
const leftOut = (cells: Record<string, unknown>): Record<string, unknown> =>
  Object.fromEntries(Object.entries(cells).filter(([, value]) => value !== ""));
/** Rows that are told exactly what the command is told. */
const materialRow = z.record(z.string(), z.string()).transform(leftOut).pipe(setMaterial.input);
const orderRow = z.record(z.string(), z.string()).transform(leftOut).pipe(takeOrder.input);

export const CSV_TABLES = {
  yards: {
    one: "yard",
    key: "name",
    columns: [
      { field: "name", head: "name", needed: true },
      { field: "country", head: "country" },
      { field: "location", head: "location" },
      { field: "registration", head: "registration" },
      { field: "note", head: "note" },
    ] as readonly CsvColumn[],
    row: z.object({
      name: text("The yard's name", 60),
      country: note("The country", 60),
      location: note("Where it is, in words"),
      registration: note("The registration number", 40),
      note: note("A note"),
    }),
    async out(db: Knex): Promise<Record<string, unknown>[]> {
      return (await yards(db)).map((y) => ({
        ...y,
        location: y.location ?? "",
        registration: y.registration ?? "",
      }));
    },
  },
  colonies: {
    one: "colony",
    key: "tag",
    columns: [
      { field: "tag", head: "tag", needed: true },
      { field: "yard", head: "yard", needed: true },
      { field: "owner", head: "owner" },
      { field: "agreedKg", head: "agreed (kg)" },
    ] as readonly CsvColumn[],
    row: z.object({
      tag: tag("colony"),
      yard: text("The yard", 60),
      owner: note("The owner", 60),
      agreedKg: massKg("The kilograms agreed", 5000).optional(),
    }),
    async out(db: Knex): Promise<Record<string, unknown>[]> {
      return (await colonies(db)).map((c) => ({ ...c, agreedKg: kg(c.agreed_g) }));
    },
  },
  supers: {
    one: "super",
    key: "tag",
    columns: [
      { field: "tag", head: "tag", needed: true },
      { field: "depth", head: "depth", needed: true },
      { field: "frames", head: "frames", needed: true },
      { field: "emptyKg", head: "empty (kg)", needed: true },
      { field: "foundation", head: "foundation" },
    ] as readonly CsvColumn[],
    row: z.object({
      tag: tag("super"),
      depth: choice("The depth", DEPTHS),
      frames: count("Frames in a super", 1, 14),
      emptyKg: massKg("The empty weight", 25),
      foundation: choice("The foundation", FOUNDATIONS).optional(),
    }),
    async out(db: Knex): Promise<Record<string, unknown>[]> {
      return (await vessels(db, "super")).map((v) => ({
        ...v,
        emptyKg: kg(v.empty_g),
        foundation: v.foundation ?? "",
      }));
    },
  },
  vessels: {
    one: "vessel",
    key: "vessel",
    columns: [
      { field: "vessel", head: "vessel", needed: true },
      { field: "holdsKg", head: "holds (kg)" },
      { field: "holdsL", head: "holds (L)" },
      { field: "emptyKg", head: "empty (kg)" },
      { field: "diameterCm", head: "diameter (cm)" },
      { field: "heightCm", head: "height (cm)" },
      { field: "place", head: "place" },
      { field: "contact", head: "food contact" },
    ] as readonly CsvColumn[],
    row: z
      .object({
        vessel: vesselName("The vessel").transform((v) => `${v.kind} ${v.tag}`),
        holdsKg: massKg("What it holds", 5000).optional(),
        holdsL: number("What it holds", 0.5, 4000, "L").optional(),
        /** Left out, it cannot be weighed. */
        emptyKg: massKg("The empty weight", 2000).optional(),
        diameterCm: number("Its diameter", 5, 400, "cm").optional(),
        heightCm: number("Its height", 5, 300, "cm").optional(),
        place: note("Where it stands", 40),
        contact: note("Food contact", 100),
      })
      .refine(
        (v) => v.holdsKg !== undefined || v.holdsL !== undefined,
        "Say what it holds, by weight or by volume.",
      ),
    async out(db: Knex): Promise<Record<string, unknown>[]> {
      return (await vesselsOfHoneyPlaced(db)).map((v) => ({
        vessel: `${v.kind} ${v.tag}`,
        holdsKg: kg(v.capacity_g),
        holdsL: inUnit(v.capacity_l, "L"),
        emptyKg: v.weighable === false ? "" : kg(v.empty_g),
        diameterCm: inUnit(v.diameter_cm, "cm"),
        heightCm: inUnit(v.height_cm, "cm"),
        place: v.place,
        contact: v.note ?? "",
      }));
    },
  },
  buyers: {
    one: "buyer",
    key: "name",
    columns: [
      { field: "name", head: "name", needed: true },
      { field: "kind", head: "kind" },
      { field: "contact", head: "ask for" },
      { field: "phone", head: "telephone" },
      { field: "email", head: "e-mail" },
      { field: "address", head: "address" },
      { field: "note", head: "note" },
    ] as readonly CsvColumn[],
    row: z.object({
      name: text("The buyer", 80),
      kind: choice("What they are", BUYER_KINDS).default("other"),
      contact: note("Whom to ask for", 80),
      phone: note("Telephone", 40),
      email: note("E-mail", 120),
      address: note("Address", 200),
      note: note("A note"),
    }),
    async out(db: Knex): Promise<Record<string, unknown>[]> {
      return (await buyerCards(db)).map((c) => ({ ...c }));
    },
  },
  materials: {
    one: "material",
    key: "name",
    columns: [
      { field: "kind", head: "kind", needed: true },
      { field: "name", head: "name", needed: true },
      { field: "fitsG", head: "for jars of g", needed: true },
      { field: "holds", head: "jars in a box" },
      { field: "minimum", head: "at least" },
      { field: "daysToCome", head: "days to come" },
      { field: "keepFilled", head: "kept filled" },
      { field: "worth", head: "a filled jar brings" },
    ] as readonly CsvColumn[],
    row: materialRow,
    async out(db: Knex): Promise<Record<string, unknown>[]> {
      return (await materials(db)).map((m) => ({
        kind: m.kind,
        name: m.name,
        fitsG: m.fits_g.join(", "),
        holds: m.holds,
        minimum: m.minimum,
        daysToCome: m.days_to_come,
        keepFilled: m.keep_filled,
        worth: m.worth ?? "",
      }));
    },
  },
  orders: {
    one: "order",
    key: "buyer",
    columns: [
      { field: "buyer", head: "buyer", needed: true },
      { field: "honeyKind", head: "honey" },
      { field: "jarG", head: "jar in g", needed: true },
      { field: "jars", head: "jars", needed: true },
      { field: "by", head: "wanted by", needed: true },
      { field: "price", head: "price" },
    ] as readonly CsvColumn[],
    row: orderRow,
    async out(db: Knex): Promise<Record<string, unknown>[]> {
      return (await openOrders(db)).map((o) => ({
        buyer: o.buyer,
        honeyKind: o.honey_kind,
        jarG: o.jar_g,
        jars: o.jars,
        by: o.by_day,
        price: o.price ?? "",
      }));
    },
  },
} as const;

export type CsvTable = keyof typeof CSV_TABLES;
export const CSV_TABLE_NAMES = Object.keys(CSV_TABLES) as [CsvTable, ...CsvTable[]];

/** Rows of a table under its heads, RFC 4180. */
export const asCsv = (columns: readonly CsvColumn[], rows: readonly Record<string, unknown>[]): string =>
  `${Papa.unparse(
    { fields: columns.map(headAsRead), data: rows.map((r) => columns.map((c) => r[c.field] ?? "")) },
    { newline: "\r\n", escapeFormulae: true },
  )}\r\n`;

/** Rows to see how one is written; marked, so that they are never brought in. */
const EXAMPLES: Readonly<Record<CsvTable, () => readonly Record<string, unknown>[]>> = {
  yards: () => [
    { name: "Kiln Field", country: "Holmland", location: "behind the old kiln", registration: "H-114" },
    { name: "Mill Lane", country: "Holmland", note: "gate code with the lead" },
  ],
  colonies: () => [
    { tag: "1", yard: "Kiln Field" },
    { tag: "2", yard: "Kiln Field", owner: "Mara", agreedKg: kg(20_000) },
  ],
  supers: () => [
    { tag: "41", depth: "medium", frames: 10, emptyKg: kg(5200), foundation: "wired wax" },
    { tag: "H2", depth: "deep", frames: 9, emptyKg: kg(6800) },
  ],
  vessels: () => [
    { vessel: "pail 12", holdsKg: kg(27_000), emptyKg: kg(1200), place: "by the wall", contact: "food-safe" },
    { vessel: "tank 1", holdsL: inUnit(400, "L"), diameterCm: inUnit(60, "cm"), heightCm: inUnit(150, "cm") },
  ],
  buyers: () => [{ name: "Corner shop", kind: "shop", contact: "Mara", phone: "555 0114" }],
  materials: () => [{ kind: "jar", name: "Hexagon 454", fitsG: "454", minimum: 200, daysToCome: 10 }],
  orders: () => [{ buyer: "Corner shop", honeyKind: "Summer", jarG: 454, jars: 60, by: "2030-09-01" }],
};

/** A row that begins so is an example or a remark, and no row. */
export const REMARK = "# ";

/** An empty table to fill in: its heads, and how a row is written. */
export function csvTemplate(table: CsvTable): string {
  const { columns } = CSV_TABLES[table];
  const first = columns[0]?.field ?? "";
  return asCsv(
    columns,
    EXAMPLES[table]().map((row) => ({ ...row, [first]: `${REMARK}${row[first]}` })),
  );
}

/** The whole table as CSV, ready to be brought in again. */
export const writeCsv = async (db: Knex, table: CsvTable): Promise<string> =>
  asCsv(CSV_TABLES[table].columns, await CSV_TABLES[table].out(db));
