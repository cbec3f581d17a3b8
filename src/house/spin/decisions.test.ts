import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { CHECKS, type CheckKind } from "../checklists/lists";
import { decisions } from "../standing/decisions";
import { snapshot } from "../standing/snapshot";
import { openTestHouse, type TestHouse } from "../testing/test-house";

const MINUTE = 60_000;
let house: TestHouse;
beforeAll(async () => {
  house = await openTestHouse();
  await house.equip();
  for (const tag of [41, 42]) await house.pull(tag, 12);
  await house.act("add-machine", { name: "Nine", slots: 9 });
  await house.act("start-batch", { supers: "41,42" });
});
afterAll(() => house.close());

/** What the floor wants, so many minutes from now. */
const wants = async (laterMin = 0) =>
  decisions(await snapshot(house.db, new Date(Date.now() + laterMin * MINUTE))).filter(
    (d) => d.bay === "Spin" && /^(batch|run)-/.test(d.id),
  );
const check = (kind: CheckKind) => house.act("check-floor", { kind, items: CHECKS[kind].map((c) => c.id) });
const run = (machine: string, slots: number, supers: readonly string[]) =>
  house.act<{ run: number }>("start-run", {
    machine,
    minutes: 20,
    slots: Array.from({ length: slots }, (_, i) => (supers[i] ? { super: supers[i], kg: 1.65 } : null)),
  });
const nine = (tag: string) => Array<string>(9).fill(tag);

describe("what the floor wants next", () => {
  it("is opened first, and shut it waits for the next day", async () => {
    const opening = {
      what: "Open the floor: 20 frames of batch 1 wait",
      action: { href: "/spin?do=opening" },
    };
    expect(await wants()).toMatchObject([{ ...opening, when: "now" }]);
    await check("opening");
    const { entry } = await check("closing");
    expect(await wants()).toMatchObject([{ ...opening, when: "next day", tone: "ink" }]);
    await house.act("undo", { entry });
  });

  it("is the machine that is free and the frames that come next, until all turn", async () => {
    expect(await wants()).toMatchObject([
      {
        what: "Batch 1: load Nine, 20 frames wait",
        short: "load Nine",
        so: "0.0 kg in pails, 24.0 kg still in drum and combs. Next: 9 frames of super 41.",
        action: { href: "/spin?do=load" },
      },
    ]);
    const first = await run("Nine", 9, nine("41"));
    const [turning] = await wants();
    expect(turning).toMatchObject({
      what: "Batch 1: uncap the next load for Nine",
      when: expect.stringMatching(/^\d\d:\d\d$/),
      short: `Nine till ${turning?.when}`,
      so: expect.stringContaining("11 frames wait."),
      tone: "ink",
    });
    // Over its time it wants somebody before the next load does.
    const over = await wants(25);
    expect(over.map((d) => d.what)).toEqual([
      "Nine: run 1 is over, end it",
      "Batch 1: uncap the next load for Nine",
    ]);
    expect(over[0]).toMatchObject({ tone: "stop", when: "now" });
    await house.act("end-run", { run: first.run });
    expect(await wants()).toMatchObject([{ so: expect.stringContaining("9 frames of super 41 and 42.") }]);
  });

  it("is a box to weigh back once all its frames are out, not while some still turn", async () => {
    const last = await run("Nine", 9, ["41", ...Array<string>(8).fill("42")]);
    expect((await wants()).map((d) => d.id)).toEqual(["batch-1"]);
    await house.act("end-run", { run: last.run });
    expect(await wants()).toMatchObject([
      { id: "batch-1", what: "Batch 1: load Nine, 2 frames wait" },
      {
        id: "batch-1-back",
        what: "Batch 1: weigh back super 41",
        short: "1 to weigh back",
        action: { href: "/spin?do=weigh&super=41" },
      },
    ]);
    const rest = await run("Nine", 9, ["42", "42"]);
    await house.act("weigh-spun-super", { super: "41", grossKg: 5.8 });
    // The last frames turn: nothing to do for now, but to end the run in time.
    expect(await wants()).toMatchObject([{ what: "Batch 1: the last load turns in Nine", tone: "ink" }]);
    expect((await wants(25)).map((d) => d.what)).toEqual(["Nine: run 3 is over, end it"]);
    await house.act("end-run", { run: rest.run });
    expect(await wants()).toMatchObject([{ what: "Batch 1: weigh back super 42" }]);
    await house.act("weigh-spun-super", { super: "42", grossKg: 5.8 });
    expect(await wants()).toMatchObject([{ what: "Batch 1: fill the pails" }]);
  });

  it("goes by the machines that ran today, not by one that stands in the corner", async () => {
    await house.act("add-machine", { name: "Hand three", slots: 3, kind: "three-basket", cranked: true });
    await house.pull(43, 12);
    await house.act("add-to-batch", { supers: "43" });
    const { run: id } = await run("Nine", 9, nine("43"));
    expect(await wants()).toMatchObject([{ what: "Batch 1: uncap the next load for Nine" }]);
    await house.act("end-run", { run: id });
  });
});
