import { mkdtemp, readFile, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { connect } from "@/db";
import { COMMANDS, execute, Refusal } from "@/house";
import { keepPaper } from "@/house/papers/shelf";
import { CHOICES, stateOf } from "@/house/testing/deeds";
import { openTestHouse, type TestHouse } from "@/house/testing/test-house";
import { exportJson, importJson } from "./as-json";

let house: TestHouse;
let folder: string;
let file: string;
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), "aumbry-json-"));
  file = join(folder, "house.json");
  house = await openTestHouse();
  await house.equip();
  // Whoever does it all works here from the start: once somebody else is named, nobody unnamed enters anything.
  await house.act("add-crew", { name: "Ines", role: "lead" });
  let seed = 77;
  const next = (n: number): number => {
    seed = (seed * 48271) % 2147483647;
    return seed % n;
  };
  // Until enough was done, however many deeds there are to choose from and however many are refused.
  let stated = 0;
  for (let i = 0; stated < 60 && i < 1000; i++) {
    const [name, deed] = CHOICES[next(CHOICES.length)] ?? [];
    const command = name ? COMMANDS.get(name) : undefined;
    if (!deed || !command) continue;
    try {
      await execute(house.db, command, {
        input: deed(
          { a: next(6), b: next(6), kg: 1 + next(60) / 10, back: next(12) },
          await stateOf(house.db),
        ),
        who: "Ines",
        device: "test",
        key: `json-${String(i).padStart(6, "0")}`,
      });
      stated += 1;
    } catch (fault) {
      if (!(fault instanceof Refusal) || fault.status === 500) throw fault;
    }
  }
  await keepPaper(house.db, Buffer.from("%PDF-1.4 %%EOF"), "pdf");
  const owner = connect(house.ownerUrl, { patient: true, most: 2 });
  await exportJson(owner, file);
  await owner.destroy();
}, 120_000);
afterAll(async () => {
  await house.close();
  await rm(folder, { recursive: true, force: true });
});

describe("the whole house as JSON", () => {
  it("out, into an empty house, and out again is the same; the house goes on from there", async () => {
    const other = await openTestHouse();
    const owner = connect(other.ownerUrl, { patient: true, most: 2 });
    try {
      const read = await importJson(owner, file);
      expect(read.entries).toBeGreaterThan(60);
      const again = join(folder, "again.json");
      await exportJson(owner, again);
      expect(await readFile(again, "utf8")).toBe(await readFile(file, "utf8"));
      // Balances are reckoned anew by the database, and are the same.
      const held = (h: TestHouse) =>
        h.db("fill_balance").orderBy("fill_id").select("fill_id", "kind", "grams");
      expect(await held(other)).toEqual(await held(house));
      expect(
        (await other.act("add-yard", { name: "After the move", country: "Holmland" })).entry,
      ).toBeGreaterThan(read.entries - 1);
      await expect(importJson(owner, file)).rejects.toThrow("There is a house here already");
    } finally {
      await owner.destroy();
      await other.close();
    }
  }, 120_000);

  it("a file that was changed, cut off or is something else leaves the house empty", async () => {
    const other = await openTestHouse();
    const owner = connect(other.ownerUrl, { patient: true, most: 2 });
    const text = await readFile(file, "utf8");
    const bad = join(folder, "bad.json");
    try {
      for (const [change, says] of [
        [(t: string) => t.slice(0, -100), "cannot be read as JSON"],
        [() => '{"format":"else"}', "no house in JSON"],
        [
          (t: string) => t.replace(/"grams":(\d+)/, (_, g: string) => `"grams":${Number(g) + 1}`),
          "is not as it was sealed",
        ],
        [(t: string) => t.replace('"tables":{', '"tables":{"pg_shadow":[],'), "is no table of a house"],
      ] as const) {
        await writeFile(bad, change(text));
        await expect(importJson(owner, bad)).rejects.toThrow(says);
        expect(await other.db("entry").first("id")).toBeUndefined();
        expect(await other.db("fill_balance").first()).toBeUndefined();
      }
    } finally {
      await owner.destroy();
      await other.close();
    }
  }, 120_000);
});
