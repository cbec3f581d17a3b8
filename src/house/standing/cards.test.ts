import { describe, expect, it } from "vitest";
import { asCards, inTurn } from "./decisions";
import type { Decision } from "./model";

const decision = (id: string, when: string, urgency: number, kind?: string): Decision => ({
  id,
  bay: "Hot room",
  urgency,
  tone: "water",
  when,
  what: id,
  short: id,
  so: "",
  ...(kind ? { kind } : {}),
});
const ids = (list: readonly Decision[]) => list.map((d) => d.id);

describe("decisions as they stand on the bench", () => {
  it("what is for now never stands below what is for soon, however it presses", () => {
    const list = inTurn([
      decision("a", "any day", 1),
      decision("b", "soon", 2),
      decision("c", "Fri 10:00", 3),
      decision("d", "now", 60),
      decision("e", "3 h over", 40),
    ]);
    expect(ids(list)).toEqual(["e", "d", "b", "c", "a"]);
  });

  it("twelve stacks of one kind are one card where the first of them stood; two are two", () => {
    const stacks = Array.from({ length: 12 }, (_, i) => decision(`s${i}`, "now", 20, "stacks are drying"));
    const cards = asCards([...stacks.slice(0, 1), decision("x", "now", 21, "one"), ...stacks.slice(1)]);
    expect(cards).toHaveLength(2);
    expect(cards[0]).toMatchObject({ kind: "stacks are drying", list: stacks });
    expect(asCards(stacks.slice(0, 2))).toEqual(stacks.slice(0, 2));
  });
});
