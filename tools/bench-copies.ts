/** One copy of the application beside two on one database: commands and pages a second by eight clients, for docs/bigger-houses.md. */
import { randomUUID } from "node:crypto";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { connect, letIn, lookAtTables, migrate } from "@/db";
import { APPLICATION, asApplication, testServerUrl } from "@/db/testing/clone";
import { loadDemo } from "@/demo";
import { asProgram, cookieOf, openTheDoor } from "@/house/testing/door";
import { Copy, freePort } from "./trial/served";

const CLIENTS = 8;
const SECONDS = 10;
const name = `aumbry_e2e_copies_${process.pid}`;
const ownerUrl = testServerUrl(name);
const admin = connect(testServerUrl("postgres"), { patient: true, most: 1 });
await admin.raw(`create database ${name}`);
const owner = connect(ownerUrl, { patient: true, most: 2 });
await migrate(owner);
await letIn(owner, APPLICATION);
await loadDemo(owner, new Date());
await openTheDoor(owner, ["Ines"]);
await lookAtTables(owner);
const ended = () => console.error("A copy ended by itself.");
const copies = [
  new Copy(await freePort(), asApplication(ownerUrl), join(tmpdir(), `${name}.heads`), ended),
  new Copy(await freePort(), asApplication(ownerUrl), join(tmpdir(), `${name}.heads`), ended),
] as const;
const signedIn = cookieOf("Ines", "");
const cookie = `${signedIn.name}=${signedIn.value}`;

/** How many are answered a second by so many copies. */
async function rate(of: number, ask: (port: number) => Promise<Response>): Promise<number> {
  const until = Date.now() + SECONDS * 1000;
  let answered = 0;
  const client = async (n: number) => {
    while (Date.now() < until) {
      const response = await ask((copies[n % of] as Copy).port);
      await response.text();
      if (!response.ok) throw new Error(String(response.status));
      answered += 1;
    }
  };
  await Promise.all(Array.from({ length: CLIENTS }, (_, n) => client(n)));
  return answered / SECONDS;
}

const command = (port: number) =>
  fetch(`http://127.0.0.1:${port}/api/v1/commands/add-yard`, {
    method: "POST",
    headers: { ...asProgram("Ines"), "content-type": "application/json", "idempotency-key": randomUUID() },
    body: JSON.stringify({ name: `Yard ${randomUUID().slice(0, 13)}`, country: "Holmland" }),
  });
const page = (port: number) => fetch(`http://127.0.0.1:${port}/`, { headers: { cookie } });

for (const copy of copies) await copy.start();
for (const [what, ask] of [
  ["commands", command],
  ["Today", page],
] as const) {
  await rate(2, ask);
  const [one, two] = [await rate(1, ask), await rate(2, ask)];
  console.log(
    `${what}: ${one.toFixed(0)} a second by one copy, ${two.toFixed(0)} by two (${(two / one).toFixed(2)} times)`,
  );
}
/** From the answer to an entry until another tablet hears of it and has Today as it stands then, by another copy. */
async function seenAfter(times: number): Promise<{ heard: number[]; shown: number[] }> {
  const [here, there] = copies;
  const stop = new AbortController();
  const line = await fetch(`http://127.0.0.1:${there.port}/api/v1/events`, {
    headers: { cookie },
    signal: stop.signal,
  });
  const reader = line.body?.getReader();
  if (!reader) throw new Error("There is no line.");
  const told = new TextDecoder();
  let text = "";
  const hear = async (entry: number) => {
    while (!text.includes(`data: ${entry}\n`)) {
      const { value, done } = await reader.read();
      if (done) throw new Error("The line ended.");
      text = (text + told.decode(value, { stream: true })).slice(-4000);
    }
  };
  const heard: number[] = [];
  const shown: number[] = [];
  for (let i = 0; i < times; i++) {
    const began = performance.now();
    const { entry } = await (await command(here.port)).json();
    await hear(entry);
    heard.push(performance.now() - began);
    await (await page(there.port)).text();
    shown.push(performance.now() - began);
  }
  stop.abort();
  return { heard: heard.sort((a, b) => a - b), shown: shown.sort((a, b) => a - b) };
}

const { heard, shown } = await seenAfter(60);
const [middle, late] = [30, 57] as const;
console.log(
  `seen by another tablet, by another copy: heard after ${heard[middle]?.toFixed(0)} ms (p95 ${heard[late]?.toFixed(0)}), Today as it stands then after ${shown[middle]?.toFixed(0)} ms (p95 ${shown[late]?.toFixed(0)}); goal 1000`,
);
for (const copy of copies) copy.end();
await owner.destroy();
await admin.raw(`drop database if exists ${name} with (force)`);
await admin.destroy();
process.exit(0);
