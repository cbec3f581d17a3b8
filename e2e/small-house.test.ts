import { expect, go, test } from "./house";

test("three hives, a crate of loose frames and one bucket: from an empty house to labelled jars of two sizes", async ({
  page,
  emptyHouse,
}) => {
  const { url } = emptyHouse;
  const form = (name: string) => page.getByRole("form", { name });
  await go(page, `${url}/set-up`);
  const house = form("Keep this");
  await house.getByLabel("Name", { exact: true }).fill("Three Hives");
  await house.getByLabel("Address").fill("Lane 1, Testbank");
  // The browser's own zone is proposed.
  await expect(house.getByLabel("Time zone")).not.toHaveValue("");
  await house.getByLabel("Country of origin").fill("Holmland");
  await house.getByRole("button", { name: "Keep this" }).click();
  await expect(page.getByRole("navigation", { name: "The house, bay by bay" })).toContainText("Three Hives");

  await go(page, url);
  await page.getByRole("link", { name: "Bring frames" }).click();
  await form("Bring them in").getByLabel("Frames", { exact: true }).fill("12");
  await form("Bring them in").getByLabel("Crate and frames weigh").fill("18,7");
  await page.keyboard.press("Enter");
  await expect(
    page.getByText(/Crate 1: 12 frames off colony 1 in Home, 18\.7 kg, about 11\.3 kg of honey/).first(),
  ).toBeVisible();

  await go(page, `${url}/spin?do=batch`);
  await page.getByRole("button", { name: /Super 1\b/ }).click();
  await page.getByRole("button", { name: "Start a batch" }).click();
  await expect(page.getByText(/Batch 1/).first()).toBeVisible();

  await page.locator("#line").fill("t1 6.9");
  await page.locator("#line").press("Enter");
  await expect(page.locator("#line-says")).toContainText("Its empty weight is known now");

  await go(page, `${url}/spin?do=pail`);
  await form("Fill the pail").getByLabel("With honey it weighs").fill("12,6");
  await form("Fill the pail").getByLabel("Not set up yet").click();
  await form("Fill the pail").getByRole("button", { name: "Fill the pail" }).click();
  await expect(page.getByText(/Pail 1 weighs 12\.6 kg: 11\.5 kg net, batch 1/).first()).toBeVisible();

  await go(page, `${url}/bottle?do=lot&vessels=${encodeURIComponent("pail 1")}`);
  const fill = form("Fill jars");
  await fill.getByLabel("Kind of honey").fill("Garden honey");
  await fill.getByLabel("Net a jar").fill("500");
  await fill.getByLabel("Jars", { exact: true }).fill("12");
  await fill.getByLabel("and of").fill("250");
  await fill.getByLabel("jars of it").fill("20");
  await fill.getByRole("button", { name: "Issue the lot" }).click();
  await expect(fill.getByText(/12 jars of 500 g, 6\.0 kg; Lot .*: 20 jars of 250 g, 5\.0 kg/)).toBeVisible();

  const labels = page.getByRole("link", { name: /^Label of lot/ });
  await expect(labels).toHaveCount(2);
  const codes = await labels.evaluateAll((links) =>
    links.map((l) => (l as HTMLAnchorElement).pathname.split("/").at(-1)),
  );
  for (const code of codes) {
    const sheet = await page.request.get(`${url}/labels/${code}?page=a4`);
    expect(sheet.headers()["content-type"]).toContain("application/pdf");
  }
});
