import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { instrumentStanding, MEDIA } from "@/core/moisture";
import { instrumentsView } from "../devices/view";
import { snapshot } from "../standing/snapshot";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { traceView } from "../trace";
import { type CheckedInstrument, instruments, kindOf, offsetOf, standingAt } from "./records/instruments";
import { readingsOf } from "./records/readings";

let house: TestHouse;
beforeAll(async () => {
  house = await openTestHouse();
  await house.equip();
  await house.pull(41, 12);
  await house.pull(42, 12);
});
afterAll(() => house.close());

const readings = async (tag: string) => {
  const comb = (await snapshot(house.db)).waiting.find((w) => w.tag === tag);
  return readingsOf(house.db, [comb?.fill_id ?? 0]);
};

describe("refractometers", () => {
  it("an unchecked instrument's readings count with doubled uncertainty until it is checked", async () => {
    await house.act("add-instrument", { name: "R1", scale: "water", resolution: 0.2 });
    const before = await house.act("read-moisture", { super: "41", value: 17.4, instrument: "R1" });
    expect(before.say).toBe(
      "Super 41 reads 17.4 % water. Unverified, counts with doubled uncertainty: it was never checked.",
    );
    const { say } = await house.act("check-instrument", {
      instrument: "R1",
      reference: "test block",
      expected: 17,
      shown: 17.4,
    });
    expect(say).toBe("R1 checked with test block: readings are moved by −0.4 points.");
    const after = await house.act("read-moisture", { super: "41", value: 17.4, instrument: "R1" });
    expect(after.say).toBe("Super 41 read 17.4 % at 20 °C, which is 17.0 % water at 20 °C.");
    const [first, second] = await readings("41");
    expect(second?.hand_sd).toBeCloseTo(Math.hypot(0.2, 0.2 / Math.sqrt(12)), 6);
    expect(second?.common_sd).toBeLessThan(0.1);
    expect(first?.common_sd).toBeCloseTo(0.35, 6);
    expect((first?.sd_pct ?? 0) / (second?.sd_pct ?? 1)).toBeCloseTo(1.85, 1);
    // The later check speaks for the earlier reading too: its offset is applied, but it stays unverified.
    expect(first?.water_pct).toBeCloseTo(17, 1);
    expect(first?.doubts).toEqual(["it was only checked later"]);
    // The trace tells what the hot room tells: corrected, with its doubts.
    const { readings: told } = await traceView(house.db, "super", "41");
    expect(told.map((r) => r.says)).toEqual([
      expect.stringContaining("17.0 %"),
      expect.stringContaining("17.0 %"),
    ]);
  });

  it("drift between two checks is shared out over the readings between them", async () => {
    const fresh = await openTestHouse();
    const now = Date.now();
    await fresh.equip();
    await fresh.pull(41, 12);
    await fresh.act("add-instrument", { name: "R9" });
    // The house was set up just now, so the checks are put on record as rows of the past.
    const { id } = await fresh.db("live_instrument").first("id");
    const comb = (await snapshot(fresh.db)).waiting[0];
    const entry_id = (await fresh.db("entry").max("id as id").first())?.id;
    const row = (h: number, shown: number) => ({
      entry_id,
      instrument_id: id,
      reference: "test block",
      expected: 17,
      shown,
      temp_c: 20,
      offset_index: 0,
      who: "Ines",
      at: new Date(now - h * 3_600_000),
    });
    await fresh.db("calibration").insert([row(10, 17), row(0, 16.6)]);
    await fresh.db("reading").insert({
      entry_id,
      fill_id: comb?.fill_id,
      scale: "water",
      value: 17,
      temp_c: 20,
      compensates: false,
      index20: 1.494,
      water_pct: 17,
      sd_pct: 0.2,
      who: "Ines",
      at: new Date(now - 5 * 3_600_000),
      instrument_id: id,
    });
    const [reading] = await readingsOf(fresh.db, [comb?.fill_id ?? 0]);
    expect(reading?.water_pct).toBeCloseTo(17.2, 1);
    expect(reading?.doubts).toEqual([]);
    await fresh.close();
  });

  it("of years of checks those around a moment are read, and say of it what all of them would", async () => {
    const fresh = await openTestHouse();
    const HOUR = 3_600_000;
    const now = Date.now();
    const hoursAgo = (h: number) => new Date(now - h * HOUR);
    await fresh.equip();
    for (const name of ["Old", "New"]) await fresh.act("add-instrument", { name });
    const [old, young] = await fresh.db("live_instrument").orderBy("id").pluck("id");
    const entry_id = (await fresh.db("entry").max("id as id").first())?.id;
    const row = (instrument_id: number, h: number, n: number) => ({
      entry_id,
      instrument_id,
      reference: "test block",
      expected: 17,
      shown: 17 + ((n * 7) % 5) / 10,
      temp_c: 20,
      offset_index: 0,
      adjusted: n % 11 === 0,
      who: "Ines",
      at: hoursAgo(h),
    });
    // Ten years, one a fortnight; the other instrument was checked today alone. Two fall on one moment.
    await fresh
      .db("calibration")
      .insert([
        ...Array.from({ length: 260 }, (_, n) => row(old, 10 + 336 * n, n)),
        row(old, 10, 3),
        row(young, 2, 0),
      ]);
    const all = await instruments(fresh.db, { since: new Date(0) });
    expect(all.map((i) => i.checks.length)).toEqual([261, 1]);
    for (const [h, few] of [
      [0, [2, 1]],
      [10, [2, 1]],
      [11, [3, 1]],
      [400, [4, 1]],
      [90_000, [261, 1]],
    ] as const) {
      const since = await instruments(fresh.db, { since: hoursAgo(h) });
      expect(since.map((i) => i.checks.length)).toEqual(few);
      for (const [n, whole] of all.entries()) {
        const { checks } = whole;
        for (const asked of [hoursAgo(h), hoursAgo(h - 0.5), hoursAgo(h / 2)])
          expect(standingAt(since[n] as CheckedInstrument, asked)).toEqual(
            instrumentStanding(
              kindOf(whole),
              checks.map((c) => ({
                atMs: c.at.getTime(),
                offset: offsetOf(whole, c),
                adjusted: c.adjusted,
                sdIndex: MEDIA[c.reference].sdIndex,
              })),
              { atMs: asked.getTime(), intervalHours: whole.check_hours },
            ),
          );
      }
    }
    // The newest are told, each with its drift, and no more of them than there is room for.
    const [told] = await instrumentsView(fresh.db, {
      house: (await snapshot(fresh.db)).house,
      now: new Date(now),
    });
    expect(told?.log).toHaveLength(8);
    expect(told?.log.map((c) => c.drift)).not.toContain("–");
    await fresh.close();
  });

  it("a check that is told late drifted since the one before it, not since a later one", async () => {
    const fresh = await openTestHouse();
    await fresh.equip();
    await fresh.act("add-instrument", { name: "R7" });
    const check = async (h: number, shown: number) => {
      const at = new Date(Date.now() - h * 3_600_000).toISOString();
      const by = { instrument: "R7", reference: "test block", expected: 17, shown };
      return (await fresh.act("check-instrument", by, { at })).say;
    };
    await check(30, 17);
    expect(await check(10, 17.4)).toContain("drifted −0.4 points since the last check");
    expect(await check(20, 17.2)).toContain("drifted −0.2 points since the last check");
    await fresh.close();
  });

  it("never corrects a compensating instrument twice, and doubts it outside its range", async () => {
    await house.act("add-instrument", {
      name: "R2",
      scale: "brix",
      compensates: true,
      atcLoC: 10,
      atcHiC: 30,
    });
    await house.act("check-instrument", { instrument: "R2", expected: 80.5, shown: 80.5 });
    expect(
      (await house.act("read-moisture", { super: "42", value: 80, instrument: "R2", tempC: 28 })).say,
    ).toContain("which is 18.3 % water");
    expect(
      (await house.act("read-moisture", { super: "42", value: 80, instrument: "R2", tempC: 34 })).say,
    ).toContain("34 °C lies outside the 10 to 30 °C it compensates");
  });

  it("without a name the instrument checked last is taken", async () => {
    await house.act("check-instrument", { instrument: "R1", expected: 17, shown: 17 });
    await house.act("read-moisture", { super: "42", value: 17 });
    expect((await readings("42")).at(-1)).toMatchObject({ instrument: "R1", doubts: [] });
  });

  it("a sheet of drops names the outlier, keeps it, and is one entry to undo", async () => {
    const { say, entry } = await house.act("read-sheet", {
      super: "42",
      values: "17.2 18.6 17.3",
      instrument: "R1",
    });
    expect(say).toContain("17.7 % on the mean of 3 drops; drop 2 (18.6 %) lies");
    // The sheets before it, an hour old at most, count as well: the newest does not silently replace them.
    expect((await snapshot(house.db)).waiting.find((w) => w.tag === "42")?.latest).toHaveLength(
      (await readings("42")).length,
    );
    await house.act("undo", { entry });
    expect((await readings("42")).some((r) => r.value === 18.6)).toBe(false);
    expect((await house.refused("read-sheet", { super: "42", values: "17.2 wet" })).problems[0]?.path).toBe(
      "values.1",
    );
    expect((await house.refused("read-sheet", { super: "42", values: "" })).message).toContain(
      "name at least one",
    );
  });

  it("shows the log with drift and when the next check is due", async () => {
    const [r1] = await instrumentsView(house.db, await snapshot(house.db));
    expect(r1).toMatchObject({ name: "R1", verified: true, offset: "±0.0 points" });
    expect(r1?.log.map((c) => c.drift)).toEqual(["+0.4", "–"]);
  });

  it.each([
    ["add-instrument", { name: "r1" }, "duplicate"],
    ["add-instrument", { name: "R7", compensates: true, atcLoC: 30, atcHiC: 20 }, "bad-range"],
    ["check-instrument", { instrument: "R1", expected: 17, shown: 25 }, "offset-too-large"],
    ["check-instrument", { instrument: "Nobody", expected: 17, shown: 17 }, "unknown-instrument"],
  ])("%s %j is refused as %s", async (command, input, code) => {
    expect((await house.refused(command, input)).code).toBe(code);
  });
});
