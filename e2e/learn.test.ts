import AxeBuilder from "@axe-core/playwright";
import { believedOf, playThrough, scenarioById, scoreOf } from "@/core/practice";
import { connect } from "@/db/connection";
import { asApplication, testServerUrl } from "@/db/testing/clone";
import { termsIn } from "@/house/glossary/find";
import { cookieOf } from "@/house/testing/door";
import { begin } from "@/practice/games";
import { expect, go, PRACTICE, ready, type ServedHouse, test } from "./house";

const serious = async (page: import("@playwright/test").Page): Promise<string[]> => {
  const { violations } = await new AxeBuilder({ page }).options({ preload: false }).analyze();
  return violations
    .filter((v) => v.impact === "serious" || v.impact === "critical")
    .map((v) => `${v.help}: ${v.nodes.map((n) => n.html.slice(0, 140)).join(" | ")}`);
};

const newestEntry = async (house: ServedHouse): Promise<number> => {
  const db = connect(house.databaseUrl, { patient: true, most: 1 });
  const row = await db("entry").max("id as id").first();
  await db.destroy();
  return Number(row?.id);
};

test("what is this? marks the words of the trade in place, says what each means, and leaves what is typed", async ({
  ines: page,
  demoHouse: { url },
}) => {
  await go(page, `${url}/hot-room?do=read`);
  await page.getByLabel("Super", { exact: true }).fill("41");
  await page.getByRole("heading", { name: "Hot room" }).click();
  await page.keyboard.press("w");
  const overlay = page.locator("[data-what-is-this]");
  await page.getByRole("button", { name: "What is this: refractometer" }).first().click();
  await expect(page.locator('[data-term="refractometer"]')).toContainText("bends light");
  // From one to the next, in place.
  await page.locator('[data-term="refractometer"]').getByRole("button", { name: "Brix" }).click();
  await expect(page.locator('[data-term="brix"]')).toBeVisible();
  await page.keyboard.press("Escape");
  expect(await serious(page)).toEqual([]);
  // Every mark is a term that is there.
  const marks = await overlay
    .getByRole("button", { name: /^What is this: / })
    .evaluateAll((all) => all.map((e) => e.getAttribute("aria-label")?.replace("What is this: ", "") ?? ""));
  expect(marks.length).toBeGreaterThan(5);
  for (const name of marks) expect(termsIn(name)).toHaveLength(1);
  await overlay.getByLabel("A word").fill("diast");
  await overlay.getByRole("button", { name: "diastase" }).click();
  await expect(page.locator('[data-term="diastase"]')).toContainText("enzyme");
  await overlay.getByRole("button", { name: "Done" }).click();
  await expect(overlay).toHaveCount(0);
  await expect(page.getByLabel("Super", { exact: true })).toHaveValue("41");
});

test("last season's jars, typed in, are traced as what was here; boxes come in by a paste", async ({
  ines: page,
  demoHouse: { url },
}) => {
  await go(page, `${url}/bottle?do=here`);
  const form = page.getByRole("form", { name: "Enter them" });
  await form.getByLabel("Lot on the jars").fill("SP 24/3");
  await form.getByLabel("Jars", { exact: true }).fill("36");
  await form.getByLabel("Honey in a jar").fill("454");
  await form.getByLabel("Kind of honey").fill("Spring");
  await form.getByLabel("Filled on").fill("3 Jun 2024");
  await form.getByLabel("From whom").fill("Holm Farm");
  await form.getByRole("button", { name: "Enter them" }).click();
  await expect(form).toContainText("here before the house began; told to be from Holm Farm");
  await go(page, `${url}/trace/lot/${encodeURIComponent("SP-24/3")}`);
  await expect(page.getByRole("main")).toContainText("what was here, ");
  await expect(page.getByRole("main")).toContainText("Holm Farm");

  await go(page, `${url}/yard?do=files`);
  await page
    .getByLabel("Or rows copied out of a spreadsheet")
    .fill("901\tmedium\t10\t5,2\n902\tdeep\t9\t6,8");
  await page.getByRole("button", { name: "Check what was pasted" }).click();
  await expect(page.getByText(/2 rows, read as tag, depth, frames, empty \(kg\)/)).toBeVisible();
  await page.getByRole("button", { name: "Bring them in" }).click();
  await expect(page.getByText("2 supers brought in from a file.").first()).toBeVisible();
});

test("a checklist is added to by the lead, ticked by two people, and printed for a period", async ({
  ines: page,
  demoHouse: { url },
}) => {
  await go(page, `${url}/checks`);
  const list = page.getByRole("form", { name: "Filler start" });
  await list.getByRole("button", { name: "Change this list" }).click();
  await list.getByLabel("Look at this too").fill("Radio off");
  await list.getByRole("button", { name: "Add to the list" }).click();
  await list.getByRole("checkbox", { name: /Radio off/ }).check();
  await list.getByRole("button", { name: "Tick these" }).click();
  await expect(list).toContainText("1 thing ticked, 7 still to do.");
  await page.context().addCookies([cookieOf("Odile", url)]);
  await page.goto(`${url}/bottle?do=start`);
  await ready(page);
  await list.getByRole("checkbox", { name: /Scale checked/ }).check();
  await list.getByRole("button", { name: "Tick these" }).click();
  await expect(list).toContainText("6 to do, last by Odile");
  await expect(list).toContainText("Ines, ");
  // Not hers to change.
  await go(page, `${url}/checks`);
  await expect(list.getByRole("button", { name: "Change this list" })).toHaveCount(0);
  // It opens beside: shown where the browser shows papers, kept as a file where it does not.
  const asked = page.context().waitForEvent("request", (request) => request.url().includes("/checks-report"));
  await page.getByRole("button", { name: "Report as PDF" }).click();
  const pdf = await page.request.get((await asked).url());
  expect(pdf.headers()["content-type"]).toBe("application/pdf");
});

test("a practice day is won and one is lost, each scored as it is computed; the house knows nothing of it", async ({
  page,
  demoHouse,
}) => {
  const { url } = demoHouse;
  const before = await newestEntry(demoHouse);
  const db = connect(asApplication(testServerUrl(PRACTICE)), { patient: true, most: 2 });
  const seed = 20260813;
  for (const [id, how] of [
    ["odd-load", "best"],
    ["holds-up", "naive"],
  ] as const) {
    const scenario = scenarioById(id);
    if (!scenario) throw new Error(id);
    const day = playThrough(scenario, seed, how);
    const told = scoreOf(day);
    const game = await begin(db, id, "Ines", seed);
    await page.goto(`${url}/practice/${game}`);
    await expect(page.getByText("Practice: made up. Nothing here is entered in your house.")).toBeVisible();
    const steps = page.getByRole("region", { name: "What was done" }).getByRole("listitem");
    const step = page.locator("[aria-current=step]");
    for (const [c, { of, played }] of day.cases.entries()) {
      await expect(step).toHaveText(`${c + 1} of ${day.cases.length}`);
      for (const [i, { move }] of played.decisions.entries()) {
        await expect(steps).toHaveCount(i);
        await page.getByRole("button", { name: of.moves[move]?.label ?? "" }).click();
      }
    }
    const decided = page.getByRole("region", { name: "How it was decided" });
    await expect(decided).toContainText(`${told.points}of 100`);
    await expect(decided).toContainText(
      `Beyond the best that could be known: ${told.beyondKg.toFixed(1)} kg`,
    );
    await expect(page.getByRole("region", { name: "What was true" })).toContainText(
      day.cases[0] ? (believedOf(day.cases[0])[0]?.was ?? "?") : "?",
    );
    expect(told.points === 100).toBe(how === "best");
    if (how === "naive")
      await expect(page.getByRole("region", { name: "What cost most" })).toContainText("Send them to uncap");
    expect(await serious(page)).toEqual([]);
  }
  await db.destroy();
  await page.goto(`${url}/practice`);
  await expect(page.getByText("Your best: 100 of 100").first()).toBeVisible();
  expect(await serious(page)).toEqual([]);
  // A move of a practice day is no entry, and an entry is no move.
  const entered = await page.request.post(`${url}/api/v1/practice`, {
    data: { scenario: "ripe", command: "add-yard" },
    headers: { origin: url },
  });
  expect(entered.status()).toBe(422);
  expect(await newestEntry(demoHouse)).toBe(before);
});
