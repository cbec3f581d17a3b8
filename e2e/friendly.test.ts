import AxeBuilder from "@axe-core/playwright";
import type { Page } from "@playwright/test";
import { asProgram } from "@/house/testing/door";
import { expect, go, ready, test } from "./house";

const sideways = (page: Page): Promise<number> =>
  page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);

test("the door is for everybody: no rule of axe is broken where one signs in or begins", async ({
  page,
  demoHouse: { url },
}) => {
  await page.context().clearCookies();
  await page.goto(`${url}/sign-in`);
  for (const step of ["names", "By password", "I have a code"]) {
    if (step !== "names") await page.getByRole("button", { name: step }).click();
    const { violations } = await new AxeBuilder({ page }).analyze();
    expect(violations.map((v) => `${step}: ${v.id} ${v.nodes[0]?.target}`)).toEqual([]);
  }
});

test("forced colours keep every edge, and nobody who wants stillness sees motion", async ({
  ines: page,
  demoHouse: { url },
}) => {
  await page.emulateMedia({ forcedColors: "active", reducedMotion: "reduce" });
  await go(page, `${url}/spin`);
  const edges = await page
    .locator(".do:visible, .panel:visible, .niche:visible")
    .evaluateAll(
      (all) =>
        all
          .map((e) => getComputedStyle(e))
          .filter((c) => c.borderTopStyle === "none" || c.borderTopWidth === "0px").length,
    );
  expect(edges).toBe(0);
  const moving = await page.locator("body *").evaluateAll(
    (all) =>
      all.filter((e) => {
        const c = getComputedStyle(e);
        return (
          Number.parseFloat(c.transitionDuration) > 0.01 || Number.parseFloat(c.animationDuration) > 0.01
        );
      }).length,
  );
  expect(moving).toBe(0);
});

test("a very long name and one written from right to left break nothing", async ({
  ines: page,
  demoHouse: { url },
}) => {
  const act = async (name: string, data: object) => {
    const answer = await page.request.post(`${url}/api/v1/commands/${name}`, {
      data,
      headers: {
        ...asProgram("Ines"),
        "idempotency-key": `friendly-${name}-${Math.random().toString(36).slice(2)}`,
      },
    });
    expect(answer.ok(), await answer.text()).toBe(true);
  };
  const long = "Bartholomewvonundzuoberlangenfeldhausenx";
  await act("add-crew", { name: long, role: "lead" });
  await act("add-yard", {
    name: "\u0645\u0632\u0631\u0639\u0629 \u0627\u0644\u0646\u062d\u0644 \u0627\u0644\u0643\u0628\u064a\u0631\u0629",
    country: "Holmland",
  });
  await act("set-house", {
    name: "Packhouseatthelongestlanewithoutanyspace",
    address: "Sluice Lane 3",
    country: "Holmland",
    lotPrefix: "WB",
    zone: "UTC",
  });
  await act("note-entry", { entry: 1, text: "W".repeat(200) }).catch(() => {});
  for (const path of ["/", "/yard", "/people", "/work", "/tape", "/set-up", "/spin?do=skills"]) {
    await go(page, url + path);
    for (const width of [1280, 390]) {
      await page.setViewportSize({ width, height: 844 });
      expect(await sideways(page), `${path} at ${width}`).toBeLessThanOrEqual(0);
      const out = await page.locator("#bench").evaluate((b) => b.scrollWidth - b.clientWidth);
      expect(out, `bench of ${path} at ${width}`).toBeLessThanOrEqual(0);
    }
  }
});

test("sounds can be turned off on a tablet, and stay off", async ({ ines: page, demoHouse: { url } }) => {
  await page.addInitScript(() => {
    Object.assign(globalThis, { tones: 0 });
    class Silent {
      constructor() {
        (globalThis as unknown as { tones: number }).tones += 1;
        throw new Error("counted");
      }
    }
    Object.assign(globalThis, { AudioContext: Silent });
  });
  const tones = () => page.evaluate(() => (globalThis as unknown as { tones: number }).tones);
  // A run of a minute that is over calls out.
  await page.clock.install();
  await page.goto(`${url}/spin?do=load`);
  await ready(page);
  await page.getByRole("button", { name: "Start this run" }).click();
  await expect(page.getByText(/min left/).first()).toBeVisible();
  await page.clock.fastForward("02:00:00");
  await expect.poll(tones).toBeGreaterThan(0);
  await page.getByRole("button", { name: "More" }).click();
  await page.getByRole("menuitemcheckbox", { name: "Sounds are on" }).click();
  await page.goto(`${url}/hot-room`);
  await ready(page);
  await page.clock.fastForward("00:01:00");
  await expect(page.getByText(/min left/).first()).toBeVisible();
  expect(await tones()).toBe(0);
  await page.getByRole("button", { name: "More" }).click();
  await expect(page.getByRole("menuitemcheckbox", { name: "Sounds are off" })).toBeVisible();
});
