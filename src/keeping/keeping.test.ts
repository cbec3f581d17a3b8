import { execFileSync } from "node:child_process";
import { randomBytes } from "node:crypto";
import { existsSync } from "node:fs";
import { copyFile, mkdtemp, readdir, readFile, rm, stat, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { connect } from "@/db";
import { testServerUrl } from "@/db/testing/clone";
import { openTestHouse, type TestHouse } from "@/house/testing/test-house";
import { backup, inOneLine, type Keeper, restore, verifyBackup } from "./index";
import { databaseNamed, pgTool } from "./tools";

let house: TestHouse;
let folder: string;
let whole: string;
let plain: string;
const adminUrl = testServerUrl("postgres");
const keeper: Keeper = { adminUrl, role: "aumbry_app" };
const admin = connect(adminUrl, { patient: true, most: 2 });
const target = `aumbry_test_back_${randomBytes(4).toString("hex")}`;
/** The house put back once more; nobody reaches for it, so that it can be copied. */
const untouched = `${target}_untouched`;

const named = async (like: string): Promise<string[]> =>
  admin("pg_database").whereLike("datname", like).orderBy("datname").pluck("datname");

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), "aumbry-keeping-"));
  house = await openTestHouse({ own: true });
  await house.equip();
  await house.pull(41, 10);
  await house.act("start-batch", { supers: "41" });
  await house.act("fill-pail", { batch: 1, pail: "2", grossKg: 6.2 });
  whole = join(folder, "whole.aumbry");
  await backup(house.ownerUrl, whole);
  await restore(whole, untouched, keeper);
  plain = join(folder, "old.sql");
  execFileSync(pgTool("pg_dump"), [
    "--no-owner",
    "--no-privileges",
    `--file=${plain}`,
    `--dbname=${house.ownerUrl}`,
  ]);
});
afterAll(async () => {
  for (const name of [...(await named(`${target}%`)), ...(await named("aumbry_before_%"))])
    await admin.raw(`drop database if exists "${name}" with (force)`);
  await admin.destroy();
  await house.close();
  await rm(folder, { recursive: true, force: true });
});

const altered = async (name: string, change: (text: string) => string): Promise<string> => {
  const file = join(folder, name);
  await writeFile(file, change(await readFile(plain, "utf8")));
  return file;
};

describe("a backup", () => {
  it("is one file that only its owner reads, with nothing left beside it", async () => {
    expect(((await stat(whole)).mode & 0o777).toString(8)).toBe("600");
    expect((await readdir(folder)).filter((f) => f.startsWith("."))).toEqual([]);
    expect(await verifyBackup(whole, keeper)).toMatchObject({ broken: null, manifest: { intact: true } });
  });

  it("a folder that is not there is said, and nothing is made", async () => {
    await expect(backup(house.ownerUrl, join(folder, "nowhere", "x"))).rejects.toThrow(/cannot be written/);
    expect(existsSync(join(folder, "nowhere"))).toBe(false);
  });

  it("comes back whole, as the application can use it, with the one before kept", async () => {
    const first = await restore(whole, target, keeper);
    expect(first.keptAs).toBeNull();
    const again = await restore(whole, target, keeper);
    expect(again.keptAs).toMatch(/^aumbry_before_\d{14}_/);
    const app = new URL(databaseNamed(adminUrl, target));
    app.username = "aumbry_app";
    const db = connect(app.toString(), { most: 1 });
    expect(await db("live_yard").pluck("name")).toEqual(["Kiln Field"]);
    await expect(db.raw("delete from movement")).rejects.toMatchObject({ code: "42501" });
    await db.destroy();
  });

  it("two at once, in one second, do not get into each other's way", async () => {
    const done = await Promise.all([restore(whole, target, keeper), restore(plain, target, keeper)]);
    expect(done.map((d) => d.entries)).toEqual([done[0]?.entries, done[0]?.entries]);
    expect(new Set(done.map((d) => d.keptAs)).size).toBe(2);
    // Another test may be restoring just now; what is left behind stays.
    const left = async () => [
      ...(await named("aumbry_restoring_%")),
      ...(await admin("pg_roles").whereLike("rolname", "aumbry_reader_%").pluck("rolname")),
    ];
    await expect.poll(left, { timeout: 60_000 }).toEqual([]);
  });
});

describe("a file that is not whole is refused, and the house stays as it was", () => {
  const flipped = async (): Promise<string> => {
    const file = join(folder, "flipped.aumbry");
    const bytes = await readFile(whole);
    const at = Math.floor(bytes.length * 0.7);
    bytes[at] = (bytes[at] ?? 0) ^ 0x40;
    await writeFile(file, bytes);
    return file;
  };
  const cut = async (share: number): Promise<string> => {
    const file = join(folder, `cut-${share}.aumbry`);
    const bytes = await readFile(whole);
    await writeFile(file, bytes.subarray(0, Math.floor(bytes.length * share)));
    return file;
  };
  const tampered = async (sql: string): Promise<string> => {
    const clone = `${target}_t${randomBytes(3).toString("hex")}`;
    await admin.raw(`create database ${clone} template ${untouched} strategy = file_copy`);
    const db = connect(databaseNamed(adminUrl, clone), { patient: true, most: 1 });
    await db.raw(`set session_replication_role = replica; ${sql}`);
    await db.destroy();
    const file = join(folder, `${clone}.aumbry`);
    await backup(databaseNamed(adminUrl, clone), file);
    return file;
  };

  it.each<[string, () => Promise<string>, RegExp]>([
    ["cut off in the middle", () => cut(0.5), /cut off or damaged|sha-256/],
    ["cut off at its very end", () => cut(0.9), /cut off or damaged|sha-256/],
    ["one bit turned", flipped, /sha-256|cannot be read back|damaged/],
    ["nothing in it", async () => join(folder, "empty"), /no backup/],
    ["a photograph", async () => join(folder, "photo"), /no backup/],
    [
      "an entry tampered with",
      () => tampered("update entry set say = 'x' where id = 3"),
      /what it says was changed/,
    ],
    ["a fact tampered with", () => tampered("update yard set name = 'x'"), /"yard" was changed/],
    [
      "mass tampered with",
      () => tampered("update fill_balance set grams = grams + 7 where kind = 'pail'"),
      /off by 7 g/,
    ],
    ["an open batch hidden", () => tampered("delete from still_open"), /is open and not kept so/],
    ["a trigger switched off", () => tampered("alter table movement disable trigger all"), /trigger O/],
    [
      "a function of its own",
      () => tampered("create function mine() returns int language sql as 'select 1'"),
      /mine/,
    ],
    [
      "plain SQL cut inside a table",
      () => altered("cut.sql", (t) => t.slice(0, t.indexOf("\n\\.", t.indexOf("COPY public.entry ")) - 40)),
      /cut off|cannot be read back/,
    ],
    [
      "plain SQL without its triggers",
      () => altered("bare.sql", (t) => t.replaceAll(/^CREATE TRIGGER .*$/gm, "")),
      /trigger/,
    ],
    ["select 1", () => altered("one.sql", () => "select 1;\n"), /no house/],
    [
      "a command with a backslash",
      () => altered("evil.sql", (t) => `\\! touch ${join(folder, "owned")}\n${t}`),
      /cannot be read back/,
    ],
    [
      "a program to be run",
      () =>
        altered("program.sql", (t) => `${t}\nCOPY (select 1) TO PROGRAM 'touch ${join(folder, "owned")}';\n`),
      /cannot be read back/,
    ],
    [
      "a row changed in plain SQL",
      () => altered("row.sql", (t) => t.replace("\tKiln Field\t", "\tLime Field\t")),
      /changed/,
    ],
  ])("%s", async (_, make, says) => {
    await writeFile(join(folder, "empty"), "");
    await writeFile(join(folder, "photo"), Buffer.from("89504e470d0a1a0a0000000d49484452", "hex"));
    const file = await make();
    const oid = async () => (await admin("pg_database").where({ datname: target }).first("oid"))?.oid;
    const before = await oid();
    await expect(restore(file, target, keeper)).rejects.toThrow(says);
    expect(await oid()).toBe(before);
    expect(existsSync(join(folder, "owned"))).toBe(false);
    // Another test may be restoring just now; what is left behind stays.
    await expect.poll(() => named("aumbry_restoring_%"), { timeout: 60_000 }).toEqual([]);
  });

  it("unless it is asked for as it is, and then what is broken is said", async () => {
    const file = await tampered("update yard set name = 'x'");
    const done = await restore(file, target, { ...keeper, asItIs: true });
    expect(done.broken).toContain('"yard" was changed');
    await copyFile(whole, join(folder, "same.aumbry"));
    expect((await restore(join(folder, "same.aumbry"), target, keeper)).broken).toBeNull();
  });
});

it("what no house is there for is said in one line, not with the driver's stack", async () => {
  const nowhere = connect(databaseNamed(adminUrl, "aumbry_nowhere"), { patient: true, most: 1 });
  const fault = await nowhere.raw("select 1").catch((f: unknown) => f);
  await nowhere.destroy();
  expect(inOneLine(fault, "aumbry_nowhere")).toBe(
    "Aumbry: There is no house here yet (database aumbry_nowhere).",
  );
  expect(inOneLine(new Error("Nobody leads here.\n    at somewhere"), "aumbry")).toBe(
    "Aumbry: Nobody leads here.",
  );
});
