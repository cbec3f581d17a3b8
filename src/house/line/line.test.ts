import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { CHECKS } from "../checklists/lists";
import { WORDS } from "../commands";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { understand } from "./understand";

let house: TestHouse;
beforeAll(async () => {
  house = await openTestHouse();
  await house.equip();
  await house.pull(41, 12);
  await house.pull(42, 12);
  await house.act("start-batch", { supers: "41" });
  await house.act("fill-pail", { pail: 1, grossKg: 6.2 });
  await house.act("add-bins", { tags: "1", emptyKg: 4 });
  await house.act("add-supers", { tags: "H2", depth: "medium", frames: 10, emptyKg: 5.2 });
  await house.act("pull-supers", {
    yard: "Kiln Field",
    supers: [{ tag: "H2", colony: "1", cappedPct: 95, grossKg: 15 }],
  });
  await house.act("fill-bin", { bin: 1, grossKg: 5.5 });
  await house.act("add-machine", { name: "Nine", slots: 9 });
  await house.act("check-floor", { kind: "opening", items: CHECKS.opening.map((c) => c.id) });
  await house.act("start-run", {
    machine: "Nine",
    minutes: 12,
    slots: [{ super: "41", kg: 1.65 }, { super: "41", kg: 1.6 }, ...Array(7).fill(null)],
  });
});
afterAll(() => house.close());

const hear = (text: string) => understand(house.db, text, "Ines");

describe("the line", () => {
  it.each([
    ["s42 17.6", "read-moisture", "Super 42 reads 17.6 % water."],
    ["S42 18,5@28", "read-moisture", "Super 42 read 18.5 % at 28 °C, which is 17.8 % water at 20 °C."],
    ["s42 80bx", "read-moisture", "Super 42 read 80 °Bx at 20 °C, which is 18.3 % water at 20 °C."],
    ["s42 1.4925", "read-moisture", "Super 42 read 1.4925 at 20 °C, which is 17.6 % water at 20 °C."],
    ["s42 17.6@28 atc", "read-moisture", "Super 42 reads 17.6 % water."],
    ["b2 4.2", "fill-pail", "Pail 2 weighs 4.2 kg: 3.0 kg net, batch 1."],
    ["b2 9.3 lb batch 1", "fill-pail", "3.0 kg net, batch 1."],
    ["t41 6", "weigh-spun-super", "Super 41 weighed back: 0.8 kg stayed in the comb, 11.2 kg came out."],
    ["join s42", "add-to-batch", "1 super (42) more in batch 1: 12.0 kg."],
    ["batch 42", "start-batch", "Batch 2 started: super 42, 12.0 kg."],
    ["batch 42 because the mead maker wants it", "start-batch", "Batch 2 started: super 42, 12.0 kg."],
    ["lot b1 19x250 spring honey because asked for", "issue-lot", "19 jars of 250 g, 4.8 kg"],
    ["s42 17.2 17.4 17.3", "read-sheet", "Super 42: 17.3 % on the mean of 3 drops, spread 0.10 points."],
    ["s42 18.5 18.4@28", "read-sheet", "17.7 % on the mean of 2 drops"],
    ["hot 29.5 31", "note-climate", "Hot room 29.5 °C, 31 % humidity: dew point 11 °C"],
    ["hot 85F 40 %", "note-climate", "40 % humidity"],
    ["empty b2 1.31", "weigh-empty", "Pail 2 weighs 1.31 kg empty, 0.11 kg more than before."],
    ["empty S43 5,2", "weigh-empty", "Super 43 weighs 5.20 kg empty, as before."],
    ["fan b some", "set-fan", "Stack B stands in some draught."],
    ["weigh s42 18.2", "weigh-in", "Super 42 weighed in: 13.0 kg of honey, 1.0 kg more than on paper."],
    ["stack b s42", "stack-supers", "Stack B: super 42 in the hot room, 12.0 kg."],
    ["pull s43 c2 95% 15.4", "pull-supers", "Super 43 pulled in Kiln Field: 10.2 kg of honey."],
    [
      "lot b1 19x250 spring honey",
      "issue-lot",
      "19 jars of 250 g, 4.8 kg; nothing lost; 0.25 kg stay in pail 1.",
    ],
    ["lot b1 3x1 lb spring honey", "issue-lot", "3 jars of 454 g, 1.4 kg"],
    ["swap batch 1", "swap-pail", "Pail 2 under the gate of batch 1."],
    ["lost 0.3 strainer and cloth batch 1", "record-loss", "0.30 kg lost from batch 1: strainer and cloth."],
    ["s:H2 17.5", "read-moisture", "Super H2 reads 17.5 % water."],
    ["swap", "swap-pail", "Pail 2 under the gate of batch 1."],
    ["swap b4", "swap-pail", "Pail 4 under the gate of batch 1."],
    ["done", "end-run", "Run 1 in Nine done, all clean."],
    ["done nine 2 again 1 burst shook", "end-run", "done: 1 to uncap again, 1 comb burst, it shook."],
    ["done shook", "end-run", "Run 1 in Nine done: it shook."],
    ["k1 6.5", "fill-bin", "1.0 kg of cappings of batch 1 in bin 1."],
    ["warmed k1 0.5", "drain-bin", "0.5 kg warmed from the cappings of bin 1, kept apart as batch 2"],
    ["wax k1 0,4", "weigh-wax", "0.40 kg of wax from bin 1; 1.10 kg stayed in wax and water."],
    ["lost 0.3 strainer and cloth", "record-loss", "0.30 kg lost from batch 1: strainer and cloth."],
  ])("%s means %s", async (text, command, say) => {
    const understood = await hear(text);
    expect(understood).toMatchObject({ kind: "do", command });
    expect(understood.say).toContain(say);
  });

  it("a batch is closed when nothing of it turns", async () => {
    expect(await hear("close 1 tipped over")).toMatchObject({
      kind: "unclear",
      say: expect.stringContaining("Run 1 still turns in Nine"),
    });
    const { entry } = await house.act("end-run", {});
    expect(await hear("close 1 tipped over")).toMatchObject({
      kind: "do",
      command: "close-batch",
      say: expect.stringContaining("Batch 1 closed: 5.0 of 12.0 kg in pails, 5.5 kg unexplained."),
    });
    expect(await hear("done")).toMatchObject({
      kind: "unclear",
      say: expect.stringContaining("No machine turns"),
    });
    await house.act("undo", { entry });
  });

  it.each([
    ["s41", "/trace/super/41"],
    ["b1", "/trace/pail/1"],
    ["c2", "/trace/colony/2"],
    ["batch 1", "/trace/batch/1"],
    ["store", "/store"],
  ])("%s opens %s", async (text, href) => {
    expect(await hear(text)).toMatchObject({ kind: "open", href });
  });

  it.each([
    ["h2 17.5", "Super H2 has letters in its tag: write s: in front of it.s:h2 17.5"],
    ["q7 17.5", '"q7" is the tag of nothing here'],
    ["b1 26.4", "Pail 1 still holds 5.0 kg"],
    ["s42 31", "A reading in % water must be between 13 and 25 %, not 31 %."],
    ["s99 17", "There is no super 99."],
    ["s99", "Nothing here carries the tag S99."],
    ["sing a song", "Not understood."],
    ["b1'; drop table entry; --", "Not understood"],
  ])("%s is answered in words", async (text, say) => {
    const understood = await hear(text);
    expect(understood.kind).toBe("unclear");
    expect(understood.say + (understood.kind === "unclear" ? understood.hint : "")).toContain(
      say === "Not understood" ? "" : say,
    );
  });

  it("writes nothing while it listens", async () => {
    const before = await house.db("entry").count("* as n").first();
    for (const verb of WORDS) await hear(verb.example);
    expect(await house.db("entry").count("* as n").first()).toEqual(before);
  });

  it("has every example of the card in its own grammar", () => {
    for (const verb of WORDS) expect(verb.pattern.test(verb.example), verb.example).toBe(true);
  });
});
