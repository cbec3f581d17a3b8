import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { join, resolve } from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { closeDatabase } from "@/db";
import { openTheDoor, TEST_TOKEN } from "@/house/testing/door";
import { openTestHouse, type TestHouse } from "@/house/testing/test-house";
import { clientFrom } from "../../tools/client";
import { answeredBy } from "./routes";
import { GET as openapi } from "./v1/openapi";

let house: TestHouse;
let folder: string;
beforeAll(async () => {
  house = await openTestHouse();
  process.env.DATABASE_URL = house.url;
  await house.equip();
  await openTheDoor(house.db, []);
  folder = mkdtempSync(join(resolve("."), ".client-"));
});
afterAll(async () => {
  rmSync(folder, { recursive: true, force: true });
  await closeDatabase();
  await house.close();
});

/** The house's own route in place of a network. */
const straightIn = ((url: string, init: RequestInit) =>
  answeredBy(
    init.method ?? "GET",
    new URL(url).pathname,
  )?.(new Request(url, init))) as unknown as typeof fetch;

describe("a client made from the house's description", () => {
  it("compiles strictly, does a thing once however often it is asked, and says why where it is refused", async () => {
    const file = join(folder, "client.ts");
    writeFileSync(file, await clientFrom(await openapi().json()));
    // Used as a program would: a field that is none does not compile.
    writeFileSync(
      join(folder, "use.ts"),
      `import { send } from "./client";
export const good = () => send({ base: "", token: "" }, "add-yard", { name: "Upper Tarn", country: "Holmland" });
// @ts-expect-error there is no such field
export const bad = () => send({ base: "", token: "" }, "add-yard", { nam: "Upper Tarn" });
// @ts-expect-error there is no such command
export const none = () => send({ base: "", token: "" }, "sell-the-house", {});
`,
    );
    execFileSync(
      "node_modules/.bin/tsc",
      [
        "--ignoreConfig",
        "--noEmit",
        "--strict",
        "--target",
        "es2022",
        "--module",
        "esnext",
        "--moduleResolution",
        "bundler",
        "--lib",
        "es2022,dom",
        "--types",
        "",
        join(folder, "use.ts"),
      ],
      { encoding: "utf8" },
    );
    const { send, Refused } = await import(/* @vite-ignore */ file);
    const asking = { base: "http://house", token: TEST_TOKEN, who: "Ines", fetch: straightIn };
    const key = "client-0001";
    const first = await send(asking, "add-yard", { name: "Upper Tarn", country: "Holmland" }, { key });
    expect(first).toMatchObject({ say: "Yard Upper Tarn set up.", repeated: false });
    expect(
      await send(asking, "add-yard", { name: "Upper Tarn", country: "Holmland" }, { key }),
    ).toMatchObject({
      entry: first.entry,
      repeated: true,
    });
    const refused = await send(asking, "add-yard", { name: "Upper Tarn" }).catch((e: unknown) => e);
    expect(refused).toBeInstanceOf(Refused);
    expect(refused).toMatchObject({ status: 422, problem: { errors: [{ path: "name" }] } });
  }, 60_000);
});
