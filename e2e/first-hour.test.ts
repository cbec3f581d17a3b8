import { expect, ready, test } from "./house";

test("from nothing: a lead, five questions, and the first pull, with what a small house does not need out of the way", async ({
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

  // Out of the way, and one switch away.
  await page.goto(`${url}/spin`);
  await ready(page);
  await expect(page.getByRole("link", { name: "Plan the day" })).toHaveCount(0);
  await page.goto(`${url}/bottle`);
  await ready(page);
  await expect(page.getByRole("link", { name: "Jars and lids" })).toHaveCount(0);
  await expect(page.getByRole("link", { name: "Fill jars" })).toBeVisible();
  await page.goto(`${url}/set-up`);
  await ready(page);
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
