/** Pages as a slow tablet meets them: a browser slowed four times, its largest paint and the time it was blocked. */

import { chromium } from "@playwright/test";
import { cookieOf } from "@/house/testing/door";

const SLOWED = 4;
/** So long without a long task, and the page has come up. */
const QUIET_MS = 1500;

export interface Met {
  readonly path: string;
  readonly largestPaintMs: number;
  /** What long tasks took beyond 50 ms each. */
  readonly blockedMs: number;
}

interface Seen {
  paint: number;
  blocked: number;
  /** When the last long task ended. */
  last: number;
}

export async function metBySlowTablet(base: string, paths: readonly string[]): Promise<Met[]> {
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? "/usr/bin/chromium",
    args: ["--no-sandbox"],
  });
  const met: Met[] = [];
  for (const path of paths) {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    await context.addCookies([cookieOf("Bench", base)]);
    const page = await context.newPage();
    await (await context.newCDPSession(page)).send("Emulation.setCPUThrottlingRate", { rate: SLOWED });
    await page.addInitScript(() => {
      const seen: Seen = { paint: 0, blocked: 0, last: 0 };
      Object.assign(globalThis, { seen });
      new PerformanceObserver((list) => {
        for (const e of list.getEntries()) seen.paint = e.startTime;
      }).observe({ type: "largest-contentful-paint", buffered: true });
      new PerformanceObserver((list) => {
        for (const e of list.getEntries()) {
          seen.blocked += Math.max(0, e.duration - 50);
          seen.last = e.startTime + e.duration;
        }
      }).observe({ type: "longtask", buffered: true });
    });
    await page.goto(base + path, { waitUntil: "load" });
    await page.waitForFunction(
      (quiet) => performance.now() - (globalThis as unknown as { seen: Seen }).seen.last > quiet,
      QUIET_MS,
    );
    const seen = await page.evaluate(() => (globalThis as unknown as { seen: Seen }).seen);
    met.push({ path, largestPaintMs: seen.paint, blockedMs: seen.blocked });
    await context.close();
  }
  await browser.close();
  return met;
}
