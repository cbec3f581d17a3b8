import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { decisions } from "./decisions";
import { snapshot } from "./snapshot";
import { URGENCY } from "./urgency";

const HOUR = 3_600_000;

/** What is to be decided `hours` from now: id and short words, most urgent first. */
const ahead = async (house: TestHouse, hours = 0) =>
  decisions(await snapshot(house.db, new Date(Date.now() + hours * HOUR)));
const named = async (house: TestHouse, id: string, hours = 0) =>
  (await ahead(house, hours)).find((d) => d.id === id);

describe("a new house", () => {
  let house: TestHouse;
  beforeAll(async () => {
    house = await openTestHouse();
  });
  afterAll(() => house.close());

  it("is told one step at a time what to set up first, and where", async () => {
    const steps: [string, string, () => Promise<unknown>][] = [
      [
        "Name your house",
        "/first-hour",
        () =>
          house.act("set-house", { name: "Test", address: "Lane 1", country: "Holmland", lotPrefix: "TH" }),
      ],
      ["Set up a yard", "/yard?do=yard", () => house.act("add-yard", { name: "Kiln Field" })],
      [
        "Set up colonies",
        "/yard?do=colonies",
        () => house.act("add-colonies", { yard: "Kiln Field", tags: "1" }),
      ],
      [
        "Set up supers",
        "/yard?do=supers",
        () => house.act("add-supers", { tags: "41-44", depth: "medium", frames: 10, emptyKg: 5.2 }),
      ],
      [
        "Set up pails",
        "/spin?do=pails",
        () => house.act("add-pails", { tags: "1-6", emptyKg: 1.2, holdsKg: 27 }),
      ],
    ];
    for (const [what, href, doIt] of steps) {
      const [first, ...others] = await ahead(house);
      expect(first).toMatchObject({ what, action: { href } });
      // The smallest house numbers no boxes: that way in is offered beside the first yard.
      expect(others.map((o) => o.action?.href)).toEqual(what === "Set up a yard" ? ["/yard?do=frames"] : []);
      await doIt();
    }
    expect(await ahead(house)).toEqual([]);
  });
});

describe("from the batch to the buyer", () => {
  let house: TestHouse;
  beforeAll(async () => {
    house = await openTestHouse();
    await house.equip();
    for (const tag of [41, 42]) await house.pull(tag, 12);
    await house.act("start-batch", { supers: "41,42" });
  });
  afterAll(() => house.close());
  const batch = () => named(house, "batch-1");

  it("a batch wants its supers weighed back, then pails, then to be closed", async () => {
    expect(await batch()).toMatchObject({
      what: "Batch 1: 2 of 2 supers to spin and weigh back",
      so: "0.0 kg in pails, 24.0 kg still in drum and combs. Next: super 41.",
      action: { href: "/spin?do=weigh&super=41" },
    });
    await house.act("weigh-spun-super", { super: "41", grossKg: 5.7 });
    expect(await batch()).toMatchObject({ short: "1 to weigh back", action: { label: "Weigh back" } });
    await house.act("weigh-spun-super", { super: "42", grossKg: 5.7 });
    expect(await batch()).toMatchObject({
      what: "Batch 1: fill the pails",
      tone: "stop",
      action: { href: "/spin?do=pail" },
    });
    await house.act("fill-pail", { pail: 1, grossKg: 12.2 });
    expect(await batch()).toMatchObject({
      what: "Batch 1: fill the rest or close it",
      so: "11.0 kg in pails, 12.0 kg unexplained so far.",
      tone: "stop",
    });
    await house.act("fill-pail", { pail: 2, grossKg: 12.9 });
    // 0.3 of 24 kg is within 2 %.
    expect(await batch()).toMatchObject({ tone: "go", action: { href: "/spin?do=close&batch=1" } });
    const working = (await batch())?.why?.because.map((b) => `${b.what}: ${b.figure}`);
    expect(working).toEqual([
      "2 supers came in, weighed less their empty weight: 24.0 kg",
      "In pails: 22.7 kg",
      "Stayed in spun combs: 1.0 kg",
      "Lost, by name: 0.0 kg",
      "Still in the batch on paper: 0.3 kg",
    ]);
    await house.act("close-batch", { batch: 1 });
    expect(await batch()).toBeUndefined();
  });

  it("pails stand until the house's time is over, the oldest first; unread they do not go into jars", async () => {
    expect(await named(house, "settle-wait")).toMatchObject({
      what: "Leave 2 pails standing; skim pail 1 first",
    });
    expect(await named(house, "settle-wait", 23.5)).toBeDefined();
    expect(await named(house, "settle-wait", 24.5)).toBeUndefined();
    expect(await named(house, "bottle-ready", 24.5)).toBeUndefined();
  });

  it("a wet pail is for using first, the wetter the sooner; a ripe one may go into jars", async () => {
    await house.act("read-moisture", { pail: "1", value: "17.2" });
    await house.act("read-moisture", { pail: "2", value: "18.4" });
    expect(await named(house, "bottle-ready")).toBeUndefined();
    expect(await named(house, "bottle-ready", 25)).toMatchObject({
      // 18.4 read once by nobody's instrument may be over the limit.
      what: "11.0 kg in 1 pail may go into jars",
      action: { href: "/bottle?do=lot&vessels=pail%201" },
    });
    const risk = await named(house, "store-risk", 25);
    expect(risk).toMatchObject({
      what: "Use or blend 1 pail first: it may ferment",
      so: expect.stringMatching(/^Pail 2, 11\.7 kg: the liquid in it is 18\.4 % water, up to 19\.1 %/),
      action: { href: "/store?do=watch" },
    });
    await house.act("read-moisture", { pail: "2", value: "22.6" });
    // Over the limit it goes into no jar, and it ferments for certain: before everything else.
    expect(await named(house, "bottle-ready", 25)).toMatchObject({
      what: "11.0 kg in 1 pail may go into jars",
    });
    const [first] = await ahead(house, 25);
    expect(first).toMatchObject({ id: "store-risk", tone: "stop", urgency: URGENCY.willFerment });
    expect(first?.urgency).toBeLessThan(risk?.urgency ?? 0);
  });

  it("jars may leave until none is here, the oldest lot first", async () => {
    const lot = (jars: number, kind: string) =>
      house.act<{ lot: string }>("issue-lot", {
        pails: [{ pail: "1", kg: Number((jars * 0.255).toFixed(3)) }],
        jars,
        jarG: 250,
        honeyKind: kind,
      });
    const { lot: older } = await lot(10, "Lime honey");
    const { lot: newer } = await lot(4, "Spring honey");
    expect(await named(house, "out-ready")).toMatchObject({
      what: "14 jars of 2 lots may leave",
      so: `Oldest first: lot ${older}, Lime honey, 10 jars of 250 g.`,
      action: { href: `/out?do=send&lot=${older}` },
    });
    await house.act("send-jars", { lot: older, jars: 10, buyer: "Deli" });
    expect(await named(house, "out-ready")).toMatchObject({ short: "4 jars ready" });
    await house.act("send-jars", { lot: newer, jars: 4, buyer: "Deli" });
    expect(await named(house, "out-ready")).toBeUndefined();
  });

  it("stands in one order, most urgent first", async () => {
    await house.pull(43, 12);
    await house.act("start-batch", { supers: "43" });
    const list = await ahead(house, 25);
    expect(list.map((d) => d.id)).toEqual(["batch-2", "store-risk", "settle-skim", "bottle-ready"]);
  });
});
