import { describe, expect, it } from "vitest";
import { averageTare, checkNetQuantity, nextClearLot, scaleSaid } from "./index";

describe("a known weight on the scale", () => {
  // A fifth of the tolerable error: 454 g may be short by 13.7 g (3 %, up to a tenth), so the scale by 2.74 g.
  it.each([
    [500, 500, 0, true],
    [500, 503, 2.72, true],
    [500, 503.1, 2.81, false],
    [500, 496, -3.63, false],
  ])("%s g shown as %s is %s g off a jar of 454", (knownG, shownG, offG, fit) => {
    const said = scaleSaid({ knownG, shownG }, 454, "oiml-r87");
    expect(said.offG).toBeCloseTo(offG, 1);
    expect(said.fit).toBe(fit);
    expect(said.mayBeG).toBeCloseTo(2.74, 2);
  });

  it("that is another weight is told", () => {
    expect(() => scaleSaid({ knownG: 500, shownG: 250 }, 454, "oiml-r87")).toThrow("another weight");
    expect(() => scaleSaid({ knownG: 0, shownG: 0 }, 454, "oiml-r87")).toThrow("known weight");
  });
});

describe("one tare for all jars", () => {
  const spread = (sd: number, n = 25) => Array.from({ length: n }, (_, i) => 200 + (i % 2 ? sd : -sd));
  it("is good up to a quarter of what a jar may be short, from 25 empty jars on", () => {
    expect(averageTare(spread(3.3), 454, "oiml-r87").meanG).toBeCloseTo(199.9, 0);
    expect(() => averageTare(spread(3.5), 454, "oiml-r87")).toThrow("Zero the scale with each jar");
    expect(() => averageTare(spread(0.1, 24), 454, "oiml-r87")).toThrow("these are 24");
  });
});

describe("the two samples of 76/211", () => {
  const lot = { nominalG: 500, lot: 400, rules: "eu-76-211" as const };
  // 500 g may be short by 15 g; of the first thirty 1 is let pass, 3 are refused, of both together 4 pass and 5 do not.
  const drawn = (short: number, n = 30, at = 480) => [
    ...Array(short).fill(at),
    ...Array(n - short).fill(505),
  ];
  it.each([
    [1, 0, "passes"],
    [2, 0, "second"],
    [2, 2, "passes"],
    [2, 3, "fails"],
    [3, 0, "fails"],
  ] as const)("%s short in the first, %s in the second: %s", (one, two, verdict) => {
    const second = verdict === "second" || (one !== 2 && two === 0) ? [] : drawn(two);
    expect(checkNetQuantity(drawn(one), { ...lot, secondG: second }).inspector.verdict).toBe(verdict);
  });

  it("a second sample that is not whole yet decides nothing, one jar short by two errors does", () => {
    expect(checkNetQuantity(drawn(2), { ...lot, secondG: drawn(0, 12) }).inspector.verdict).toBe("second");
    expect(checkNetQuantity(drawn(2), { ...lot, secondG: drawn(1, 30, 469) }).inspector.verdict).toBe(
      "fails",
    );
  });

  it("judges the mean over fifty jars of a large lot, however many were drawn", () => {
    const large = { ...lot, lot: 5000 };
    // The first fifty lie under the label together, the last thirty would lift the mean over it.
    const low = Array.from({ length: 50 }, (_, i) => (i % 2 ? 499 : 498.9));
    const high = Array.from({ length: 30 }, () => 505);
    expect(checkNetQuantity([...low, ...high], large).inspector.verdict).toBe("fails");
    expect(checkNetQuantity([...high, ...low], large).inspector.verdict).toBe("passes");
  });
});

describe("a lot's code", () => {
  it("never ends in what is taken for another letter, and every other one stays", () => {
    const given = new Set<number>();
    for (let from = 1; from < 400; from++) {
      const { number, code } = nextClearLot("WB", 2026, from);
      expect(code.at(-1)).not.toMatch(/[0O1I]/);
      expect(number).toBeGreaterThanOrEqual(from);
      given.add(number);
    }
    // Four characters of thirty-six are skipped: about one in nine.
    expect(given.size).toBeGreaterThan(325);
    expect(given.size).toBeLessThan(370);
  });
});
