import type { Page } from "@playwright/test";
import { asProgram, cookieOf } from "@/house/testing/door";
import { expect, go, ready, type ServedHouse, test } from "./house";

/** A command by the open interface, as another program would send it. */
async function act(page: Page, house: ServedHouse, name: string, data: object): Promise<void> {
  const response = await page.request.post(`${house.url}/api/v1/commands/${name}`, {
    data,
    headers: {
      "idempotency-key": `e2e-${name}-${JSON.stringify(data).length}-${Date.now()}`,
      ...asProgram("Ines"),
    },
  });
  expect(await response.json()).toHaveProperty("say");
}

const toMinutes = (clock: string | null): number => {
  const [h = 0, m = 0] = (clock ?? "").split(":").map(Number);
  return h * 60 + m;
};
/** From one clock time to a later one, over midnight too. */
const between = (from: number, to: number): number => (to - from + 1440) % 1440;

test("plan a day, see what holds it up, add a person and see the finish move, typing meanwhile", async ({
  page,
  demoHouse,
}) => {
  // A worker that can be held, as if the tablet were slow.
  await page.addInitScript(() => {
    const given = Worker.prototype.postMessage;
    Worker.prototype.postMessage = function (this: Worker, message: unknown, more?: object) {
      if (document.documentElement.dataset.held === undefined) given.call(this, message, more);
    };
  });
  // Everything that waits is ready, and two forks are the slowest thing on the floor.
  await act(page, demoHouse, "add-to-batch", { batch: 5, supers: "21-26" });
  await go(page, `${demoHouse.url}/spin?do=day`);
  const plan = page.getByRole("region", { name: "The day's plan" });
  await plan.getByLabel("The tool, place 1").selectOption("fork");
  const finish = plan.getByRole("status", { name: "Finish" });
  await expect(plan).toContainText(/Odile, fork|Tomasz, fork/);
  await expect(plan).toContainText(/holds the day up, \d+ % busy/);
  await expect(plan).toContainText(/\d+ pails and lids/);
  await expect(plan.getByRole("list", { name: "What would help" })).toContainText("sooner");
  await expect(plan).toContainText(/break (at|of) .* it (costs nothing|makes the day \d+ min longer)/);
  // In the plan's order, whoever begins first.
  await expect(
    plan.getByRole("img", { name: /: .*Odile, fork.*, loading, Twenty, strain, cleaning$/ }),
  ).toBeVisible();
  // The board tells what was done and what is to come.
  await expect(plan.locator("[data-done]").first()).toBeVisible();
  expect(await plan.locator("[data-done] title").allTextContents()).toContainEqual(
    expect.stringMatching(/^done: run 1, 20 frames/),
  );
  const [before, start] = [
    toMinutes(await finish.textContent()),
    // The house's own clock, whatever the machine's.
    toMinutes(await page.locator("nav time").first().textContent()),
  ];
  await plan.getByRole("button", { name: "One more pair of hands" }).click();
  // While a thousand days run in the worker, the line goes on answering.
  await page.getByPlaceholder("type or scan").fill("t18 6");
  await expect(page.locator("#line-says")).toContainText("Super 18 weighed back");
  await page.getByPlaceholder("type or scan").fill("");
  await expect(plan.getByLabel("Who, place 3")).toBeVisible();
  await expect
    .poll(async () => between(start, toMinutes(await finish.textContent())))
    .toBeLessThan(between(start, before));
  // While another plan is simulated, or the simulation was stopped, it is said of which plan the finish is.
  const more = (await finish.textContent()) ?? "";
  await page.evaluate(() => document.documentElement.setAttribute("data-held", ""));
  await plan.getByRole("button", { name: "Take place 3 away" }).click();
  await expect(plan).toContainText("Simulating a thousand days");
  await expect(plan).toContainText("Below is the plan before.");
  await expect(finish).toHaveText(more);
  await plan.getByRole("button", { name: "Stop" }).click();
  await expect(plan).toContainText("Stopped: this plan is not simulated.");
  await page.evaluate(() => document.documentElement.removeAttribute("data-held"));
  await plan.getByRole("button", { name: "Simulate" }).click();
  await expect(plan).toContainText("What a thousand simulated days say:");
  await expect(finish).not.toHaveText(more);
  await plan.getByRole("button", { name: "Keep this plan" }).click();
  await expect(plan).toContainText("The floor is planned for");
  // The evening before, for tomorrow: from its start, with a break where it costs least.
  const today = (await plan.getByRole("heading", { name: /^The day, / }).textContent()) ?? "";
  const day = plan.getByRole("group", { name: "The plan is" });
  // After midnight the plan that goes on is last evening's.
  const itsDay = (await day.getByRole("button", { pressed: true }).textContent()) ?? "";
  await plan.getByRole("button", { name: "tomorrow's" }).click();
  await expect(plan.getByRole("heading", { name: /^The day, / })).not.toHaveText(today);
  await expect(plan.getByRole("checkbox", { name: "From now on, with what is left" })).toHaveCount(0);
  await plan.getByLabel("Start").fill("08:00");
  await plan.getByLabel("Break 1 at").fill("8 o'clock");
  await expect(plan).toContainText("a time such as 12:30");
  await plan.getByLabel("Break 1 at").fill("08:15");
  await expect(plan).not.toContainText("a time such as 12:30");
  await plan.getByLabel("Break 1, minutes").fill("60");
  for (const place of ["place 1", "place 2"]) await plan.getByLabel(`Minutes a frame, ${place}`).fill("6");
  await plan.getByLabel("Hours, place 2").fill("eight");
  await expect(plan).toContainText("1 to 16 h");
  await plan.getByLabel("Hours, place 2").fill("11,5");
  await expect(plan).not.toContainText("1 to 16 h");
  await plan.getByText("Figures of this floor").click();
  await plan.getByLabel("The strainer runs").fill("9");
  await expect(plan).toContainText("1 of its own");
  // What today's floor will have done by then is not planned twice.
  const toSpin = plan.getByRole("heading", { name: /^The day, / }).locator("..");
  const fewer = Number(/(\d+) boxes/.exec((await toSpin.textContent()) ?? "")?.[1]);
  await plan.getByRole("checkbox", { name: /^Today's floor spins \d+ boxes first/ }).uncheck();
  await expect
    .poll(async () => Number(/(\d+) boxes/.exec((await toSpin.textContent()) ?? "")?.[1]))
    .toBeGreaterThan(fewer);
  await plan.getByRole("button", { name: "Another break" }).click();
  await plan.getByRole("button", { name: "Take break 2 away" }).click();
  await plan.getByRole("button", { name: /^Break at (09|1\d):\d\d$/ }).click();
  await expect(plan.getByLabel("Break 1 at")).toHaveValue(/^(09|1\d):\d\d$/);
  await expect(plan.getByLabel("Break 1, minutes")).toHaveValue("60");
  await expect(plan).toContainText(/the break at (09|1\d):\d\d lies well/);
  await plan.getByRole("button", { name: "Keep this plan" }).click();
  await expect(plan).toContainText(/The floor is planned for .*: from 08:00/);
  await day.getByRole("button", { name: itsDay }).click();
  await expect(plan.getByRole("heading", { name: today })).toBeVisible();
  await expect(plan.getByLabel("Break 1, minutes")).toHaveValue("45");
  await day.getByRole("button", { name: "tomorrow's" }).click();
  await expect(plan.getByLabel("Break 1, minutes")).toHaveValue("60");
  await page.emulateMedia({ media: "print" });
  await expect(plan.getByRole("button", { name: "Keep this plan" })).toBeHidden();
  await expect(plan.getByRole("img", { name: /The day's plan/ })).toBeVisible();
  await expect(page.getByRole("region", { name: "Batch 5" })).toBeHidden();
  const paper = await page.pdf({ format: "A4", landscape: true });
  expect(paper.toString("latin1").match(/\/Type\s*\/Page\b/g)).toHaveLength(1);
});

test("arrange nine uneven frames, move two, and see the arrow", async ({ page, demoHouse }) => {
  await act(page, demoHouse, "add-machine", { name: "Nine", slots: 9 });
  await go(page, `${demoHouse.url}/spin?do=load`);
  const load = page.getByRole("region", { name: "Next load" });
  await load.getByLabel("Machine").selectOption("Nine");
  await load.getByLabel("Frames").fill("9");
  const slot = (n: number) => load.getByRole("button", { name: new RegExp(`^Slot ${n}:`) });
  const balance = load.getByRole("status", { name: "Balance" });
  // It opens arranged; what no frame was weighed for is not said to stand still.
  await expect(slot(9)).toBeVisible();
  await expect(balance).not.toHaveText("stands still");
  await expect(load).toContainText("9 of 9 frames not weighed");
  // By hand, heavy and light; then weighed, and uneven as it lies.
  await slot(1).click();
  await load.getByRole("button", { name: "heavy", exact: true }).click();
  await slot(1).click();
  const kg = ["2.9", "2.7", "2.6", "1.6", "1.4", "1.5", "2.0", "2.2", "1.9"];
  for (const [i, weighed] of kg.entries()) {
    await slot(i + 1).click();
    await load.getByLabel("or weighs").fill(weighed);
    await slot(i + 1).click();
  }
  await expect(load).not.toContainText("frames not weighed");
  const uneven = Number(/imbalance ([\d.]+)/.exec((await load.textContent()) ?? "")?.[1]);
  await load.getByRole("button", { name: "Arrange the load" }).click();
  await expect(balance).toHaveText("stands still");
  const still = Number(/imbalance ([\d.]+)/.exec((await load.textContent()) ?? "")?.[1]);
  expect(still).toBeLessThan(uneven);
  const lies = await load.getByRole("button", { name: /^Slot \d+: frame/ }).evaluateAll((all) =>
    all.map((b) => ({
      n: Number(/Slot (\d+)/.exec(b.getAttribute("aria-label") ?? "")?.[1]),
      kg: Number(/([\d.]+) kg/.exec(b.getAttribute("aria-label") ?? "")?.[1]),
    })),
  );
  // The two whose exchange would shake it most.
  const pull = (list: typeof lies) =>
    Math.hypot(
      ...[Math.cos, Math.sin].map((f) => list.reduce((s, x) => s + x.kg * f((2 * Math.PI * x.n) / 9), 0)),
    );
  const [most, least] =
    lies
      .flatMap((a) => lies.map((b) => [a, b] as const))
      .map(([a, b]) => ({
        pair: [a, b] as const,
        shakes: pull(lies.map((x) => (x === a ? { ...x, kg: b.kg } : x === b ? { ...x, kg: a.kg } : x))),
      }))
      .sort((a, b) => b.shakes - a.shakes)[0]?.pair ?? [];
  // Pulled there, the arrow already tells before the frame is let go.
  const centre = async (n: number) => {
    const box = await slot(n).boundingBox();
    return [(box?.x ?? 0) + (box?.width ?? 0) / 2, (box?.y ?? 0) + (box?.height ?? 0) / 2] as const;
  };
  // The whole machine in sight: a mouse has no way beyond the screen's edge.
  await balance.evaluate((all) => all.scrollIntoView({ block: "start" }));
  const [from, to] = [await centre(most?.n ?? 1), await centre(least?.n ?? 2)];
  await page.mouse.move(...from);
  await page.mouse.down();
  await page.mouse.move((from[0] + to[0]) / 2, (from[1] + to[1]) / 2, { steps: 4 });
  await page.mouse.move(...to, { steps: 4 });
  await expect(load).not.toContainText(`imbalance ${still.toFixed(3)}`);
  await expect(slot(most?.n ?? 1)).toHaveAccessibleName(new RegExp(`${most?.kg.toFixed(2)} kg`));
  await page.mouse.up();
  await expect(slot(least?.n ?? 2)).toHaveAccessibleName(new RegExp(`${most?.kg.toFixed(2)} kg`));
  const moved = Number(/imbalance ([\d.]+)/.exec((await load.textContent()) ?? "")?.[1]);
  expect(moved).toBeGreaterThan(still);
  await expect(load.getByTestId("imbalance-arrow")).toHaveAttribute("transform", /rotate/);
  await expect(load).toContainText(/[1-9]\d* N at 280 rpm/);
  // Weighed by typing, point and all; what no frame weighs is said so and changes nothing.
  await slot(1).click();
  const weighs = load.getByLabel("or weighs");
  await weighs.fill("");
  await weighs.pressSequentially("2.45");
  await expect(slot(1)).toHaveAccessibleName(/2\.45 kg/);
  await weighs.fill("21");
  await expect(load).toContainText("A frame weighs up to 15 kg.");
  await expect(slot(1)).toHaveAccessibleName(/2\.45 kg/);
});

test("a tangential run with both turns on a fast clock, seen on a second tablet, and a pail swapped", async ({
  page,
  demoHouse,
  browser,
}) => {
  const second = await browser.newPage();
  await second.context().addCookies([cookieOf("Ines", demoHouse.url)]);
  await go(second, `${demoHouse.url}/spin`);
  await page.clock.install();
  await go(page, `${demoHouse.url}/spin?do=load`);
  const load = page.getByRole("region", { name: "Next load" });
  await load.getByLabel("Machine").selectOption("Four");
  await load.getByRole("button", { name: "Arrange the load" }).click();
  await load.getByRole("button", { name: "Start this run" }).click();
  const run = page.getByRole("region", { name: /Run 4, Four/ });
  await expect(run).toContainText("side one, slowly: only half out");
  await expect(second.getByRole("region", { name: /Run 4, Four/ })).toContainText("side one");
  // Whoever looks at another bay sees it turn all the same.
  await second.getByRole("link", { name: /^Yard/ }).click();
  const turns = second.getByRole("region", { name: "What turns now" });
  await expect(turns.getByRole("link", { name: "Four turns" })).toContainText(/side one.*\d:\d\d/);
  await turns.getByRole("link", { name: "Four turns" }).click();
  await expect(second.getByRole("region", { name: /Run 4, Four/ })).toBeVisible();
  await expect(turns).toHaveCount(0);
  const left = run.getByRole("status", { name: "Time left" });
  const first = (await left.textContent()) ?? "";
  const minutes = Number(/^(\d+):/.exec(first)?.[1]) + 1;
  // It counts down by itself before its clock is moved.
  await expect(left).not.toHaveText(first);
  await page.clock.fastForward(minutes * 0.27 * 60_000);
  await expect(run).toContainText("stop, wait for standstill, turn the frames");
  await expect(page).toHaveTitle(/Now: Four, stop, wait for standstill, turn the frames/);
  await page.clock.fastForward(minutes * 0.4 * 60_000);
  await expect(run).toContainText("stop, wait for standstill, turn back");
  await run.getByRole("button", { name: /^Slot 2 clean, super/ }).click();
  await page.reload();
  await ready(page);
  await expect(run).toContainText(/turn back|finish side one|side one/);
  await expect(run.getByRole("button", { name: /^Slot 2 heavy on one side: again, super/ })).toBeVisible();
  // A card still waking after the reload would take the moved clock for its own: moved until it tells.
  await expect(async () => {
    await page.clock.fastForward(minutes * 60_000);
    await expect(left).toHaveText(/^0:00/, { timeout: 3000 });
  }).toPass();
  await expect(page).toHaveTitle(/^Done: Four, speed to zero, wait for standstill, then open/);
  await run.getByRole("button", { name: "Standing still: end the run" }).click();
  await expect(run).toHaveCount(0);
  await expect(second.getByRole("complementary", { name: "The tape" })).toContainText(
    "Run 4 in Four done: 1 to uncap again.",
  );

  const gate = page.getByRole("region", { name: "Under the gate" });
  await expect(gate).toContainText("Pail 27 under the gate");
  await gate.getByRole("button", { name: "Swap the pail" }).click();
  await expect(gate).toContainText("Pail 28 under the gate");
  await expect(second.getByRole("region", { name: "Under the gate" })).toContainText(
    "Pail 28 under the gate",
  );
  await second.close();
});

test("the floor is opened before a run; a batch with much unexplained asks for a reason", async ({
  page,
  demoHouse,
}) => {
  await go(page, `${demoHouse.url}/spin?do=closing`);
  const closing = page.getByRole("form", { name: "Closing check" });
  await closing.getByRole("checkbox").first().check();
  await closing.getByRole("button", { name: "Closing check done" }).click();
  await expect(closing).toContainText("Not ticked: pails and bins covered");
  for (const box of await closing.getByRole("checkbox").all()) await box.check();
  await closing.getByRole("button", { name: "Closing check done" }).click();
  await expect(page.getByRole("complementary", { name: "The tape" })).toContainText("the floor is shut");
  await go(page, `${demoHouse.url}/spin?do=load`);
  await page.getByRole("button", { name: "Arrange the load" }).click();
  await page.getByRole("button", { name: "Start this run" }).click();
  await expect(page.getByRole("region", { name: "Next load" })).toContainText(
    "The opening check is not done today",
  );
  const opening = page.getByRole("form", { name: "Opening check" });
  for (const box of await opening.getByRole("checkbox").all()) await box.check();
  await opening.getByRole("button", { name: "Opening check done" }).click();
  await expect(opening).toHaveCount(0);

  await go(page, `${demoHouse.url}/spin?do=close`);
  const close = page.getByRole("form", { name: "Close the batch" });
  await close.getByRole("button", { name: "Close the batch" }).click();
  await expect(close).toContainText(/are unexplained: say why before it is closed/);
  await close.getByLabel("Reason for what is unexplained").fill("drum not scraped");
  await close.getByRole("button", { name: "Close the batch" }).click();
  await expect(page.getByRole("main")).toContainText("Batch 5 closed");
});

test("what was forgotten is booked late, for forms and the line alike, until the clock is set back", async ({
  page,
  demoHouse,
}) => {
  await go(page, `${demoHouse.url}/spin?do=loss`);
  const clock = page.getByRole("button", { name: "Enter something that happened earlier" });
  await clock.click();
  const field = page.getByLabel("Day and time, the house's clock");
  const now = await field.inputValue();
  const earlier = new Date(new Date(`${now}Z`).getTime() - 20 * 60_000).toISOString().slice(0, 16);
  await field.fill(earlier);
  await page.getByRole("button", { name: "Book at this time" }).click();
  const banner = page.getByRole("contentinfo");
  await expect(banner).toContainText(`Everything entered now is booked at ${earlier.slice(11)}`);
  const form = page.getByRole("form", { name: "Book the loss" });
  await form.getByLabel("Lost").fill("0.3");
  await form.getByRole("button", { name: "Book the loss" }).click();
  const newest = page.getByRole("list", { name: "Entries, newest first" }).getByRole("listitem").first();
  await expect(newest).toContainText(earlier.slice(11));
  await expect(newest).toContainText("entered");
  await page.getByPlaceholder("type or scan").fill("t18 6");
  await expect(page.locator("#line-says")).toContainText("Super 18 weighed back");
  await page.getByRole("button", { name: "Enter", exact: true }).click();
  await expect(newest).toContainText(`${earlier.slice(11)}Super 18 weighed back`);
  await banner.getByRole("button", { name: "Back to now" }).click();
  await expect(banner).not.toContainText("Everything entered now");
  await form.getByLabel("Lost").fill("0.2");
  await form.getByRole("button", { name: "Book the loss" }).click();
  await expect(newest).toContainText("0.20 kg");
  await expect(newest).not.toContainText("entered");
});

test("who can do what is set, the plan goes by it, and a frame is moved with the finger", async ({
  demoHouse,
  browser,
}) => {
  const tablet = await browser.newContext({ hasTouch: true, viewport: { width: 820, height: 1180 } });
  await tablet.addCookies([cookieOf("Ines", demoHouse.url)]);
  const page = await tablet.newPage();
  await go(page, `${demoHouse.url}/spin?do=skills`);
  const ines = page.getByRole("form", { name: "What Ines can do" });
  await ines.getByRole("checkbox", { name: "spiked roller" }).check();
  await ines.getByLabel("Ines with the spiked roller, minutes a frame").fill("0.8");
  await ines.getByRole("checkbox", { name: "loads machines" }).check();
  await ines.getByRole("button", { name: "Keep for Ines" }).click();
  await expect(ines).toContainText("Ines: spiked roller (0.8 min a frame), machines.");
  await go(page, `${demoHouse.url}/spin?do=day`);
  const plan = page.getByRole("region", { name: "The day's plan" });
  await plan.getByRole("button", { name: "One more pair of hands" }).click();
  await expect(plan.getByLabel("Who, place 3")).toHaveValue("Ines");
  await expect(plan.getByLabel("The tool, place 3")).toHaveValue("roller");
  await expect(plan.getByLabel("Minutes a frame, place 3")).toHaveAttribute("placeholder", "0.8");
  await expect(plan.getByLabel("Sees to the machines, place 3")).toBeChecked();
  await expect(plan.getByRole("img", { name: /Ines, spiked roller/ })).toBeVisible();
  await plan.getByLabel("The tool, place 3").selectOption("fork");
  await expect(plan).toContainText("Ines has not learnt the fork.");
  // A row taken away takes what was typed in it along.
  await plan.getByLabel("Hours, place 1").fill("4");
  await plan.getByRole("button", { name: "Take place 1 away" }).click();
  await expect(plan.getByLabel("Who, place 1")).toHaveValue("Odile");
  await expect(plan.getByLabel("Hours, place 1")).toHaveValue("12");

  await go(page, `${demoHouse.url}/spin?do=load`);
  const load = page.getByRole("region", { name: "Next load" });
  await load.getByRole("button", { name: "Arrange the load" }).click();
  const slot = (n: number) => load.getByRole("button", { name: new RegExp(`^Slot ${n}:`) });
  const weights = await load
    .getByRole("button", { name: /^Slot \d+: frame/ })
    .evaluateAll((all) =>
      all.map((b) => Number(/([\d.]+) kg/.exec(b.getAttribute("aria-label") ?? "")?.[1])),
    );
  const other = weights.findIndex((kg) => kg !== weights[0]) + 1;
  await load
    .getByRole("status", { name: "Balance" })
    .evaluate((all) => all.scrollIntoView({ block: "start" }));
  const centre = async (n: number) => {
    const box = await slot(n).boundingBox();
    return { x: (box?.x ?? 0) + (box?.width ?? 0) / 2, y: (box?.y ?? 0) + (box?.height ?? 0) / 2 };
  };
  const [from, to] = [await centre(1), await centre(other)];
  const finger = await page.context().newCDPSession(page);
  const touch = (
    type: "touchStart" | "touchMove" | "touchEnd",
    points: readonly { x: number; y: number }[],
  ) => finger.send("Input.dispatchTouchEvent", { type, touchPoints: [...points] });
  // So quickly that the browser tells of one movement only, and of letting go before it has drawn it.
  await touch("touchStart", [from]);
  await touch("touchMove", [to]);
  await touch("touchEnd", []);
  await expect(slot(1)).toHaveAccessibleName(new RegExp(`${weights[other - 1]?.toFixed(2)} kg`));
  await tablet.close();
});

test("the last deep frames go in among medium ones, each across two slots", async ({ page, demoHouse }) => {
  await go(page, `${demoHouse.url}/spin?do=machine`);
  await page.getByRole("link", { name: "Change Twenty" }).click();
  const machine = page.getByRole("form", { name: "Change Twenty" });
  await machine.getByLabel("Slots", { exact: true }).fill("6");
  await machine.getByLabel("Axle to frame").fill("28");
  await machine.getByRole("button", { name: "Change Twenty" }).click();
  await expect(page.getByRole("row", { name: /Twenty/ })).toContainText("radial62");
  await act(page, demoHouse, "add-to-batch", { batch: 5, supers: "5" });

  await go(page, `${demoHouse.url}/spin?do=load`);
  const load = page.getByRole("region", { name: "Next load" });
  await load.getByText("Only from some supers").click();
  await load.getByRole("button", { name: "5: 9 deep" }).click();
  await expect(load).toContainText("Only from super 5");
  // Three deep ones fill six slots.
  await expect(load.getByLabel("Frames")).toHaveAttribute("placeholder", "3");
  await load.getByRole("button", { name: "18: 10" }).click();
  await load.getByLabel("Frames").fill("4");
  await load.getByRole("button", { name: "5: 9 deep" }).click();
  await load.getByRole("button", { name: "Arrange the load" }).click();
  await expect(load.getByRole("button", { name: /^Slot \d: frame of super 18/ })).toHaveCount(4);
  await load.getByRole("button", { name: "5: 9 deep" }).click();
  await load.getByRole("button", { name: "18: 10" }).click();
  await load.getByLabel("Frames").fill("2");
  await load.getByRole("button", { name: "Arrange the load" }).click();
  const deep = load.getByRole("button", { name: /^Slots \d and \d: frame of super 5/ });
  await expect(deep).toHaveCount(2);
  await expect(load.getByRole("status", { name: "Balance" })).toHaveText("stands still");
  const pulls = async () => Number(/imbalance about ([\d.]+)/.exec((await load.textContent()) ?? "")?.[1]);
  const opposite = await pulls();
  // Beside each other they pull to one side: pressed, then the empty slot next to it.
  const names = await deep.evaluateAll((all) => all.map((b) => b.getAttribute("aria-label") ?? ""));
  const first = Number(/^Slots (\d)/.exec(names[0] ?? "")?.[1]);
  await deep.first().click();
  await load.getByRole("button", { name: `Slot ${((first + 1) % 6) + 1}: empty` }).click();
  await expect.poll(pulls).toBeGreaterThan(opposite + 0.2);
  await expect(deep).toHaveCount(2);
  await load.getByRole("button", { name: "Arrange the load" }).click();
  await load.getByRole("button", { name: "Start this run" }).click();
  const run = page.getByRole("region", { name: /Run 4, Twenty/ });
  await run.getByRole("button", { name: /^Slots 1 and 2 clean, super 5/ }).click();
  await run.getByRole("button", { name: "End the run early" }).click();
  await expect(page.getByRole("complementary", { name: "The tape" })).toContainText(
    "Run 4 in Twenty done: 1 to uncap again.",
  );
  await expect(load).toContainText("38 frames wait in batch 5");
});
