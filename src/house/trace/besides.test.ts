import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { hashOf, keepPaper } from "../papers/shelf";
import { snapshot } from "../standing/snapshot";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { traceBesides } from "./besides";

let house: TestHouse;
beforeEach(async () => {
  house = await openTestHouse();
  await house.equip();
});
afterEach(() => house.close());

describe("what hangs on a thing besides its honey", () => {
  it("its holds, what a laboratory found of it, papers of the entries that moved it; nothing on an empty one", async () => {
    await house.act("receive-honey", {
      what: "opening",
      country: "Holmland",
      waterPct: 17,
      into: [{ vessel: "pail 1", kg: 20 }],
    });
    const { lot, entry } = await house.act<{ lot: string }>("issue-lot", {
      honeyKind: "Lime",
      jarG: 250,
      jars: 20,
      pails: [{ pail: "1", kg: 5 }],
      despite: "not read",
    });
    const s = () => snapshot(house.db);
    expect(await traceBesides(house.db, await s(), "lot", lot)).toEqual({ holds: [], labs: [], papers: [] });
    await house.act("hold", { what: `lot ${lot}`, why: "smells", until: "a nose" });
    await house.act("order-analysis", { sample: `lot ${lot}`, asks: "hmf", laboratory: "Fen" });
    await house.act("enter-results", { order: 1, values: [{ analyte: "hmf", value: 9 }] });
    const paper = Buffer.from("%PDF-1.4 letter %%EOF");
    await keepPaper(house.db, paper, "pdf");
    await house.act("attach-paper", { entry, name: "letter", sha256: hashOf(paper) });
    const besides = await traceBesides(house.db, await s(), "lot", lot);
    expect(besides.holds).toEqual([{ number: 1, why: "smells", until: "a nose" }]);
    expect(besides.labs[0]?.result?.lines.find((l) => l.what === "HMF")?.found).toBe("9.0 mg/kg");
    expect(besides.papers).toMatchObject([{ name: "letter", kind: "pdf" }]);
    // The same paper twice on one entry is refused, and one that nobody brought.
    expect((await house.refused("attach-paper", { entry, name: "again", sha256: hashOf(paper) })).code).toBe(
      "paper-twice",
    );
    expect((await house.refused("attach-paper", { entry, name: "none", sha256: "0".repeat(64) })).code).toBe(
      "unknown-paper",
    );
    await house.act("note-entry", { entry, says: "two jars were shaken" });
    expect(await traceBesides(house.db, await s(), "pail", "2")).toEqual({ holds: [], labs: [], papers: [] });
  });
});
