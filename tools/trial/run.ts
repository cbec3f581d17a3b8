/**
 * The trial: a served house under seeded requests, with the server killed, the database killed and stopped, the wire
 * to it silent, and damaged backups. Afterwards everything that was answered must be true. Loopback only.
 *   node --import tsx tools/trial/run.ts REQUESTS [SEED]
 */
import { execFileSync } from "node:child_process";
import { createHash, randomBytes } from "node:crypto";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { Agent, request as httpRequest } from "node:http";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { connect, letIn, migrate } from "@/db";
import { APPLICATION, asApplication, testServerUrl } from "@/db/testing/clone";
import { faultyWire } from "@/db/testing/faulty-wire";
import { COMMANDS, execute } from "@/house";
import { keptHeads } from "@/house/ledger/head";
import { verifyChain, whatIsOff } from "@/house/ledger/verify";
import { asProgram, openTheDoor } from "@/house/testing/door";
import { backup, KeepingFault, verifyBackup } from "@/keeping";
import { FREEZING, requests, type Sent } from "./requests";
import { Copy, freePort } from "./served";

const COUNT = Number(process.argv[2] ?? 5000);
const SEED = Number(process.argv[3] ?? 20260813);
/** A net far above what any request needs on a busy machine: what freezes takes minutes. */
const FROZEN_MS = 40_000;
const AT_ONCE = 6;

const failures: string[] = [];
const fail = (what: string) => {
  failures.push(what);
  if (failures.length <= 20) console.error(`  ✘ ${what}`);
};
const say = (text: string) => console.log(`· ${text}`);
const short = (sent: Sent) => `${sent.method} ${sent.path.slice(0, 90)} ${sent.body.slice(0, 120)}`;

const folder = mkdtempSync(join(tmpdir(), "aumbry-trial-"));
const heads = join(folder, "heads");
const name = `aumbry_e2e_trial_${randomBytes(4).toString("hex")}`;
const admin = () => connect(testServerUrl("postgres"), { patient: true, most: 1 });
const ownerUrl = testServerUrl(name);

async function withAdmin(sql: string): Promise<void> {
  const db = admin();
  await db.raw(sql).finally(() => db.destroy());
}

/** A small house with a lead, an auditor and a scale. */
async function makeHouse(): Promise<void> {
  await withAdmin(`create database ${name}`);
  const db = connect(ownerUrl, { patient: true, most: 2 });
  await migrate(db);
  await letIn(db, APPLICATION);
  const act = async (command: string, input: object) => {
    const definition = COMMANDS.get(command);
    if (!definition) throw new Error(command);
    await execute(db, definition, {
      input,
      who: "Ines",
      device: "trial",
      key: randomBytes(9).toString("hex"),
    });
  };
  await act("set-house", {
    name: "Trial House",
    address: "Lane 1",
    country: "Holmland",
    lotPrefix: "TH",
    zone: "UTC",
  });
  await act("add-crew", { name: "Ines", role: "lead" });
  await act("add-crew", { name: "Ada", role: "auditor" });
  await act("add-yard", { name: "Kiln Field" });
  await act("add-colonies", { yard: "Kiln Field", tags: "1-3" });
  await act("add-supers", { tags: "41-46", depth: "medium", frames: 10, emptyKg: 5.2 });
  await act("add-pails", { tags: "1-6", emptyKg: 1.2, holdsKg: 27 });
  await act("add-device", {
    name: "bench",
    kind: "scale",
    tokenSha256: createHash("sha256").update("the-trials-own-token").digest("hex"),
    standIn: true,
  });
  await openTheDoor(db, ["Ines"]);
  await db.destroy();
}

const port = await freePort();
let server: Copy | undefined;
async function startServer(databaseUrl: string): Promise<void> {
  server ??= new Copy(port, databaseUrl, heads, () => fail("the server ended by itself"));
  await server.start();
}

const agent = new Agent({ keepAlive: true, maxSockets: AT_ONCE + 2 });
interface Answered {
  /** 0 when the connection was lost. */
  readonly status: number;
  readonly body: string;
  readonly tookMs: number;
}
function ask(sent: Sent, again = true): Promise<Answered> {
  const began = Date.now();
  return new Promise((resolve) => {
    const done = (status: number, body: string) => resolve({ status, body, tookMs: Date.now() - began });
    const asking = httpRequest(
      {
        agent,
        host: "127.0.0.1",
        port,
        method: sent.method,
        path: sent.path,
        headers: { ...sent.headers, "content-length": Buffer.byteLength(sent.body) },
        timeout: FROZEN_MS * 2,
      },
      (response) => {
        let body = "";
        response.setEncoding("utf8");
        response.on("data", (chunk: string) => {
          if (body.length < 4000) body += chunk;
        });
        response.on("end", () => done(response.statusCode ?? 0, body));
        response.on("error", () => done(0, ""));
      },
    );
    asking.on("timeout", () => asking.destroy());
    // A kept connection the house had closed meanwhile was never heard on: that is no answer of the house.
    asking.on("error", () => (again && asking.reusedSocket ? resolve(ask(sent, false)) : done(0, "")));
    asking.end(sent.body);
  });
}

/** What commands were answered, by key: "done" must be in the ledger, "refused" must not, "unknown" may. */
const outcomes = new Map<string, "done" | "refused" | "unknown">();
const statuses = new Map<number, number>();

/** A busy machine is slow at times; a house that is well is not away for one in fifty. */
const BUSY_SHARE = 1 / 50;
const BUSY_TRIES = 5;
let busy = 0;

/** Records that were slow for once are asked again, as every browser does; what was said meanwhile must be true. */
async function askPatiently(sent: Sent, away: () => boolean): Promise<Answered> {
  let answered = await ask(sent);
  for (let tries = 1; tries < BUSY_TRIES && answered.status === 503 && !away(); tries++) {
    busy += 1;
    await new Promise((resolve) => setTimeout(resolve, 500 * tries));
    const again = await ask(sent);
    if (/nothing was written/i.test(answered.body) && /"repeated":true/.test(again.body))
      fail(`it was said that nothing was written, and it was: ${short(sent)}`);
    // What is not known stays so until somebody knows.
    if (again.status !== 503 || !answered.body.includes("outcome-unknown")) answered = again;
  }
  return answered;
}

function judge(sent: Sent, answered: Answered, away: boolean): void {
  statuses.set(answered.status, (statuses.get(answered.status) ?? 0) + 1);
  if (sent.key) {
    const unknown = answered.status === 0 || answered.body.includes("outcome-unknown");
    outcomes.set(sent.key, unknown ? "unknown" : answered.status === 200 ? "done" : "refused");
  }
  if (answered.status === 0 ? !away : answered.status >= 500 && !(away && answered.status === 503))
    fail(`${answered.status} for ${short(sent)}: ${answered.body.slice(0, 200)}`);
  if (answered.tookMs > FROZEN_MS) fail(`${Math.round(answered.tookMs / 1000)} s for ${short(sent)}`);
  if (answered.status === 503 && sent.method !== "HEAD" && !/try again/i.test(answered.body))
    fail(`503 without a word for ${short(sent)}`);
}

/** Sends all, several at once; `during` goes on meanwhile. */
async function sendAll(all: readonly Sent[], away: () => boolean): Promise<void> {
  let next = 0;
  const hand = async () => {
    for (let i = next++; i < all.length; i = next++) {
      const sent = all[i] as Sent;
      const before = away();
      const answered = before ? await ask(sent) : await askPatiently(sent, away);
      judge(sent, answered, before || away());
      // A house that is not there is not asked a thousand times a second.
      if (answered.status === 0) await new Promise((resolve) => setTimeout(resolve, 250));
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, hand));
}

const database = (what: "kill" | "start") =>
  execFileSync("./aumbry", ["database", what], { stdio: "ignore" });
const until = async (what: string, ready: () => Promise<boolean>) => {
  for (let i = 0; i < 480; i++) {
    if (await ready()) return;
    await new Promise((resolve) => setTimeout(resolve, 250));
  }
  fail(`${what} did not come back`);
};
const HEALTH: Sent = { method: "GET", path: "/api/v1/health", headers: {}, body: "" };
/** Well again, also for what was asked a moment before it was. */
const healthy = async () => {
  if ((await ask(HEALTH)).status !== 200) return false;
  await new Promise((resolve) => setTimeout(resolve, 4500));
  return (await ask(HEALTH)).status === 200;
};

/** What was answered is what is there. */
async function mustBeTrue(): Promise<void> {
  const db = connect(ownerUrl, { patient: true, most: 2 });
  try {
    const kept = new Set<string>(await db("entry").pluck("idempotency_key"));
    for (const [key, outcome] of outcomes) {
      if (outcome === "done" && !kept.has(key)) fail(`${key} was said to be done, and is not there`);
      if (outcome === "refused" && kept.has(key)) fail(`${key} was refused, and is there`);
    }
    const report = await verifyChain(db, { told: await keptHeads(heads) });
    if (!report.intact) fail(`entry ${report.firstBroken?.entry}: ${report.firstBroken?.what}`);
    const off = await whatIsOff(db);
    if (off) fail(off);
    const under = await db("fill_balance").where("grams", "<", 0).whereNotIn("kind", ["colony", "gain"]);
    if (under.length > 0) fail("a fill is under nothing");
    const back = await db.raw(
      "select count(*)::int as n from (select recorded_at < lag(recorded_at) over (order by id) as back from entry) x where back",
    );
    if (back.rows[0].n > 0) fail(`${back.rows[0].n} entries stand before their predecessors`);
    say(
      `${report.entries} entries: every seal holds, mass closes to the gram, ${outcomes.size} answers are true`,
    );
  } finally {
    await db.destroy();
  }
}

async function freezing(): Promise<void> {
  for (const sent of FREEZING) {
    const asked = ask(sent);
    // Somebody else wants to know whether the house is well, meanwhile.
    const others = await Promise.all(Array.from({ length: 5 }, () => ask(HEALTH)));
    const answered = await asked;
    const worst = Math.max(answered.tookMs, ...others.map((o) => o.tookMs));
    if (answered.status >= 500 || answered.status === 0) fail(`${answered.status} for ${sent.what}`);
    if (worst > FROZEN_MS) fail(`${Math.round(worst / 1000)} s for ${sent.what}`);
    if (others.some((o) => o.status !== 200)) fail(`others were not answered during ${sent.what}`);
  }
  say(`${FREEZING.length} requests that once froze a house are answered at once`);
}

async function damagedBackups(): Promise<void> {
  const whole = join(folder, "whole.aumbry");
  const { manifest } = await backup(ownerUrl, whole);
  const bytes = readFileSync(whole);
  let state = SEED;
  const random = (below: number) => {
    state = (Math.imul(state, 1_103_515_245) + 12_345) >>> 0;
    return Math.floor((state / 2 ** 32) * below);
  };
  const keeper = { adminUrl: testServerUrl("postgres") };
  let refused = 0;
  const turns = COUNT > 20_000 ? 200 : 40;
  for (let i = 0; i < turns; i++) {
    const file = join(folder, "damaged.aumbry");
    const damaged = Buffer.from(bytes);
    const at = random(bytes.length);
    if (i % 4 === 0) writeFileSync(file, damaged.subarray(0, at));
    else {
      damaged[at] = (damaged[at] ?? 0) ^ (1 << random(8));
      if (i % 4 === 1) damaged.fill(0, at, at + 512);
      writeFileSync(file, damaged);
    }
    try {
      const looked = await verifyBackup(file, keeper);
      // The wrapping's own padding may differ; what is in it may not.
      if (looked.head.hash !== manifest.head.hash || looked.entries !== manifest.counts.entry)
        fail(`a damaged backup (turn ${i}) passed with other entries`);
    } catch (fault) {
      if (fault instanceof KeepingFault) refused += 1;
      else fail(`a damaged backup (turn ${i}) threw ${fault}`);
    }
  }
  say(`${turns} damaged backups: ${refused} refused in words, none passed for what it was not`);
}

const began = Date.now();
await withAdmin(`drop database if exists ${name} with (force)`);
await makeHouse();
const wire = await faultyWire(asApplication(ownerUrl));
await startServer(wire.url);
try {
  await freezing();
  const all = requests(SEED, COUNT);
  const share = Math.ceil(all.length / 5);
  let away = false;
  const isAway = () => away;
  say(`${all.length} requests of seed ${SEED}`);
  await sendAll(all.slice(0, share), isAway);
  say("the server is killed in the middle");
  const second = sendAll(all.slice(share, 2 * share), isAway);
  await new Promise((resolve) => setTimeout(resolve, 1500));
  away = true;
  server?.kill();
  await startServer(wire.url);
  await until("the server", healthy);
  away = false;
  await second;
  say("the database is killed in the middle");
  const third = sendAll(all.slice(2 * share, 3 * share), isAway);
  await new Promise((resolve) => setTimeout(resolve, 1500));
  away = true;
  database("kill");
  const gone = await ask(HEALTH);
  if (gone.status !== 503) fail(`health says ${gone.status} while the database is away`);
  database("start");
  await until("the database", healthy);
  away = false;
  await third;
  say("the database falls silent in the middle");
  const fourth = sendAll(all.slice(3 * share, 4 * share), isAway);
  await new Promise((resolve) => setTimeout(resolve, 1500));
  away = true;
  wire.be("silent");
  const [page, command] = await Promise.all([
    ask({ method: "GET", path: "/yard", headers: asProgram("Ines"), body: "" }),
    ask({
      method: "POST",
      path: "/api/v1/commands/add-yard",
      headers: {
        "content-type": "application/json",
        ...asProgram("Ines"),
        "idempotency-key": "silent-yard-1",
      },
      body: '{"name":"Silent"}',
    }),
  ]);
  if (page.status !== 503 || command.status !== 503)
    fail(`a silent database: a page says ${page.status}, a command ${command.status}`);
  wire.be("none");
  await until("the silent database", healthy);
  away = false;
  await fourth;
  await sendAll(all.slice(4 * share), isAway);
  if (busy > all.length * BUSY_SHARE) fail(`${busy} answers were 503 while nothing was away`);
  await mustBeTrue();
  await damagedBackups();
} finally {
  server?.end();
  agent.destroy();
  await wire.close();
  await withAdmin(`drop database if exists ${name} with (force)`).catch(() => {});
  rmSync(folder, { recursive: true, force: true });
}
const told = [...statuses].sort(([a], [b]) => a - b).map(([status, n]) => `${status || "lost"} ${n}`);
say(`answers: ${told.join(", ")}; ${busy} asked again; ${Math.round((Date.now() - began) / 1000)} s`);
if (failures.length > 0) {
  console.error(
    `${failures.length} failed; seed ${SEED}. The server's last words:\n${server?.complaints.slice(-1500)}`,
  );
  process.exit(1);
}
process.exit(0);
