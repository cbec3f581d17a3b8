import { expect, go, test } from "./house";

test("a drum filled from pails of two batches, topped up, bottled in two sizes and sold whole; traced both ways", async ({
  page,
  demoHouse,
}) => {
  const { url } = demoHouse;
  await go(page, `${url}/store?do=pour`);
  const pour = page.getByRole("form", { name: "Pour" });
  const out = pour.getByRole("group", { name: "Out of" });
  const into = pour.getByRole("group", { name: "Into" });
  await test.step("what will be in it is told while pressing", async () => {
    await out.getByRole("button", { name: "more" }).click();
    await out.getByRole("button", { name: /^Pail 18/ }).click();
    await out.getByRole("button", { name: /^Pail 9\b/ }).click();
    await into.getByRole("button", { name: /^Drum 2/ }).click();
    await expect(pour.getByText(/drum 2 then holds 51\.\d kg/)).toBeVisible();
    await expect(pour.getByText(/at 17\.\d ±\d\.\d % water/)).toBeVisible();
  });
  await pour.getByRole("button", { name: "Pour", exact: true }).click();
  await expect(pour.getByText(/51\.\d kg from pail 9 and pail 18 into drum 2/)).toBeVisible();

  await test.step("topped up on the line", async () => {
    await page.keyboard.press("Escape");
    await page.locator("#line").fill("pour b10 into d2");
    await expect(
      page.getByText(/25\.\d kg from pail 10 into drum 2; drum 2 holds 77\.\d kg/).first(),
    ).toBeVisible();
    await page.locator("#line").press("Enter");
    await expect(
      page.getByRole("complementary", { name: "The tape" }).getByText("from pail 10 into drum 2"),
    ).toBeVisible();
  });

  await test.step("an owner's pail does not go onto it unasked", async () => {
    await go(page, `${url}/store?do=pour&from=${encodeURIComponent("pail 14")}`);
    await into.getByRole("button", { name: /^Drum 2/ }).click();
    await expect(pour.getByText("would be mixed")).toBeVisible();
    await pour.getByRole("button", { name: "Pour", exact: true }).click();
    await expect(pour.getByText("What is kept apart stays apart").last()).toBeVisible();
    await pour.getByLabel("Released, because").fill("the parsonage gave it to the house");
    await pour.getByRole("button", { name: "Pour", exact: true }).click();
    await expect(pour.getByText("kept-apart honey released: the parsonage gave it")).toBeVisible();
  });

  await test.step("two sizes out of one filling", async () => {
    await go(page, `${url}/bottle?do=lot&vessels=${encodeURIComponent("drum 2")}`);
    const fill = page.getByRole("form", { name: "Fill jars" });
    await fill.getByLabel("Kind of honey").fill("Summer honey");
    await fill.getByLabel("Net a jar").fill("500");
    await fill.getByLabel("Jars", { exact: true }).fill("20");
    await fill.getByLabel("and of").fill("250");
    await fill.getByLabel("jars of it").fill("40");
    await fill.getByRole("button", { name: "Issue the lot" }).click();
    // Whose honey it was is asked once more at the gate.
    await fill.getByLabel("Why it goes into jars all the same").fill("released by the parsonage");
    await fill.getByRole("button", { name: "Issue the lot" }).click();
    await expect(
      fill.getByText(/20 jars of 500 g, 10\.0 kg; Lot .*40 jars of 250 g, 10\.0 kg/),
    ).toBeVisible();
  });

  await test.step("the rest of the drum goes to a buyer as it is", async () => {
    await go(page, `${url}/out?do=bulk`);
    const send = page.getByRole("form", { name: "Send it" });
    await send.getByLabel("Vessel").selectOption("drum 2");
    await send.getByLabel("Kind of honey").fill("Summer honey");
    await send.getByLabel("Buyer").fill("Fen Mead Cellar");
    await send.getByRole("button", { name: "Send it" }).click();
    await send.getByLabel("Sent all the same, because").fill("released by the parsonage");
    await send.getByRole("button", { name: "Send it" }).click();
    await expect(send.getByText(/Drum 2, \d+\.\d kg, to Fen Mead Cellar as lot/)).toBeVisible();
  });

  await test.step("back to the colonies and out to the buyer", async () => {
    await go(page, `${url}/trace/drum/2`);
    await expect(page.getByText(/of it went to 1 buyer/)).toBeVisible();
    const main = page.getByRole("main");
    await expect(main.getByRole("row", { name: /^Batch 2/ }).first()).toBeVisible();
    await expect(main.getByRole("row", { name: /^Batch 4/ }).first()).toBeVisible();
    await expect(main.getByText(/drum 2 in bulk/).first()).toBeVisible();
  });
});

/** What another house tells of a drum and of jars it sent, as EPCIS 2.0 events. */
const SHIPPED = {
  type: "EPCISDocument",
  epcisBody: {
    eventList: [
      ["urn:mill:lot:LM%204", 50, "KGM"],
      ["urn:mill:lot:LM%205", 12, undefined],
    ].map(([epcClass, quantity, uom]) => ({
      type: "ObjectEvent",
      bizStep: "shipping",
      eventTime: "2026-08-01T09:00:00Z",
      quantityList: [{ epcClass, quantity, uom }],
      destinationList: [{ type: "owning_party", destination: "urn:mill:buyer:us" }],
    })),
  },
};

test("honey that was bought comes in, is poured onto the house's, and stands in the lot's shares", async ({
  page,
  demoHouse,
}) => {
  const { url } = demoHouse;
  await go(page, `${url}/store?do=came`);
  const came = page.getByRole("form", { name: "Honey came" });
  await came.getByLabel("The sender's file").setInputFiles({
    name: "shipped.json",
    mimeType: "application/json",
    buffer: Buffer.from(JSON.stringify(SHIPPED)),
  });
  await came
    .getByRole("listitem")
    .filter({ hasText: "50.0 kg" })
    .getByRole("button", { name: "Take this" })
    .click();
  await expect(came.getByLabel("Their lot")).toHaveValue("LM 4");
  await expect(came.getByText("in jars: nothing to pour")).toBeVisible();
  await came.getByLabel("From whom").fill("Lower Mill");
  await came.getByLabel("Country it is from").fill("Lowmark");
  await came.getByLabel("Their water").fill("17,2");
  await came.getByLabel("Vessel").selectOption("drum 2");
  await came.getByRole("button", { name: "Take it in" }).click();
  await expect(
    came.getByText("Delivery 4: 50.0 kg from Lower Mill, Lowmark, in drum 2, 17.2 % water by their word."),
  ).toBeVisible();
  await page.locator("#line").fill("pour b18 into d2");
  await page.locator("#line").press("Enter");
  await expect(
    page.getByRole("complementary", { name: "The tape" }).getByText("from pail 18 into drum 2"),
  ).toBeVisible();
  await go(page, `${url}/trace/drum/2`);
  const shares = page.getByRole("row", { name: /Lower Mill's delivery 4/ }).first();
  await expect(shares).toContainText("65.");
  await expect(shares).toContainText("Lowmark");
});

test("the same by keys and the line alone", async ({ page, demoHouse }) => {
  await go(page, demoHouse.url);
  const says = page.locator("#line-says");
  const tape = page.getByRole("complementary", { name: "The tape" });
  await page.keyboard.press("5");
  await expect(page.getByRole("heading", { name: "Store", exact: true })).toBeVisible();
  const type = async (line: string, done: string) => {
    await page.keyboard.press("/");
    await page.keyboard.type(line);
    await expect(says).toContainText(done);
    await page.keyboard.press("Enter");
    await expect(tape.getByText(done).first()).toBeVisible();
    await page.keyboard.press("Escape");
  };
  await type("pour b18 b9 into d2", "from pail 18 and pail 9 into drum 2");
  await type("read d2 17.4@22", "Drum 2 read 17.4 % at 22 °C");
  await type("lot d2 20x500 40x250 summer honey", "20 jars of 500 g, 10.0 kg; Lot");
  await type("sell d2 summer honey to Fen Mead Cellar", "to Fen Mead Cellar as lot");
  await page.keyboard.press("/");
  await page.keyboard.type("d2");
  await expect(says).toContainText("Open drum 2");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Drum 2" })).toBeVisible();
});
