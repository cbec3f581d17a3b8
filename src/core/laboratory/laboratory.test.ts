import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  ANALYTES,
  againstLimit,
  COMPOSITION_PACKS,
  judgeComposition,
  type LineState,
  type Measured,
  ORDINARY,
} from ".";

const m = (analyte: Measured["analyte"], value: number, more: Partial<Measured> = {}): Measured => ({
  analyte,
  value,
  below: false,
  expanded: null,
  method: "",
  ...more,
});

const stateOf = (pack: "codex" | "eu" | "stingless", traits: object, analyte: string, ...told: Measured[]) =>
  judgeComposition(COMPOSITION_PACKS[pack], { ...ORDINARY, ...traits }, told).lines.find(
    (l) => l.analyte === analyte,
  )?.state;

describe("a laboratory's figure against a limit", () => {
  it.each<[string, Measured, "most" | "least", number, LineState]>([
    ["well under", m("hmf", 20, { expanded: 3 }), "most", 40, "met"],
    ["exactly as far under as it may be off", m("hmf", 37, { expanded: 3 }), "most", 40, "met"],
    ["under, but not by enough", m("hmf", 38, { expanded: 3 }), "most", 40, "close"],
    ["over, but not by enough", m("hmf", 42, { expanded: 3 }), "most", 40, "close"],
    ["over", m("hmf", 44, { expanded: 3 }), "most", 40, "not-met"],
    ["nothing found over a small value", m("tutin", 0.01, { below: true }), "most", 0.7, "met"],
    [
      "nothing found over a value larger than the limit",
      m("tutin", 1, { below: true }),
      "most",
      0.7,
      "not-told",
    ],
    ["less found than asked", m("diastase", 3, { below: true }), "least", 8, "not-met"],
    [
      "not more found than something larger than asked",
      m("diastase", 10, { below: true }),
      "least",
      8,
      "not-told",
    ],
    ["enough", m("diastase", 12, { expanded: 2 }), "least", 8, "met"],
    ["nearly enough", m("diastase", 7.5, { expanded: 2 }), "least", 8, "close"],
  ])("%s", (_, measured, bound, limit, state) => {
    expect(againstLimit(measured, bound, limit)).toBe(state);
  });

  it("without a told uncertainty takes the usual of the method, and says so", () => {
    const [line] = judgeComposition(COMPOSITION_PACKS.codex, ORDINARY, [m("water", 19.8)]).lines;
    expect(line?.state).toBe("close");
    expect(line?.reason).toContain("since the report tells none");
    expect(ANALYTES.water.usual.least).toBe(0.4);
  });

  it("more doubt never turns a close or unmet figure into a met one", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 100, noNaN: true }),
        fc.double({ min: 0.01, max: 20, noNaN: true }),
        fc.double({ min: 0, max: 20, noNaN: true }),
        (value, expanded, more) => {
          const before = againstLimit(m("hmf", value, { expanded }), "most", 40);
          const after = againstLimit(m("hmf", value, { expanded: expanded + more }), "most", 40);
          if (before !== "met") expect(after).not.toBe("met");
          if (before !== "not-met") expect(after).not.toBe("not-met");
        },
      ),
    );
  });

  it("says met of honey in truth over the limit in at most one case of forty, whatever the laboratory's bias inside its uncertainty", () => {
    // A laboratory whose errors are uniform and biased by a third of its uncertainty, not normal.
    let [wrong, n, seed] = [0, 0, 7];
    const next = () => {
      seed = (seed * 48271) % 2147483647;
      return seed / 2147483647;
    };
    for (let i = 0; i < 20_000; i++) {
      const truth = 40 + 6 * next();
      const expanded = 4;
      const shown = truth - expanded / 3 + (next() - 0.5) * 2 * 0.66 * expanded;
      n += 1;
      if (againstLimit(m("hmf", shown, { expanded }), "most", 40) === "met") wrong += 1;
    }
    expect(wrong / n).toBeLessThan(0.025);
  });
});

describe("the packs", () => {
  // Limits as published (from memory of Codex CXS 12-1981 and of Directive 2001/110/EC, annex II).
  it.each<["codex" | "eu" | "stingless", object, Measured[], string, string | undefined]>([
    ["codex", {}, [m("water", 20.5)], "water", "not-met"],
    ["codex", { sort: "heather" }, [m("water", 21)], "water", "met"],
    ["eu", { sort: "bakers-heather" }, [m("water", 24)], "water", "met"],
    ["eu", { sort: "bakers" }, [m("hmf", 300)], "hmf", undefined],
    ["eu", { sort: "bakers" }, [m("acidity", 70)], "acidity", "met"],
    ["codex", { tropical: true }, [m("hmf", 60)], "hmf", "met"],
    ["codex", {}, [m("hmf", 60)], "hmf", "not-met"],
    ["eu", { sort: "honeydew" }, [m("sugars", 52)], "sugars", "met"],
    ["eu", {}, [m("sugars", 52)], "sugars", "not-met"],
    ["eu", {}, [m("fructose", 38), m("glucose", 31)], "sugars", "met"],
    ["eu", { sort: "honeydew" }, [m("conductivity", 0.5)], "conductivity", "not-met"],
    ["eu", { conductivityExcepted: true }, [m("conductivity", 1.4)], "conductivity", undefined],
    ["codex", { sucrose: "ten" }, [m("sucrose", 7)], "sucrose", "met"],
    ["codex", { pressed: true }, [m("insolubles", 0.3)], "insolubles", "met"],
    // Little enzyme by nature is excused by little HMF alone.
    ["codex", {}, [m("diastase", 5), m("hmf", 6)], "diastase", "met"],
    ["codex", {}, [m("diastase", 5), m("hmf", 30)], "diastase", "not-met"],
    ["codex", {}, [m("diastase", 5)], "diastase", "not-met"],
    ["stingless", { sort: "stingless" }, [m("water", 30)], "water", "met"],
    ["codex", {}, [], "water", "not-told"],
  ])("%s %j %j: %s %s", (pack, traits, told, analyte, state) => {
    expect(stateOf(pack, traits, analyte, ...told)).toBe(state);
  });

  it("are as good as their worst line, and what nobody measured is not met", () => {
    expect(judgeComposition(COMPOSITION_PACKS.eu, ORDINARY, [m("water", 17)]).state).toBe("not-told");
    expect(judgeComposition(COMPOSITION_PACKS.eu, ORDINARY, [m("water", 17), m("hmf", 90)]).state).toBe(
      "not-met",
    );
  });
});
