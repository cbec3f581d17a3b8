/** A house of the first shape there was, with what was in it, comes forward to the shape of today. */
import { randomBytes, randomUUID } from "node:crypto";
import { mkdtemp, readFile, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { gunzipSync } from "node:zlib";
import type { Knex } from "knex";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { connect, letIn, migrate, STEPS } from "@/db";
import { APPLICATION, asApplication, cloneDatabase, testServerUrl } from "@/db/testing/clone";
import { COMMANDS, execute } from "@/house";
import { verifyChain, whatIsOff } from "@/house/ledger/verify";
import { recallDesk } from "@/house/recall/view";
import { seasonView } from "@/house/season/view";
import { snapshot } from "@/house/standing/snapshot";
import { readPlainSql } from "./plain-sql";
import { differenceOf, shapeOf } from "./shape";
import { stepsOf } from "./standing";

const FIRST = "src/db/testing/first-house.sql.gz";
let folder: string;
let name: string;
let owner: Knex;
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), "aumbry-upgrade-"));
  name = `aumbry_test_first_${randomBytes(4).toString("hex")}`;
  const admin = connect(testServerUrl("postgres"), { patient: true, most: 1 });
  await admin.raw(`create database ${name}`);
  await admin.destroy();
  const file = join(folder, "first.sql");
  await writeFile(file, gunzipSync(await readFile(FIRST)));
  await readPlainSql(testServerUrl(name), file);
  owner = connect(testServerUrl(name), { patient: true, most: 2 });
});
afterEach(async () => {
  await owner.destroy();
  const admin = connect(testServerUrl("postgres"), { patient: true, most: 1 });
  await admin.raw(`drop database if exists ${name} with (force)`);
  await admin.destroy();
  await rm(folder, { recursive: true, force: true });
});

const standing = async () => ({
  entries: await owner("entry").orderBy("id").select("id", "say", "hash", "prev_hash"),
  grams: await owner("fill_balance as b")
    .join("fill as f", "f.id", "b.fill_id")
    .where("b.grams", "<>", 0)
    .orderBy("f.id")
    .select("f.id", "f.kind", "f.name", "b.grams"),
  lots: await owner("lot").orderBy("id").select("code", "jars", "honey_kind"),
});

describe("a house of the first shape", () => {
  it("comes forward with every entry, gram and lot, is read by every part, and goes on", async () => {
    const before = await standing();
    expect([before.entries.length, before.lots.length > 1, await stepsOf(owner)]).toEqual([
      153,
      true,
      [STEPS[0]],
    ]);
    expect(await migrate(owner)).toEqual(STEPS.slice(1));
    await letIn(owner, APPLICATION);
    const after = await standing();
    expect({ ...after, entries: after.entries.slice(0, 153) }).toEqual(before);

    const today = await cloneDatabase();
    expect(differenceOf(await shapeOf(today.owner), await shapeOf(owner))).toBeNull();
    await today.drop();
    expect((await verifyChain(owner)).intact).toBe(true);
    expect(await whatIsOff(owner)).toBeNull();

    const db = connect(asApplication(testServerUrl(name)), { patient: true, most: 3 });
    try {
      const s = await snapshot(db);
      expect(s.vessels.reduce((g, v) => g + v.grams, 0)).toBe(
        before.grams.filter((f) => f.kind === "pail").reduce((g, f) => g + f.grams, 0),
      );
      expect((await seasonView(db, s)).totals.supers).toBeGreaterThan(0);
      const { view } = await recallDesk(db, { of: `lot ${before.lots[0].code}` });
      expect(view?.buyers.length).toBeGreaterThan(0);
      const pour = COMMANDS.get("move-honey");
      const [from, to] = s.vessels;
      if (!pour || !from || !to) throw new Error("nothing to pour");
      await execute(db, pour, {
        input: { from: [{ vessel: from.name, kg: 1 }], to: [{ vessel: to.name }], despite: "to see" },
        who: "Ines",
        device: "test",
        key: randomUUID(),
      });
      expect((await verifyChain(owner)).intact).toBe(true);
    } finally {
      await db.destroy();
    }
  });

  it("is as it was when a step fails on the way, and comes forward once what was in its way is gone", async () => {
    const [before, shape] = [await standing(), await shapeOf(owner)];
    // Somebody's own table stands where a late step wants to make one.
    await owner.raw("create table jar_order (mine int)");
    await expect(migrate(owner)).rejects.toThrow(/jar_order/);
    await owner.raw("drop table jar_order");
    expect(await stepsOf(owner)).toEqual([STEPS[0]]);
    expect(differenceOf(shape, await shapeOf(owner))).toBeNull();
    expect(await standing()).toEqual(before);
    expect(await migrate(owner)).toHaveLength(STEPS.length - 1);
  });
});
