import { wordsOf } from "@/house/testing/paper";
import { expect, go, test } from "./house";

test("an empty house: from the first yard to a buyer with mouse and keyboard, then back", async ({
  page,
  emptyHouse,
}) => {
  await go(page, emptyHouse.url);
  const says = (text: string | RegExp) =>
    expect(page.locator("form [aria-live=polite]").filter({ hasText: text }).first()).toBeVisible();
  const form = (name: string) => page.getByRole("form", { name });

  await test.step("the frame: strip with seven bays, bench, tape and line", async () => {
    const strip = page.getByRole("navigation", { name: "The house, bay by bay" });
    for (const bay of ["Yard", "Hot room", "Spin", "Settle", "Store", "Bottle", "Out"])
      await expect(strip.getByRole("link", { name: bay })).toBeVisible();
    await expect(page.getByRole("complementary", { name: "The tape" })).toContainText("Nothing entered yet");
    await expect(page.getByPlaceholder("type or scan")).toBeVisible();
    await expect(page.getByRole("list", { name: "Decisions" })).toContainText("Name your house");
  });

  await test.step("the house gets its name", async () => {
    await go(page, `${emptyHouse.url}/set-up`);
    await form("Keep this").getByLabel("Name", { exact: true }).fill("Test Packhouse");
    await form("Keep this").getByLabel("Address").fill("Lane 1, Testbank");
    await form("Keep this").getByLabel("Country of origin").fill("Holmland");
    await form("Keep this").getByLabel("Time zone").fill("UTC");
    await form("Keep this").getByLabel("Lot letters").fill("TP");
    await page.getByRole("button", { name: "Keep this" }).click();
    await expect(page.getByRole("navigation", { name: "The house, bay by bay" })).toContainText(
      "Test Packhouse",
    );
  });

  await test.step("yard, colonies and supers", async () => {
    await page.getByRole("link", { name: "Yard" }).click();
    await page.getByRole("link", { name: "Add a yard" }).first().click();
    await form("Set up the yard").getByLabel("Name").fill("Kiln Field");
    await page.keyboard.press("Enter");
    await says("Yard Kiln Field set up.");
    await page.getByRole("link", { name: "Add colonies" }).first().click();
    await form("Set up colonies").getByLabel("Tags").fill("1-3");
    await page.keyboard.press("Enter");
    await says("Colonies 1 to 3 stand in Kiln Field.");
    await page.getByRole("link", { name: "Add supers" }).first().click();
    await form("Set up supers").getByLabel("Tags").fill("41-43");
    await form("Set up supers").getByLabel("Empty weight").fill("5,2");
    await page.keyboard.press("Enter");
    await says("Supers 41 to 43 set up: medium, 10 frames.");
  });

  await test.step("a pull, with a slip corrected", async () => {
    await page.getByRole("link", { name: "Record a pull" }).first().click();
    const sheet = page.getByRole("form", { name: "Pull sheet" });
    const take = sheet.getByRole("button", { name: "Take it, next super" });
    const hold = async (tag: string, colony: string, kg: string) => {
      await sheet.getByLabel("Super", { exact: true }).fill(tag);
      await sheet.getByLabel("Off colony").fill(colony);
      await sheet.getByLabel("Weighs").fill(kg);
    };
    await hold("41", "1", "17.6");
    await expect(sheet).toContainText("12.4 kg honey");
    await take.click();
    await hold("42", "2", "heavy");
    await sheet.getByRole("button", { name: "most" }).click();
    await take.click();
    await expect(sheet).toContainText('"heavy" is not a weight');
    await expect(sheet.getByRole("listitem").first()).toContainText("Super 41");
    await sheet.getByLabel("Weighs").fill("16,8");
    await take.click();
    await sheet.getByRole("button", { name: "Record the pull: 2 taken" }).click();
    await says("2 supers pulled in Kiln Field: 24.0 kg of honey.");
    await expect(page.getByRole("link", { name: /^Yard/ }).first()).toContainText("24.0");
  });

  await test.step("readings, corrected for a warm sample", async () => {
    await page.getByRole("link", { name: "Spin" }).click();
    await page.getByRole("link", { name: "Enter a reading" }).first().click();
    const sheet = form("Reading sheet");
    await sheet.getByLabel("Super").fill("41");
    await sheet.getByLabel("Drop 1").fill("18.1");
    await sheet.getByLabel("Sample at").fill("28");
    await page.keyboard.press("Enter");
    await says("Super 41: 17.4 % from one drop. Unverified, counts with doubled uncertainty");
    await sheet.getByLabel("Super").fill("42");
    await sheet.getByLabel("Drop 1").fill("31");
    await page.keyboard.press("Enter");
    await says("A reading in % water must be between 13 and 25 %, not 31 %.");
    await sheet.getByLabel("Drop 1").fill("17.9");
    await page.keyboard.press("Enter");
    await says("Super 42: 17.2 % from one drop.");
  });

  await test.step("a batch of both, with a verdict and its working", async () => {
    await page.getByRole("link", { name: "Choose supers" }).click();
    const choose = page.getByRole("form", { name: "Choose supers into a batch" });
    await choose.getByRole("button", { name: "Super 41" }).click();
    await choose.getByRole("button", { name: "Super 42" }).click();
    await expect(choose).toContainText(
      "24.0 kg in 2 supers, 17.3 % water weighted by honey, at most 18.4 %, 2 read",
    );
    await choose.getByRole("button", { name: "Start a batch" }).click();
    await says("Batch 1 started: supers 41 and 42, 24.0 kg.");
    const batch = page.getByRole("region", { name: "Batch 1" });
    await expect(batch).toContainText("ready to spin");
    await batch.getByRole("button", { name: /Why\?/ }).click();
    const why = page.getByRole("dialog");
    await expect(why).toContainText("Super 41");
    await expect(why).toContainText("17.4 %");
    await expect(why).toContainText("Lochhead 1933");
    await page.keyboard.press("Escape");
    await expect(why).toBeHidden();
  });

  await test.step("spun supers back, pails filled", async () => {
    await page.getByText("Other", { exact: true }).click();
    await page.getByRole("link", { name: "Add pails" }).first().click();
    await form("Set up pails").getByLabel("Tags").fill("1-4");
    await page.keyboard.press("Enter");
    await says("Pails 1 to 4 stand ready");
    await page.getByRole("link", { name: "Weigh back a super" }).click();
    for (const [tag, kg] of [
      ["41", "6.0"],
      ["42", "5.9"],
    ] as const) {
      await form("Weigh it back").getByLabel("Super").fill(tag);
      await form("Weigh it back").getByLabel("Spun, it weighs").fill(kg);
      await page.keyboard.press("Enter");
      await says(`Super ${tag} weighed back`);
    }
    await page.getByRole("link", { name: "Fill a pail" }).first().click();
    await form("Fill the pail").getByLabel("Pail").fill("1");
    await form("Fill the pail").getByLabel("With honey it weighs").fill("23.2");
    await page.keyboard.press("Enter");
    await says("Pail 1 weighs 23.2 kg: 22.0 kg net, batch 1.");
  });

  await test.step("the shelf knows mass, water, batch and age", async () => {
    await page.getByRole("link", { name: "Store" }).click();
    const row = page.getByRole("row", { name: /^Pail 1 / });
    await expect(row).toContainText("22.0");
    await expect(row).toContainText(/17\.3 ±\d\.\d/);
    await expect(row).toContainText("Batch 1");
    await expect(row).toContainText("min");
  });

  let lot = "";
  await test.step("jars under a lot with a label", async () => {
    await page.getByRole("link", { name: /^Bottle/ }).click();
    await page.getByRole("link", { name: "Fill jars" }).first().click();
    const jars = form("Fill jars");
    await jars.getByLabel("Kind of honey").fill("Lime honey");
    await jars.getByLabel("Jars", { exact: true }).fill("60");
    await jars.getByRole("checkbox").check();
    await jars.getByRole("button", { name: "Issue the lot" }).click();
    await expect(jars).toContainText("enough for 48");
    await jars.getByLabel("Jars", { exact: true }).fill("48");
    await jars.getByRole("button", { name: "Issue the lot" }).click();
    await says(
      /Lot TP\d\d-001-[0-9A-Z]: 48 jars of 454 g, 21\.8 kg; nothing lost; 0\.21 kg stay in pail 1\./,
    );
    lot =
      (await page
        .getByRole("row", { name: /TP\d\d-001/ })
        .getByRole("rowheader")
        .textContent()) ?? "";
    for (const size of ["a4", "letter"]) {
      const pdf = await page.request.get(`${emptyHouse.url}/labels/${lot}?page=${size}`);
      expect(pdf.headers()["content-type"]).toBe("application/pdf");
      const [text] = wordsOf(await pdf.body()).split("\f");
      for (const words of [
        "Lime honey",
        "454 g",
        "16 oz (1 lb)",
        `Lot ${lot}`,
        "Best before",
        "Origin: Holmland",
        "Not for infants under twelve months.",
        "Test Packhouse, Lane 1",
      ])
        expect(text).toContain(words);
    }
  });

  await test.step("jars to a buyer", async () => {
    await page.getByRole("link", { name: /^Out/ }).click();
    await page.getByRole("link", { name: "Send jars" }).first().click();
    await form("Send them").getByLabel("Jars").fill("30");
    await form("Send them").getByLabel("Buyer").fill("Harbour Deli");
    await page.keyboard.press("Enter");
    await expect(page.getByRole("row", { name: /Harbour Deli/ })).toContainText("13.6");
  });

  await test.step("trace the lot back to supers, colonies and yards, and forward to the buyer", async () => {
    await go(page, `${emptyHouse.url}/trace/lot/${lot}`);
    const from = page.getByRole("region", { name: "Came from" });
    await expect(from.getByRole("row", { name: /Kiln Field/ }).first()).toContainText("100.0");
    // 11.6 and 10.9 of 22.5 kg came out of the two supers; the pail's 22.0 kg is shared alike.
    await expect(from.getByRole("row", { name: /Super 41/ })).toContainText("51.6");
    await expect(from.getByRole("row", { name: /Super 42/ })).toContainText("48.4");
    await expect(from.getByRole("row", { name: /^Pail 1/ })).toContainText("21.79");
    await expect(from.getByRole("row", { name: /^Batch 1/ })).toContainText("21.79");
    await expect(from.getByRole("row", { name: /^Colony 1/ })).toBeVisible();
    await expect(
      page.getByRole("region", { name: "Went to" }).getByRole("row", { name: /Harbour Deli/ }),
    ).toContainText("13.62");
    await expect(page.getByRole("region", { name: "Mass account of batch 1" })).toContainText(
      "came in24.0 kg",
    );
    await from.getByRole("link", { name: "Super 41" }).click();
    await expect(page.getByRole("heading", { name: "Super 41" })).toBeVisible();
    await expect(
      page.getByRole("region", { name: "Went to" }).getByRole("row", { name: /Harbour Deli/ }),
    ).toContainText(lot);
  });

  await test.step("undo what nothing rests on; what later entries rest on is refused", async () => {
    const tape = page.getByRole("complementary", { name: "The tape" });
    const undo = async (entry: RegExp) => {
      await tape.getByRole("button", { name: entry }).click();
      await page.getByRole("button", { name: "Undo it" }).click();
    };
    await undo(/Undo: Lot TP/);
    await expect(page.getByRole("alert")).toContainText(
      `30 jars of lot ${lot} went to Harbour Deli; undo that first.`,
    );
    await page.getByRole("button", { name: "Keep it" }).click();
    await undo(/Undo: 30 jars/);
    await expect(tape).toContainText("Undone: 30 jars");
    await undo(/Undo: Lot TP/);
    await expect(tape).toContainText("Undone: Lot TP");
    await page.getByRole("link", { name: "Store" }).click();
    await expect(page.getByRole("row", { name: /^Pail 1 / })).toContainText("22.0");
    await undo(/Undo: Batch 1 started/);
    await expect(page.getByRole("alert")).toContainText(
      /(Super 4[12] is weighed back|Pail 1 was filled from batch 1).*undo that first\./,
    );
  });
});
