import type { Page } from "@playwright/test";
import { asProgram } from "@/house/testing/door";
import { expect, go, test } from "./house";

/** A house of one yard that calls honey clear at once, 20 kg of a batch in pail 1, a tank and two meshes. */
async function filled(page: Page, url: string, school: "strain-first" | "settle-first"): Promise<void> {
  const act = async (name: string, data: object) => {
    const answer = await page.request.post(`${url}/api/v1/commands/${name}`, {
      data,
      headers: {
        ...asProgram("nobody"),
        "idempotency-key": `${name}-${Math.random().toString(36).slice(2)}-settle`,
      },
    });
    expect(answer.ok(), `${name}: ${await answer.text()}`).toBe(true);
  };
  await act("set-house", { name: "Clear House", country: "Holmland", lotPrefix: "C", settleHours: 0 });
  await act("set-settling", { school });
  await act("add-yard", { name: "Home" });
  await act("add-colonies", { yard: "Home", tags: "1" });
  await act("add-supers", { tags: "1", depth: "medium", frames: 10, emptyKg: 5 });
  await act("add-pails", { tags: "1-2", emptyKg: 1, holdsKg: 27 });
  await act("add-vessels", { kind: "tank", tags: "1", holdsL: 50, diameterCm: 35 });
  await act("add-mesh", { name: "Coarse", kind: "coarse", openingUm: 600 });
  await act("add-mesh", { name: "Cloth", kind: "cloth", openingUm: 200 });
  await act("pull-supers", {
    yard: "Home",
    supers: [{ tag: "1", colony: "1", cappedPct: 98, grossKg: 25, sample: 16.5 }],
  });
  await act("start-batch", { supers: "1", despite: "as it is" });
  await act("fill-pail", { pail: "1", grossKg: 21 });
}

/** Skims and looks at what the house says is next. */
async function skimAndLook(page: Page, url: string, vessel: string): Promise<void> {
  await go(page, `${url}/settle`);
  await page.getByRole("link", { name: "Skim", exact: true }).first().click();
  const skim = page.getByRole("form", { name: "Book the skimmings" });
  await expect(skim.getByLabel("Vessel")).toHaveValue(vessel);
  await skim.getByLabel("Scum").fill("0,2");
  await skim.getByRole("button", { name: "Book the skimmings" }).click();
  await expect(skim.getByText(/0\.20 kg of scum off, 19\.\d kg stay/)).toBeVisible();
}

test("strained at once: skim, look at it, and it is ready for jars", async ({ page, emptyHouse }) => {
  const { url } = emptyHouse;
  await filled(page, url, "strain-first");
  await go(page, `${url}/settle`);
  await expect(page.getByRole("main")).toContainText("Skim pail 1 now");
  await skimAndLook(page, url, "pail 1");
  await go(page, `${url}/settle`);
  // On the line only: what it would say stands there before Enter.
  await page.locator("#line").fill("good b1");
  await expect(page.locator("#line-says")).toContainText("clear, clean, smell and taste right");
  await page.locator("#line").press("Enter");
  await expect(
    page.getByRole("complementary", { name: "The tape" }).getByText("Pail 1 looked at: clear, clean"),
  ).toBeVisible();
  await go(page, `${url}/bottle`);
  await expect(page.getByRole("main")).toContainText("19.8 kg in 1 pail may go into jars");
});

test("settled first: skim, strain through two meshes into a tank, skim again, and it is ready; a broken mesh holds it", async ({
  page,
  emptyHouse,
}) => {
  const { url } = emptyHouse;
  await filled(page, url, "settle-first");
  await go(page, `${url}/bottle`);
  await expect(page.getByRole("main")).not.toContainText("may go into jars");
  await skimAndLook(page, url, "pail 1");

  await go(page, `${url}/settle`);
  await page.getByRole("link", { name: "Strain", exact: true }).first().click();
  const strain = page.getByRole("form", { name: "Strain" });
  await expect(
    strain.getByRole("group", { name: "Out of" }).getByRole("button", { pressed: true }),
  ).toHaveText(/Pail 1/);
  await strain
    .getByRole("group", { name: "Into" })
    .getByRole("button", { name: /^Tank 1/ })
    .click();
  await expect(strain.getByText(/About \d+ min if it is at 25 °C.*by common practice/)).toBeVisible();
  await strain.getByLabel("It took").fill("35");
  await strain.getByLabel("Stayed in the mesh").fill("0.3");
  await strain.getByRole("button", { name: "Strain", exact: true }).click();
  await expect(
    strain.getByText(
      /19\.5 kg from pail 1 strained into tank 1 through Coarse and Cloth in 35 min; 0\.30 kg stayed/,
    ),
  ).toBeVisible();

  await skimAndLook(page, url, "tank 1");
  await go(page, `${url}/bottle`);
  await expect(page.getByRole("main")).toContainText("19.3 kg in 1 tank may go into jars");

  await go(page, `${url}/settle?do=care`);
  const care = page.getByRole("form", { name: "Note it" });
  await care.getByLabel("Mesh").selectOption("Cloth");
  await care.getByLabel("It was").selectOption("broken");
  await care.getByRole("button", { name: "Note it" }).click();
  await expect(care.getByText("Tank 1 held")).toBeVisible();
  await go(page, `${url}/settle`);
  await expect(page.getByRole("main")).toContainText("wire may be in it");
  await go(page, `${url}/bottle`);
  await expect(page.getByRole("main")).not.toContainText("may go into jars");
});
