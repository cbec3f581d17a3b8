import AxeBuilder from "@axe-core/playwright";
import type { Page } from "@playwright/test";
import { asProgram } from "@/house/testing/door";
import { codesOn } from "@/house/testing/paper";
import { expect, go, type ServedHouse, test } from "./house";

/** A house with a tank of honey that was read, and nothing filled yet. */
async function tankOf(page: Page, { url }: ServedHouse, kg: number) {
  const act = async <O = Record<string, unknown>>(name: string, data: object): Promise<O> => {
    const answer = await page.request.post(`${url}/api/v1/commands/${name}`, {
      data,
      headers: {
        ...asProgram("nobody"),
        "idempotency-key": `${name}-${Math.random().toString(36).slice(2)}-bottling`,
      },
    });
    expect(answer.ok(), `${name}: ${await answer.text()}`).toBe(true);
    return (await answer.json()).output as O;
  };
  await act("set-house", {
    name: "Weir House",
    address: "Weir Lane 2, Testbank",
    country: "Holmland",
    lotPrefix: "WH",
  });
  await act("add-vessels", { kind: "tank", tags: "2", holdsL: 200, diameterCm: 50 });
  await act("receive-honey", { what: "opening", country: "Holmland", into: [{ vessel: "tank 2", kg }] });
  for (let i = 0; i < 2; i++) await act("read-moisture", { vessel: "tank 2", value: 17.2, tempC: 20 });
  return act;
}

test("jars are planned for two orders with too few lids, changed by hand, and filled in two sizes with a pail beside them", async ({
  page,
  emptyHouse,
}) => {
  const { url } = emptyHouse;
  const act = await tankOf(page, emptyHouse, 60);
  await act("add-pails", { tags: "1", emptyKg: 1, holdsKg: 27 });
  for (const [kind, name, fitsG] of [
    ["jar", "Round 500", "500"],
    ["jar", "Round 250", "250"],
    ["lid", "Lid 66", "500, 250"],
  ])
    await act("set-material", { kind, name, fitsG, daysToCome: 5 });
  await act("count-material", { material: "Round 500", counted: 90 });
  await act("count-material", { material: "Round 250", counted: 90 });
  await act("receive-material", { material: "Lid 66", pieces: 70, supplier: "Tin Works", theirLot: "T-77" });
  await act("take-order", { buyer: "Late Deli", jarG: 500, jars: 60, by: "2098-09-20" });
  await act("take-order", { buyer: "Early Fair", jarG: 250, jars: 24, by: "2098-09-01" });

  await go(page, `${url}/bottle?do=plan&vessels=${encodeURIComponent("tank 2")}`);
  const plan = page.getByRole("region", { name: "Jar plan" });
  await expect(plan.getByText("14 jars of 500 g for Late Deli by 20 Sep 2098 stay unmet.")).toBeVisible();
  await expect(plan).toContainText("No more of Lid 66");
  await expect(plan.getByText(/14 of Lid 66, to be ordered by 15 Sep 2098/)).toBeVisible();
  await expect(plan.getByRole("img", { name: /46 jars of 500 g, 24 jars of 250 g/ })).toBeVisible();
  // The fair takes fewer after all: by hand, and the deli gets the lids.
  for (let i = 0; i < 4; i++) await plan.getByRole("button", { name: "One jar of 250 g fewer" }).click();
  await expect(plan.getByRole("img", { name: /50 jars of 500 g, 20 jars of 250 g/ })).toBeVisible();
  await expect(plan.getByText("4 jars of 250 g for Early Fair by 1 Sep 2098 stay unmet.")).toBeVisible();

  await plan.getByRole("link", { name: "Fill these" }).click();
  const fill = page.getByRole("form", { name: "Fill jars" });
  await fill.getByLabel("Kind of honey").fill("Summer honey");
  await expect(fill.getByLabel("Jars", { exact: true })).toHaveValue("50");
  await expect(fill.getByLabel("jars of it")).toHaveValue("20");
  await fill.getByRole("button", { name: "Issue the lot" }).click();
  await expect(
    fill.getByText(/Lot WH\d\d-001-\w-500: 50 jars of 500 g, 25\.0 kg; Lot WH\d\d-001-\w-250: 20 jars/),
  ).toBeVisible();
  // The rest of the tank: a bulk pail to a buyer, a lot of its own.
  await act("move-honey", { from: [{ vessel: "tank 2", kg: 20 }], to: [{ vessel: "pail 1" }] });
  const { lot } = await act<{ lot: string }>("send-vessel", {
    vessel: "pail 1",
    honeyKind: "Summer honey",
    buyer: "Fen Cellar",
  });
  expect(lot).toMatch(/^WH\d\d-002-/);

  // A broken kind of lid is found in every filling by the supplier's lot.
  await go(page, `${url}/bottle?do=stock`);
  const row = page.getByRole("row", { name: /T-77/ });
  await expect(row.getByRole("link")).toHaveCount(2);
  await row.getByRole("link").first().click();
  await expect(page.getByRole("heading", { name: /Lot WH\d\d-001-/ }).first()).toBeVisible();
});

test("a label fails its rules, is mended, printed and read back; the lot's page is shown to a phone", async ({
  page,
  emptyHouse,
}) => {
  const { url } = emptyHouse;
  const act = await tankOf(page, emptyHouse, 30);
  await act("set-label-rules", { pack: "eu", publicAddress: "https://weir.example" });
  await act("set-article-number", { honeyKind: "Summer honey", jarG: 454, gtin: "6291041500213" });
  const { lot } = await act<{ lot: string }>("issue-lot", {
    honeyKind: "Summer honey",
    jarG: 454,
    jars: 20,
    pails: [{ vessel: "tank 2" }],
  });
  await go(page, `${url}/bottle/label/${lot}`);
  const bench = page.getByRole("form", { name: "Label" });
  const verdict = bench.getByRole("region", { name: "May it be printed" });
  await expect(verdict).toContainText("nothing is against it");
  await bench.getByLabel("Small letters, mm").fill("1");
  await expect(verdict).toContainText("Small letters are too low: 1 mm, 1.2 mm needed");
  // It is not printed so, and says why; nothing is lost.
  await bench.getByRole("button", { name: "Print 20 labels" }).click();
  await expect(
    bench.getByText(/Mend it, or say why it is printed for sale all the same/).first(),
  ).toBeVisible();
  await verdict.getByRole("button", { name: "Make it 1.2 mm" }).click();
  await expect(bench.getByLabel("Small letters, mm")).toHaveValue("1.2");
  await expect(verdict).toContainText("nothing is against it");
  await bench.getByRole("button", { name: /^Yes: Is the packer's name/ }).click();
  await bench.getByRole("button", { name: /^Yes: Is the line on infants/ }).click();
  // It came from outside: nobody here knows what warmth it has had.
  await bench.getByRole("button", { name: /^Yes: What warmth it has had is not on record/ }).click();
  await expect(verdict).toContainText("Nothing is against 20 labels");
  await bench.getByLabel("Begin at place").fill("5");
  await bench.getByRole("button", { name: "Print 20 labels" }).click();
  await expect(bench.getByText(new RegExp(`20 labels of lot ${lot} printed`))).toBeVisible();
  const pdf = await page.request.get(
    `${url}${await bench.getByRole("link", { name: "Open the PDF" }).getAttribute("href")}`,
  );
  expect(pdf.headers()["content-type"]).toContain("application/pdf");
  const codes = (await codesOn(await pdf.body())).map((c) => c.text);
  // Eighteen places, four of them used already.
  expect(codes).toHaveLength(14);
  expect(new Set(codes)).toEqual(new Set([`https://weir.example/01/06291041500213/10/${lot}`]));
  await expect(page.getByRole("row", { name: "Should lie here 0" })).toBeVisible();

  // What the code leads to says nothing until the house shows it.
  const shut = await page.request.get(`${url}/01/06291041500213/10/${lot}`);
  expect(shut.status()).toBe(404);
  const own = page.getByRole("form", { name: "Set the page" });
  await own.getByLabel("Region of the yards").fill("the river meadows");
  await own.getByRole("button", { name: "Set the page" }).click();
  await expect(page.getByRole("link", { name: `/lot/${lot}` })).toBeVisible();
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${url}/01/06291041500213/10/${lot}`);
  await expect(page.getByRole("heading", { name: "Summer honey" })).toBeVisible();
  await expect(page.getByText("the river meadows, Holmland")).toBeVisible();
  await expect(page.getByText("17.2 %")).toBeVisible();
  await expect(page.locator("body")).not.toContainText("tank");
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.filter((v) => v.impact === "serious" || v.impact === "critical")).toEqual([]);
});

test("a jar under its label is topped up, the scale's known weight counts, jars are zeroed by one mean tare", async ({
  page,
  emptyHouse,
}) => {
  const { url } = emptyHouse;
  const act = await tankOf(page, emptyHouse, 30);
  const { lot } = await act<{ lot: string }>("issue-lot", {
    honeyKind: "Summer honey",
    jarG: 454,
    jars: 5,
    pails: [{ vessel: "tank 2" }],
  });
  await go(page, `${url}/bottle?do=scale`);
  const scale = page.getByRole("form", { name: "Enter the check" });
  await scale.getByLabel("It shows").fill("501");
  await scale.getByRole("button", { name: "Enter the check" }).click();
  await expect(
    scale.getByText(/Bench scale shows 501\.0 g for 500\.0 g, 1\.0 g too much; not verified for trade/),
  ).toBeVisible();

  await go(page, `${url}/bottle?do=weigh`);
  const form = page.getByRole("form", { name: "Weigh jars" });
  // 454.5 g on a scale that shows 0.9 g too much is a jar under its label.
  await form.getByLabel(/All of them/).fill("456 457 454.5 456 458");
  await expect(form).toContainText("1 jar under the label: the packer's duty is broken");
  await expect(form).toContainText(
    "Bench scale shows 0.9 g too much a jar, which is taken off; not verified for trade.",
  );
  await form.getByText("A mean tare, or a second sample").click();
  await form.getByLabel(/Empty jars/).fill("201 202 203");
  await expect(form).toContainText("Weigh 25 empty jars for a mean tare; these are 3.");
  await form.getByLabel(/Empty jars/).fill("");
  await form.getByRole("button", { name: "Keep this weighing" }).click();
  await page.getByRole("link", { name: /jar 3, 453\.6 g: put it right/ }).click();
  const right = page.getByRole("form", { name: "Put it right" });
  await right.getByLabel("It weighs now").fill("456");
  await right.getByRole("button", { name: "Put it right" }).click();
  await expect(
    page
      .getByText(new RegExp(`Jar 3 of lot ${lot}, 453\\.6 g, topped up: 455\\.1 g now\\. Every jar holds`))
      .first(),
  ).toBeVisible();
});
