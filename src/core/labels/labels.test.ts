import { describe, expect, it } from "vitest";
import { labelContent, minimumDigitHeightMm, netQuantityText, PAGE_SIZES_MM, sheetGrid } from "./index";

const label = {
  houseName: "Withy Bank Packhouse",
  addressLines: ["Sluice Lane", ""],
  honeyKind: "Lime honey",
  nominalG: 454,
  lotCode: "WB26-001-K",
  bestBefore: "2028-11-23",
  origins: [{ country: "Home", pct: 100 }],
};

describe("net quantity", () => {
  // Exact ounce 28.349523125 g; rounding down keeps the declaration true (common practice).
  it.each([
    [454, "454 g", "16.0 oz"],
    [453, "453 g", "15.9 oz"],
    [250, "250 g", "8.8 oz"],
    [1000, "1 kg", "35.2 oz"],
    [1360, "1.36 kg", "47.9 oz"],
  ])("%d g", (g, metric, us) => {
    expect(netQuantityText(g)).toEqual({ metric, us });
  });

  // Directive 76/211/EEC, Annex I 3.1, from memory of the directive.
  it.each([
    [50, 2],
    [51, 3],
    [200, 3],
    [201, 4],
    [1000, 4],
    [1001, 6],
  ])("figures on %d g stand at least %d mm high", (g, mm) => {
    expect(minimumDigitHeightMm(g)).toBe(mm);
  });
});

describe("label content", () => {
  it("says everything a jar needs", () => {
    expect(labelContent(label)).toMatchObject({
      kind: "Lime honey",
      netMetric: "454 g",
      netUs: "16.0 oz",
      lot: "Lot WB26-001-K",
      bestBefore: "Best before 23.11.2028",
      origin: "Origin: Home",
      infantNotice: "Not for infants under twelve months.",
      packer: ["Withy Bank Packhouse", "Sluice Lane"],
    });
  });

  it("names countries in falling order with whole per cents that add up to 100", () => {
    const origins = [
      { country: "A", pct: 33.4 },
      { country: "B", pct: 33.3 },
      { country: "C", pct: 33.3 },
    ];
    expect(labelContent({ ...label, origins }).origin).toBe("Origin: A 34 %, B 33 %, C 33 %");
  });

  it("lists all that is missing at once", () => {
    expect(() =>
      labelContent({ ...label, houseName: " ", addressLines: [], honeyKind: "", origins: [] }),
    ).toThrow(
      "The label still lacks the house's name, the house's address, the kind of honey, the country of origin.",
    );
  });
});

describe("sheet", () => {
  it.each(["a4", "letter"] as const)("keeps every label inside %s", (page) => {
    const size = { widthMm: 62, heightMm: 43 };
    const grid = sheetGrid(page, size);
    expect(grid.perSheet).toBe(18);
    for (const p of grid.places) {
      expect(p.x).toBeGreaterThanOrEqual(8);
      expect(p.x + size.widthMm).toBeLessThanOrEqual(PAGE_SIZES_MM[page].width - 8);
      expect(p.y + size.heightMm).toBeLessThanOrEqual(PAGE_SIZES_MM[page].height - 7.6);
    }
  });

  it("refuses a label larger than the sheet", () => {
    expect(() => sheetGrid("a4", { widthMm: 220, heightMm: 40 })).toThrow(/does not fit/);
  });
});
