import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, expect, it } from "vitest";
import { reach } from "./reach";

const folder = mkdtempSync(join(tmpdir(), "aumbry-reach-"));
const before = process.env.PGPASSFILE;

beforeAll(() => {
  const file = join(folder, "pgpass");
  writeFileSync(file, "127.0.0.1:5433:*:aumbry:by-loopback\n/run/house:5433:*:aumbry:by-socket\n", {
    mode: 0o600,
  });
  process.env.PGPASSFILE = file;
});
afterAll(() => {
  if (before === undefined) delete process.env.PGPASSFILE;
  else process.env.PGPASSFILE = before;
  rmSync(folder, { recursive: true });
});

it.each([
  ["postgres://aumbry@127.0.0.1:5433/house", { host: "127.0.0.1", password: "by-loopback" }],
  ["postgres://aumbry@%2Frun%2Fhouse:5433/house", { host: "/run/house", password: "by-socket" }],
  ["postgres://aumbry:said@%2Frun%2Fhouse:5433/house", { host: "/run/house", password: "said" }],
  ["postgres://aumbry@db.lan:5433/house", { host: "db.lan", password: "" }],
])("%s is reached at its host, with the password kept for it there", async (url, { host, password }) => {
  const to = reach(url);
  expect(to).toMatchObject({ host, port: 5433, user: "aumbry", database: "house" });
  expect(typeof to.password === "string" ? to.password : await to.password()).toBe(password);
});
