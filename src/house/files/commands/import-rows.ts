import { z } from "zod";
import { gramsFromKg } from "@/core/units";
import { buyers } from "../../bottle/records";
import { Refusal } from "../../language/errors";
import { choice } from "../../language/fields";
import type { FieldProblem } from "../../language/problems";
import { defineCommand } from "../../ledger/command";
import type { Work } from "../../ledger/work";
import { setMaterial } from "../../materials/commands/stock";
import { materials } from "../../materials/records";
import { takeOrder } from "../../out/commands/orders";
import { asVessel } from "../../vessels/commands/add-vessels";
import { colonies, vessels, vesselsOfHoney, yards } from "../../vessels/records";
import { CSV_TABLE_NAMES, CSV_TABLES, type CsvTable } from "../tables";

type Row<T extends CsvTable> = z.output<(typeof CSV_TABLES)[T]["row"]>;
interface Sound<T extends CsvTable> {
  readonly line: number;
  readonly row: Row<T>;
}

/** Told apart by their names, however they are written. */
const NAMED: ReadonlySet<CsvTable> = new Set(["yards", "buyers", "materials"]);
const lower = (text: string): string => text.toLowerCase();

/** What is there already and what a row may name, asked once for all rows. */
async function surroundings(work: Work) {
  const places = await yards(work.tx);
  const hives = await colonies(work.tx);
  const boxes = await vessels(work.tx, "super");
  const pots = await vesselsOfHoney(work.tx);
  const shops = await buyers(work.tx);
  const stock = await materials(work.tx);
  return {
    yardByName: new Map(places.map((y) => [lower(y.name), y])),
    known: {
      yards: new Set(places.map((y) => lower(y.name))),
      colonies: new Set(hives.map((c) => c.tag)),
      supers: new Set(boxes.map((v) => v.tag)),
      vessels: new Set(pots.map((v) => `${v.kind} ${v.tag}`)),
      buyers: new Set(shops.map((b) => lower(b.name))),
      materials: new Set(stock.map((m) => lower(m.name))),
      // Somebody may order as often as they like.
      orders: new Set<string>(),
    },
  };
}
type Surroundings = Awaited<ReturnType<typeof surroundings>>;

/** Every problem of every row, and the rows without one. */
function sorted<T extends CsvTable>(
  work: Work,
  table: T,
  rows: readonly { line: number; cells: Record<string, string> }[],
  around: Surroundings,
): { sound: Sound<T>[]; problems: FieldProblem[] } {
  const { row: schema, one, key } = CSV_TABLES[table];
  const problems: FieldProblem[] = [];
  const sound: Sound<T>[] = [];
  const firstLine = new Map<string, number>();
  for (const { line, cells } of rows) {
    const say = (message: string) => problems.push({ path: `row ${line}`, message });
    const parsed = schema.safeParse(cells);
    if (!parsed.success) {
      for (const issue of parsed.error.issues) say(issue.message);
      continue;
    }
    const row = parsed.data as Row<T>;
    const raw = (row as Record<string, unknown>)[key] as string;
    const name = NAMED.has(table) ? lower(raw) : raw;
    const before = firstLine.get(name);
    const count = problems.length;
    if (before !== undefined && table !== "orders")
      say(`${one[0]?.toUpperCase()}${one.slice(1)} ${raw} stands in row ${before} already.`);
    else firstLine.set(name, line);
    if (around.known[table].has(name)) say(`There is a ${one} ${raw} already.`);
    if ("yard" in row && !around.yardByName.has(lower(row.yard)))
      say(`There is no yard called "${row.yard}".`);
    if (table === "yards" && !(row as Row<"yards">).country && !work.house.country)
      say("Which country is the yard in? Set the house's country in Set-up, or fill the column.");
    if ("agreedKg" in row && row.agreedKg !== undefined && !row.owner)
      say("Kilograms are agreed with somebody: fill the owner's column.");
    if (problems.length === count) sound.push({ line, row });
  }
  return { sound, problems };
}

/** Rows are written in handfuls, so that progress can be told. */
const HANDFUL = 500;

async function inHandfuls<S, R>(
  work: Work,
  list: readonly S[],
  write: (part: readonly S[]) => Promise<R[]>,
): Promise<R[]> {
  const made: R[] = [];
  for (let i = 0; i < list.length; i += HANDFUL) {
    made.push(...(await write(list.slice(i, i + HANDFUL))));
    work.progress?.(Math.min(i + HANDFUL, list.length), list.length);
  }
  return made;
}

const WRITE: {
  [T in CsvTable]: (work: Work, rows: readonly Sound<T>[], around: Surroundings) => Promise<void>;
} = {
  async yards(work, rows) {
    await inHandfuls(work, rows, async (part) => {
      const ids = await work.stateMany(
        "yard",
        part.map(({ row }) => ({
          name: row.name,
          country: row.country || work.house.country,
          note: row.note,
        })),
      );
      const described = part.flatMap(({ row }, i) =>
        row.location || row.registration
          ? [{ yard_id: ids[i], location: row.location, registration: row.registration }]
          : [],
      );
      await work.noteMany("yard_detail", described);
      return ids;
    });
  },
  async colonies(work, rows, around) {
    const placed = rows.map(({ row }) => ({ row, yard: around.yardByName.get(lower(row.yard)) }));
    await inHandfuls(work, placed, async (part) => {
      const ids = await work.stateMany(
        "colony",
        part.map(({ row, yard }) => ({ tag: row.tag, yard_id: yard?.id })),
      );
      await work.noteMany(
        "fill",
        part.map(({ row }, i) => ({
          kind: "colony",
          name: `colony ${row.tag}`,
          vessel_id: null,
          colony_id: ids[i],
          opened_at: work.at,
        })),
      );
      const owned = part.flatMap(({ row }, i) =>
        row.owner
          ? [
              {
                colony_id: ids[i],
                owner: row.owner,
                agreed_g: row.agreedKg === undefined ? null : gramsFromKg(row.agreedKg),
              },
            ]
          : [],
      );
      await work.noteMany("colony_terms", owned);
      return ids;
    });
    const used = new Set(placed.flatMap((p) => p.yard ?? []));
    for (const yard of used) await work.restOn(yard, `yard ${yard.name} has colonies brought in from a file`);
  },
  async materials(work, rows) {
    for (const [i, { row }] of rows.entries()) {
      await setMaterial.run(work, row);
      work.progress?.(i + 1, rows.length);
    }
  },
  async orders(work, rows) {
    for (const [i, { line, row }] of rows.entries()) {
      try {
        await takeOrder.run(work, row);
      } catch (fault) {
        // The command's own refusal, told at its row.
        if (fault instanceof Refusal)
          throw new Refusal(fault.code, fault.message, 422, [
            { path: `row ${line}`, message: fault.message },
          ]);
        throw fault;
      }
      work.progress?.(i + 1, rows.length);
    }
  },
  async buyers(work, rows) {
    await inHandfuls(work, rows, async (part) => {
      const ids = await work.stateMany(
        "buyer",
        part.map(({ row }) => ({ name: row.name })),
      );
      await work.noteMany(
        "buyer_card",
        part.map(({ row: { name: _, ...card } }, i) => ({ buyer_id: ids[i], ...card })),
      );
      return ids;
    });
  },
  async supers(work, rows) {
    await inHandfuls(work, rows, (part) =>
      work.stateMany(
        "vessel",
        part.map(({ row }) => ({
          kind: "super",
          tag: row.tag,
          depth: row.depth,
          frames: row.frames,
          empty_g: gramsFromKg(row.emptyKg),
          foundation: row.foundation ?? null,
        })),
      ),
    );
  },
  async vessels(work, rows) {
    await inHandfuls(work, rows, async (part) => {
      const ids = await work.stateMany(
        "vessel",
        part.map(({ row }) => {
          const [kind, tag] = row.vessel.split(" ");
          return { kind, tag, ...asVessel(row) };
        }),
      );
      await work.noteMany(
        "vessel_place",
        part.flatMap(({ row }, i) => (row.place ? [{ vessel_id: ids[i], place: row.place }] : [])),
      );
      return ids;
    });
  },
};

export const importRows = defineCommand({
  name: "import-rows",
  summary:
    "Bring in yards, colonies, supers, vessels, buyers, materials or orders from a file, all or nothing",
  who: ["lead", "office"],
  undo: "counter-entry",
  input: z.strictObject({
    table: choice("The table", CSV_TABLE_NAMES),
    rows: z
      .array(z.strictObject({ line: z.number().int(), cells: z.record(z.string(), z.string()) }), {
        error: "The rows are missing.",
      })
      .min(1, "There is no row to bring in.")
      .max(20_000, "At most 20,000 rows come in at a time."),
    /** What could not even be read as a row. */
    unread: z.array(z.strictObject({ line: z.number().int(), message: z.string() })).default([]),
    /** True: rows with a problem are left out, by the wish of whoever sends them. */
    leaveOutBad: z.boolean().default(false),
  }),
  async run(work, input) {
    const around = await surroundings(work);
    const { sound, problems } = sorted(work, input.table, input.rows, around);
    const all = [...input.unread.map((u) => ({ path: `row ${u.line}`, message: u.message })), ...problems];
    const badRows = new Set(all.map((p) => p.path)).size;
    if (badRows > 0 && !(input.leaveOutBad && sound.length > 0))
      throw new Refusal(
        "bad-rows",
        `${badRows} of ${input.rows.length + input.unread.length} rows cannot come in; nothing was written.`,
        422,
        all.sort((a, b) => Number(a.path.slice(4)) - Number(b.path.slice(4))),
      );
    await (WRITE[input.table] as (w: Work, rows: readonly unknown[], around: Surroundings) => Promise<void>)(
      work,
      sound,
      around,
    );
    return { table: input.table, rows: sound.length, leftOut: badRows };
  },
  say: ({ table, rows, leftOut }) =>
    `${rows.toLocaleString("en-GB")} ${rows === 1 ? CSV_TABLES[table].one : table} brought in from a file${leftOut > 0 ? `, ${leftOut} rows left out` : ""}.`,
});
