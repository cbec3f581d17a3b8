/** A served house of one's own for each test: its own database, its own copy of the built application. */
import { type ChildProcess, spawn } from "node:child_process";
import { randomBytes } from "node:crypto";
import { createServer } from "node:net";
import { test as base, type Page } from "@playwright/test";
import { connect } from "@/db";
import { testServerUrl } from "@/db/testing/clone";

export const EMPTY = "aumbry_e2e_empty";
export const DEMO = "aumbry_e2e_demo";

const freePort = (): Promise<number> =>
  new Promise((resolve, reject) => {
    const probe = createServer();
    probe.on("error", reject);
    probe.listen(0, "127.0.0.1", () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });

export interface ServedHouse {
  readonly url: string;
  readonly databaseUrl: string;
  /** Another copy of the application on the same database. */
  readonly secondCopy: () => Promise<string>;
}

/** Between choosing a port and opening it another test may take it: then another one is chosen. */
async function serve(databaseUrl: string, children: ChildProcess[], tries = 3): Promise<string> {
  const port = await freePort();
  const child = spawn(
    process.execPath,
    ["node_modules/next/dist/bin/next", "start", "-H", "127.0.0.1", "-p", String(port)],
    {
      env: { ...process.env, DATABASE_URL: databaseUrl, NODE_ENV: "production", TZ: "UTC" },
      stdio: ["ignore", "pipe", "pipe"],
    },
  );
  children.push(child);
  const taken = await new Promise<boolean>((resolve, reject) => {
    let said = "";
    const hear = (chunk: Buffer) => {
      said += chunk.toString();
      if (/Ready in/.test(said)) resolve(false);
      if (/EADDRINUSE/.test(said)) resolve(true);
    };
    child.stdout?.on("data", hear);
    child.stderr?.on("data", hear);
    child.on("exit", () =>
      /EADDRINUSE/.test(said) ? resolve(true) : reject(new Error(`The server ended: ${said}`)),
    );
  });
  if (taken && tries > 1) return serve(databaseUrl, children, tries - 1);
  return `http://127.0.0.1:${port}`;
}

async function withHouse(template: string, use: (house: ServedHouse) => Promise<void>): Promise<void> {
  const name = `aumbry_e2e_${randomBytes(5).toString("hex")}`;
  const admin = connect(testServerUrl("postgres"));
  await admin.raw(`create database ${name} template ${template}`);
  const databaseUrl = testServerUrl(name);
  const children: ChildProcess[] = [];
  try {
    const url = await serve(databaseUrl, children);
    await use({ url, databaseUrl, secondCopy: () => serve(databaseUrl, children) });
  } finally {
    for (const child of children) {
      child.removeAllListeners("exit");
      child.kill("SIGKILL");
    }
    await admin.raw(`drop database if exists ${name} with (force)`);
    await admin.destroy();
  }
}

export const test = base.extend<{ emptyHouse: ServedHouse; demoHouse: ServedHouse; ines: Page }>({
  // biome-ignore lint/correctness/noEmptyPattern: Playwright reads the fixture's needs off this pattern.
  emptyHouse: async ({}, use) => withHouse(EMPTY, use),
  // biome-ignore lint/correctness/noEmptyPattern: as above
  demoHouse: async ({}, use) => withHouse(DEMO, use),
  /** A page in the demo house with Ines standing at the tablet. */
  ines: async ({ page, demoHouse }, use) => {
    await page.context().addCookies([{ name: "aumbry-who", value: "Ines", url: demoHouse.url }]);
    await page.goto(demoHouse.url);
    await ready(page);
    await use(page);
  },
});

/** Keys and live events are attached. */
export async function ready(page: Page): Promise<void> {
  await page.locator("html[data-keys=on][data-live=on]").waitFor();
}

export { expect } from "@playwright/test";
