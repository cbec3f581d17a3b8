/**
 * Many hands: eight clients, signed in as five roles, on two copies of the application over one database, at whatever
 * commands there are, with copies killed and stopped and the wifi lost between. What is not answered is asked again
 * with the same key, as a tablet's outbox does. Afterwards: nothing that was acknowledged is lost, nothing is there
 * twice, every entry bears the name it was made under, and nobody did what they may not. Loopback only.
 *   node --import tsx tools/trial/crew.ts COMMANDS [SEED]
 */
import { randomBytes } from "node:crypto";
import { mkdtempSync, rmSync } from "node:fs";
import { request } from "node:http";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { connect, letIn, migrate } from "@/db";
import { APPLICATION, asApplication, testServerUrl } from "@/db/testing/clone";
import { COMMANDS, type CommandName, type Role } from "@/house";
import { keptHeads } from "@/house/ledger/head";
import { verifyChain, whatIsOff } from "@/house/ledger/verify";
import { DEEDS, type State, stateOf } from "@/house/testing/deeds";
import { Copy, freePort } from "./served";

const COUNT = Number(process.argv[2] ?? 10_000);
const SEED = Number(process.argv[3] ?? 20260813);
const PASSWORD = "three brown hens walking";
const CLIENTS: readonly (readonly [name: string, role: Role])[] = [
  ["Ines", "lead"],
  ["Tomasz", "floor"],
  ["Nell", "floor"],
  ["Odile", "filler"],
  ["Bram", "office"],
  ["Wilma", "auditor"],
  ["Ines", "lead"],
  ["Tomasz", "floor"],
];
/** Of a hundred requests so many lose their network before the answer is there. */
const LOST_IN_100 = 4;
/** Deeds that would shut the trial's own people out, or wait for a person. */
const LEFT_OUT: ReadonlySet<string> = new Set(["close-person", "change-role", "give-way-in", "set-units"]);

const failures: string[] = [];
const fail = (what: string): void => {
  failures.push(what);
  if (failures.length <= 20) console.error(`  ✘ ${what}`);
};
const say = (text: string): void => console.log(`· ${text}`);

/** Seeded, so that what once went wrong goes wrong again; a client has its own. */
function dice(seed: number) {
  let state = seed >>> 0;
  return (below: number): number => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return Math.floor((state / 2 ** 32) * below);
  };
}

interface Answered {
  /** 0 when the connection was lost. */
  readonly status: number;
  readonly body: string;
  readonly cookie: string | null;
}

interface Asked {
  readonly port: number;
  readonly path: string;
  readonly cookie?: string | undefined;
  readonly headers?: Readonly<Record<string, string>>;
  readonly body: object;
  /** The wifi goes after so many milliseconds. */
  readonly loseAfterMs?: number | undefined;
}

const post = ({ port, path, cookie, headers = {}, body, loseAfterMs }: Asked): Promise<Answered> =>
  new Promise((resolve) => {
    const text = JSON.stringify(body);
    const asking = request(
      {
        host: "127.0.0.1",
        port,
        path,
        method: "POST",
        agent: false,
        timeout: 30_000,
        headers: {
          "content-type": "application/json",
          "content-length": Buffer.byteLength(text),
          origin: `http://127.0.0.1:${port}`,
          ...(cookie ? { cookie } : {}),
          ...headers,
        },
      },
      (response) => {
        let said = "";
        response.setEncoding("utf8");
        response.on("data", (chunk: string) => {
          said += chunk;
        });
        response.on("error", () => resolve({ status: 0, body: "", cookie: null }));
        response.on("end", () =>
          resolve({
            status: response.complete ? (response.statusCode ?? 0) : 0,
            body: said,
            cookie: response.headers["set-cookie"]?.[0]?.split(";")[0] ?? null,
          }),
        );
      },
    );
    asking.on("timeout", () => asking.destroy());
    asking.on("error", () => resolve({ status: 0, body: "", cookie: null }));
    if (loseAfterMs !== undefined) setTimeout(() => asking.destroy(), loseAfterMs);
    asking.end(text);
  });

interface Outcome {
  readonly key: string;
  readonly command: string;
  readonly who: string;
  readonly role: Role;
  readonly done: boolean;
  readonly entry: number | null;
}

const folder = mkdtempSync(join(tmpdir(), "aumbry-crew-"));
const heads = join(folder, "heads");
const name = `aumbry_e2e_crew_${randomBytes(4).toString("hex")}`;
const ownerUrl = testServerUrl(name);
const withAdmin = async (sql: string): Promise<void> => {
  const db = connect(testServerUrl("postgres"), { patient: true, most: 1 });
  await db.raw(sql).finally(() => db.destroy());
};

await withAdmin(`create database ${name}`);
const owner = connect(ownerUrl, { patient: true, most: 2 });
await migrate(owner);
await letIn(owner, APPLICATION);
const ended = () => fail("a copy ended by itself");
const copies = [
  new Copy(await freePort(), asApplication(ownerUrl), heads, ended),
  new Copy(await freePort(), asApplication(ownerUrl), heads, ended),
] as const;
const outcomes: Outcome[] = [];
const statuses = new Map<number, number>();
const began = Date.now();

async function must(asked: Asked): Promise<Answered> {
  const answered = await post(asked);
  if (answered.status !== 200) throw new Error(`${asked.path}: ${answered.status} ${answered.body}`);
  return answered;
}

/** Comes in by the door, as people do: the first lead at the machine, the others with a code. */
async function signIn(first: number): Promise<string[]> {
  const begun = await must({
    port: first,
    path: "/api/v1/door/begin",
    body: { name: "Ines", password: PASSWORD },
  });
  const lead = begun.cookie ?? "";
  const act = (command: string, input: object) =>
    must({
      port: first,
      path: `/api/v1/commands/${command}`,
      cookie: lead,
      headers: { "idempotency-key": randomBytes(9).toString("hex") },
      body: input,
    });
  for (const [person, role] of new Map(CLIENTS.slice(1, 6))) await act("add-crew", { name: person, role });
  await act("set-house", {
    name: "Crew House",
    address: "Lane 1",
    country: "Holmland",
    lotPrefix: "TH",
    zone: "UTC",
  });
  await act("add-yard", { name: "Kiln Field" });
  await act("add-colonies", { yard: "Kiln Field", tags: "1-3" });
  await act("add-supers", { tags: "41-46", depth: "medium", frames: 10, emptyKg: 5.2 });
  await act("add-pails", { tags: "1-6", emptyKg: 1.2, holdsKg: 27 });
  await act("add-bins", { tags: "1-2", emptyKg: 2 });
  await act("add-vessels", { kind: "drum", tags: "1", emptyKg: 18, holdsKg: 300 });
  await act("add-vessels", { kind: "tank", tags: "1", holdsL: 200, diameterCm: 60 });
  await act("add-machine", { name: "Twenty", slots: 20 });
  await act("add-mesh", { name: "Sieve", kind: "fine", openingUm: 400 });
  await act("add-instrument", { name: "glass", scale: "water" });
  const cookies: string[] = [lead];
  for (const [person] of CLIENTS.slice(1, 6)) {
    const way = await must({
      port: first,
      path: "/api/v1/door/way-in",
      cookie: lead,
      body: { name: person },
    });
    const { code } = JSON.parse(way.body) as { code: string };
    const joined = await must({
      port: first,
      path: "/api/v1/door/join",
      body: { name: person, code, password: PASSWORD },
    });
    cookies.push(joined.cookie ?? "");
  }
  // The same person at a second browser, signed in through the other copy.
  for (const [person] of CLIENTS.slice(6)) {
    const again = await must({
      port: copies[1].port,
      path: "/api/v1/door/sign-in",
      body: { name: person, password: PASSWORD },
    });
    cookies.push(again.cookie ?? "");
  }
  return cookies;
}

/** What stands is looked at now and then: most deeds are possible ones, some are late for it. */
let looked: { at: number; state: Promise<State> } | null = null;
const stateNow = (): Promise<State> => {
  if (!looked || Date.now() - looked.at > 300) looked = { at: Date.now(), state: stateOf(owner) };
  return looked.state;
};

const NAMES = [...COMMANDS.keys()].filter((c) => !LEFT_OUT.has(c)) as CommandName[];
let left = COUNT;
/** The newest entry when everybody was in. */
let setUp = 0;

async function client(n: number, cookie: string): Promise<void> {
  const [who, role] = CLIENTS[n] as (typeof CLIENTS)[number];
  const roll = dice(SEED + n * 7919);
  for (let i = 0; left > 0; i++) {
    left -= 1;
    const command = NAMES[roll(NAMES.length)] as CommandName;
    const deed = [DEEDS[command]].flat()[0] as (d: object, s: State) => object;
    const input = deed(
      { a: roll(7), b: roll(7), kg: 0.5 + roll(120) / 10, back: roll(18) },
      await stateNow(),
    );
    // Who works here stays who works here: that the trial's own people came is not taken back.
    if (command === "undo" && (input as { entry?: number }).entry !== undefined) {
      const { entry = 0 } = input as { entry?: number };
      if (entry <= setUp) continue;
    }
    const key = `crew-${n}-${i}-${SEED}`;
    for (let tries = 0; ; tries++) {
      const port = copies[(n + i + tries) % 2 === 0 ? 0 : 1].port;
      const answered = await post({
        port,
        path: `/api/v1/commands/${command}`,
        cookie,
        headers: { "idempotency-key": key },
        body: input,
        loseAfterMs: roll(100) < LOST_IN_100 ? roll(40) : undefined,
      });
      statuses.set(answered.status, (statuses.get(answered.status) ?? 0) + 1);
      if (answered.status === 0 || answered.status === 503) {
        if (tries > 300) {
          fail(`${command} was never answered`);
          break;
        }
        await new Promise((resolve) => setTimeout(resolve, 150));
        continue;
      }
      if (answered.status >= 500)
        fail(
          `${answered.status} for ${command} ${JSON.stringify(input).slice(0, 160)}: ${answered.body.slice(0, 200)}`,
        );
      if (answered.status === 401) fail(`${who} was not known any more at ${command}`);
      const done = answered.status === 200;
      outcomes.push({
        key,
        command,
        who,
        role,
        done,
        entry: done ? (JSON.parse(answered.body).entry as number) : null,
      });
      break;
    }
  }
}

/** Copies go and come while the others work. */
async function trouble(): Promise<void> {
  const after = async (share: number) => {
    while (left > COUNT * (1 - share)) await new Promise((resolve) => setTimeout(resolve, 100));
  };
  await after(0.2);
  say("one copy is killed");
  copies[0].kill();
  await after(0.25);
  await copies[0].start();
  await after(0.45);
  say("the other is told to stop");
  await copies[1].stop();
  await after(0.5);
  await copies[1].start();
  await after(0.7);
  say("both are killed at once");
  for (const copy of copies) copy.kill();
  await new Promise((resolve) => setTimeout(resolve, 1500));
  await Promise.all(copies.map((copy) => copy.start()));
}

/** What was answered is what is there, under the right name, once. */
async function mustBeTrue(): Promise<void> {
  const rows: { id: number; who: string; command: string; idempotency_key: string }[] = await owner(
    "entry",
  ).select("id", "who", "command", "idempotency_key");
  const byKey = new Map(rows.map((r) => [r.idempotency_key, r]));
  const roleOf = new Map<string, Role>(CLIENTS);
  for (const { key, command, who, role, done, entry } of outcomes) {
    const row = byKey.get(key);
    if (done && (row?.id !== entry || row.who !== who || row.command !== command))
      fail(`${key} (${command} by ${who}) was said to be entry ${entry}, and is ${JSON.stringify(row)}`);
    if (!done && row) fail(`${key} was refused, and is there`);
    if (done && !COMMANDS.get(command)?.who.includes(role)) fail(`${who}, ${role}, did ${command}`);
  }
  const ours = rows.filter((r) => r.idempotency_key.startsWith("crew-"));
  const done = outcomes.filter((o) => o.done).length;
  if (ours.length !== done) fail(`${done} were said to be done, ${ours.length} are there`);
  for (const row of ours) {
    const role = roleOf.get(row.who);
    const may = COMMANDS.get(row.command)?.who;
    if (!role || !may?.includes(role)) fail(`entry ${row.id}: ${row.who} did ${row.command}`);
  }
  const report = await verifyChain(owner, { told: await keptHeads(heads) });
  if (!report.intact) fail(`entry ${report.firstBroken?.entry}: ${report.firstBroken?.what}`);
  const off = await whatIsOff(owner);
  if (off) fail(off);
  const refusedByRole = outcomes.filter(
    (o) => !o.done && !COMMANDS.get(o.command)?.who.includes(o.role),
  ).length;
  if (COUNT >= 1000 && (done < COUNT / 20 || refusedByRole < COUNT / 20))
    fail(`too little was tried: ${done} done, ${refusedByRole} refused for the role`);
  say(
    `${outcomes.length} commands answered, ${done} entered and ${refusedByRole} refused for the role; every answer is true, every seal holds, mass closes`,
  );
}

try {
  for (const copy of copies) await copy.start();
  const cookies = await signIn(copies[0].port);
  setUp = Number((await owner("entry").max("id as id").first())?.id ?? 0);
  say(`${COUNT} commands by ${CLIENTS.length} clients of five roles on two copies, seed ${SEED}`);
  await Promise.all([trouble(), ...cookies.map((cookie, n) => client(n, cookie))]);
  await mustBeTrue();
} finally {
  for (const copy of copies) copy.end();
  await owner.destroy();
  await withAdmin(`drop database if exists ${name} with (force)`).catch(() => {});
  rmSync(folder, { recursive: true, force: true });
}
const told = [...statuses].sort(([a], [b]) => a - b).map(([status, n]) => `${status || "lost"} ${n}`);
const seconds = (Date.now() - began) / 1000;
say(
  `answers: ${told.join(", ")}; ${Math.round(seconds)} s, ${Math.round(outcomes.length / seconds)} commands a second`,
);
if (failures.length > 0) {
  console.error(
    `${failures.length} failed; seed ${SEED}. The copies' last words:\n${copies.map((c) => c.complaints.slice(-1500)).join("\n")}`,
  );
  process.exit(1);
}
process.exit(0);
