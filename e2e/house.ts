/** A served house of one's own for each test: its own database, its own copy of the built application. */
import { type ChildProcess, spawn } from "node:child_process";
import { randomBytes } from "node:crypto";
import { createServer } from "node:net";
import { test as base, type Page } from "@playwright/test";
import { connect } from "@/db";
import { asApplication, testServerUrl } from "@/db/testing/clone";

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
  /** The same as its owner. */
  readonly ownerUrl: string;
  /** Another copy of the application on the same database, or reaching it by another wire, or at a port of old. */
  readonly secondCopy: (by?: { databaseUrl?: string; port?: number }) => Promise<string>;
  /** Kills the copy that answers at an address, as a power cut would. */
  readonly kill: (url: string) => void;
}

/** Between choosing a port and opening it another test may take it: then another one is chosen. */
async function serve(
  databaseUrl: string,
  children: Map<string, ChildProcess>,
  chosen?: number,
  tries = 3,
): Promise<string> {
  const port = chosen ?? (await freePort());
  const child = spawn(process.execPath, ["--import", "tsx", "src/server/serve.ts"], {
    env: {
      ...process.env,
      DATABASE_URL: databaseUrl,
      PORT: String(port),
      HOST: "127.0.0.1",
      NODE_ENV: "production",
      TZ: "UTC",
    },
    stdio: ["ignore", "pipe", "pipe"],
  });
  const url = `http://127.0.0.1:${port}`;
  children.set(url, child);
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
  if (taken && tries > 1) return serve(databaseUrl, children, chosen, tries - 1);
  return url;
}

async function withHouse(template: string, use: (house: ServedHouse) => Promise<void>): Promise<void> {
  const name = `aumbry_e2e_${randomBytes(5).toString("hex")}`;
  const admin = connect(testServerUrl("postgres"), { patient: true, most: 2 });
  await admin.raw(`create database ${name} template ${template}`);
  const ownerUrl = testServerUrl(name);
  const databaseUrl = asApplication(ownerUrl);
  const children = new Map<string, ChildProcess>();
  const end = (child: ChildProcess) => {
    child.removeAllListeners("exit");
    child.kill("SIGKILL");
  };
  try {
    const url = await serve(databaseUrl, children);
    await use({
      url,
      databaseUrl,
      ownerUrl,
      secondCopy: (by = {}) => serve(by.databaseUrl ?? databaseUrl, children, by.port),
      kill: (at) => {
        const child = children.get(at);
        if (child) end(child);
      },
    });
  } finally {
    for (const child of children.values()) end(child);
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
