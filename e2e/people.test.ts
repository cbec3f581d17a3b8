import { asProgram, cookieOf } from "@/house/testing/door";
import { expect, ready, test } from "./house";

/** The fixtures sign one in; these tests begin outside. */
const outside = async (page: import("@playwright/test").Page) => page.context().clearCookies();

test("a new house: its first lead, a hand with a code and a number, and a tablet that both stand at", async ({
  page,
  emptyHouse: { url },
  browser,
}) => {
  await outside(page);
  await page.goto(`${url}/yard`);
  await expect(page.getByRole("heading", { name: "A new house" })).toBeVisible();
  await page.getByLabel("Your name").fill("Ines");
  await page.getByLabel("Password").fill("short");
  await page.getByRole("button", { name: "Lead this house" }).click();
  await expect(page.getByText("A password has at least 12 letters")).toBeVisible();
  await page.getByLabel("Password").fill("three brown hens walking");
  await page.getByLabel("Number for the house's tablets").fill("4711");
  await page.getByRole("button", { name: "Lead this house" }).click();
  await ready(page);
  await expect(page.getByRole("complementary", { name: "The tape" })).toContainText("Ines works here: lead.");

  await page.goto(`${url}/people`);
  await ready(page);
  const add = page.getByRole("form", { name: "Add to the crew" });
  await add.getByLabel("Name").fill("Tomasz");
  await add.getByLabel("Role").selectOption("floor");
  await add.getByRole("button", { name: "Add to the crew" }).click();
  const tomasz = page.getByRole("listitem").filter({ hasText: "Tomasz" }).first();
  await expect(tomasz).toContainText("cannot come in yet");
  await tomasz.getByRole("button", { name: "Give a code" }).click();
  const code = (await page.getByRole("status").locator("code").textContent()) ?? "";
  expect(code).toMatch(/^[A-Z0-9]{4}(-[A-Z0-9]{4}){2}$/);
  await expect(tomasz).toContainText("a code that waits");

  // The lead's browser becomes a tablet; the hand comes in with the code and chooses a number.
  await page.getByRole("button", { name: "Ines is here: change" }).first().click();
  await page.getByRole("button", { name: "Make this a tablet of the house" }).click();
  await page.getByLabel("What the tablet is called").fill("hot room");
  await page.getByRole("button", { name: "Make it the house's" }).click();
  await page.getByRole("button", { name: "Say who you are" }).first().click();
  const sheet = page.getByRole("dialog");
  await sheet.getByRole("button", { name: /^Tomasz/ }).click();
  await sheet.getByRole("textbox", { name: /^Code/ }).fill(code.toLowerCase());
  await sheet.getByLabel("Number for the house's tablets").fill("2580");
  await sheet.getByRole("button", { name: "Keep it and come in" }).click();
  await expect(page.getByRole("button", { name: "Tomasz is here: change" }).first()).toBeVisible();

  // Their entry bears person and tablet; what is not theirs has no button.
  await page.goto(`${url}/set-up`);
  await ready(page);
  await expect(page.getByRole("form", { name: "Keep this" })).toHaveCount(0);
  await page.goto(`${url}/yard?do=yard`);
  await ready(page);
  await page.getByRole("form", { name: "Set up the yard" }).getByLabel("Name").fill("Kiln Field");
  await page.getByRole("form", { name: "Set up the yard" }).getByLabel("Country").fill("Holmland");
  await page.getByRole("button", { name: "Set up the yard" }).click();
  await expect(page.getByRole("complementary", { name: "The tape" })).toContainText(
    "Yard Kiln Field set up. Tomasz",
  );
  await page.getByRole("complementary", { name: "The tape" }).getByRole("link").first().click();
  await expect(page.getByRole("main")).toContainText("hot room");

  // The lead again, by number on the big keys: a wrong one first.
  await page.getByRole("button", { name: "Tomasz is here: change" }).first().click();
  await sheet.getByRole("button", { name: /^Ines/ }).click();
  for (const digit of ["4", "7", "1", "2"])
    await sheet.getByRole("button", { name: digit, exact: true }).click();
  await sheet.getByRole("button", { name: "In", exact: true }).click();
  await expect(sheet).toContainText("That is not the number.");
  await page.keyboard.type("4711");
  await sheet.getByRole("button", { name: "In", exact: true }).click();
  await expect(page.getByRole("button", { name: "Ines is here: change" }).first()).toBeVisible();

  // From another browser a stranger sees the door and nothing of who works here.
  const stranger = await browser.newPage();
  await stranger.goto(`${url}/store`);
  await expect(stranger).toHaveURL(/\/sign-in\?to=%2Fstore$/);
  await expect(stranger.getByRole("main")).not.toContainText("Tomasz");
  await stranger.getByLabel("Name").fill("Ines");
  await stranger.getByLabel("Password").fill("three brown hens walking");
  await stranger.getByRole("button", { name: "Sign in" }).click();
  await expect(stranger).toHaveURL(`${url}/store`);
  const cookie = (await stranger.context().cookies()).find((c) => c.name === "aumbry-session");
  expect(cookie).toMatchObject({ httpOnly: true, sameSite: "Lax" });
  await stranger.close();
});

test("whoever is nobody gets nothing: screens, files, reads, the stream, commands", async ({
  page,
  demoHouse: { url },
}) => {
  await outside(page);
  for (const path of [
    "/api/v1/trace/super/41",
    "/api/v1/csv/supers",
    "/api/v1/events",
    "/api/v1/openapi.json",
    "/api/v1/seals",
    "/api/v1/devices/latest?kind=scale",
  ]) {
    const answer = await page.request.get(url + path);
    expect(answer.status(), path).toBe(401);
    expect((await answer.json()).detail).toContain("Sign in first");
  }
  for (const path of [
    "/",
    "/tape",
    "/closing",
    "/tags?tags=41",
    "/labels/WB26-001-6",
    "/season-report",
    "/people",
  ]) {
    const answer = await page.request.get(url + path, { maxRedirects: 0, headers: { accept: "text/html" } });
    expect(answer.status(), path).toBe(303);
    expect(answer.headers().location).toContain("/sign-in");
  }
  const written = await page.request.post(`${url}/api/v1/commands/add-yard`, {
    data: { name: "Nowhere" },
    headers: { origin: url, "aumbry-who": "Ines", "idempotency-key": "nobody-0001" },
  });
  expect(written.status()).toBe(401);
  // A name is no proof, and neither is a token that is none.
  expect(
    (
      await page.request.get(`${url}/api/v1/seals`, {
        headers: { authorization: `Bearer aumbry_${"x".repeat(43)}`, "aumbry-who": "Ines" },
      })
    ).status(),
  ).toBe(401);
  expect((await page.request.get(`${url}/api/v1/csv/supers`, { headers: asProgram("Ines") })).status()).toBe(
    200,
  );
});

test("the demo says that it is one, and a role sees what is its own", async ({
  page,
  demoHouse: { url },
}) => {
  await outside(page);
  await page.goto(`${url}/out`);
  await expect(page.getByText("This is the demo house.")).toBeVisible();
  await page.getByRole("button", { name: /^Wilma/ }).click();
  await expect(page).toHaveURL(`${url}/out`);
  await ready(page);
  // An auditor looks at everything there is to look at, and nothing there can be pressed.
  await expect(page.getByRole("group", { name: "What can be done here" })).toHaveCount(0);
  await expect(page.getByRole("link", { name: "Buyers" })).toBeVisible();
  await expect(page.getByRole("button", { name: /^Undo:/ })).toHaveCount(0);
  await page.goto(`${url}/people`);
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(
    "That is looked at by lead; Wilma works here as auditor.",
  );
  const refused = await page.request.post(`${url}/api/v1/commands/record-loss`, {
    data: { batch: 5, kg: 0.3, cause: "sample" },
    headers: { origin: url, "idempotency-key": "auditor-0001" },
  });
  expect(refused.status()).toBe(403);
  expect((await refused.json()).detail).toContain("Wilma may look but not do this here");

  await page.goto(`${url}/`);
  await ready(page);
  await page.getByRole("button", { name: "Wilma is here: change" }).first().click();
  await page
    .getByRole("dialog")
    .getByRole("button", { name: /^Tomasz/ })
    .click();
  await expect(page.getByRole("button", { name: "Tomasz is here: change" }).first()).toBeVisible();
  await page.goto(`${url}/out`);
  await ready(page);
  await expect(page.getByRole("link", { name: "Buyers" })).toHaveCount(0);
  await expect(page.getByRole("link", { name: "Pick and send" })).toHaveCount(0);
  const season = await page.request.get(`${url}/season-report`, { maxRedirects: 0 });
  expect(season.status()).toBe(403);
});

test("a session that a lead ends is over on its next step, and one's own leaves nothing behind", async ({
  page,
  demoHouse: { url },
  browser,
}) => {
  const other = await browser.newContext();
  await other.addCookies([cookieOf("Tomasz", url)]);
  const theirs = await other.newPage();
  await theirs.goto(`${url}/spin`);
  await ready(theirs);
  await page.goto(`${url}/people`);
  await ready(page);
  await page.getByRole("button", { name: "Sign out: Tomasz" }).click();
  await expect(page.getByRole("button", { name: "Sign out: Tomasz" })).toHaveCount(0);
  await theirs.goto(`${url}/hot-room`);
  await expect(theirs).toHaveURL(/sign-in/);
  await other.close();

  await page.getByRole("button", { name: "Ines is here: change" }).first().click();
  await page.getByRole("button", { name: "Sign out", exact: true }).click();
  await expect(page).toHaveURL(`${url}/sign-in`);
  await page.goBack();
  await expect(page).toHaveURL(/sign-in/);
});

test("a lead makes a passkey, comes in by it, and lets it go", async ({ page, demoHouse }) => {
  await outside(page);
  // A key holds for a name, not for a number.
  const url = demoHouse.url.replace("127.0.0.1", "localhost");
  const device = await page.context().newCDPSession(page);
  await device.send("WebAuthn.enable");
  await device.send("WebAuthn.addVirtualAuthenticator", {
    options: {
      protocol: "ctap2",
      transport: "internal",
      hasResidentKey: true,
      hasUserVerification: true,
      isUserVerified: true,
      automaticPresenceSimulation: true,
    },
  });
  await page.goto(`${url}/sign-in?to=/people`);
  await expect(page.getByRole("button", { name: "By passkey" })).toHaveCount(0);
  await page.getByRole("button", { name: /^Ines/ }).click();
  const keys = page.getByRole("region", { name: "Your passkeys" });
  await keys.getByLabel("What the device is called").fill("office laptop");
  await keys.getByRole("button", { name: "Make a passkey" }).click();
  await expect(keys.getByRole("listitem")).toContainText("office laptop");
  await expect(keys).toContainText("not used yet");

  await outside(page);
  await page.goto(`${url}/sign-in?to=/people`);
  await page.getByRole("button", { name: "By passkey" }).click();
  await expect(page.getByRole("button", { name: "Ines is here: change" }).first()).toBeVisible();
  await expect(keys).toContainText("last used");
  await keys.getByRole("button", { name: "Let go: office laptop" }).click();
  await expect(keys.getByRole("listitem")).toHaveCount(0);
  await outside(page);
  await page.goto(`${url}/sign-in`);
  await expect(page.getByRole("button", { name: "By password" })).toBeVisible();
  await expect(page.getByRole("button", { name: "By passkey" })).toHaveCount(0);
});
