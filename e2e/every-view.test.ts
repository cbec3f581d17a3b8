import { readFileSync } from "node:fs";
import { gzipSync } from "node:zlib";
import AxeBuilder from "@axe-core/playwright";
import type { Page, Response } from "@playwright/test";
import { expect, ready, test } from "./house";

const VIEWS = [
  "/",
  "/yard?do=pull",
  "/yard?do=supers",
  "/yard?do=plans",
  "/yard?do=files",
  "/yard/plan/1",
  "/hot-room?do=read",
  "/hot-room?do=check",
  "/hot-room?do=stand",
  "/spin?do=batch",
  "/spin?do=load",
  "/spin?do=day",
  "/spin?do=cappings",
  "/spin?do=opening",
  "/spin?do=skills",
  "/spin?do=what-if",
  "/spin?do=hand",
  "/settle",
  "/settle?do=strain",
  "/settle?do=warm",
  "/settle?do=heat",
  "/settle?do=cool",
  "/settle?do=warmer",
  "/settle?do=school",
  "/settle?do=ceiling",
  "/store",
  "/store?do=blend",
  "/store?do=stock",
  "/store?do=look",
  "/store?do=taste",
  "/store?do=lab",
  "/store?do=gone",
  "/store?do=pour",
  "/store?do=came",
  "/store?do=vessels",
  "/yard?do=frames",
  "/out?do=bulk",
  "/out?do=pick&order=1",
  "/out?do=return",
  "/out/boxes?do=stored",
  "/out/owners",
  "/out/buyers?do=card",
  "/held",
  "/held?do=hold",
  "/held?do=disease",
  "/held?do=rule",
  "/laboratory",
  "/laboratory?do=order",
  "/recall",
  "/recall?of=lot WB26-002-4",
  "/recall?drill=1",
  "/season",
  "/season?do=year",
  "/tape?tag=41",
  "/tape/40",
  "/trace/drum/1",
  "/trace/delivery/1",
  "/bottle?do=lot",
  "/bottle?do=weigh",
  "/bottle?do=plan",
  "/bottle?do=stock",
  "/bottle?do=off",
  "/bottle?do=set",
  "/bottle/label",
  "/out?do=send",
  "/trace",
  "/trace/batch/1",
  "/trace/super/13",
  "/trace/yard/Kiln%20Field",
  "/set-up",
  "/people",
  "/work",
  "/work?who=Tomasz",
  "/checks",
  "/bottle?do=start",
  "/bottle?do=here",
];

/** Read anew by every page that is looked at: half as long is half as long to read. */
const AXE = readFileSync("node_modules/axe-core/axe.min.js", "utf8");

/** The work that is open in a bay, under the row of what can be done. */
const OPEN_WORK = 'fieldset[aria-label="What can be done here"] + *';

/** @param seen whether the bay around an open work was judged already, with another one open */
async function seriousHere(
  page: Page,
  url: string,
  { rules, seen = false }: { rules?: string[] | undefined; seen?: boolean } = {},
): Promise<string[]> {
  // The house's own styles are in the page: nothing is fetched to look at them.
  // No screen holds frames of another origin: what was found need not be gathered in a page of its own.
  const axe = new AxeBuilder({ page, axeSource: AXE })
    .options({ resultTypes: ["violations"], preload: false })
    .setLegacyMode();
  // Strip, tape and line are the same around every bench: they are judged once, with Today.
  if (seen && (await page.locator(OPEN_WORK).count()) > 0) axe.include(OPEN_WORK);
  else if (!url.endsWith("/")) axe.include("main");
  const { violations } = await (rules ? axe.withRules(rules) : axe).analyze();
  const serious = violations.filter((v) => v.impact === "serious" || v.impact === "critical");
  return serious.map((v) => `${url}: ${v.help}: ${v.nodes.map((n) => n.html.slice(0, 140)).join(" | ")}`);
}

/** A unit of the ledger where a person reads. */
// A laboratory's mg/kg is read everywhere alike.
const OF_THE_LEDGER = /(?<!\/)\bkg\b|°C|\d L\b|\d cm\b/;

/** Words that stand on the screen, or are read out, in a unit nobody chose. */
const inOtherUnits = (page: Page): Promise<string[]> =>
  page.evaluate((pattern) => {
    const frame = document.querySelector(".frame");
    const said = [frame?.textContent ?? "missing kg"];
    for (const of of ["aria-label", "title"])
      for (const e of frame?.querySelectorAll(`[${of}]`) ?? []) said.push(e.getAttribute(of) ?? "");
    const wrong = new RegExp(`.{0,40}(?:${pattern}).{0,20}`);
    return said.flatMap((text) => wrong.exec(text)?.[0] ?? []);
  }, OF_THE_LEDGER.source);

/** Nothing scrolls sideways, and the bench alone scrolls down, from the wall's screen to the phone. */
async function fitsEveryWidth(page: Page, view: string): Promise<void> {
  for (const width of [1280, 768, 390]) {
    if (width !== page.viewportSize()?.width) await page.setViewportSize({ width, height: 800 });
    await fits(page, `${view} at ${width} px`);
  }
  // A browser that shows 1280 by 800 twice as large lays out 640 by 400: everything is still there.
  await page.setViewportSize({ width: 640, height: 400 });
  await fits(page, `${view} at twice the size`);
  await expect(page.locator("#line"), view).toBeInViewport();
  expect(await page.locator("#bench").evaluate((b) => b.clientHeight), view).toBeGreaterThan(120);
  await page.setViewportSize({ width: 1280, height: 800 });
}

const fits = (page: Page, where: string): Promise<void> =>
  // The flow picture is drawn for its width, a moment after it.
  expect
    .poll(
      () =>
        page.evaluate(() =>
          Math.max(
            document.documentElement.scrollWidth - document.documentElement.clientWidth,
            document.documentElement.scrollHeight - document.documentElement.clientHeight,
            ...[...document.querySelectorAll("main")].map((m) => m.scrollWidth - m.clientWidth),
          ),
        ),
      where,
    )
    .toBeLessThanOrEqual(0);

/** Whatever can be pressed, followed or filled in has a name, and the screen a heading. */
async function namesEverything(page: Page, view: string): Promise<void> {
  // What is around every bench alike is read once, with Today.
  const tree = await page.locator(view === "/" ? "body" : "main").ariaSnapshot();
  // In the tree a thing without a name stands bare: "- button", "- link:".
  const bare = tree
    .split("\n")
    .filter((l) =>
      /^\s*- (?:button|link|textbox|combobox|checkbox|slider|tab|region|form)(?: \[[^\]]*\])*:?$/.test(l),
    );
  expect(bare, view).toEqual([]);
  expect(tree, view).toMatch(/- heading ".+" \[level=1\]/);
}

/** Only the house's own scripts may run on a page, and no other site may frame it. */
function shutsItsDoors(answer: Response | null, view: string): void {
  const rules = answer?.headers()["content-security-policy"] ?? "";
  expect(rules, view).toMatch(/script-src 'self' 'nonce-[\w+/=]{20,}'/);
  expect(rules, view).not.toMatch(/script-src[^;]*'unsafe/);
  expect(rules, view).toContain("frame-ancestors 'none'");
  expect(answer?.headers(), view).toMatchObject({
    "x-content-type-options": "nosniff",
    "referrer-policy": "same-origin",
    "permissions-policy": expect.stringContaining("camera=(self), microphone=()"),
  });
}

/** What a slow tablet fetches and reads before a screen answers, compressed; the rest comes when it is wanted. */
const MOST_FIRST_BYTES = 220_000;

/** Bytes of a script, compressed, by its address: many screens ask for the same. */
const sizes = new Map<string, Promise<number>>();
const sizeOf = (page: Page, url: string): Promise<number> => {
  const known =
    sizes.get(url) ??
    page.request
      .get(url, { maxRetries: 3 })
      .then((answer) => answer.body())
      .then((body) => {
        // Compiled beside the page's own work, as it comes in: half of what a slow tablet would be blocked.
        if (url.includes("/_next/"))
          expect(body.toString("utf8", 0, 40), url).toMatch(/^\/\/# allFunctionsCalledOnLoad\n/);
        return gzipSync(body).length;
      });
  sizes.set(url, known);
  return known;
};

/** The bytes of all scripts a screen names when it comes. */
async function firstBytesOf(page: Page, html: string, view: string): Promise<number> {
  const scripts = [...html.matchAll(/<script[^>]{0,400}? src="([^"]{1,300})"[^>]{0,400}>/g)]
    .filter(([tag]) => !/nomodule/i.test(tag))
    .map(([, src = ""]) => src);
  expect(scripts.length, view).toBeGreaterThan(5);
  const all = await Promise.all(
    [...new Set(scripts)].map((src) => sizeOf(page, new URL(src, page.url()).href)),
  );
  return all.reduce((sum, bytes) => sum + bytes, 0);
}

/** Letters fetched only when all is laid out lay it out twice: those a page is written in were asked for at its head. */
async function lettersComeWithIt(page: Page, view: string): Promise<void> {
  const letters = await page.evaluate(async () => {
    await document.fonts.ready;
    return performance
      .getEntriesByType("resource")
      .filter((r) => r.name.endsWith(".woff2"))
      .map((r) => (r as PerformanceResourceTiming).initiatorType);
  });
  expect(letters, view).toEqual(["link", "link"]);
}

const pathOf = (view: string): string => view.split("?", 1)[0] ?? "";

/** The views in three parts of about as many, all of a screen in one: so they can run beside each other. */
const PARTS = [...new Set(VIEWS.map(pathOf))]
  .map((path) => VIEWS.filter((view) => pathOf(view) === path))
  .toSorted((a, b) => b.length - a.length)
  .reduce<string[][]>(
    (parts, views) => {
      parts.toSorted((a, b) => a.length - b.length)[0]?.push(...views);
      return parts;
    },
    [[], [], []],
  );

/** One of each kind of drawing and form; the tokens are the same everywhere. */
const BY_LAMP = new Set([
  "/",
  "/yard?do=pull",
  "/hot-room?do=stand",
  "/spin?do=batch",
  "/store",
  "/bottle?do=lot",
  "/bottle?do=weigh",
  "/bottle/label",
  "/trace/super/13",
  "/set-up",
]);

for (const [part, views] of PARTS.entries())
  test(`axe finds nothing serious on any view, by lamp neither, all that can be pressed has a name, each fits every width, and who reads pounds and Fahrenheit sees no other unit; none runs another's script or asks for more of them first than a slow tablet bears; part ${part + 1} of 3`, async ({
    page,
    demoHouse,
  }) => {
    await page
      .context()
      .addCookies([
        { name: "aumbry-units", value: encodeURIComponent("lb F gal in mdy 12"), url: demoHouse.url },
      ]);
    // What the server wrote is what the browser makes of it, no script fails, and none is refused.
    const faults: string[] = [];
    page.on("pageerror", (fault) => faults.push(`${page.url()}: ${fault.message}`));
    page.on("console", (message) => {
      if (/Content Security Policy/i.test(message.text())) faults.push(`${page.url()}: ${message.text()}`);
    });
    const seen = new Set<string>();
    for (const view of views) {
      const answer = await page.goto(demoHouse.url + view);
      shutsItsDoors(answer, view);
      expect(await firstBytesOf(page, (await answer?.text()) ?? "", view), view).toBeLessThanOrEqual(
        MOST_FIRST_BYTES,
      );
      await ready(page);
      await lettersComeWithIt(page, view);
      expect(await seriousHere(page, demoHouse.url + view, { seen: seen.has(pathOf(view)) })).toEqual([]);
      seen.add(pathOf(view));
      await namesEverything(page, view);
      // Set-up names every unit there is.
      if (view !== "/set-up") expect(await inOtherUnits(page), view).toEqual([]);
      if (BY_LAMP.has(view)) {
        await page.evaluate(() => document.documentElement.setAttribute("data-theme", "lamp"));
        expect(await seriousHere(page, `${view} by lamp`, { rules: ["color-contrast"] })).toEqual([]);
        await page.evaluate(() => document.documentElement.removeAttribute("data-theme"));
      }
      await fitsEveryWidth(page, view);
      expect(faults).toEqual([]);
    }
  });

test("while a machine turns every bay still fits and reads well", async ({ page, demoHouse }) => {
  await page.goto(`${demoHouse.url}/spin?do=load`);
  await ready(page);
  // With keys only, from the load to the end of the run.
  await page.getByRole("button", { name: "Arrange the load" }).press("Enter");
  await page.getByRole("button", { name: "Start this run" }).press("Enter");
  await expect(page.getByRole("region", { name: /^Run 4, Twenty/ })).toBeVisible();
  for (const view of ["/spin", "/settle"]) {
    await page.goto(demoHouse.url + view);
    await ready(page);
    expect(await seriousHere(page, demoHouse.url + view)).toEqual([]);
    await fitsEveryWidth(page, view);
  }
  await expect(page.getByRole("link", { name: "Twenty turns" })).toBeVisible();
  await page.keyboard.press("/");
  await page.keyboard.type("done twenty 2 again");
  await expect(page.locator("#line-says")).toContainText("Run 4 in Twenty done: 1 to uncap again.");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("link", { name: "Twenty turns" })).toHaveCount(0);
  // On with the next sentence, with or without the key that leads here.
  await page.keyboard.press("/");
  await page.keyboard.type("swap");
  await expect(page.locator("#line-says")).toContainText("Pail 28 under the gate of batch 5; weigh pail 27.");
});

test("on a phone the tape is a drawer and an entry can be undone from it", async ({ ines: page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.getByRole("button", { name: "Open the tape" }).click();
  const drawer = page.getByRole("dialog", { name: "The tape" });
  await drawer.getByRole("button", { name: /Undo: Super 17 weighed back/ }).click();
  await page.getByRole("button", { name: "Undo it" }).click();
  await expect(drawer).toContainText("Undone: Super 17 weighed back");
});

test("an empty house says on every bay what to do first, and shows what it will look like", async ({
  page,
  emptyHouse,
}) => {
  for (const [view, says] of [
    ["/", "Name your house"],
    ["/yard", "No yard yet"],
    ["/hot-room", "Supers that must dry"],
    ["/spin", "A batch is everything spun together"],
    ["/settle", "Freshly filled vessels"],
    ["/store", "The shelves are empty"],
    ["/bottle", "No lot yet"],
    ["/out", "Nothing has left yet"],
    ["/trace", "No lot yet"],
  ] as const) {
    await page.goto(emptyHouse.url + view);
    await expect(page.getByRole("main")).toContainText(says);
    if (view === "/" || view === "/trace") continue;
    const look = page.getByRole("img", { name: /on a made-up day/ });
    await look.scrollIntoViewIfNeeded();
    await expect.poll(() => look.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBe(560);
  }
});

test("who stands at a tablet of the house is asked before anything is written", async ({
  page,
  demoHouse,
}) => {
  await page.goto(`${demoHouse.url}/spin?do=loss`);
  await ready(page);
  await page.getByRole("button", { name: "Ines is here: change" }).first().click();
  await page.getByRole("button", { name: "Make this a tablet of the house" }).click();
  await page.getByLabel("What the tablet is called").fill("floor");
  await page.getByRole("button", { name: "Make it the house's" }).click();
  await page.getByRole("button", { name: "Say who you are" }).first().waitFor();

  await page.goto(`${demoHouse.url}/spin?do=loss`);
  await ready(page);
  await page.getByRole("main").getByLabel("Lost").fill("0.2");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("main")).toContainText("Say first who you are");
  // The names open by themselves, and what was typed stays under them.
  await page
    .getByRole("dialog")
    .getByRole("button", { name: /^Odile/ })
    .click();
  await page.getByRole("button", { name: "Book the loss" }).click();
  await expect(page.getByRole("main")).toContainText("0.20 kg lost from batch 5: spilt.");
  await expect(page.getByRole("complementary", { name: "The tape" })).toContainText("Odile");
});
