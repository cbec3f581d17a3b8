import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  digitalLink,
  FIRST_DESIGN,
  gtin,
  type LabelDesign,
  type LabelFacts,
  type LabelInput,
  labelContent,
  layOut,
  type Measures,
  partsOf,
  preflight,
  RULE_PACK_IDS,
  RULE_PACKS,
  type RulePackId,
  shelfMonths,
} from "./index";

/** Letters of one width: no font is asked. */
const m: Measures = {
  width: (text, size) => text.length * size * 0.5,
  xHeight: 0.5,
  figureHeight: 0.7,
  code: (kind) => (kind === "qr" ? { across: 25, down: 25 } : { across: 95, down: 1 }),
  logo: 2,
};

interface More extends Partial<Omit<LabelFacts, "design" | "content" | "layouts">> {
  readonly design?: Partial<LabelDesign>;
  readonly input?: Partial<LabelInput>;
}

function facts({ design: some = {}, input = {}, ...more }: More = {}): LabelFacts {
  const design = { ...FIRST_DESIGN, ...some };
  const content = labelContent({
    houseName: "Withy Bank",
    addressLines: ["Sluice Lane 3"],
    honeyKind: "Summer honey",
    nominalG: more.nominalG ?? 454,
    lotCode: "WB26-003-2",
    bestBefore: more.bestBefore ?? "2028-08-01",
    origins: more.origins ?? [{ country: "Holmland", pct: 100 }],
    product: more.product ?? "honey",
    ingredients: more.ingredients ?? [],
    design,
    ...input,
  });
  return {
    content,
    design,
    layouts: partsOf(design).map((part) => layOut(content, design, part, m)),
    product: "honey",
    nominalG: 454,
    filledOn: "2026-08-14",
    bestBefore: "2028-08-01",
    origins: [{ country: "Holmland", pct: 100 }],
    waterUpperPct: 17.5,
    hmfMgKg: 2,
    shelfC: 20,
    ingredients: [],
    marks: [],
    gtin: null,
    answered: [],
    ...more,
  };
}

const finding = (f: LabelFacts, pack: RulePackId, id: string) =>
  preflight(f, RULE_PACKS[pack]).find((x) => x.id === id);

const TWO = [
  { country: "Holmland", pct: 62 },
  { country: "Norrey", pct: 38 },
];

describe("preflight", () => {
  // Each row from the paragraph named beside the rule in the pack, from memory.
  it.each<[string, RulePackId, string, "met" | "not-met" | "check" | undefined, More]>([
    ["letters of 1.2 mm", "eu", "letters", "met", { design: { lettersMm: 1.2 } }],
    ["letters of 1.1 mm", "eu", "letters", "not-met", { design: { lettersMm: 1.1 } }],
    ["0.9 mm on a pack under 80 cm²", "eu", "letters", "met", { design: { lettersMm: 0.9, panelCm2: 60 } }],
    ["0.9 mm while nobody told the pack", "eu", "letters", "not-met", { design: { lettersMm: 0.9 } }],
    ["a sixteenth of an inch in the USA", "usa", "letters", "not-met", { design: { lettersMm: 1.5 } }],
    ["figures of 4 mm at 1000 g", "eu", "figures", "met", { nominalG: 1000, design: { figuresMm: 4 } }],
    ["figures of 4 mm at 1001 g", "eu", "figures", "not-met", { nominalG: 1001, design: { figuresMm: 4 } }],
    ["figures of 2 mm at 50 g", "eu", "figures", "met", { nominalG: 50, design: { figuresMm: 2 } }],
    ["figures of 2 mm at 51 g", "eu", "figures", "not-met", { nominalG: 51, design: { figuresMm: 2 } }],
    [
      "an eighth of an inch to 25 in²",
      "usa",
      "figures",
      "met",
      { design: { figuresMm: 3.2, panelCm2: 161 } },
    ],
    ["3/16 in from there", "usa", "figures", "not-met", { design: { figuresMm: 3.2, panelCm2: 162 } }],
    ["1.6 mm to 32 cm² in Canada", "canada", "figures", "met", { design: { figuresMm: 1.6, panelCm2: 32 } }],
    ["3.2 mm from there", "canada", "figures", "not-met", { design: { figuresMm: 1.6, panelCm2: 32.1 } }],
    ["4 mm on a jar nobody measured", "usa", "figures", "met", { design: { figuresMm: 4 } }],
    ["1.6 mm on a jar nobody measured", "usa", "figures", "not-met", { design: { figuresMm: 1.6 } }],
    [
      "1/8 in on a 1 kg jar nobody measured",
      "usa",
      "figures",
      "check",
      { nominalG: 1000, design: { figuresMm: 3.2 } },
    ],
    ["shares of two countries", "eu", "origin", "met", { origins: TWO }],
    [
      "two countries without shares",
      "eu",
      "origin",
      "not-met",
      { origins: TWO, design: { origin: "countries" } },
    ],
    ["a blend in Great Britain", "uk", "origin", "met", { origins: TWO, design: { origin: "blend" } }],
    ["a blend in the Union", "eu", "origin", "not-met", { origins: TWO, design: { origin: "blend" } }],
    ["no origin in New Zealand", "new-zealand", "origin", "met", { design: { origin: "none" } }],
    ["no origin in Australia", "australia", "origin", "not-met", { design: { origin: "none" } }],
    ["grams alone in the USA", "usa", "net", "not-met", { design: { net: "metric" } }],
    ["Net Wt in the USA", "usa", "net", "met", { design: { net: "ounces", widthMm: 120 } }],
    ["English alone in Canada", "canada", "languages", "not-met", {}],
    [
      "both in Canada",
      "canada",
      "languages",
      "met",
      { design: { also: "fr", kindAlso: "Miel d'été", heightMm: 70 } },
    ],
    ["Grade A at 18.6 %", "usa", "grade", "check", { design: { grade: "US Grade A" }, waterUpperPct: 18.6 }],
    [
      "Grade A at 18.7 %",
      "usa",
      "grade",
      "not-met",
      { design: { grade: "US Grade A" }, waterUpperPct: 18.7 },
    ],
    ["Grade A unread", "usa", "grade", "not-met", { design: { grade: "US Grade A" }, waterUpperPct: null }],
    [
      "Canada No. 1 at 17.9 %",
      "canada",
      "grade",
      "not-met",
      { design: { grade: "No. 1" }, waterUpperPct: 17.9 },
    ],
    ["no grade claimed", "usa", "grade", undefined, {}],
    ["water of 20.1 %", "codex", "water", "not-met", { waterUpperPct: 20.1 }],
    ["water nobody read", "eu", "water", "check", { waterUpperPct: null }],
    ["no nutrition in Australia", "australia", "nutrition", "not-met", {}],
    ["no nutrition on honey in the Union", "eu", "nutrition", undefined, {}],
    ["infused honey in the Union", "eu", "nutrition", "check", { product: "infused" }],
    ["infused without ingredients", "codex", "ingredients", "not-met", { product: "infused" }],
    ["a flower's name", "eu", "variety", "check", { input: { honeyKind: "Lime honey" } }],
    ["summer honey", "eu", "variety", undefined, {}],
    [
      "the flower answered for",
      "eu",
      "variety",
      "met",
      { input: { honeyKind: "Lime honey" }, answered: ["variety"] },
    ],
    ["shares of blooms", "eu", "blooms", "check", { design: { blooms: true } }],
    ["an EAN-13 nobody owns", "eu", "code", "not-met", { design: { code: "ean13", widthMm: 70 } }],
    ["two years at 20 °C", "codex", "shelf", "met", {}],
    ["a warmth nobody told", "codex", "shelf", "check", { hmfMgKg: null }],
    ["two years at 25 °C", "codex", "shelf", "check", { shelfC: 25 }],
    ["a blend made all the same", "codex", "marks", "check", { marks: ["blended although: too wet"] }],
  ])("%s by %s: %s is %s", (_, pack, id, state, more) => {
    expect(finding(facts(more), pack, id)?.state).toBe(state);
  });

  it("what is mended by the look alone is met once it is mended, in every pack", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...RULE_PACK_IDS),
        fc.record({
          lettersMm: fc.double({ min: 0.6, max: 2.4, noNaN: true }),
          figuresMm: fc.double({ min: 1, max: 7, noNaN: true }),
          widthMm: fc.integer({ min: 45, max: 110 }),
          heightMm: fc.integer({ min: 30, max: 90 }),
          net: fc.constantFrom("metric", "both", "ounces" as const),
          origin: fc.constantFrom("shares", "countries", "blend", "none" as const),
          parts: fc.constantFrom("one", "two" as const),
        }),
        fc.integer({ min: 30, max: 3000 }),
        (pack, design, nominalG) => {
          let now: Partial<LabelDesign> = design;
          for (let turn = 0; turn < 40; turn++) {
            const wrong = preflight(facts({ design: now, nominalG, origins: TWO }), RULE_PACKS[pack]).find(
              (x) => x.state === "not-met" && x.mend,
            );
            if (!wrong) return;
            now = { ...now, ...wrong.mend };
          }
          throw new Error(`not mended in 40 presses: ${JSON.stringify([pack, now])}`);
        },
      ),
      { numRuns: 300 },
    );
  });

  it("a rule not met comes before one to check, and each names its paragraph", () => {
    for (const pack of RULE_PACK_IDS) {
      const found = preflight(facts({ design: { lettersMm: 0.6, figuresMm: 1 } }), RULE_PACKS[pack]);
      const rank = found.map((x) => ["not-met", "check", "met"].indexOf(x.state));
      expect(rank).toEqual([...rank].sort());
      expect(found.every((x) => x.paragraph !== "" && x.says !== "")).toBe(true);
    }
  });
});

describe("the layout", () => {
  it("keeps all it holds on the label and apart, or names what found no room", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 40, max: 120 }),
        fc.integer({ min: 25, max: 100 }),
        fc.double({ min: 0.9, max: 2, noNaN: true }),
        fc.constantFrom("qr", "code128", "ean13", "none" as const),
        fc.constantFrom("", "fr" as const),
        (widthMm, heightMm, lettersMm, code, also) => {
          const f = facts({
            design: { widthMm, heightMm, lettersMm, code, also, kindAlso: also && "Miel d'été" },
          });
          for (const layout of f.layouts) {
            if (layout.cut.length > 0) {
              expect(
                preflight(f, RULE_PACKS.codex).find((x) => x.id === "fits" || x.id === "net"),
              ).toBeDefined();
              expect(finding(f, "codex", "fits")?.state).toBe("not-met");
              continue;
            }
            const boxes = layout.items.map((i) =>
              i.what === "text"
                ? { l: i.xMm, r: i.xMm + i.wideMm, t: i.baseMm - i.sizeMm * 0.7, b: i.baseMm }
                : { l: i.xMm, r: i.xMm + i.wMm, t: i.yMm, b: i.yMm + i.hMm },
            );
            for (const [k, a] of boxes.entries()) {
              expect(a.l).toBeGreaterThanOrEqual(-1e-6);
              expect(a.r).toBeLessThanOrEqual(widthMm + 1e-6);
              expect(a.t).toBeGreaterThanOrEqual(-1e-6);
              expect(a.b).toBeLessThanOrEqual(heightMm + 1e-6);
              for (const b of boxes.slice(k + 1)) {
                const over =
                  Math.min(a.r, b.r) - Math.max(a.l, b.l) > 0.01 &&
                  Math.min(a.b, b.b) - Math.max(a.t, b.t) > 0.01;
                expect(over, JSON.stringify([layout.items[k], layout.items[boxes.indexOf(b)]])).toBe(false);
              }
            }
          }
        },
      ),
      { numRuns: 400 },
    );
  });
});

describe("article numbers", () => {
  // GS1's own examples: 9506000134352 in its Digital Link standard, 6291041500213 in its check digit page.
  it("are told by their last digit", () => {
    expect(gtin("9506000134352")).toBe("9506000134352");
    expect(gtin("6291041500213")).toBe("6291041500213");
    expect(() => gtin("6291041500214")).toThrow("should be 3");
    expect(() => gtin("12345")).toThrow("8, 12, 13 or 14 digits");
  });

  it("lead to an address of fourteen digits and the lot", () => {
    expect(digitalLink("https://honey.example/", "9506000134352", "WB26-003-2")).toBe(
      "https://honey.example/01/09506000134352/10/WB26-003-2",
    );
    expect(() => digitalLink("javascript:alert(1)", "9506000134352", "X")).toThrow("no address");
    expect(() => digitalLink("honey", "9506000134352", "X")).toThrow("no address");
  });
});

describe("the shelf", () => {
  it("adds in 24 months what is published: 15-24 mg/kg at 20 °C, 37-63 at 25", () => {
    // Rates behind the heat account's table; 40 mg/kg from nothing.
    for (const [tempC, lo, hi] of [
      [20, 15, 24],
      [25, 37, 63],
    ] as const) {
      const keeps = shelfMonths(tempC, 0);
      expect((40 * 24) / keeps.lo).toBeLessThan(hi * 1.12);
      expect((40 * 24) / keeps.lo).toBeGreaterThan(hi * 0.88);
      expect((40 * 24) / keeps.hi).toBeLessThan(lo * 1.12);
      expect((40 * 24) / keeps.hi).toBeGreaterThan(lo * 0.88);
    }
  });
});
