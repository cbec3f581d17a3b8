import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { Refusal } from "../language/errors";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { decodeCsv, readCsv } from "./read";
import { CSV_TABLE_NAMES, CSV_TABLES, type CsvTable, csvTemplate, writeCsv } from "./tables";

let house: TestHouse;
beforeAll(async () => {
  house = await openTestHouse();
  await house.equip();
});
afterAll(() => house.close());

const bytes = (text: string) => new TextEncoder().encode(text);
const bring = async (table: CsvTable, text: string, more: object = {}) => {
  const { rows, problems } = readCsv(table, decodeCsv(bytes(text)));
  return house.act("import-rows", { table, rows, unread: problems, ...more });
};
const refusedFile = async (table: CsvTable, text: string): Promise<Refusal> => {
  const { rows, problems } = readCsv(table, decodeCsv(bytes(text)));
  return house.refused("import-rows", { table, rows, unread: problems });
};

describe("vessels of every kind", () => {
  it("come in from a file and go out as they came in", async () => {
    await bring(
      "vessels",
      "vessel,holds (kg),holds (L),empty (kg),diameter (cm),height (cm),place,food contact\ndrum 7,295,,19.5,,,north wall,lined 2024\ntank 3,,120,,50,62,bench,\n",
    );
    const csv = await writeCsv(house.db, "vessels");
    expect(csv).toContain("drum 7,295.00,,19.50,,,north wall,lined 2024\r\n");
    expect(csv).toMatch(/tank 3,170\.08,120,,50,62,bench,\r\n/);
    const fault = await refusedFile("vessels", "vessel,holds (kg)\ndrum 7,200\nbarrel 2,5\ntub 1,\n");
    expect(fault.problems.map((p) => p.message).join(" ")).toMatch(
      /There is a vessel drum 7 already.*"barrel 2" must be a vessel.*Say what it holds/,
    );
  });
});

describe("a table to fill in", () => {
  it.each(CSV_TABLE_NAMES)(
    "%s: its examples are rows that would come in, and none does while they are marked",
    (table) => {
      const template = csvTemplate(table);
      expect(() => readCsv(table, template)).toThrow("There is a head but no row below it.");
      const { rows, problems } = readCsv(table, template.replaceAll("\n# ", "\n"));
      expect(problems).toEqual([]);
      expect(rows.length).toBeGreaterThan(0);
      for (const { cells } of rows) expect(CSV_TABLES[table].row.safeParse(cells).error).toBeUndefined();
    },
  );

  it("is read with its examples left standing", () => {
    const { rows, remarks } = readCsv("supers", `${csvTemplate("supers")}77,medium,10,5.2,\r\n`);
    expect(rows.map((r) => r.cells)).toEqual([
      { tag: "77", depth: "medium", frames: "10", emptyKg: "5.2 kg" },
    ]);
    // What is left out is told.
    expect(remarks).toBe(2);
  });
});

describe("what was copied out of a spreadsheet", () => {
  const pasted = (table: CsvTable, text: string) => readCsv(table, text, { pasted: true });
  it("may come without its heads, and is told as what it was read", () => {
    const { rows, order } = pasted("supers", "51\tmedium\t10\t5,2\n52\tdeep\t9\t6,8\n");
    expect(order).toEqual(["tag", "depth", "frames", "empty (kg)"]);
    expect(rows.map((r) => r.cells)).toEqual([
      { tag: "51", depth: "medium", frames: "10", emptyKg: "5,2 kg" },
      { tag: "52", depth: "deep", frames: "9", emptyKg: "6,8 kg" },
    ]);
  });
  it("with its heads is read by them, in any order", () => {
    const { rows, order } = pasted("supers", "frames\ttag\tdepth\tempty (lb)\n10\t53\tmedium\t11.5\n");
    expect(order).toBeNull();
    expect(rows[0]?.cells).toEqual({ tag: "53", depth: "medium", frames: "10", emptyKg: "11.5 lb" });
  });
  it("a column too many, one missing, or nothing at all is said", () => {
    expect(() => pasted("yards", "A\tB\tC\tD\tE\tF\n")).not.toThrow();
    expect(pasted("yards", "A\tB\tC\tD\tE\tF\n").problems[0]?.message).toContain("6 columns instead of 5");
    expect(() => pasted("supers", "51\tmedium\n")).toThrow("are missing");
    expect(() => pasted("supers", " \n\t\n")).toThrow("There is nothing in it.");
  });
});

describe("buyers", () => {
  it("come in with how they are reached, and go out as they came in", async () => {
    await bring("buyers", "name,kind,ask for,telephone\nHarbour Deli,shop,Nell,+00 55\nFen Fair,market,,\n");
    expect(await writeCsv(house.db, "buyers")).toContain(`Harbour Deli,shop,Nell,"'+00 55",,,\r\n`);
    const fault = await refusedFile("buyers", "name,kind\nharbour deli,shop\nNew One,palace\n");
    expect(fault.problems.map((p) => p.message).join(" ")).toMatch(/There is a buyer harbour deli already/);
  });
});

describe("materials and orders", () => {
  it("come in by the commands' own rules, all or nothing, and go out as they came in", async () => {
    await bring(
      "materials",
      'kind,name,for jars of g,at least\njar,Hexagon 454,454,60\nlid,Lid 63,"454, 340",100\n',
    );
    expect(await writeCsv(house.db, "materials")).toContain('lid,Lid 63,"340, 454",1,100,7,0,\r\n');
    await bring("orders", "buyer,jar in g,jars,wanted by\nDeli,454,48,2098-09-01\nDeli,454,12,2098-10-01\n");
    expect(await writeCsv(house.db, "orders")).toContain("Deli,,454,48,2098-09-01,\r\n");
    const late = await refusedFile(
      "orders",
      "buyer,jar in g,jars,wanted by\nDeli,454,1,2098-09-01\nDeli,454,9,1999-01-01\n",
    );
    expect(late.problems).toEqual([{ path: "row 3", message: expect.stringContaining("gone already") }]);
    const odd = await refusedFile("materials", "kind,name,for jars of g\nbarrel,Round,454\njar,Lid 63,454\n");
    expect(odd.problems.map((p) => p.path)).toEqual(["row 2", "row 3"]);
  });
});

describe("files as people have them", () => {
  it.each([
    ["commas", "tag,depth,frames,empty (kg)\nA1,medium,10,5.2\n"],
    ["semicolons and decimal commas", "tag;depth;frames;empty (kg)\nA2;medium;10;5,2\n"],
    ["tabs", "tag\tdepth\tframes\tempty (kg)\nA3\tmedium\t10\t5.2\n"],
    ["a byte-order mark, CRLF, empty lines", "\uFEFFtag,depth,frames,empty (kg)\r\nA4,medium,10,5.2\r\n\r\n"],
    ["quotation marks", '"tag","depth","frames","empty (kg)"\n"A5","medium","10","5,2"\n'],
    ["pounds in the head", "tag,depth,frames,empty (lb)\nA6,medium,10,11.5\n"],
    ["heads in another order and writing", "Frames,EMPTY_KG,Tag,Depth\n10,5.2,A7,medium\n"],
  ])("%s", async (_, text) => {
    await bring("supers", text);
    const tag = /A\d/.exec(text)?.[0];
    const { empty_g } = await house.db("live_vessel").where({ tag }).first();
    expect(Math.abs(empty_g - 5200)).toBeLessThan(20);
  });

  it("UTF-16 is read by its mark; other encodings are refused with the line", () => {
    const utf16 = new Uint8Array([
      0xff,
      0xfe,
      ...new Uint8Array(new Uint16Array([..."tag"].map((c) => c.charCodeAt(0))).buffer),
    ]);
    expect(decodeCsv(utf16)).toBe("tag");
    const latin = new Uint8Array([...bytes("name,country\nFeld,X\nM"), 0xfc, ...bytes("hle,X\n")]);
    expect(() => decodeCsv(latin)).toThrow(/Line 3 holds letters that are not UTF-8/);
    expect(() => decodeCsv(new Uint8Array([0x50, 0x4b, 0, 0]))).toThrow(/not a text file/);
  });

  it.each<[CsvTable, string, RegExp]>([
    ["supers", "", /empty/],
    ["supers", "tag,depth,frames,empty (kg)\n", /no row below/],
    ["supers", "tag,colour\nA,red\n", /no column "colour"/],
    ["supers", "tag,tag,depth,frames,empty (kg)\nA,A,medium,10,5\n", /there twice/],
    ["colonies", "tag\n9\n", /column yard is missing/],
    ["supers", `tag,depth,frames,empty (kg)\n${"A,medium,10,5\n".repeat(20_001)}`, /at most 20,000/],
  ])("%s: a file that is no such table is refused at once (%#)", (table, text, says) => {
    expect(() => readCsv(table, text)).toThrow(says);
    expect(() => readCsv(table, text)).toThrow(Refusal);
  });
});

describe("bringing rows in", () => {
  it("shows every problem by row and writes nothing", async () => {
    const fault = await refusedFile(
      "supers",
      "tag,depth,frames,empty (kg)\n41,medium,10,5.2\nN1,huge,10,5.2\nN2,medium,10,5,2\nN3,medium,,5.2\nN4,medium,10,5.2\nN4,medium,10,5.2\n!,medium,10,-1\n",
    );
    expect(fault.message).toBe("6 of 7 rows cannot come in; nothing was written.");
    expect(fault.problems.map((p) => `${p.path}: ${p.message}`)).toEqual([
      "row 2: There is a super 41 already.",
      "row 3: The depth must be one of: deep, medium, shallow, custom.",
      "row 4: Row 4 has 5 columns instead of 4. A decimal comma needs semicolons between the columns, or quotation marks.",
      "row 5: Frames in a super is missing.",
      "row 7: Super N4 stands in row 6 already.",
      expect.stringMatching(/^row 8: .*letters, digits or hyphens/),
      expect.stringMatching(/^row 8: .*The empty weight/),
    ]);
  });

  it("colonies need their yard, kilograms their owner; terms and fills come with them", async () => {
    const fault = await refusedFile(
      "colonies",
      "tag,yard,owner,agreed (kg)\n71,Nowhere,,\n72,Kiln Field,,12\n",
    );
    expect(fault.problems.map((p) => p.message)).toEqual([
      'There is no yard called "Nowhere".',
      "Kilograms are agreed with somebody: fill the owner's column.",
    ]);
    await bring("colonies", "tag,yard,owner,agreed (kg)\n71,kiln field,Hollis,12\n72,Kiln Field,,\n");
    await house.act("add-supers", { tags: "91", depth: "deep", frames: 9, emptyKg: 7 });
    await house.act("pull-supers", { supers: [{ tag: "91", colony: "71", cappedPct: 95, grossKg: 20 }] });
    expect((await writeCsv(house.db, "colonies")).split("\r\n")).toContain("71,Kiln Field,Hollis,12.00");
  });

  it("what goes out comes back in the same, in an empty house", async () => {
    await house.act("add-yard", {
      name: 'Sluice; "Cottage"',
      location: "=by the water, left",
      registration: "-7",
    });
    const other = await openTestHouse();
    await other.act("set-house", { name: "Other", country: "Holmland", lotPrefix: "OT" });
    for (const table of ["yards", "colonies", "supers"] as const) {
      const text = await writeCsv(house.db, table);
      const { rows } = readCsv(table, decodeCsv(bytes(text)));
      await other.act("import-rows", { table, rows });
      expect(await writeCsv(other.db, table)).toBe(text);
    }
    await other.close();
  });

  it("is one entry: undone as a whole", async () => {
    const { entry, say } = await bring(
      "supers",
      "tag,depth,frames,empty (kg)\nU1,medium,10,5.2\nU2,medium,10,5.2\n",
    );
    expect(say).toBe("2 supers brought in from a file.");
    await house.act("undo", { entry });
    expect(await house.db("live_vessel").whereIn("tag", ["U1", "U2"])).toEqual([]);
  });

  it("10,000 rows tell how far they are", async () => {
    const { rows } = readCsv(
      "supers",
      `tag,depth,frames,empty (kg)\n${Array.from({ length: 10_000 }, (_, i) => `T${i},medium,10,5.2`).join("\n")}`,
    );
    const told: number[] = [];
    const { COMMANDS, rehearse } = await import("../index");
    const command = COMMANDS.get("import-rows");
    if (!command) throw new Error("no import");
    const answer = await rehearse(house.db, command, {
      input: { table: "supers", rows },
      who: "Ines",
      device: "test",
      key: "ten-thousand-rows",
      progress: (done) => told.push(done),
    });
    expect(answer.say).toBe("10,000 supers brought in from a file.");
    expect(told).toHaveLength(20);
    expect(told.at(-1)).toBe(10_000);
    expect(await house.db("live_vessel").where("tag", "like", "T%")).toEqual([]);
  });
});
