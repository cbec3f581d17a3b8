import { randomUUID } from "node:crypto";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { z } from "zod";
import { DomainError } from "@/core/domain-error";
import { Refusal } from "../language/errors";
import { snapshot } from "../standing/snapshot";
import { gramsByBay } from "../standing/strip-and-tape";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { traceView } from "../trace";
import { ANY_HAND, type CommandDefinition, execute } from "./command";
import { houseNow } from "./records/house";

let house: TestHouse;
beforeEach(async () => {
  house = await openTestHouse();
  await house.equip();
});
afterEach(() => house.close());

const ago = (hours: number) => ({ at: new Date(Date.now() - hours * 3_600_000).toISOString() });
const pulled = (tag: number, grossKg: number, hours: number) =>
  house.act(
    "pull-supers",
    { yard: "Kiln Field", supers: [{ tag: String(tag), colony: "1", cappedPct: 95, grossKg }] },
    ago(hours),
  );
const profile = { name: "H", country: "C", lotPrefix: "H", zone: "UTC" };

describe("honey moves at its moment", () => {
  it("a batch of before the heavier weigh-in cannot take what was not there yet", async () => {
    await pulled(41, 15, 10);
    await house.act("weigh-in", { super: 41, grossKg: 17 }, ago(4));
    const refused = await house.refused("start-batch", { supers: "41" }, ago(6));
    expect(refused.message).toMatch(/which it rests on|holds 9\.8 kg/);
    await house.act("start-batch", { supers: "41" }, ago(3));
    expect((await traceView(house.db, "super", "41")).grams).toBe(11_800);
  });

  it("nor what was drained back later, nor what a later pail needs", async () => {
    await pulled(41, 15.2, 10);
    await house.act("start-batch", { supers: "41" }, ago(9));
    await house.act("add-bins", { tags: "1", emptyKg: 2 });
    await house.act("fill-bin", { bin: 1, grossKg: 3 }, ago(8));
    await house.act("drain-bin", { bin: 1, kg: 0.6 }, ago(2));
    await house.act("fill-pail", { pail: 1, grossKg: 10.7 }, ago(1));
    // 9.0 kg then, but 9.5 of the 9.6 kg there are went into the pail since.
    const refused = await house.refused("record-loss", { kg: 0.5, cause: "spilt" }, ago(5));
    expect(refused.message).toContain("that early");
    await house.act("record-loss", { kg: 0.1, cause: "spilt" }, ago(5));
  });

  it("a weigh-in cannot be taken back from under the batch that took the comb", async () => {
    await pulled(41, 17, 10);
    const lighter = await house.act("weigh-in", { super: 41, grossKg: 15 }, ago(8));
    await house.act("start-batch", { supers: "41" }, ago(6));
    expect((await house.refused("undo", { entry: lighter.entry })).message).toContain(
      "Super 41 is in batch 1; undo that first.",
    );
  });

  it("undoing is refused where somebody else took what it put in, though neither knew of the other", async () => {
    await pulled(41, 15.2, 10);
    await house.act("start-batch", { supers: "41" }, ago(9));
    await house.act("fill-pail", { pail: 1, grossKg: 9.2 }, ago(3));
    // Entered late: more came in before, and something was lost before that.
    await pulled(42, 10.2, 9);
    const join = await house.act("add-to-batch", { supers: "42" }, ago(5));
    await house.act("record-loss", { kg: 3, cause: "spilt" }, ago(7));
    expect((await house.refused("undo", { entry: join.entry })).message).toMatch(
      /takes out what this put in; undo that first/,
    );
  });

  it("a pail that was filled again takes nothing back into its old charge", async () => {
    await pulled(41, 17.2, 10);
    await house.act("start-batch", { supers: "41" }, ago(9));
    await house.act("fill-pail", { pail: 1, grossKg: 6.2 }, ago(8));
    const sample = await house.act("record-loss", { pail: 1, kg: 0.5, cause: "sample" }, ago(7));
    await house.act("record-loss", { pail: 1, kg: 4.5, cause: "spoilt" }, ago(6));
    await house.act("fill-pail", { pail: 1, grossKg: 4.2 }, ago(5));
    expect((await house.refused("undo", { entry: sample.entry })).message).toContain(
      "Pail 1 was filled again",
    );
  });
});

describe("the newest is what happened latest", () => {
  it("an entry replayed late never overrules a newer fact", async () => {
    await house.act("set-house", { ...profile, targetPct: 17.2 });
    await house.act("set-house", { ...profile, targetPct: 16.8 }, ago(5));
    expect((await houseNow(house.db)).target_pct).toBe(17.2);
    await pulled(41, 17.2, 10);
    await house.act("stack-supers", { supers: "41", stack: "B" }, ago(1));
    await house.act("stack-supers", { supers: "41", stack: "A" }, ago(4));
    await house.act("read-moisture", { super: 41, value: 17.1 }, ago(0.5));
    await house.act("read-moisture", { super: 41, value: 18.4 }, ago(3));
    const [w] = (await snapshot(house.db)).waiting;
    expect(w?.stack).toBe("B");
    expect(w?.readings.map((r) => r.value)).toEqual([18.4, 17.1]);
  });
});

describe("what is set up is there, whenever it was typed in", () => {
  it("boxes, yards and instruments of today can be in yesterday's pull and reading", async () => {
    await house.act("add-yard", { name: "Far Yard", country: "C" });
    await house.act("add-colonies", { yard: "Far Yard", tags: "50" });
    await house.act("add-supers", { tags: "90", depth: "deep", frames: 10, emptyKg: 7 });
    await house.act("add-instrument", { name: "glass", scale: "water" });
    const day = ago(26);
    await house.act(
      "pull-supers",
      { yard: "Far Yard", supers: [{ tag: "90", colony: "50", cappedPct: 95, grossKg: 25 }] },
      day,
    );
    await house.act("read-moisture", { super: 90, value: 17, instrument: "glass" }, ago(25));
    // Unless the house says since when.
    await house.act("add-supers", {
      tags: "91",
      depth: "deep",
      frames: 10,
      emptyKg: 7,
      since: new Date().toISOString().slice(0, 10),
    });
    expect(
      (
        await house.refused(
          "pull-supers",
          { yard: "Far Yard", supers: [{ tag: "91", colony: "50", cappedPct: 95, grossKg: 25 }] },
          ago(50),
        )
      ).code,
    ).toBe("before-its-cause");
  });
});

describe("what was not there yet is told first", () => {
  it.each([
    ["the core refuses", () => new DomainError("odd-figure", "That figure is odd.")],
    ["the house refuses", () => new Refusal("odd", "That is odd.")],
  ])("where %s something that comes of it too; where all was there, that is told", async (_, fault) => {
    const { entry } = await house.act("add-yard", { name: "Late Field" }, ago(2));
    const command: CommandDefinition = {
      name: "odd-of-the-test",
      summary: "Rest on a yard's entry and stumble",
      input: z.strictObject({}),
      who: ANY_HAND,
      undo: "no",
      run: async (work) => {
        await work.restOn({ entry_id: entry }, "the yard was there");
        throw fault();
      },
      say: () => "",
    };
    const enter = (hours: number) =>
      execute(house.db, command, {
        input: {},
        who: "Ines",
        device: "test",
        key: randomUUID(),
        ...ago(hours),
      });
    await expect(enter(3)).rejects.toMatchObject({ code: "before-its-cause" });
    await expect(enter(1)).rejects.toMatchObject({ code: fault().code });
  });
});

describe("who may not do a thing", () => {
  it("may not undo it, and the last lead stays", async () => {
    const lead = await house.act("add-crew", { name: "Ines", role: "lead" });
    await house.act("add-crew", { name: "Tomasz", role: "floor" });
    const rules = await house.act("set-house", profile);
    expect((await house.refused("undo", { entry: rules.entry }, { who: "Tomasz" })).status).toBe(403);
    expect((await house.refused("undo", { entry: lead.entry })).code).toBe("last-lead");
    await house.act("add-crew", { name: "Odile", role: "lead" });
    await house.act("undo", { entry: lead.entry }, { who: "Odile" });
  });
});

describe("honey drained back from cappings into its batch", () => {
  it("is counted once, and the picture has no way back", async () => {
    await house.pull(41, 20);
    await house.act("start-batch", { supers: "41" });
    await house.act("add-bins", { tags: "1", emptyKg: 2 });
    await house.act("fill-bin", { bin: 1, grossKg: 4 });
    await house.act("drain-bin", { bin: 1, kg: 0.5 });
    const batch = await traceView(house.db, "batch", "1");
    expect(batch.grams).toBe(20_000);
    expect(batch.back.colonies).toMatchObject([{ grams: 20_000, pct: 100 }]);
    const { flow } = await traceView(house.db, "super", "41");
    const between = (from: RegExp, to: RegExp) => {
      const name = (id: string) => flow.nodes.find((n) => n.id === id)?.name ?? id;
      return flow.links.filter((l) => from.test(name(l.from)) && to.test(name(l.to))).map((l) => l.grams);
    };
    expect(between(/^Batch/, /^Cappings/)).toEqual([1500]);
    expect(between(/^Cappings/, /^Batch/)).toEqual([]);
    expect(gramsByBay(await snapshot(house.db)).Spin).toBe(20_000);
  });
});
