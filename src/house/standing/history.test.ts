/** A house with years behind it: what a screen reads is what stands, not all there ever was. Counted in rows. */
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import type { Knex } from "knex";
import { afterAll, beforeAll, expect, it } from "vitest";
import { connect } from "@/db/connection";
import { isUnbegun } from "../access/sign-in";
import { doorView, passkeysThere, peopleAtTheDoor } from "../access/view";
import { jarsOffView, scaleToday, seasonGiveaway, weighings } from "../bottle/weighings";
import { checklistsView } from "../checklists/view";
import { devicesAtHand, instrumentsView } from "../devices/view";
import { heldView } from "../hold/view";
import { hotRoomView } from "../hot-room/view";
import { labelSettings } from "../label/bench";
import { laboratoriesAsked, laboratoryView } from "../laboratory/view";
import { dayIn } from "../language/clock";
import { deliveriesView, stockView } from "../materials/plan";
import { boxesView } from "../out/boxes";
import { ownersView } from "../out/owners";
import { openOrders } from "../out/records";
import { buyersView, outView } from "../out/view";
import { recallDesk } from "../recall/view";
import { seasonView } from "../season/view";
import { settleDesk } from "../settle/desk";
import { draining } from "../settle/draining";
import { residueView } from "../spin/residue";
import { floorView } from "../spin/view";
import { whatIf } from "../spin/what-if";
import { storeDesk } from "../store/desk";
import { keptSamples, storeKeeps } from "../store/kept";
import { pastRows } from "../testing/past";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { intakeView, pullSheetView, yardView } from "../yard/view";
import { dayAccount } from "./day";
import { batchesPage, buyerNames, lotsPage, parcelsPage } from "./lists";
import { type Snapshot, snapshot } from "./snapshot";
import { tapeView } from "./strip-and-tape";

type Ask = (db: Knex, s: Snapshot) => Promise<unknown>;
const day = (s: Snapshot): string => dayIn(s.house.zone, s.now);

const ASKED: Record<string, Ask> = {
  "all that stands": (db, s) => snapshot(db, s.now),
  "the tape": (db, s) => tapeView(db, s),
  "who is at the door": (db) => peopleAtTheDoor(db),
  "the day's account": dayAccount,
  "the yards": yardView,
  "the intake": (db, s) => intakeView(db, s),
  "the pull sheet": (db, s) => pullSheetView(db, s),
  "the hot room": (db, s) => hotRoomView(db, s, undefined),
  "the floor": (db, s) => floorView(db, s),
  "what stayed in the combs": residueView,
  "what drains": draining,
  "what the store keeps": storeKeeps,
  lots: (db) => lotsPage(db),
  batches: (db) => batchesPage(db),
  weighings,
  "what was given away": (db, s) => seasonGiveaway(db, Number(day(s).slice(0, 4))),
  "jars taken off": (db, s) => jarsOffView(db, s.house.zone),
  "what jars need": (db) => stockView(db),
  "what came for jars": (db) => deliveriesView(db, 60),
  "open orders": (db) => openOrders(db),
  parcels: (db) => parcelsPage(db),
  "buyers' names": (db) => buyerNames(db),
  buyers: (db) => buyersView(db),
  "what is out": (db, s) => outView(db, s, day(s)),
  boxes: boxesView,
  "what is held": heldView,
  "laboratory orders": (db, s) => laboratoryView(db, s.house),
  laboratories: (db) => laboratoriesAsked(db),
  checklists: (db) => checklistsView(db),
  labels: (db) => labelSettings(db),
  "what is blended and poured": storeDesk,
  "meshes and how fast they let through": (db) => settleDesk(db),
  "samples kept back": keptSamples,
  "owners of honey": (db) => ownersView(db),
  "who comes in": (db, s) => doorView(db, s.now),
  "whether anybody can": (db) => isUnbegun(db),
  passkeys: (db) => passkeysThere(db),
  instruments: instrumentsView,
  "devices at hand": (db) => devicesAtHand(db),
  "the scale's check": scaleToday,
  "a day played otherwise": (db, s) => whatIf(db, undefined, s.now),
  "the recall's desk": (db, s) => recallDesk(db, {}, s.now),
  "the season": (db, s) => seasonView(db, s),
};

/** Asked by screens too, and not counted here. */
const NOT_COUNTED: Readonly<Record<string, string>> = {
  shared: "hands on what is asked within",
  whoComes: "one session",
  traceView: "all there is of one thing",
  traceBesides: "all there is of one thing",
  entryView: "one entry",
  planView: "one plan",
  lotPage: "one lot",
  labelDesk: "one lot",
  setUpView: "the chain of seals, walked once and from there on: seal.test.ts",
  bestRuns: "a practice house of its own",
  look: "a practice house of its own",
};

/** More than a page, a sample and a list of anything. */
const YOUNG = 1200;
const OLD = 12_000;

let house: TestHouse;
/** Asks as the application does, with its plans. */
let app: Knex;
/** Rows of each table that were read for each question. */
const read = { young: new Map<string, Map<string, number>>(), old: new Map<string, Map<string, number>>() };

async function grownTo(chains: number, from: number): Promise<void> {
  const first = async (table: string, where: object = {}) =>
    (await house.owner(table).where(where).orderBy("id").first("id")).id;
  const vessels = (kind: string) => house.owner("vessel").where({ kind }).orderBy("id").pluck("id");
  const rows = pastRows(chains - from, from, {
    colony: await first("colony"),
    colonyFill: await first("fill", { kind: "colony" }),
    yard: await first("yard"),
    machine: await first("machine"),
    supers: await vessels("super"),
    pails: await vessels("pail"),
  });
  await house.owner.transaction(async (tx) => {
    await tx.raw("set local session_replication_role = replica");
    await tx.raw(rows);
    await tx.raw("delete from still_open; insert into still_open select * from open_as_told()");
    await tx.raw("select setval('entry_id_seq', (select max(id) from entry))");
  });
  await house.owner.raw("analyze");
}

/** By this connection, counted on from question to question. */
const rowsRead = async (tx: Knex): Promise<Map<string, number>> => {
  const { rows } = await tx.raw(
    "select relname, coalesce(seq_tup_read, 0) + coalesce(idx_tup_fetch, 0) as n from pg_stat_xact_user_tables",
  );
  return new Map(rows.map((r: { relname: string; n: string }) => [r.relname, Number(r.n)]));
};

async function look(into: Map<string, Map<string, number>>): Promise<void> {
  const s = await snapshot(app, new Date());
  for (const [name, ask] of Object.entries(ASKED))
    await app.transaction(async (tx) => {
      const before = await rowsRead(tx);
      await ask(tx, s);
      const after = await rowsRead(tx);
      into.set(name, new Map([...after].map(([table, n]) => [table, n - (before.get(table) ?? 0)])));
    });
}

beforeAll(async () => {
  house = await openTestHouse({ own: true });
  app = connect(house.url);
  await house.equip();
  await house.act("add-machine", { name: "Twenty", slots: 20, radiusCm: 30, drumCm: 80, clearanceCm: 12 });
  for (const tag of [41, 42, 43, 44]) await house.pull(tag, 10);
  await house.act("start-batch", { supers: "41, 42" });
  await grownTo(YOUNG, 0);
  await look(read.young);
  await grownTo(OLD, YOUNG);
  await look(read.old);
}, 300_000);
afterAll(async () => {
  await app.destroy();
  await house.close();
});

/** What is planned the other way where all is little. */
const LITTLE = 500;

it.each(Object.keys(ASKED))("%s: no more rows are read with ten times the years behind", (name) => {
  const [young, old] = [read.young.get(name), read.old.get(name)];
  const grown = [...(old ?? [])].filter(([table, n]) => n > 1.3 * (young?.get(table) ?? 0) + LITTLE);
  expect(Object.fromEntries(grown.map(([table, n]) => [table, `${young?.get(table) ?? 0} to ${n}`]))).toEqual(
    {},
  );
});

it("whatever a screen asks of the records is counted here", () => {
  const counted = Object.values(ASKED)
    .map((ask) => `${ask.name} ${ask}`)
    .join("\n");
  const asked = readdirSync("src/app", { recursive: true, encoding: "utf8" })
    .filter((file) => /\.tsx?$/.test(file))
    .flatMap((file) => [
      ...readFileSync(join("src/app", file), "utf8").matchAll(
        /\b([a-z]\w{0,60})\(\s{0,20}(?:houseDatabase\(\)|db\b)/g,
      ),
    ])
    .map(([, name = ""]) => name);
  expect(asked).toContain("heldView");
  expect(
    asked.filter((name) => !(name in NOT_COUNTED) && !new RegExp(`\\b${name}\\b`).test(counted)),
  ).toEqual([]);
});

it("rows are counted at all", () => {
  expect(read.old.get("all that stands")?.get("vessel")).toBeGreaterThan(0);
  expect(read.old.get("the tape")?.get("entry")).toBeGreaterThan(0);
});
