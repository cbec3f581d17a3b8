import { expect, go, ready, test } from "./house";

test("from nothing: a lead, five questions, the first pull and the first labelled jar, with what a small house does not need out of the way", async ({
  page,
  emptyHouse: { url },
}) => {
  await page.context().clearCookies();
  await page.goto(url);
  await page.getByLabel("Your name").fill("Ines");
  await page.getByLabel("Password").fill("three brown hens walking");
  await page.getByRole("button", { name: "Lead this house" }).click();
  await expect(page).toHaveURL(`${url}/first-hour`);
  await ready(page);
  const form = page.getByRole("form", { name: "The first hour" });
  await form.getByLabel("What is the house called?").fill("Three Hives");
  await form.getByLabel("In which country?").fill("");
  await form.getByRole("button", { name: "Set the house up" }).click();
  // A wrong answer is said, nothing is lost, and the next press goes on.
  await expect(form.getByRole("alert")).toContainText(/country/i);
  await form.getByLabel("In which country?").fill("Holmland");
  await form.getByLabel("How many boxes").fill("6");
  await form.getByLabel("Unit").selectOption("kg");
  await form.getByRole("button", { name: "Set the house up" }).click();
  await expect(page).toHaveURL(`${url}/yard?do=pull`, { timeout: 60_000 });
  await ready(page);
  await page.locator("#line").fill("pull s1 c1 95 17.4");
  await expect(page.locator("#line-says")).toContainText("12.2 kg");
  await page.locator("#line").press("Enter");
  await expect(page.getByRole("complementary", { name: "The tape" })).toContainText("Super 1 pulled in Home");

  // On to a labelled jar, with what this house shows.
  for (const [line, says] of [
    ["batch s1", "Batch 1"],
    ["t1 5.4", "Super 1 weighed back"],
  ] as const) {
    await page.locator("#line").fill(line);
    await page.locator("#line").press("Enter");
    await expect(page.getByRole("complementary", { name: "The tape" })).toContainText(says);
  }
  await go(page, `${url}/spin?do=pail`);
  const pail = page.getByRole("form", { name: "Fill the pail" });
  await pail.getByLabel("With honey it weighs").fill("12.6");
  await pail.getByLabel("Pail", { exact: true }).fill("1");
  await pail.getByRole("button", { name: "Fill the pail" }).click();
  await expect(page.getByText(/Pail 1 weighs 12\.6 kg/).first()).toBeVisible();
  await go(page, `${url}/bottle?do=lot&vessels=${encodeURIComponent("pail 1")}`);
  const fill = page.getByRole("form", { name: "Fill jars" });
  await fill.getByLabel("Kind of honey").fill("Garden honey");
  await fill.getByLabel("Net a jar").fill("500");
  await fill.getByLabel("Jars", { exact: true }).fill("20");
  await fill.getByRole("button", { name: "Issue the lot" }).click();
  await expect(page.getByText(/20 jars of 500 g, 10\.0 kg/).first()).toBeVisible();
  const label = page.getByRole("link", { name: /^Label of lot/ }).first();
  const code = (await label.getAttribute("href"))?.split("/").at(-1);
  // A label names where the packer is: the one thing more it asks for.
  await go(page, `${url}/set-up`);
  const house = page.getByRole("form", { name: "Keep this" });
  await house.getByLabel("Address").fill("Lane 1, Testbank");
  await house.getByRole("button", { name: "Keep this" }).click();
  await expect(page.getByRole("complementary", { name: "The tape" })).toContainText("Lane 1");
  const sheet = await page.request.get(`${url}/labels/${code}?page=a4`);
  expect(sheet.headers()["content-type"], await sheet.text().then((t) => t.slice(0, 300))).toContain(
    "application/pdf",
  );

  // Out of the way, and one switch away.
  await go(page, `${url}/spin`);
  await expect(page.getByRole("link", { name: "Plan the day" })).toHaveCount(0);
  await go(page, `${url}/bottle`);
  await expect(page.getByRole("link", { name: "Jars and lids" })).toHaveCount(0);
  await expect(page.getByRole("link", { name: "Fill jars" })).toBeVisible();
  await go(page, `${url}/set-up`);
  const shows = page.getByRole("form", { name: "What this house shows" });
  await expect(shows.getByRole("button", { name: "A few hives and a hand machine" })).toHaveAttribute(
    "aria-pressed",
    "true",
  );
  await shows.getByRole("button", { name: "Sideline" }).click();
  await shows.getByRole("button", { name: "Show so" }).click();
  await expect(shows).toContainText("Sideline: shown besides");
  await page.goto(`${url}/spin`);
  await expect(page.getByRole("link", { name: "Plan the day" })).toBeVisible();
});
