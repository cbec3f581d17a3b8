import type { Page } from "@playwright/test";
import { asProgram, cookieOf } from "@/house/testing/door";
import { expect, go, test } from "./house";

const HOUR = 3_600_000;
const hoursAgo = (h: number): string => new Date(Date.now() - h * HOUR).toISOString();

/** Enters without a screen, as of then. */
const acting =
  (page: Page, url: string) =>
  async (name: string, data: object, at?: string): Promise<void> => {
    const answer = await page.request.post(`${url}/api/v1/commands/${name}`, {
      data,
      headers: {
        ...asProgram("nobody"),
        "idempotency-key": `${name}-${Math.random().toString(36).slice(2)}-store`,
        ...(at ? { "aumbry-at": at } : {}),
      },
    });
    expect(answer.ok(), `${name}: ${await answer.text()}`).toBe(true);
  };

/** A house whose honey was here before: pails 1 to 3 on the north shelf, one of them wet and half set. */
async function stocked(page: Page, url: string) {
  const act = acting(page, url);
  await act("set-house", { name: "Kept House", country: "Holmland", lotPrefix: "K" });
  await act("add-pails", { tags: "1-4", emptyKg: 1, holdsKg: 27 });
  for (const [pail, waterPct] of [
    ["1", 17.9],
    ["2", 16],
    ["3", 16],
  ] as const) {
    await act(
      "receive-honey",
      { what: "opening", country: "Holmland", waterPct, into: [{ vessel: `pail ${pail}`, kg: 20 }] },
      hoursAgo(24 * 20),
    );
    await act("place-vessel", { vessel: `pail ${pail}`, place: "north shelf" }, hoursAgo(24 * 19));
  }
  return act;
}

test("a granulated pail is warmed: put in by the plan, late for its day, too warm on every tablet, liquid and out", async ({
  page,
  browser,
  emptyHouse,
}) => {
  const { url } = emptyHouse;
  const act = await stocked(page, url);
  await act("set-warmer", { name: "Cabinet", tempC: 38, places: 2 });
  await act("note-look", { vessel: "pail 1", look: "solid" }, hoursAgo(60));
  await act("note-warmth", { vessel: "pail 1", tempC: 14 }, hoursAgo(60));

  await go(page, `${url}/settle?do=heat`);
  const plan = page.getByRole("form", { name: "Warm honey" });
  await expect(plan.getByRole("checkbox", { name: /pail 1/ })).toBeChecked();
  const order = plan.getByRole("table", { name: "The order of warming" });
  await expect(order.getByRole("row", { name: /pail 1/ })).toContainText(/now.*\d+–\d+.*−\d\.\d %/);
  await plan.getByRole("button", { name: "Put in now" }).click();
  await expect(plan.getByText(/Pail 1 put into Cabinet until it is at 34 °C to the core/)).toBeVisible();
  await go(page, `${url}/settle`);
  const warmth = page.getByRole("region", { name: "In the warmth" });
  await expect(warmth.getByRole("listitem").filter({ hasText: "Pail 1" }).last()).toContainText(
    /liquid .* to /,
  );

  // On the line: it was measured, and is far too warm. Every screen says so at once.
  const second = await browser.newPage();
  await second.context().addCookies([cookieOf("nobody", url)]);
  await go(second, `${url}/out`);
  await expect(second.getByRole("alert").filter({ hasText: "too warm" })).toHaveCount(0);
  await page.locator("#line").fill("warm b1 52");
  await expect(page.locator("#line-says")).toContainText("Pail 1 is at 52 °C");
  await page.locator("#line").press("Enter");
  const alarm = second.getByRole("alert").filter({ hasText: "Pail 1 is too warm: 52.0 °C" });
  await expect(alarm).toBeVisible();
  await expect(alarm).toContainText(/% of its enzymes go in a day so/);
  await second.getByRole("link", { name: "It is cooler" }).click();
  const cooler = second.getByRole("form", { name: "Note its temperature" });
  await cooler.getByLabel("The honey is at").fill("36");
  await cooler.getByRole("button", { name: "Note its temperature" }).click();
  await expect(alarm).toHaveCount(0);

  // By keys and line: clear, and out.
  await page.locator("#line").fill("look b1 clear");
  await expect(page.locator("#line-says")).toContainText("Pail 1 is clear");
  await page.locator("#line").press("Enter");
  await expect(page.getByRole("main")).toContainText("clear: take it out");
  await page.locator("#line").fill("cool b1 at 35");
  await expect(page.locator("#line-says")).toContainText("taken out of the warmth");
  await page.locator("#line").press("Enter");
  await expect(warmth).toContainText("Nothing warms in it.");
  await go(page, `${url}/store`);
  await expect(page.getByRole("region", { name: "North shelf" })).toContainText("60.0 kg");
});

test("what may ferment is found, looked at and said why; stock is taken with two differences", async ({
  page,
  emptyHouse,
}) => {
  const { url } = emptyHouse;
  await stocked(page, url);
  await go(page, `${url}/store?do=look`);
  const look = page.getByRole("form", { name: "Looked at" });
  await look.getByLabel("Vessel").selectOption("pail 1");
  await look.getByLabel("Its honey is").selectOption("half");
  await look.getByRole("button", { name: "Looked at" }).click();
  await expect(look.getByText("Pail 1 is half set.")).toBeVisible();
  const watch = page.getByRole("region", { name: "May ferment" });
  const row = watch.getByRole("listitem").first();
  await expect(row).toContainText("Pail 1");
  await expect(row).toContainText(/liquid 19\.\d %, at most \d\d\.\d %/);
  await expect(row).toContainText("use it now, blend it down, or freeze it");
  await row.getByRole("button", { name: "Why?" }).click();
  await expect(page.getByRole("dialog")).toContainText("Water of the liquid between its crystals");
  await page.keyboard.press("Escape");
  await go(page, url);
  await expect(page.getByRole("main")).toContainText("Use or blend 1 pail first: it may ferment");

  await go(page, `${url}/store?do=stock`);
  const stock = page.getByRole("form", { name: "Take stock" });
  await expect(stock.getByLabel("Along which place")).toHaveValue("north shelf");
  // At a scanner's speed, and one that is booked nowhere.
  const scan = stock.getByLabel("Scan or type a tag");
  for (const tag of ["B1", "B2", "B4"]) {
    await scan.fill(tag);
    await scan.press("Enter");
  }
  await scan.fill("B77");
  await scan.press("Enter");
  await expect(stock.getByText("There is no vessel B77.")).toBeVisible();
  await expect(stock.getByText("1 of 3 not yet")).toBeVisible();
  await stock.getByRole("listitem").filter({ hasText: "Pail 1" }).getByLabel("On the scale").fill("20.5");
  await expect(stock.getByText("0.50 kg less")).toBeVisible();
  await stock.getByRole("listitem").filter({ hasText: "Pail 2" }).getByLabel("On the scale").fill("21,4");
  await expect(stock.getByText("0.40 kg more")).toBeVisible();
  await stock.getByRole("button", { name: /^Book it/ }).click();
  await expect(stock.getByText(/say why, or weigh again/).first()).toBeVisible();
  await stock.getByLabel("It differs because").fill("tasted, and a slip at filling");
  await stock.getByRole("button", { name: /^Book it/ }).click();
  await expect(
    stock.getByText(/Booked: pail 1 0\.50 kg less and pail 2 0\.40 kg more.*Not seen: pail 3\./),
  ).toBeVisible();
  await go(page, `${url}/store`);
  await expect(page.getByRole("region", { name: "Kept back, and not seen" })).toContainText("Pail 3");
});

test("two pails are strained into a tank, and a mesh that closes is called while it runs", async ({
  page,
  emptyHouse,
}) => {
  const { url } = emptyHouse;
  const act = await stocked(page, url);
  await act("add-vessels", { kind: "tank", tags: "1", holdsL: 60, diameterCm: 35 });
  await act("add-mesh", { name: "Coarse", kind: "coarse", openingUm: 600 });
  await act("add-mesh", { name: "Cloth", kind: "cloth", openingUm: 200 });
  await page.clock.install();
  await go(page, `${url}/settle?do=strain`);
  const strain = page.getByRole("form", { name: "Strain" });
  for (const pail of ["Pail 2", "Pail 3"])
    await strain
      .getByRole("group", { name: "Out of" })
      .getByRole("button", { name: new RegExp(`^${pail}`) })
      .click();
  await strain
    .getByRole("group", { name: "Into" })
    .getByRole("button", { name: /^Tank 1/ })
    .click();
  await strain.getByRole("button", { name: "It begins to run now" }).click();
  const runs = strain.getByRole("region", { name: "While it runs" });
  for (const [minutes, kg] of [
    [6, "12"],
    [6, "24"],
    [6, "29"],
  ] as const) {
    await page.clock.fastForward(minutes * 60_000);
    await runs.getByLabel("Through by now").fill(kg);
    await runs.getByLabel("Through by now").press("Enter");
    await expect(runs.getByLabel("Through by now")).toHaveValue("");
  }
  await expect(runs).toContainText("The mesh is closing: turn it, and scrape it over the coarse one only.");
  await expect(runs).toContainText(
    /0\.8\d kg\/min now, (?:1\.9|2\.0)\d at first; 40\.0 kg through in about 1\d min/,
  );
  await runs.getByRole("button", { name: "It is through" }).click();
  await expect(strain.getByLabel("It took")).toHaveValue("18");
  await strain.getByRole("button", { name: "Strain", exact: true }).click();
  await expect(
    strain.getByText(
      /40\.0 kg from pail 2 and pail 3 strained into tank 1 through Coarse and Cloth in 18 min/,
    ),
  ).toBeVisible();
});
