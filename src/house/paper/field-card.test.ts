import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { METRIC } from "@/core/units";
import { readersAreFoundBy } from "../language/shown";
import { wordsOf } from "../testing/paper";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { fieldCardPdf, fieldCards } from "./field-card";

let house: TestHouse;
beforeEach(async () => {
  house = await openTestHouse();
  await house.equip();
});
afterEach(async () => {
  readersAreFoundBy(() => undefined);
  await house.close();
});

/** The text of each page. */
const pagesOf = (pdf: Buffer): string[] => wordsOf(pdf, "laid").split("\f").slice(0, -1);

describe("the field card", () => {
  it("has one page a station, each whole, and one for every machine there is", async () => {
    await house.act("add-machine", { name: "Twenty", slots: 20 });
    await house.act("add-machine", { name: "Four", slots: 4, kind: "tangential", cranked: true });
    const { cards } = await fieldCards(house.db);
    const pages = pagesOf((await fieldCardPdf(house.db)).pdf);
    expect(pages).toHaveLength(cards.length);
    for (const [i, card] of cards.entries()) {
      const text = (pages[i] ?? "").replace(/\s+/g, " ");
      expect(text).toContain(card.station);
      for (const said of [...card.cautions, ...card.steps.slice(-1), ...card.figures.map(([, v]) => v)])
        expect(text, card.station).toContain(said.replace(/\s+/g, " "));
      expect(text).toContain("Your local food, labelling and workplace rules come first.");
    }
    expect(cards.map((c) => c.station)).toEqual(expect.arrayContaining(["Twenty", "Four"]));
    // Nothing was spun yet: no figure says that this house's runs showed it.
    const said = JSON.stringify(cards);
    expect(said).toContain("common practice");
    expect(said).toContain("Off balance at most, as set up");
    expect(said).not.toMatch(/by runs here|as runs here showed/);
    // A tangential machine is turned; a radial one is not.
    expect(cards.find((c) => c.station === "Four")?.steps.join(" ")).toMatch(/side/);
  });

  it("ends above its foot, however many steps a machine's programme has", async () => {
    for (const kind of ["radial", "tangential"] as const)
      await house.act("add-machine", { name: `The ${kind} one`, slots: 20, kind });
    const boxes = wordsOf((await fieldCardPdf(house.db)).pdf, "boxes");
    const pages = boxes.split("<page ").slice(1);
    expect(pages.length).toBe(7);
    for (const page of pages) {
      const words = [...page.matchAll(/yMin="([\d.]+)" xMax="[\d.]+" yMax="([\d.]+)">([^<]{1,60})</g)].map(
        ([, top, bottom, text]) => ({ top: Number(top), bottom: Number(bottom), text }),
      );
      const foot = Math.max(...words.map((w) => w.top));
      const above = words.filter((w) => w.top < foot - 1);
      expect(
        words
          .filter((w) => w.top >= foot - 1)
          .map((w) => w.text)
          .join(" "),
      ).toMatch(/rules come first\.$/);
      expect(Math.max(...above.map((w) => w.bottom))).toBeLessThan(foot);
    }
  });

  it("bears the house's own figures, in the units that are read, and its own school first", async () => {
    const text = async () =>
      pagesOf((await fieldCardPdf(house.db)).pdf)
        .join(" ")
        .replace(/\s+/g, " ");
    await house.act("set-room", { beetleHours: 36, spinTempC: 28, dehumidifierLPerDay: 0 });
    await house.act("set-rules", { school: "sealed", sealedPct: 97 });
    expect(await text()).toMatch(/Sealed from 97 % .*Spin from 28\.0 °C Out before 36 h/);
    expect((await fieldCards(house.db)).cards[0]).toMatchObject({
      steps: [expect.stringContaining("sealed"), expect.anything(), expect.anything()],
      other: expect.stringContaining("refractometer"),
    });
    readersAreFoundBy(() => ({ ...METRIC, temperature: "F", mass: "lb" }));
    expect(await text()).toContain("Spin from 82.4 °F");
  });

  it("of an empty house is there all the same", async () => {
    const empty = await openTestHouse();
    expect(pagesOf((await fieldCardPdf(empty.db)).pdf).length).toBe(5);
    await empty.close();
  });
});
