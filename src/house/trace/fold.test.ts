import { sankey } from "d3-sankey";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { FlowNode, TraceView } from "@/house/trace";
import { foldedFlow, MOST_IN_A_COLUMN } from "./fold";

type Flow = TraceView["flow"];

const node = (id: string, column: number, kind: FlowNode["kind"], within?: string[]): FlowNode => ({
  id,
  column,
  kind,
  name: id,
  grams: 1000,
  href: `/trace/${id}`,
  isStart: false,
  ...(within ? { within } : {}),
});

/** So many supers of so many colonies in two yards, all through one batch. */
function lotOf(supers: number, colonies: number): Flow {
  const combs = Array.from({ length: supers }, (_, i) =>
    node(`super ${i}`, 1, "super", [i % 2 ? "Kiln Field" : "Mill Lane", `Colony ${i % colonies}`]),
  );
  return {
    nodes: [node("Kiln Field", 0, "yard"), node("Mill Lane", 0, "yard"), ...combs, node("batch", 2, "batch")],
    links: combs.flatMap((c) => [
      { from: c.within?.[0] ?? "", to: c.id, grams: 1000 },
      { from: c.id, to: "batch", grams: 1000 },
    ]),
  };
}
const supersSeen = (flow: ReturnType<typeof foldedFlow>) => flow.nodes.filter((n) => n.column === 1);
const into = (flow: Pick<Flow, "links">, id: string) =>
  flow.links.filter((l) => l.to === id).reduce((g, l) => g + l.grams, 0);

describe("a picture that fits", () => {
  it("draws few as they are", () => {
    const flow = lotOf(6, 3);
    expect(foldedFlow(flow, new Set()).links).toHaveLength(flow.links.length);
  });

  it("draws 58 supers as their yards, then colonies, then supers on opening, with every gram", () => {
    const flow = lotOf(58, 20);
    const shut = foldedFlow(flow, new Set());
    expect(supersSeen(shut).map((n) => n.name)).toEqual(["Mill Lane, 29 supers", "Kiln Field, 29 supers"]);
    expect(into(shut, "batch")).toBe(58_000);
    const yard = foldedFlow(flow, new Set(["in:Kiln Field"]));
    expect(supersSeen(yard)).toHaveLength(1 + 10);
    expect(supersSeen(yard).at(-1)?.name).toMatch(/^Colony \d+, [23] supers$/);
    const colony = foldedFlow(flow, new Set(["in:Kiln Field", "in:Kiln Field/Colony 1"]));
    expect(colony.nodes.find((n) => n.id === "super 1")).toMatchObject({
      opens: null,
      href: "/trace/super 1",
    });
    expect(into(colony, "batch")).toBe(58_000);
  });

  it("begins with the colonies where they are few", () => {
    expect(supersSeen(foldedFlow(lotOf(40, 4), new Set())).map((n) => n.name)).toContain(
      "Colony 0, 10 supers",
    );
  });

  it("any flow is drawn, folded or opened, also where folding closes a circle", () => {
    const links = fc.array(
      fc.record({
        from: fc.integer({ min: 0, max: 89 }),
        to: fc.integer({ min: 0, max: 89 }),
        grams: fc.integer({ min: 1, max: 9000 }),
      }),
      { minLength: 20, maxLength: 160 },
    );
    fc.assert(
      fc.property(links, fc.subarray(["more:1", "more:2", "more:3"]), (drawn, opened) => {
        // From the lower to the higher number: no circle, until nodes of one column are drawn as one.
        const nodes = Array.from({ length: 90 }, (_, i) => node(`n${i}`, i % 4, "pail"));
        const flow = {
          nodes,
          links: drawn
            .filter((l) => l.from < l.to)
            .map((l) => ({ ...l, from: `n${l.from}`, to: `n${l.to}` })),
        };
        const folded = foldedFlow(flow, new Set(opened));
        for (const c of [0, 1, 2, 3].filter((x) => !opened.includes(`more:${x}`)))
          expect(folded.nodes.filter((n) => n.column === c).length).toBeLessThanOrEqual(MOST_IN_A_COLUMN);
        sankey<{ id: string }, object>()
          .nodeId((n) => n.id)
          .extent([
            [0, 0],
            [900, 400],
          ])({
          nodes: folded.nodes.map((n) => ({ ...n })),
          links: folded.links.map((l) => ({ source: l.from, target: l.to, value: l.grams })),
        });
      }),
      { numRuns: 200 },
    );
  });
});
