import type { Page } from "@playwright/test";
import { DEMO_DEVICES } from "../src/demo/devices";
import { postReadings } from "../src/standins";
import { expect, go, test } from "./house";

/** Calendar days by the house's own clock, whatever the hour is here. */
async function daysOf(page: Page, url: string): Promise<(days: number) => string> {
  await go(page, `${url}/set-up`);
  const timeZone = await page.getByLabel("Time zone").inputValue();
  return (days) =>
    new Intl.DateTimeFormat("en-CA", { timeZone, dateStyle: "short" }).format(Date.now() + days * 86_400_000);
}

test("plan a pull: boards two days ahead, on paper, in the calendar, ticked off", async ({
  page,
  demoHouse,
}) => {
  const dayFromNow = await daysOf(page, demoHouse.url);
  await go(page, `${demoHouse.url}/yard?do=plans`);
  const form = page.getByRole("form", { name: "Plan it" });
  await form.getByLabel("Yard").selectOption("Kiln Field");
  await form.getByLabel("Day of the pull").fill(dayFromNow(1));
  await page.getByRole("button", { name: "Plan it" }).click();
  await expect(form).toContainText("Escape boards must be fitted two days before");
  await form.getByLabel("Day of the pull").fill(dayFromNow(2));
  await page.getByRole("button", { name: "Plan it" }).click();
  await expect(form).toContainText(/Pull planned: Kiln Field on .*, escape boards, to be fitted on/);
  const plan = page.getByRole("region", { name: /Pull in Kiln Field/ });
  await expect(plan).toContainText("close every upper entrance");
  await expect(page.getByRole("list", { name: "Decisions" })).toContainText(
    "Kiln Field: fit the escape boards",
  );

  const href = await plan.getByRole("link", { name: "Calendar" }).getAttribute("href");
  const calendar = await page.request.get(demoHouse.url + href);
  expect(calendar.headers()["content-type"]).toContain("text/calendar");
  const text = (await calendar.text()).replace(/\r\n /g, "");
  expect(text).toContain(`DTSTART;VALUE=DATE:${dayFromNow(0).replaceAll("-", "")}`);
  expect(text).toContain("SUMMARY:Kiln Field: Fit the escape boards");
  expect(text.match(/BEGIN:VEVENT/g)).toHaveLength(3);

  await plan.getByRole("button", { name: "Done" }).first().click();
  await expect(page.getByRole("list", { name: "Decisions" })).not.toContainText(
    "Kiln Field: fit the escape boards",
  );
  await plan.getByRole("link", { name: "Print" }).click();
  await expect(page.getByRole("heading", { name: "Pull plan" })).toBeVisible();
  await page.emulateMedia({ media: "print" });
  await expect(page.getByRole("navigation", { name: "The house, bay by bay" })).toBeHidden();
  await expect(page.getByRole("main")).toContainText("one escape board a colony");
});

test("pull mixed supers and see each verdict, by scale and prism or by eye", async ({ page, demoHouse }) => {
  await go(page, `${demoHouse.url}/yard?do=pull`);
  const sheet = page.getByRole("form", { name: "Pull sheet" });
  await sheet.getByLabel("Yard").selectOption("Kiln Field");
  const take = sheet.getByRole("button", { name: "Take it, next super" });
  const leave = sheet.getByRole("button", { name: "Leave it on the colony" });
  const hold = async (tag: string, colony: string) => {
    await sheet.getByLabel("Super", { exact: true }).fill(tag);
    await sheet.getByLabel("Off colony").fill(colony);
  };

  await test.step("by instrument: ripe, wet, and far too wet", async () => {
    await sheet.getByLabel("Super", { exact: true }).focus();
    await page.keyboard.type("S32");
    await page.keyboard.press("Enter");
    await expect(sheet.getByLabel("Off colony")).toBeFocused();
    await page.keyboard.type("1");
    await expect(sheet).toContainText("no reading yet, and this school goes by readings");
    await sheet.getByRole("button", { name: "From scale" }).click();
    await expect(sheet.getByLabel("Weighs")).not.toHaveValue("");
    await expect(sheet).toContainText("a stand-in");
    await sheet.getByLabel("Sample reads").fill("17,1");
    await expect(sheet.getByText("spin", { exact: true })).toBeVisible();
    // Read at a temperature that is none, it is as good as not read.
    await sheet.getByLabel("Samples at").fill("2o");
    await expect(sheet.getByLabel("Samples at")).toHaveAccessibleDescription(
      /The samples' temperature: "o" is not a temperature unit/,
    );
    await expect(sheet).toContainText("no reading yet, and this school goes by readings");
    await sheet.getByLabel("Samples at").fill("20");
    await expect(sheet).toContainText("sealed would say spin");
    await take.click();
    await hold("33", "2");
    await sheet.getByLabel("Sample reads").fill("18.9");
    await expect(sheet.getByText("dry first", { exact: true })).toBeVisible();
    await sheet.getByRole("button", { name: "middle" }).click();
    await expect(sheet).toContainText(/about \d+\.\d kg honey/);
    await take.click();
    await hold("34", "3");
    await sheet.getByRole("button", { name: "half" }).click();
    await sheet.getByLabel("Sample reads").fill("21.5");
    await expect(sheet.getByText("leave", { exact: true })).toBeVisible();
    await leave.click();
  });

  await test.step("flags come first: diverted, and not taken without a reason", async () => {
    await hold("35", "4");
    await sheet.getByRole("button", { name: "fermented smell" }).click();
    await expect(sheet.getByText("divert", { exact: true })).toBeVisible();
    await take.click();
    await hold("36", "5");
    await sheet.getByRole("button", { name: "brood" }).click();
    await expect(sheet.getByText("do not take", { exact: true })).toBeVisible();
    await take.click();
    await expect(sheet).toContainText("Say why it is taken all the same");
    await leave.click();
  });

  await test.step("slips are told beside their field and lose nothing", async () => {
    await hold("37", "6");
    await sheet.getByLabel("Capped, %").fill("140");
    await take.click();
    await expect(sheet).toContainText("must be between 0 and 100 %, not 140");
    await sheet.getByLabel("Capped, %").fill("96");
    await sheet.getByLabel("Weighs").fill("5");
    await take.click();
    await expect(sheet).toContainText("5.0 kg leaves no honey in it");
    await sheet.getByLabel("Weighs").fill("17");
    await hold("32", "6");
    await take.click();
    await expect(sheet).toContainText("Super 32 is on the sheet already.");
    await page.reload();
    await expect(sheet).toContainText("What was typed here before is still here.");
    await expect(sheet.getByRole("listitem")).toHaveCount(5);
    await sheet.getByLabel("Super", { exact: true }).fill("37");
    await take.click();
  });

  await test.step("another school for once", async () => {
    await sheet.getByLabel("Judged by").selectOption("sealed");
    await expect(sheet.getByRole("listitem").filter({ hasText: "Super 37" })).toContainText("spin");
    await sheet.getByLabel("Judged by").selectOption("instrument");
    await expect(sheet.getByRole("listitem").filter({ hasText: "Super 37" })).toContainText("test first");
    await expect(sheet).toContainText(/more readings? like these would settle it\. Test super 37 next/);
    await expect(sheet).toContainText(/expected in pails \d+ kg/);
  });

  await sheet.getByRole("button", { name: "Record the pull: 4 taken, 2 left" }).click();
  await expect(sheet).toContainText(
    /4 supers pulled in Kiln Field: .* of them by estimate. 2 supers looked at and left\./,
  );
  await go(page, `${demoHouse.url}/yard`);
  const intake = page.getByRole("region", { name: /At the intake: Kiln Field/ });
  for (const [tag, word] of [
    ["32", "spin"],
    ["33", "dry first"],
    ["35", "divert"],
    ["37", "test first"],
  ] as const)
    await expect(intake.getByRole("link", { name: `Super ${tag}` })).toContainText(word);
});

test("import 500 supers with 3 bad rows: every problem by row, nothing written until wanted", async ({
  page,
  demoHouse,
}) => {
  const row = (i: number, empty = "5,2") => `X${i};medium;10;${empty};wired wax`;
  const rows = Array.from({ length: 500 }, (_, i) => row(i + 1));
  rows[9] = row(10, "fünf");
  rows[99] = "X100;medium;99;5,2;";
  rows[199] = row(1);
  const file = (lines: readonly string[]) => ({
    name: "supers.csv",
    mimeType: "text/csv",
    buffer: Buffer.from(`\uFEFFtag;depth;frames;empty (kg);foundation\r\n${lines.join("\r\n")}\r\n`),
  });
  const count = async () =>
    (await (await page.request.get(`${demoHouse.url}/api/v1/csv/supers`)).text()).trim().split("\r\n")
      .length - 1;
  await go(page, `${demoHouse.url}/yard?do=files`);
  const panel = page.getByRole("region", { name: "Files in and out" });
  await panel.getByLabel("Table").selectOption("supers");
  await panel.getByLabel("CSV file to bring in").setInputFiles(file(rows));
  await panel.getByRole("button", { name: "Check the file" }).click();
  await expect(panel).toContainText("3 of 500 rows cannot come in; nothing was written.");
  const problems = panel.getByRole("list", { name: "Problems by row" });
  await expect(problems.getByRole("listitem")).toHaveText([
    /row 11.*"fünf" is not a number/,
    /row 101.*between 1 and 14, not 99/,
    /row 201.*Super X1 stands in row 2 already/,
  ]);
  expect(await count()).toBe(64);
  await panel.getByRole("button", { name: "Bring in the 497 sound rows, leave the others out" }).click();
  await expect(panel).toContainText("497 supers brought in from a file, 3 rows left out.");
  expect(await count()).toBe(561);
  await expect(page.getByRole("complementary", { name: "The tape" })).toContainText("497 supers brought in");
  await panel.getByLabel("CSV file to bring in").setInputFiles(file([row(10), row(100), row(200)]));
  await panel.getByRole("button", { name: "Check the file" }).click();
  await expect(panel).toContainText("Every row is sound");
  expect(await count()).toBe(561);
  await panel.getByRole("button", { name: "Bring them in" }).click();
  await expect(panel).toContainText("3 supers brought in from a file.");
  expect(await count()).toBe(564);
});

test("check the instrument, read a sheet, and watch the forecast move as the stand-in sensor speaks", async ({
  page,
  demoHouse,
}) => {
  await go(page, `${demoHouse.url}/hot-room?do=check`);
  const r2 = page.getByRole("region", { name: "Refractometer R2" });
  await expect(r2).toContainText("Unverified (check overdue)");
  const check = page.getByRole("form", { name: "Enter the check" });
  await check.getByLabel("Refractometer").selectOption("R2");
  await check.getByLabel("Should show").fill("80.5");
  await check.getByLabel("Showed", { exact: true }).fill("80.1");
  await page.keyboard.press("Enter");
  await expect(check).toContainText(
    /R2 checked with dioptric oil: readings are moved by −0\.\d points, drifted −0\.\d points since the last check/,
  );
  await expect(r2).toContainText("Checked; the next check is due");

  await go(page, `${demoHouse.url}/hot-room?do=read&super=22`);
  const sheet = page.getByRole("form", { name: "Reading sheet" });
  await sheet.getByLabel("Refractometer").selectOption("R1");
  for (const [i, v] of ["17.9", "17.8", "19.4"].entries()) await sheet.getByLabel(`Drop ${i + 1}`).fill(v);
  await expect(sheet).toContainText("drop 3 (19.4 %) lies");
  await sheet.getByLabel("Sample at").fill("200");
  await expect(sheet.getByLabel("Sample at")).toHaveAccessibleDescription(
    /must be between .* °C, not 200 °C/,
  );
  await expect(sheet).not.toContainText("lies");
  await sheet.getByLabel("Sample at").fill("20");
  await expect(sheet).toContainText("drop 3 (19.4 %) lies");
  await page.getByRole("button", { name: "Enter the sheet" }).click();
  await expect(sheet).toContainText(/Super 22: 18\.4 % on the mean of 3 drops; drop 3 .* It still counts\./);
  await sheet.getByLabel("Super").fill("24");
  await sheet.getByRole("button", { name: "From prism" }).click();
  await expect(sheet.getByLabel("Drop 1")).not.toHaveValue("");

  await go(page, `${demoHouse.url}/hot-room?stack=B`);
  const forecast = page.getByRole("status", { name: "Forecast" });
  await expect(forecast).toContainText(/17\.5 % /);
  const before = await forecast.textContent();
  await test.step("what if: drier and warmer comes sooner, at once", async () => {
    await page.getByRole("slider", { name: /Humidity/ }).press("End");
    await expect(forecast).toContainText("This air wets the honey");
    await expect(forecast).toContainText("As the room is now");
    await page.getByRole("button", { name: "as it is" }).click();
    await expect(forecast).toHaveText(before ?? "");
  });
  const sensor = DEMO_DEVICES[2];
  const minutes = Array.from({ length: 55 }, (_, i) => new Date(Date.now() - (54 - i) * 60_000 + 30_000));
  await postReadings(
    demoHouse.url,
    sensor.name,
    sensor.token,
    minutes.map((at, i) => ({
      at: at.toISOString(),
      tempC: 29 + (i % 3) / 10,
      humidityPct: 59 + (i % 5) / 10,
    })),
  );
  // The room's minutes from before stand between these: the last hour's air is as damp as both together.
  await expect(page.getByRole("heading", { name: "Hot room" }).locator("..")).toContainText("59% RH");
  await expect(forecast).not.toHaveText(before ?? "");
  await expect(forecast).toContainText(/17\.5 % /);
});

test("move supers by pulling and by keys, and take a stack out to a batch", async ({ page, demoHouse }) => {
  await go(page, `${demoHouse.url}/hot-room`);
  const stack = (name: string) =>
    page.getByRole("listitem").filter({
      has: page.getByRole("button", { name: new RegExp(`^Stack ${name}, .*: show how it dries$`) }),
    });
  const box = (tag: string) => page.getByRole("button", { name: new RegExp(`^Super ${tag},`) });
  await expect(stack("B").getByRole("button", { name: /^Super/ })).toHaveCount(6);

  // Both stacks in sight: a mouse has no way beyond the screen's edge.
  await stack("D").evaluate((all) => all.scrollIntoView({ block: "center" }));
  await box("22").hover();
  await page.mouse.down();
  const to = await stack("D").boundingBox();
  // In one quick movement, let go at once.
  await page.mouse.move((to?.x ?? 0) + 60, (to?.y ?? 0) + 60);
  await page.mouse.up();
  await expect(stack("D").getByRole("button", { name: /^Super 22,/ })).toBeVisible();

  await box("22").focus();
  await page.keyboard.press("m");
  await page.keyboard.press("ArrowDown");
  await expect(page.getByRole("menuitem", { name: "To stack B" })).toBeVisible();
  await page.getByRole("menuitem", { name: "To stack B" }).press("Enter");
  await expect(stack("B").getByRole("button", { name: /^Super 22,/ })).toBeVisible();

  await page.getByLabel("Stack B stands to the fan").selectOption("none");
  await expect(page.getByRole("complementary", { name: "The tape" })).toContainText(
    "Stack B stands out of the draught.",
  );

  await go(page, `${demoHouse.url}/hot-room?do=out&stack=B`);
  await page.getByRole("button", { name: "Take them out and start a batch" }).click();
  // As wet as it may be, the house asks why.
  await page.getByLabel("Why it is spun all the same").fill("for the mead maker");
  await page.getByRole("button", { name: "Take them out and start a batch" }).click();
  await expect(page.getByRole("main")).toContainText(/Batch 6 started: supers 21 to 26/);
  await expect(stack("B")).toHaveCount(0);
});

test("keys only: the air, a sheet of drops, the fan, a move, weighing in", async ({ ines: page }) => {
  const line = page.getByPlaceholder("type or scan");
  const says = page.locator("#line-says");
  await page.keyboard.press("/");
  for (const [text, back] of [
    ["hot 29.5 31", "Hot room 29.5 °C, 31 % humidity: dew point 11 °C, honey settles towards 10.9 %."],
    ["s22 17.9 17.8 17.7", "Super 22: 17.8 % on the mean of 3 drops, spread 0.10 points."],
    ["fan b some", "Stack B stands in some draught."],
    ["stack c s22", "Stack C: super 22 in the hot room"],
    ["weigh s29 17.5", "Super 29 weighed in: 12.3 kg of honey"],
  ] as const) {
    await page.keyboard.type(text);
    await expect(says).toContainText(back);
    await page.keyboard.press("Enter");
    await expect(line).toHaveValue("");
  }
  await page.keyboard.type("s22 17.9 31");
  await expect(says).toContainText("must be between 13 and 25 %");
});
