import { randomBytes } from "node:crypto";
import { mkdtemp, readdir, readFile, rm, symlink, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { connect } from "@/db";
import { testServerUrl } from "@/db/testing/clone";
import { keptDecisions, wrongWithKept } from "@/house/kept/decisions";
import { type KeptStatus, keptNow } from "@/house/kept/status";
import { snapshot } from "@/house/standing/snapshot";
import { openTestHouse, type TestHouse } from "@/house/testing/test-house";
import { importJson, type Keeper, restore } from "./index";
import { daysToDrop, keepNow, nightIsDue } from "./nightly";

describe("a night", () => {
  it.each([
    ["never tried", null, "2026-08-13T09:00:00Z", true],
    ["this morning, before the hour", "2026-08-12T02:10:00Z", "2026-08-13T01:59:00Z", false],
    ["the hour has struck since", "2026-08-13T01:59:00Z", "2026-08-13T02:00:00Z", true],
    ["tried after the hour", "2026-08-13T02:00:00Z", "2026-08-13T23:00:00Z", false],
    ["the machine was off for days", "2026-08-09T02:10:00Z", "2026-08-13T01:00:00Z", true],
  ] as const)("%s", (_, last, now, due) =>
    expect(nightIsDue(last && new Date(last), new Date(now), "UTC")).toBe(due),
  );

  it("goes by the house's clock", () => {
    const [last, now] = [new Date("2026-08-12T15:00:00Z"), new Date("2026-08-12T16:30:00Z")];
    expect(nightIsDue(last, now, "Pacific/Auckland")).toBe(false);
    expect(nightIsDue(new Date("2026-08-12T13:00:00Z"), now, "Pacific/Auckland")).toBe(true);
  });
});

describe("older backups", () => {
  const daysUntil = (last: string, n: number): string[] =>
    Array.from({ length: n }, (_, i) =>
      new Date(Date.parse(`${last}T00:00:00Z`) - i * 86_400_000).toISOString().slice(0, 10),
    );

  it("of two years leave seven days, the newest of five weeks and of twelve months", () => {
    const all = daysUntil("2026-08-13", 730);
    const drop = new Set(daysToDrop(all));
    const stay = all.filter((d) => !drop.has(d));
    // 13 August 2026 is a Thursday; the weeks before end on the Sundays 9 and 2 August, 26 and 19 July.
    expect(stay).toEqual([
      ...daysUntil("2026-08-13", 7),
      "2026-08-02",
      "2026-07-31",
      "2026-07-26",
      "2026-07-19",
      ..."2026-06-30 2026-05-31 2026-04-30 2026-03-31 2026-02-28 2026-01-31 2025-12-31 2025-11-30 2025-10-31 2025-09-30".split(
        " ",
      ),
    ]);
  });

  it("pruned night by night are the same, and a gap of a year takes none of the last", () => {
    let there: string[] = [];
    for (const day of daysUntil("2026-08-13", 400).reverse()) {
      there.push(day);
      const drop = new Set(daysToDrop(there));
      there = there.filter((d) => !drop.has(d));
    }
    expect(there.slice(-7)).toEqual(daysUntil("2026-08-13", 7).reverse());
    expect(there.length).toBeLessThanOrEqual(24);
    expect(there.filter((d) => d < "2026-07-01").length).toBeGreaterThanOrEqual(9);
    expect(daysToDrop(["2020-01-01", "2026-08-13"])).toEqual([]);
  });
});

describe("what is said of backups", () => {
  const now = new Date("2026-08-13T09:00:00Z");
  const status = (hours: number, fault = ""): KeptStatus => ({
    triedAt: now.toISOString(),
    fault,
    last: {
      at: new Date(now.getTime() - hours * 3_600_000).toISOString(),
      file: "house.aumbry",
      bytes: 4e8,
      entries: 9,
    },
  });
  const said = (of: KeptStatus | null, freeBytes: number | null = 9e11) =>
    wrongWithKept({ folder: "kept", status: of, freeBytes }, now, "UTC");

  it.each([
    ["last night's holds", said(status(7)), null],
    ["one night was missed", said(status(31)), null],
    ["none is there", said(null), "No backup of the house is there"],
    ["two nights were missed", said(status(60)), "The last backup is 2 days old"],
    ["it did not hold", said(status(31, "The file is not whole.")), "The last backup did not hold"],
    ["no room for five more", said(status(7), 19e8), "The disk of the backups has 1.9 GB left"],
    ["room for five more", said(status(7), 21e8), null],
    ["the disk cannot be asked", said(status(7), null), null],
  ])("%s", (_, wrong, what) => expect(wrong?.what ?? null).toBe(what));
});

describe("the house kept for a night", () => {
  const adminUrl = testServerUrl("postgres");
  const keeper: Keeper = { adminUrl, role: "aumbry_app" };
  const back = `aumbry_test_night_${randomBytes(4).toString("hex")}`;
  let house: TestHouse;
  let folder: string;
  const keep = (now: string) =>
    keepNow({ url: house.ownerUrl, folder, keeper, zone: "UTC", now: new Date(now) });
  beforeAll(async () => {
    folder = await mkdtemp(join(tmpdir(), "aumbry-kept-"));
    house = await openTestHouse({ own: true });
    await house.equip();
    await house.pull(41, 10);
  });
  afterAll(async () => {
    const admin = connect(adminUrl, { patient: true, most: 1 });
    for (const name of await admin("pg_database").whereLike("datname", `${back}%`).pluck("datname"))
      await admin.raw(`drop database if exists "${name}" with (force)`);
    await admin.destroy();
    await house.close();
    await rm(folder, { recursive: true, force: true });
  });

  it("is a file that was read back, and the same as JSON; both bring the house back", async () => {
    await writeFile(join(folder, "house-2026-01-01.aumbry"), "old");
    await writeFile(join(folder, "letters.txt"), "not ours");
    const entries = Number((await house.db("entry").count("* as n").first())?.n);
    const status = await keep("2026-08-12T02:00:00Z");
    expect(status).toMatchObject({ fault: "", last: { file: "house-2026-08-12.aumbry", entries } });
    for (const night of ["13", "14", "15", "16", "17", "18", "19"]) {
      // Written by somebody else's hand, as if the nights had passed.
      await writeFile(join(folder, `house-2026-08-${night}.aumbry`), "");
    }
    await keep("2026-08-20T02:00:00Z");
    const there = await readdir(folder);
    expect(there).toContain("letters.txt");
    expect(there).toContain("house-2026-01-01.aumbry");
    expect(there.filter((f) => f.startsWith("."))).toEqual([]);
    expect(there).not.toContain("house-2026-08-12.json");

    const restored = await restore(join(folder, "house-2026-08-20.aumbry"), back, keeper);
    expect(restored.entries).toBe(entries);
    const other = await openTestHouse({ own: true });
    const owner = connect(other.ownerUrl, { patient: true, most: 2 });
    expect((await importJson(owner, join(folder, "house-2026-08-20.json"))).entries).toBe(entries);
    await owner.destroy();
    await other.close();
  });

  it("is kept twice at once, and both hold", async () => {
    // A half file that is listed, and finished by another one before it is looked at.
    const gone = ".house-2026-08-20.0badcafe.fresh";
    await symlink(join(folder, "finished"), join(folder, gone));
    const both = await Promise.all([keep("2026-08-20T03:00:00Z"), keep("2026-08-20T03:00:01Z")]);
    expect(both.map((b) => b.fault)).toEqual(["", ""]);
    expect((await readdir(folder)).filter((f) => /fresh|part/.test(f))).toEqual([gone]);
  });

  it("that cannot be kept is told on Today with its reason, and the last sound one stays", async () => {
    const tools = process.env.AUMBRY_PG_BIN;
    const before = await readFile(join(folder, "house-2026-08-20.aumbry"));
    process.env.AUMBRY_PG_BIN = join(folder, "nowhere");
    const status = await keep("2026-08-20T12:00:00Z");
    process.env.AUMBRY_PG_BIN = tools;
    expect(status.fault).not.toBe("");
    expect(status.last?.at).toMatch(/^2026-08-20T03:00:0/);
    expect(await readFile(join(folder, "house-2026-08-20.aumbry"))).toEqual(before);
    process.env.AUMBRY_KEPT = folder;
    const s = await snapshot(house.db, new Date("2026-08-20T13:00:00Z"));
    delete process.env.AUMBRY_KEPT;
    expect(s.kept?.freeBytes).toBeGreaterThan(0);
    expect(keptDecisions(s)).toMatchObject([{ what: "The last backup did not hold", so: status.fault }]);
    expect(keptDecisions({ ...s, kept: await keptNow("") })).toEqual([]);
  });
});
