import { readFileSync } from "node:fs";
import type { Route } from "@playwright/test";
import { asProgram } from "@/house/testing/door";
import { expect, ready, test } from "./house";

test("the tape folds away and stays folded; the whole record pages back", async ({
  ines: page,
  demoHouse,
}) => {
  const tape = page.getByRole("complementary", { name: "The tape" });
  // Those in sight are put together first; the rest is there before one comes to it.
  const lines = tape.getByRole("list").getByRole("listitem");
  const first = await lines.count();
  await lines.nth(first - 1).scrollIntoViewIfNeeded();
  await tape.getByRole("link", { name: "Older entries" }).click();
  expect(first).toBeLessThan(30);
  await expect(lines).toHaveCount(41);
  await expect(page.getByRole("heading", { level: 1, name: "The tape" })).toBeVisible();
  await page.getByRole("main").getByRole("link", { name: "Older" }).click();
  await expect(page).toHaveURL(/tape\?before=\d+/);
  await tape.getByRole("button", { name: "Fold the tape away" }).click();
  await expect(tape.getByRole("list")).toBeHidden();
  await page.goto(demoHouse.url);
  await ready(page);
  await tape.getByRole("button", { name: "Tape" }).click();
  await expect(tape.getByRole("list")).toBeVisible();
});

test("what comes while a screen is open fills the tape, and all of it can be come to", async ({
  page,
  emptyHouse,
}) => {
  await page.goto(emptyHouse.url);
  await ready(page);
  const lines = page.getByRole("complementary", { name: "The tape" }).getByRole("list").getByRole("listitem");
  for (let i = 1; i <= 20; i++) {
    const answer = await page.request.post(`${emptyHouse.url}/api/v1/commands/add-yard`, {
      headers: { "idempotency-key": `yard-number-${i}`, ...asProgram("nobody") },
      data: { name: `Yard ${i}`, country: "Holmland" },
    });
    expect(answer.ok()).toBe(true);
  }
  await expect(lines.first()).toContainText("Yard 20");
  await lines.nth(15).scrollIntoViewIfNeeded();
  await expect(lines).toHaveCount(20);
  await expect(lines.last()).toContainText("Yard 1 set up");
});

test("the lamp is lit from behind the strip's end and stays lit", async ({ ines: page }) => {
  await page.getByRole("button", { name: "More" }).click();
  await page.getByRole("menuitem", { name: "Lamp" }).click();
  await expect(page.locator("html")).toHaveAttribute("data-theme", "lamp");
  await page.reload();
  await expect(page.locator("html")).toHaveAttribute("data-theme", "lamp");
});

test("escape closes the form that is open, not the work behind it", async ({ ines: page }) => {
  await page.keyboard.press("3");
  await page.getByRole("link", { name: "Fill a pail" }).click();
  const form = page.getByRole("form", { name: "Fill the pail" });
  await expect(form.getByLabel("Pail")).toBeFocused();
  await page.keyboard.press("Escape");
  await expect(form).toBeHidden();
  await expect(page.getByRole("region", { name: "Batch 5" })).toBeVisible();
});

test("a form opened for a super waits for its weight; screens are asked for when they are followed, and once anew after an entry", async ({
  page,
  demoHouse,
}) => {
  const asked: string[] = [];
  page.on("request", (request) => {
    if (request.headers().rsc) asked.push(new URL(request.url()).pathname);
  });
  await page.goto(`${demoHouse.url}/spin`);
  await ready(page);
  expect(asked).toEqual([]);
  await page.getByRole("row", { name: /^18/ }).getByRole("link", { name: "Weigh back" }).click();
  const form = page.getByRole("form", { name: "Weigh it back" });
  await expect(form.getByLabel("Super")).toHaveValue("18");
  await expect(form.getByLabel("Spun, it weighs")).toBeFocused();
  expect(asked).toEqual(["/spin"]);
  await page.keyboard.type("5.9");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("complementary", { name: "The tape" })).toContainText("Super 18 weighed back");
  expect(asked).toEqual(["/spin", "/spin"]);
});

test("digits typed into a field stay there", async ({ page, demoHouse }) => {
  await page.goto(`${demoHouse.url}/spin?do=pail`);
  await ready(page);
  await page.keyboard.type("31");
  await expect(page.getByRole("form", { name: "Fill the pail" }).getByLabel("Pail")).toHaveValue("31");
  await expect(page.getByRole("heading", { level: 1, name: "Spin" })).toBeVisible();
});

test("what is being typed stays when another tablet writes", async ({ page, demoHouse, browser }) => {
  await page.goto(`${demoHouse.url}/spin?do=pail`);
  await ready(page);
  await page.getByRole("form", { name: "Fill the pail" }).getByLabel("With honey it weighs").fill("24.1");
  const other = await browser.newPage();
  const answer = await other.request.post(`${demoHouse.url}/api/v1/commands/record-loss`, {
    headers: { "idempotency-key": "another-tablet", ...asProgram("Tomasz") },
    data: { batch: 5, kg: 0.3, cause: "sample" },
  });
  expect(answer.ok()).toBe(true);
  await expect(page.getByRole("complementary", { name: "The tape" })).toContainText(
    "0.30 kg lost from batch 5: sample.",
  );
  await expect(page.getByRole("region", { name: "Batch 5" })).toContainText("lost0.3 kg");
  await expect(
    page.getByRole("form", { name: "Fill the pail" }).getByLabel("With honey it weighs"),
  ).toHaveValue("24.1");
  await other.close();
});

test("a mangled name in a cookie or an address breaks nothing", async ({ page, demoHouse }) => {
  await page.context().addCookies([{ name: "aumbry-tape", value: "%E0%A4%A", url: demoHouse.url }]);
  await page.goto(demoHouse.url);
  await expect(page.getByRole("heading", { name: "Today", exact: true })).toBeVisible();
  const answer = await page.request.get(`${demoHouse.url}/api/v1/trace/pail/%25`);
  expect(answer.status()).toBe(404);
  expect(answer.headers()["content-type"]).toBe("application/problem+json");
});

test("a name, tag or page that is not here is said so", async ({ page, demoHouse }) => {
  for (const path of [
    "/trace/pail/999",
    "/trace/lot/NO-SUCH-1",
    "/trace/batch/9999",
    "/trace/ship/1",
    "/nowhere",
  ]) {
    const response = await page.goto(demoHouse.url + path);
    expect(response?.status(), path).toBe(404);
    await expect(page.getByRole("heading", { name: "Nothing of that name is here" })).toBeVisible();
  }
  await page.goto(`${demoHouse.url}/trace`);
  await ready(page);
  await page.getByRole("textbox", { name: "Tag or lot" }).fill("b99");
  await page.getByRole("button", { name: "Trace it" }).click();
  await expect(page.getByRole("main")).toContainText('Nothing here is called "b99".');
  await page.getByRole("textbox", { name: "Tag or lot" }).fill("b4");
  await page.getByRole("button", { name: "Trace it" }).click();
  await expect(page.getByRole("heading", { level: 1, name: "Pail 4" })).toBeVisible();
});

test("a part that cannot be drawn says so in its place; the frame and all else stay", async ({
  ines: page,
  demoHouse,
}) => {
  // Without it nothing knows how wide a drawing may be.
  await page.addInitScript(() => {
    Object.defineProperty(window, "ResizeObserver", {
      value: class {
        constructor() {
          throw new Error("a fault in drawing");
        }
      },
    });
  });
  await page.goto(`${demoHouse.url}/trace/super/15`);
  const picture = page.getByRole("region", { name: "Where the kilograms went" });
  await expect(picture.getByRole("alert")).toContainText('"Where the kilograms went" cannot be shown');
  await expect(picture).not.toContainText("database");
  await expect(page.getByRole("region", { name: "Came from" })).toContainText("Kiln Field");
  await expect(page.getByRole("navigation", { name: "The house, bay by bay" })).toBeVisible();
});

test("on a phone the strip opens with the open bay in sight", async ({ page, demoHouse }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  for (const [path, name] of [
    ["/out", /^Out/],
    ["/spin", /^Spin/],
  ] as const) {
    await page.goto(demoHouse.url + path);
    await expect(page.getByRole("navigation").getByRole("link", { name })).toBeInViewport({ ratio: 0.9 });
  }
});

test("what the line said goes when its screen does", async ({ ines: page }) => {
  await page.keyboard.press("/");
  await page.keyboard.type("lost 0.1 sample");
  await page.keyboard.press("Enter");
  await expect(page.locator("#line-says")).toContainText("0.10 kg lost");
  await page.getByRole("navigation").getByRole("link", { name: /^Yard/ }).click();
  await expect(page.getByRole("heading", { level: 1, name: "Yard" })).toBeVisible();
  await expect(page.locator("#line-says")).toBeEmpty();
});

test("what is half typed in a form outlives a reload, is told, and is gone once it is done", async ({
  page,
  demoHouse,
}) => {
  await page.goto(`${demoHouse.url}/yard?do=yard`);
  const form = page.getByRole("form", { name: "Set up the yard" });
  await form.getByLabel("Name", { exact: true }).fill("Half a ya");
  await page.reload();
  await ready(page);
  await expect(form.getByLabel("Name", { exact: true })).toHaveValue("Half a ya");
  await expect(form.getByText("As it was typed before.")).toBeVisible();
  await form.getByRole("button", { name: "Start over" }).click();
  await expect(form.getByLabel("Name", { exact: true })).toHaveValue("");
  await form.getByLabel("Name", { exact: true }).fill("Whole Yard");
  await form.getByRole("button", { name: "Set up the yard" }).click();
  await expect(form.getByText("Yard Whole Yard set up.")).toBeVisible();
  await page.reload();
  await ready(page);
  await expect(form.getByLabel("Name", { exact: true })).toHaveValue("");
});

test("what is typed before the page's scripts are there stays, and Enter puts none of it into the address", async ({
  page,
  demoHouse,
}) => {
  for (const [view, name, typed, beside] of [
    ["/yard?do=pull", "tag", "27", "colony"],
    ["/yard?do=yard", "name", "Early Yard", "location"],
    ["/bottle?do=lot", "honeyKind", "Lime", "jars"],
  ] as const) {
    let letIn = () => {};
    const gate = new Promise<void>((open) => {
      letIn = open;
    });
    const late = async (route: Route) => {
      await gate;
      await route.continue();
    };
    await page.route(/\/_next\/static\/chunks\/[^/]{1,80}\.js/, late);
    await page.goto(demoHouse.url + view, { waitUntil: "commit" });
    const field = page.locator(`input[name="${name}"]`);
    // A part whose script comes later stands there a moment later: nobody types into what is not to be seen.
    await expect(field, view).toBeVisible();
    await field.pressSequentially(typed);
    await field.press("Enter");
    letIn();
    await ready(page);
    expect(page.url(), view).toBe(demoHouse.url + view);
    await expect(field, view).toHaveValue(typed);
    // It stands in the page's own mind too: another field is filled in, and it is not wiped.
    await page.locator(`form:has(input[name="${name}"]) input[name="${beside}"]`).fill("5");
    await field.press("End");
    await field.pressSequentially("9");
    await expect(field, view).toHaveValue(`${typed}9`);
    // What the page hears by itself is not handed over a second time: a line that was sent off would stand there again.
    const waiting = () =>
      (globalThis as { typedEarly?: { waiting: Map<Element, string> } }).typedEarly?.waiting.size;
    expect((await page.evaluate(waiting)) ?? 0, view).toBe(0);
    await page.unroute(/\/_next\/static\/chunks\/[^/]{1,80}\.js/, late);
  }
});

test("a day is typed as people write it, or pressed in a month; what is none is said", async ({
  page,
  demoHouse,
}) => {
  await page.goto(`${demoHouse.url}/yard?do=plans`);
  const form = page.getByRole("form", { name: "Plan it" });
  const day = form.getByLabel("Day of the pull", { exact: true });
  const planned = (text: string) => form.getByText(text);
  await day.fill("31 feb 2030");
  await form.getByRole("button", { name: "Plan it" }).click();
  await expect(form.getByText("must be a day such as").first()).toBeVisible();
  await day.fill("13.6.2030");
  await day.blur();
  await expect(day).toHaveValue("13 Jun 2030");
  const inMonth = form.getByRole("button", { name: "Choose in a month" });
  await inMonth.click();
  await expect(page.getByRole("grid")).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(inMonth).toBeFocused();
  await expect(day).toHaveValue("13 Jun 2030");
  await inMonth.click();
  await page
    .getByRole("grid")
    .getByRole("button", { name: /June 20th/ })
    .click();
  await expect(day).toHaveValue("20 Jun 2030");
  await form.getByRole("button", { name: "Plan it" }).click();
  await expect(planned("on 20 Jun 2030")).toBeVisible();
});

test("what works with a table does not come under a finger that presses", async ({ page, demoHouse }) => {
  let come = () => {};
  const held = new Promise<void>((resolve) => {
    come = resolve;
  });
  await page.goto(`${demoHouse.url}/store`);
  await ready(page);
  let asked = () => {};
  const wanted = new Promise<void>((resolve) => {
    asked = resolve;
  });
  await page.route("**/_next/static/**", async (route) => {
    asked();
    await held;
    await route.continue();
  });
  const table = page.getByRole("region", { name: "Vessels" });
  const link = table.getByRole("link").first();
  const to = await link.getAttribute("href");
  await link.scrollIntoViewIfNeeded();
  await wanted;
  const { x, y, width, height } = (await link.boundingBox()) ?? { x: 0, y: 0, width: 0, height: 0 };
  await page.mouse.move(x + width / 2, y + height / 2);
  await page.mouse.down();
  const arrived = page.waitForResponse(/_next\/static/);
  come();
  await (await arrived).finished();
  // All that came has run before the next picture but one.
  await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
  await expect(table.getByLabel("Find in these rows")).toHaveCount(0);
  await page.mouse.up();
  await page.waitForURL((url) => url.pathname === to);
});

test("a table is sorted, searched, its columns chosen; the view is kept under a name, and what is seen goes to a file", async ({
  page,
  demoHouse,
}) => {
  await page.goto(`${demoHouse.url}/store`);
  await ready(page);
  const table = page.getByRole("region", { name: "Vessels" });
  const water = async () =>
    (await table.getByRole("row").locator("td:nth-child(3)").allTextContents()).map((t) =>
      t === "unread" ? Number.POSITIVE_INFINITY : Number.parseFloat(t),
    );
  const all = (await water()).length;
  expect(all).toBeGreaterThan(4);
  // What works with it comes when it comes near.
  await expect(table.getByLabel("Find in these rows")).toHaveCount(0);
  const first = table.getByRole("link").first();
  await first.focus();
  await expect(table.getByLabel("Find in these rows")).toBeVisible();
  await expect(first).toBeFocused();

  await table.getByRole("button", { name: "Water, %" }).click();
  await expect(table.getByRole("columnheader", { name: "Water, %" })).toHaveAttribute(
    "aria-sort",
    "ascending",
  );
  const sorted = await water();
  expect(sorted).toEqual(sorted.toSorted((a, b) => a - b));

  await table.getByLabel("Find in these rows").fill("skim");
  const found = await water();
  expect(found.length).toBeGreaterThan(0);
  expect(found.length).toBeLessThan(all);
  await table.getByRole("button", { name: "Columns" }).click();
  await page.getByRole("checkbox", { name: "Age" }).click();
  await page.keyboard.press("Escape");
  await expect(table.getByRole("columnheader", { name: "Age" })).toHaveCount(0);

  await table.getByLabel("Keep this view as").fill("In a hurry");
  await table.getByRole("button", { name: "Keep view" }).click();
  await table.getByRole("radio", { name: "In a hurry" }).click();
  await expect.poll(async () => (await water()).length).toBe(all);
  await page.reload();
  await ready(page);
  await table.scrollIntoViewIfNeeded();
  await table.getByRole("radio", { name: "In a hurry" }).click();
  expect((await water()).length).toBe(found.length);
  await expect(table.getByRole("columnheader", { name: "Age" })).toHaveCount(0);

  const [file] = await Promise.all([
    page.waitForEvent("download"),
    table.getByRole("button", { name: `Write ${found.length} of ${all} rows as CSV` }).click(),
  ]);
  const lines = readFileSync(await file.path(), "utf8")
    .trim()
    .split("\r\n");
  expect(file.suggestedFilename()).toBe("vessels.csv");
  expect(lines[0]).toBe('Vessel,"Honey, kg","Water, %",From,Colour,"Enzymes left, %",Stands in,Next');
  expect(lines).toHaveLength(found.length + 1);
});
