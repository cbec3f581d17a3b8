import { cookieOf } from "@/house/testing/door";
import { expect, go, test } from "./house";

/** A unit of the ledger where a person reads: none may stand on a screen of a house that reads pounds. */
const OF_THE_LEDGER = /\d[  ]?kg\b|\bkg\b|°C|\d L\b/;

test("a day in pounds and Fahrenheit: what is typed bare is pounds, nothing is shown in kilograms, and one tablet reads its own", async ({
  page,
  emptyHouse,
  browser,
}) => {
  const { url } = emptyHouse;
  const form = (name: string) => page.getByRole("form", { name });
  const nothingMetric = async (path: string) => {
    await go(page, `${url}${path}`);
    // Strip, screen, tape and line, all of it.
    expect(await page.locator(".frame").textContent(), path).not.toMatch(OF_THE_LEDGER);
  };
  const line = async (words: string, says: RegExp) => {
    await page.locator("#line").fill(words);
    await page.locator("#line").press("Enter");
    await expect(page.locator("#line-says")).toContainText(says);
  };

  await go(page, `${url}/set-up`);
  await form("Keep this").getByLabel("Name", { exact: true }).fill("Pound House");
  await form("Keep this").getByLabel("Country of origin").fill("Holmland");
  await form("Keep this").getByRole("button", { name: "Keep this" }).click();
  await expect(page.getByRole("navigation", { name: "The house, bay by bay" })).toContainText("Pound House");
  const units = form("Read so in this house");
  for (const [field, choice] of [
    ["Mass", "pounds"],
    ["Temperature", "°F"],
    ["Volume", "US gallons"],
    ["Length", "inches"],
    ["Days", "Aug 13, 2026"],
    ["Times", "2:20 pm"],
  ] as const)
    await units.getByLabel(field).selectOption({ label: choice });
  await units.getByRole("button", { name: "Read so in this house" }).click();
  await expect(page.locator("html")).toHaveAttribute("data-shown", "lb F gal in mdy 12");

  // 41.2 lb are 18.688 kg.
  await go(page, `${url}/yard?do=frames`);
  const crate = form("Bring them in");
  await expect(crate.getByText("Crate and frames weigh, lb")).toBeVisible();
  await crate.getByLabel("Frames", { exact: true }).fill("12");
  await crate.getByLabel("Crate and frames weigh").fill("41.2");
  await page.keyboard.press("Enter");
  await expect(
    page.getByText(/Crate 1: 12 frames off colony 1 in Home, 41\.2 lb, about .* lb/).first(),
  ).toBeVisible();
  await nothingMetric("/yard");

  // 85 °F are 29.4 °C: a hot room; the same figure in the ledger's scale would be refused.
  await line("hot 85 35", /Hot room 85 °F, 35 % humidity: dew point \d+ °F/);
  await nothingMetric("/hot-room");

  await go(page, `${url}/spin?do=batch`);
  await page.getByRole("button", { name: /Super 1\b.* lb/ }).click();
  await page.getByRole("button", { name: "Start a batch" }).click();
  await expect(page.getByText(/Batch 1 started: super 1, .* lb/).first()).toBeVisible();
  await line("t1 15.2", /0\.0 lb stayed in the comb, 26\.0 lb came out\. Its empty weight is known now/);
  await nothingMetric("/spin");

  // 27.8 lb with the pail; the other unit may be typed all the same.
  await go(page, `${url}/spin?do=pail`);
  await form("Fill the pail").getByLabel("With honey it weighs").fill("27.8");
  await form("Fill the pail").getByLabel("Not set up yet").click();
  await form("Fill the pail").getByRole("button", { name: "Fill the pail" }).click();
  await expect(page.getByText(/Pail 1 weighs 27\.8 lb: 25\.\d lb net, batch 1/).first()).toBeVisible();
  await line("b1 12.6 kg", /Pail 1 still holds 25\.\d lb/);

  await go(page, `${url}/bottle?do=lot&vessels=${encodeURIComponent("pail 1")}`);
  const fill = form("Fill jars");
  await expect(fill.getByLabel("Net a jar")).toHaveValue("16");
  await fill.getByLabel("Kind of honey").fill("Garden honey");
  await fill.getByLabel("Jars", { exact: true }).fill("15");
  await fill.getByLabel("and of").fill("12");
  await fill.getByLabel("jars of it").fill("10");
  await fill.getByRole("button", { name: "Issue the lot" }).click();
  await expect(fill.getByText(/15 jars of 16 oz, 15\.0 lb; Lot .*: 10 jars of 12 oz, 7\.5 lb/)).toBeVisible();

  for (const path of [
    "/",
    "/settle",
    "/store",
    "/bottle",
    "/out",
    "/trace",
    "/trace/pail/1",
    "/trace/super/1",
  ])
    await nothingMetric(path);
  // The tape says what was entered as it is read here, with the time as it is written here.
  await expect(page.getByRole("complementary").first()).toContainText(/\d+:\d\d (?:am|pm)/);

  // Jars hold whole grams as their labels say; the ledger never knew a pound: 15 of 454 g, 10 of 340 g.
  const traced = await (await page.request.get(`${url}/api/v1/trace/pail/1`)).json();
  const grams = (traced.forward.lots as { grams: number }[]).map((l) => l.grams);
  expect(grams.toSorted()).toEqual([3400, 6810]);
  const csv = await (await page.request.get(`${url}/api/v1/csv/vessels`)).text();
  expect(csv).toContain("empty (lb)");

  // A second tablet that prefers kilograms reads the same honey so.
  const other = await browser.newContext();
  await other.addCookies([{ name: "aumbry-units", value: encodeURIComponent("kg C L mm dmy 24"), url }]);
  await other.addCookies([cookieOf("nobody", url)]);
  const tablet = await other.newPage();
  await go(tablet, `${url}/trace/pail/1`);
  await expect(tablet.locator("main")).toContainText(/kg/);
  expect(await tablet.locator(".frame").textContent()).not.toMatch(/\d ?lb\b/);
  await tablet.goto(`${url}/trace`);
  await expect(tablet.locator("main")).toContainText("15 x 454 g");
  await other.close();
});
