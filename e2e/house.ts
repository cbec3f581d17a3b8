/** A served house of one's own for each test: its own database, shown by the worker's copy of the application. */
import { type ChildProcess, spawn } from "node:child_process";
import { randomBytes } from "node:crypto";
import { createServer } from "node:net";
import { test as base, type Page } from "@playwright/test";
import { connect } from "@/db/connection";
import { asApplication, testServerUrl } from "@/db/testing/clone";
import { cookieOf } from "@/house/testing/door";
import { Tab, waitsAt } from "./tab";

export const EMPTY = "aumbry_e2e_empty";
export const DEMO = "aumbry_e2e_demo";
/** One practice house for all: it is nobody's. */
export const PRACTICE = "aumbry_e2e_practice";
/** Whoever is in a house that has no crew yet leads it. */
export const NOBODY_YET = "nobody";

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
  readonly secondCopy: (by?: { databaseUrl?: string; port?: number; folder?: string }) => Promise<string>;
  /** Kills the second copy that answers at an address, as a power cut would. */
  readonly kill: (url: string) => void;
}

/** Between choosing a port and opening it another test may take it: then another one is chosen. */
async function serve(
  databaseUrl: string,
  children: Map<string, ChildProcess>,
  {
    at,
    program = ".next/serve.mjs",
    folder = process.cwd(),
    tries = 3,
  }: { at?: number; program?: string; folder?: string; tries?: number } = {},
): Promise<string> {
  const port = at ?? (await freePort());
  const child = spawn(process.execPath, [program], {
    cwd: folder,
    env: {
      ...process.env,
      DATABASE_URL: databaseUrl,
      AUMBRY_PRACTICE_URL: asApplication(testServerUrl(PRACTICE)),
      PORT: String(port),
      HOST: "127.0.0.1",
      NODE_ENV: "production",
      TZ: "UTC",
    },
    stdio: ["ignore", "pipe", "pipe", "ipc"],
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
  if (taken && tries > 1)
    return serve(databaseUrl, children, { ...(at ? { at } : {}), program, folder, tries: tries - 1 });
  return url;
}

const end = (child: ChildProcess): void => {
  child.removeAllListeners("exit");
  child.kill("SIGKILL");
};

/** The worker's copy of the application: it shows one house after another. */
class Application {
  private url = "";
  get at(): string {
    return this.url;
  }

  private readonly children = new Map<string, ChildProcess>();

  /** Shows the house in a database, and says where. */
  async show(databaseUrl: string): Promise<string> {
    const running = this.children.get(this.url);
    if (running?.connected) {
      await new Promise<void>((resolve) => {
        running.once("message", () => resolve());
        running.send({ databaseUrl });
      });
    } else this.url = await serve(databaseUrl, this.children, { program: ".next/served.mjs" });
    return this.url;
  }

  end(): void {
    for (const child of this.children.values()) end(child);
  }
}

async function withHouse(
  application: Application,
  page: Page,
  template: string,
  who: string,
  use: (house: ServedHouse) => Promise<void>,
): Promise<void> {
  const name = `aumbry_e2e_${randomBytes(5).toString("hex")}`;
  const admin = connect(testServerUrl("postgres"), { patient: true, most: 2 });
  await admin.raw(`create database ${name} template ${template} strategy = file_copy`);
  const ownerUrl = testServerUrl(name);
  const databaseUrl = asApplication(ownerUrl);
  const copies = new Map<string, ChildProcess>();
  try {
    const url = await application.show(databaseUrl);
    await page.context().addCookies([cookieOf(who, url)]);
    await use({
      url,
      databaseUrl,
      ownerUrl,
      secondCopy: ({ databaseUrl: by = databaseUrl, port, folder } = {}) =>
        serve(by, copies, { ...(port ? { at: port } : {}), ...(folder ? { folder } : {}) }),
      kill: (at) => {
        const copy = copies.get(at);
        if (copy) end(copy);
      },
    });
  } finally {
    // Nobody looks at a house any more that is taken down.
    for (const open of page.context().pages()) await open.goto(waitsAt(application.at)).catch(() => {});
    for (const copy of copies.values()) end(copy);
    await admin.raw(`drop database if exists ${name} with (force)`);
    await admin.destroy();
  }
}

export const test = base.extend<
  { emptyHouse: ServedHouse; demoHouse: ServedHouse; ines: Page },
  { application: Application; tab: Tab }
>({
  tab: [
    async ({ browserName: _ }, use) => {
      const tab = new Tab();
      await use(tab);
      await tab.end();
    },
    { scope: "worker" },
  ],
  /** One tab for all; whoever wants a browser that keeps screens gets one of their own. */
  context: async ({ browser, tab, serviceWorkers }, use) => {
    if (serviceWorkers === "block") {
      await use(await tab.take(browser));
      return tab.back();
    }
    const own = await browser.newContext();
    await use(own);
    await own.close();
  },
  page: async ({ context }, use) => use(context.pages()[0] ?? (await context.newPage())),
  application: [
    async ({ browserName: _ }, use) => {
      const application = new Application();
      await use(application);
      application.end();
    },
    { scope: "worker" },
  ],
  /** The page is signed in: as somebody of no name where nobody is named yet, as Ines in the demo. */
  emptyHouse: async ({ application, page }, use) => withHouse(application, page, EMPTY, NOBODY_YET, use),
  demoHouse: async ({ application, page }, use) => withHouse(application, page, DEMO, "Ines", use),
  /** A page in the demo house with Ines standing at the tablet. */
  ines: async ({ page, demoHouse }, use) => {
    await page.goto(demoHouse.url);
    await ready(page);
    await use(page);
  },
});

/** Keys and live events are attached. */
export async function ready(page: Page): Promise<void> {
  await page.locator("html[data-keys=on][data-live=on]").waitFor();
}

/**
 * Goes to a screen as somebody who is in the house goes there: the application stays, the screen changes. Where it is
 * not open yet, or that very screen is, it is opened anew.
 */
export async function go(page: Page, address: string): Promise<void> {
  const to = new URL(address).href;
  const here =
    page.url() !== to &&
    page.url().startsWith(new URL(to).origin) &&
    (await page
      .evaluate(
        (path) => {
          const { next } = window as unknown as { next?: { router?: { push(path: string): void } } };
          if (document.documentElement.dataset.keys !== "on" || !next?.router) return false;
          next.router.push(path);
          return true;
        },
        to.slice(new URL(to).origin.length),
      )
      // The screen is just being opened anew: whom it was asked of is gone, and the new one stands first.
      .catch(() => ready(page).then(() => false)));
  if (here) return page.waitForURL(to);
  await page.goto(to);
  await ready(page);
}

export { expect } from "@playwright/test";
