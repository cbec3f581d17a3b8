/** Pages as a slow tablet meets them: a browser slowed four times, its largest paint and the time it was blocked. */

import { type Browser, chromium } from "@playwright/test";
import { cookieOf } from "@/house/testing/door";

const SLOWED = 4;
/** So long without a long task, and the page has come up. */
const QUIET_MS = 1500;
/** A page is met so often, each time for the first time: the middle one counts. */
const TIMES = 3;

/** One page, as met once. */
interface Once {
  readonly largestPaintMs: number;
  /** What long tasks took beyond 50 ms each, from the first byte on. */
  readonly blockedMs: number;
  /** The same of what comes after something is on the screen (what is called total blocking time). */
  readonly afterPaintMs: number;
}

export interface Met extends Once {
  readonly path: string;
}

interface Seen {
  first: number;
  paint: number;
  tasks: { from: number; to: number }[];
}

async function metOnce(browser: Browser, base: string, path: string): Promise<Once> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  await context.addCookies([cookieOf("Bench", base)]);
  const page = await context.newPage();
  await (await context.newCDPSession(page)).send("Emulation.setCPUThrottlingRate", { rate: SLOWED });
  await page.addInitScript(() => {
    const seen: Seen = { first: 0, paint: 0, tasks: [] };
    Object.assign(globalThis, { seen });
    // No name for what watches: names are put on by a helper that is not in the page.
    for (const type of ["paint", "largest-contentful-paint", "longtask"])
      new PerformanceObserver((list) => {
        for (const e of list.getEntries())
          if (e.name === "first-contentful-paint") seen.first = e.startTime;
          else if (type === "largest-contentful-paint") seen.paint = e.startTime;
          else if (type === "longtask") seen.tasks.push({ from: e.startTime, to: e.startTime + e.duration });
      }).observe({ type, buffered: true });
  });
  await page.goto(base + path, { waitUntil: "load" });
  await page.waitForFunction(
    (quiet) =>
      performance.now() - ((globalThis as unknown as { seen: Seen }).seen.tasks.at(-1)?.to ?? 0) > quiet,
    QUIET_MS,
  );
  // A part that cannot be drawn is soon told: that is no page to measure.
  const faulty = page.getByRole("alert").filter({ hasText: "cannot be shown" });
  if ((await faulty.count()) > 0) throw new Error(`${path}: ${await faulty.first().textContent()}`);
  const { first, paint, tasks } = await page.evaluate(() => (globalThis as unknown as { seen: Seen }).seen);
  await context.close();
  const blocked = (since: number) =>
    tasks.reduce((ms, t) => ms + Math.max(0, t.to - Math.max(since, t.from) - 50), 0);
  return { largestPaintMs: paint, blockedMs: blocked(0), afterPaintMs: blocked(first) };
}

const middle = (of: readonly number[]): number => [...of].sort((a, b) => a - b)[of.length >> 1] ?? 0;

export async function metBySlowTablet(base: string, paths: readonly string[]): Promise<Met[]> {
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? "/usr/bin/chromium",
    args: ["--no-sandbox"],
  });
  const met: Met[] = [];
  for (const path of paths) {
    const times: Once[] = [];
    for (let i = 0; i < TIMES; i++) times.push(await metOnce(browser, base, path));
    met.push({
      path,
      largestPaintMs: middle(times.map((t) => t.largestPaintMs)),
      blockedMs: middle(times.map((t) => t.blockedMs)),
      afterPaintMs: middle(times.map((t) => t.afterPaintMs)),
    });
  }
  await browser.close();
  return met;
}
