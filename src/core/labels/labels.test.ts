import { describe, expect, it } from "vitest";
import { digitHeightMm, labelContent, netQuantityText, PAGE_SIZES_MM, sheetGrid } from "./index";

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
  // 21 CFR 101.7, from memory of the rule; exact ounce 28.349523125 g, rounded down (common practice).
  it.each([
    [227, "227 g", "Net Wt 8 oz 227 g"],
    [250, "250 g", "Net Wt 8.8 oz 250 g"],
    [453, "453 g", "Net Wt 15.9 oz 453 g"],
    [454, "454 g", "Net Wt 16 oz (1 lb) 454 g"],
    [680, "680 g", "Net Wt 24 oz (1 lb 8 oz) 680 g"],
    [1000, "1 kg", "Net Wt 35.2 oz (2 lb 3.2 oz) 1 kg"],
    [1360, "1.36 kg", "Net Wt 47.9 oz (2 lb 15.9 oz) 1.36 kg"],
    [1361, "1361 g", "Net Wt 48 oz (3 lb) 1361 g"],
    [1814, "1814 g", "Net Wt 4 lb 1814 g"],
    [2500, "2.5 kg", "Net Wt 5 lb 8.1 oz 2.5 kg"],
  ])("%d g", (g, metric, us) => {
    expect(netQuantityText(g)).toEqual({ metric, us });
  });

  it("of a pail or a drum is told as its scale does, never more than is in it", () => {
    expect(netQuantityText(20_447).metric).toBe("20.44 kg");
    expect(netQuantityText(118_000)).toEqual({ metric: "118 kg", us: "Net Wt 260 lb 2.3 oz 118 kg" });
    expect(() => netQuantityText(3_000_000)).toThrow("Net quantity");
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
    expect(digitHeightMm(g)).toBe(mm);
  });
});

describe("label content", () => {
  it("says everything a jar needs", () => {
    expect(labelContent(label)).toMatchObject({
      kind: "Lime honey",
      netMetric: "454 g",
      netUs: "Net Wt 16 oz (1 lb) 454 g",
      lot: "Lot WB26-001-K",
      bestBefore: "Best before 23 November 2028",
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

  it("a share that is there is never none", () => {
    const of = (...pct: number[]) =>
      labelContent({ ...label, origins: pct.map((p, i) => ({ country: "ABC"[i] as string, pct: p })) })
        .origin;
    expect(of(99.7, 0.3)).toBe("Origin: A 99 %, B under 1 %");
    expect(of(60, 39.4, 0.6)).toBe("Origin: A 60 %, B 39 %, C under 1 %");
    expect(of(100, 0)).toBe("Origin: A");
  });

  it.each([
    ["Lime", "Lime honey"],
    ["Summer honey", "Summer honey"],
    ["Cut comb HONEY", "Cut comb HONEY"],
    ["Lindenhonig", "Lindenhonig"],
    ["Honig", "Honig"],
    ["Miel de tilleul", "Miel de tilleul"],
  ])("a jar of %j is labelled %j", (typed, kind) => {
    expect(labelContent({ ...label, honeyKind: typed }).kind).toBe(kind);
  });

  it.each(["2028-02-30", "2028-13-01", "soon"])("refuses %j as a day", (bestBefore) => {
    expect(() => labelContent({ ...label, bestBefore })).toThrow(/a best-before date that exists/);
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
