/**
 * A browser's tab that goes from one test to the next: what the application is made of is fetched and read once a
 * worker, not once a test. It is given as if it were new; whoever changes it for good was the last to have it.
 */
import type { Browser, BrowserContext, CDPSession, Page } from "@playwright/test";

/** What cannot be taken back from a tab, or stays behind in it. */
const FOR_GOOD = new Set([
  "addInitScript",
  "emulateMedia",
  "exposeBinding",
  "exposeFunction",
  "grantPermissions",
  "install",
  "newCDPSession",
  "on",
  "route",
  "routeWebSocket",
  "setExtraHTTPHeaders",
  "setFixedTime",
  "setOffline",
]);

interface Held {
  readonly context: BrowserContext;
  readonly page: Page;
  /** The browser's own way to forget what a page kept. */
  readonly forgets: CDPSession;
  changed: boolean;
}

/** A picture of the house's: where a tab waits it runs nothing, and its next page is of the same house's address. */
export const waitsAt = (url: string): string => new URL("/icon.svg", url).href;

export class Tab {
  private held: Held | null = null;

  async take(browser: Browser): Promise<BrowserContext> {
    this.held ??= await opened(browser);
    return this.held.context;
  }

  /** As if it were new, or closed where it cannot be. */
  async back(): Promise<void> {
    const { held } = this;
    if (!held) return;
    if (await asNew(held).catch(() => false)) return;
    this.held = null;
    await held.context.close();
  }

  async end(): Promise<void> {
    await this.held?.context.close();
  }
}

async function opened(browser: Browser): Promise<Held> {
  const context = await browser.newContext();
  const page = await context.newPage();
  const held: Held = { context, page, forgets: await context.newCDPSession(page), changed: false };
  for (const of of [context, page, page.clock] as unknown as Record<string, unknown>[])
    for (const name of FOR_GOOD) {
      const does = of[name];
      if (typeof does !== "function") continue;
      of[name] = (...given: unknown[]) => {
        held.changed = true;
        return does.apply(of, given);
      };
    }
  return held;
}

/** Makes it as new; false where it is not. */
async function asNew({ context, page, forgets, changed }: Held): Promise<boolean> {
  if (changed || page.isClosed() || !page.url().endsWith("/icon.svg")) return false;
  for (const other of context.pages()) if (other !== page) await other.close();
  await page.evaluate(() => sessionStorage.clear());
  await forgets.send("Storage.clearDataForOrigin", {
    origin: new URL(page.url()).origin,
    storageTypes: "local_storage,indexeddb,cache_storage",
  });
  await context.clearCookies();
  const { width, height } = page.viewportSize() ?? { width: 0, height: 0 };
  if (width !== 1280 || height !== 800) await page.setViewportSize({ width: 1280, height: 800 });
  const kept = await page.evaluate(
    async () => localStorage.length + sessionStorage.length + (await indexedDB.databases()).length,
  );
  return kept === 0 && (await context.cookies()).length === 0;
}
