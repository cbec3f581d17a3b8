import { mkdir, mkdtemp, readdir, readFile, rm, symlink, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Page } from "@playwright/test";
import { connect } from "@/db/connection";
import { asProgram, cookieOf } from "@/house/testing/door";
import { expect, ready, type ServedHouse, test } from "./house";
import { wifiTo } from "./wifi";

test.use({ serviceWorkers: "allow" });

/** The floor's screens are kept: the last of them is there. */
const screensKept = (page: Page): Promise<void> =>
  expect
    .poll(
      () =>
        page.evaluate(async () =>
          (await (await caches.open("aumbry-pages")).keys()).some((r) => r.url.endsWith("/yard?do=weigh")),
        ),
      { timeout: 60_000 },
    )
    .toBe(true);

const entries = async (house: ServedHouse, command: string) => {
  const db = connect(house.databaseUrl, { patient: true, most: 2 });
  const found = await db("entry")
    .where({ command })
    .orderBy("id")
    .select("id", "who", "say", "happened_at", "recorded_at");
  await db.destroy();
  return found;
};

test("a browser that keeps the screens simulates the day, with a network and without", async ({
  page,
  demoHouse,
}) => {
  const { url, away } = await wifiTo(demoHouse.url);
  await page.context().addCookies([cookieOf("Ines", url)]);
  await page.goto(url);
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
  const finish = page.getByLabel("Finish", { exact: true });
  await page.goto(`${url}/spin?do=day`);
  await expect(finish).toHaveText(/\d\d:\d\d/);
  await away();
  await page.reload();
  await expect(page.locator("html[data-kept-at]")).toBeAttached();
  await expect(finish).toHaveText(/\d\d:\d\d/);
});

test("without a network the floor opens, enters in order under each one's name, and tells the house once", async ({
  page,
  demoHouse,
}) => {
  const before = (await entries(demoHouse, "record-loss")).length;
  const { url, away, back } = await wifiTo(demoHouse.url);
  await page.context().addCookies([cookieOf("Ines", url)]);
  await page.goto(`${url}/spin?do=load`);
  await ready(page);
  await page.getByRole("button", { name: "Start this run" }).click();
  await expect(page.getByText(/min left/).first()).toBeVisible();
  await page.goto(`${url}/spin`);
  await ready(page);
  await screensKept(page);
  await away();

  // A reload, and screens that were never opened in this tab.
  await page.reload();
  await expect(page.getByRole("heading", { name: "Spin", exact: true })).toBeVisible();
  await expect(
    page.getByText(/No word from the house since .* This screen is as it was at \d\d:\d\d/),
  ).toBeVisible();
  // The machine goes on turning by the house's clock.
  await expect(page.getByText(/min left/).first()).toBeVisible();
  for (const path of ["/hot-room", "/settle", "/bottle?do=weigh", "/yard?do=pull", "/"]) {
    await page.goto(url + path);
    await expect(page.locator("html[data-kept-at]")).toBeAttached();
  }

  // A form, and the line with its grammar.
  await page.goto(`${url}/spin?do=loss`);
  await page.locator("html[data-keys=on]").waitFor();
  const loss = page.getByRole("form", { name: "Book the loss" });
  // A figure that can never be one is told at once, not when the house is back; it is kept once it is mended.
  await loss.getByLabel("Lost").fill("9000");
  await loss.getByRole("button", { name: "Book the loss" }).click();
  await expect(loss.getByLabel("Lost")).toHaveAccessibleDescription(/between .* kg, not 9000 kg/);
  await expect(page.getByText("waits in this browser.")).toHaveCount(0);
  await loss.getByLabel("Lost").fill("0.11");
  await loss.getByRole("button", { name: "Book the loss" }).click();
  await expect(loss).toContainText("Kept in this browser");
  await expect(loss.getByLabel("Lost")).toHaveValue("");
  await expect(page.getByText("1 entry waits in this browser.")).toBeVisible();
  await page.locator("#line").fill("lost 0.12 sample");
  await expect(page.locator("#line-says")).toContainText("The house judges it when it can be reached.");
  await page.locator("#line").press("Enter");
  await expect(page.getByText("2 entries wait in this browser.")).toBeVisible();

  // A form of its own judges by the same.
  await page.goto(`${url}/hot-room?do=read`);
  const sheet = page.getByRole("form", { name: "Reading sheet" });
  await page.locator("html[data-keys=on]").waitFor();
  await sheet.getByLabel("Super").fill("22");
  // Beside the drop it was typed in, though the first was left empty.
  await sheet.getByLabel("Drop 2").fill("most");
  await sheet.getByRole("button", { name: "Enter the sheet" }).click();
  await expect(sheet.getByLabel("Drop 2")).toHaveAccessibleDescription(/"most" is not a number/);
  await expect(sheet.getByLabel("Drop 1")).not.toHaveAccessibleDescription(/number/);
  await expect(page.getByText("2 entries wait in this browser.")).toBeVisible();

  // Closed and opened again, they are still there; one more that the house will refuse.
  await page.close();
  const again = await page.context().newPage();
  await again.goto(`${url}/spin?do=loss`);
  await expect(again.getByText("2 entries wait in this browser.")).toBeVisible();
  await again.locator("html[data-keys=on]").waitFor();
  await again.locator("#line").fill("lost 900 sample");
  await again.locator("#line").press("Enter");
  await expect(again.getByText("3 entries wait in this browser.")).toBeVisible();
  const second = await page.context().newPage();
  await second.goto(`${url}/settle`);

  await back();
  // Two tabs send at once; each is entered once, in its order, at its own time, by its own person.
  await expect(again.getByText("1 was refused.")).toBeVisible({ timeout: 60_000 });
  const made = (await entries(demoHouse, "record-loss")).slice(before);
  expect(made.map((e) => [e.who, e.say])).toEqual([
    ["Ines", "0.11 kg lost from batch 5: spilt."],
    ["Ines", "0.12 kg lost from batch 5: sample."],
  ]);
  for (const e of made) expect(e.recorded_at.getTime()).toBeGreaterThan(e.happened_at.getTime());
  expect(made[0]?.happened_at.getTime()).toBeLessThan(made[1]?.happened_at.getTime());

  // What was refused is mended with its reason beside it.
  await again.getByRole("button", { name: "See it" }).click();
  const refused = again.getByRole("dialog");
  await expect(refused).toContainText("Refused:");
  await refused.getByRole("button", { name: "Mend it" }).click();
  await refused.getByLabel("kg", { exact: true }).fill("0.13");
  await refused.getByRole("button", { name: "Send it again" }).click();
  await expect(again.getByRole("complementary", { name: "The tape" })).toContainText(
    "0.13 kg lost from batch 5: sample.",
    {
      timeout: 60_000,
    },
  );
  expect((await entries(demoHouse, "record-loss")).length).toBe(before + 3);
});

test("what somebody entered without a network stays theirs when another stands at the tablet, and waits where it cannot be proved", async ({
  page,
  demoHouse,
}) => {
  const { url, away, back } = await wifiTo(demoHouse.url);
  await page.context().addCookies([cookieOf("Ines", url)]);
  await page.goto(`${url}/spin?do=loss`);
  await ready(page);
  await screensKept(page);
  await away();
  const loss = page.getByRole("form", { name: "Book the loss" });
  await loss.getByLabel("Lost").fill("0.21");
  await loss.getByRole("button", { name: "Book the loss" }).click();
  await expect(page.getByText("1 entry waits in this browser.")).toBeVisible();
  await page.goto("about:blank");
  await back();
  // Tomasz is in now, as the tablet knows; the entry goes out under the name it was made with.
  await page.context().addCookies([cookieOf("Tomasz", url)]);
  await page.goto(`${url}/spin`);
  await expect(page.getByRole("complementary", { name: "The tape" })).toContainText(
    "0.21 kg lost from batch 5: spilt. Ines",
    { timeout: 60_000 },
  );
  const [newest] = (await entries(demoHouse, "record-loss")).slice(-1);
  expect(newest?.who).toBe("Ines");
});

/** A copy that can be taken away and comes back at the same address. */
async function ownCopy(
  page: Page,
  house: ServedHouse,
): Promise<{ url: string; away: () => Promise<void>; back: (folder?: string) => Promise<string> }> {
  const url = await house.secondCopy();
  await page.context().addCookies([cookieOf("Ines", url)]);
  return {
    url,
    // Gone, not about to go: what it had taken in already it answers with a broken line.
    away: async () => {
      house.kill(url);
      while (
        await fetch(`${url}/api/v1/health/live`).then(
          () => true,
          () => false,
        )
      ) {}
    },
    back: (folder) => house.secondCopy({ port: Number(new URL(url).port), ...(folder ? { folder } : {}) }),
  };
}

/** The application as it is, in a folder of its own, with a worker of another version. */
async function newerVersion(): Promise<{ folder: string; version: string }> {
  const folder = await mkdtemp(join(tmpdir(), "aumbry-newer-"));
  const here = process.cwd();
  for (const name of ["src", "public", "node_modules", "package.json", "tsconfig.json", "next.config.ts"])
    await symlink(join(here, name), join(folder, name));
  await mkdir(join(folder, ".next"));
  for (const name of await readdir(".next"))
    if (name !== "house-worker.js") await symlink(join(here, ".next", name), join(folder, ".next", name));
  const worker = await readFile(".next/house-worker.js", "utf8");
  // The one name of twelve hex digits in it is its version.
  const [old] = /[0-9a-f]{12}(?=`|")/.exec(worker) ?? [];
  if (!old) throw new Error("The worker does not say which version it is.");
  const version = `${old.slice(0, 9)}new`;
  await writeFile(join(folder, ".next/house-worker.js"), worker.replaceAll(old, version));
  return { folder, version };
}

test("a new version of the application that arrives while entries wait loses none, doubles none and leaves what is typed", async ({
  page,
  demoHouse,
}) => {
  const before = (await entries(demoHouse, "record-loss")).length;
  const { folder, version } = await newerVersion();
  const { url, away, back } = await ownCopy(page, demoHouse);
  await page.goto(`${url}/spin?do=loss`);
  await ready(page);
  await screensKept(page);
  await away();
  const loss = page.getByRole("form", { name: "Book the loss" });
  for (const kg of ["0.41", "0.42"]) {
    await loss.getByLabel("Lost").fill(kg);
    await loss.getByRole("button", { name: "Book the loss" }).click();
    await expect(loss.getByLabel("Lost")).toHaveValue("");
  }
  await expect(page.getByText("2 entries wait in this browser.")).toBeVisible();
  await loss.getByLabel("Lost").fill("0.43");

  await back(folder);
  // A second tab, opened anew, brings the new version; the first is left as it is, with what stands in it.
  const second = await page.context().newPage();
  await second.goto(`${url}/settle`);
  const newest = () =>
    second.evaluate(async () => (await caches.keys()).filter((n) => n.startsWith("aumbry-files-")));
  await expect.poll(newest, { timeout: 60_000 }).toContain(`aumbry-files-${version}`);
  // The tab of the version before still finds its files.
  expect((await newest()).length).toBe(2);
  await expect
    .poll(async () => (await entries(demoHouse, "record-loss")).slice(before).map((e) => e.say), {
      timeout: 60_000,
    })
    .toEqual(["0.41 kg lost from batch 5: spilt.", "0.42 kg lost from batch 5: spilt."]);
  await expect(loss.getByLabel("Lost")).toHaveValue("0.43");
  await loss.getByRole("button", { name: "Book the loss" }).click();
  await expect
    .poll(async () => (await entries(demoHouse, "record-loss")).slice(before).map((e) => e.say.slice(0, 7)))
    .toEqual(["0.41 kg", "0.42 kg", "0.43 kg"]);
  await page.reload();
  await expect(page.getByText(/wait.? in this browser/)).toHaveCount(0);
  await rm(folder, { recursive: true, force: true });
});

test("the same entry asked ten times, out of order, by two roads, and over a killed server, is one entry", async ({
  page,
  demoHouse,
}) => {
  const { url, away, back } = await ownCopy(page, demoHouse);
  const before = (await entries(demoHouse, "record-loss")).length;
  const ask = (at: string) =>
    page.request
      .post(`${at}/api/v1/commands/record-loss`, {
        data: { batch: 5, kg: 0.3, cause: "sample" },
        headers: { ...asProgram("Ines"), "idempotency-key": "ten-times-0001" },
      })
      .then((a) => a.json())
      .catch(() => null);
  const first = Promise.all(Array.from({ length: 5 }, (_, i) => ask(i % 2 ? url : demoHouse.url)));
  await away();
  await back();
  const answers = [
    ...(await first),
    ...(await Promise.all(Array.from({ length: 5 }, () => ask(url)))),
  ].filter(Boolean);
  expect(new Set(answers.map((a) => a.entry)).size).toBe(1);
  expect(answers.filter((a) => !a.repeated).length).toBeLessThanOrEqual(1);
  expect((await entries(demoHouse, "record-loss")).length).toBe(before + 1);
});

test("a tablet sees what another enters in under a second, also through another copy of the application", async ({
  page,
  demoHouse,
}) => {
  const url = await demoHouse.secondCopy();
  await page.context().addCookies([cookieOf("Ines", url)]);
  await page.goto(url);
  await ready(page);
  const seen = page.evaluate(
    () =>
      new Promise<number>((resolve) => {
        const tape = document.querySelector('[aria-label="The tape"]') as Element;
        new MutationObserver(() => {
          if (tape.textContent?.includes("0.31 kg lost")) resolve(Date.now());
        }).observe(tape, { childList: true, subtree: true, characterData: true });
      }),
  );
  const answer = await page.request.post(`${demoHouse.url}/api/v1/commands/record-loss`, {
    data: { batch: 5, kg: 0.31, cause: "sample" },
    headers: { ...asProgram("Tomasz"), "idempotency-key": "seen-at-once-1" },
  });
  expect(answer.ok()).toBe(true);
  // The time is measured by the bench; here, that it comes by itself and at all.
  expect(await seen).toBeGreaterThan(0);
});

test("it can be installed: a manifest, icons of their size, and a worker that answers for its start", async ({
  page,
  demoHouse: { url },
}) => {
  const manifest = await (await page.request.get(`${url}/manifest.webmanifest`)).json();
  expect(manifest).toMatchObject({ name: "Aumbry", start_url: "/", display: "standalone" });
  for (const { src, sizes } of manifest.icons as { src: string; sizes: string }[]) {
    const png = await (await page.request.get(url + src)).body();
    expect(png.subarray(1, 4).toString()).toBe("PNG");
    expect(`${png.readUInt32BE(16)}x${png.readUInt32BE(20)}`).toBe(sizes);
  }
  await page.goto(url);
  await page.locator("html[data-keeps=on]").waitFor();
  expect(
    await page.evaluate(() => document.querySelector('link[rel="manifest"]')?.getAttribute("href")),
  ).toBe("/manifest.webmanifest");
});
