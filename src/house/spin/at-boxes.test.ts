import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { atBoxes, type ToldUncapped } from "./at-boxes";

const bench = (person: string, fromMs = 0, toMs = 1000) => ({ person, fromMs, toMs });
const said = (who: string, tag: string, atMs: number): ToldUncapped => ({ who, tag, atMs });
const BOXES = ["1", "2", "3", "4", "5", "6"];
const now = (
  people: ReturnType<typeof bench>[],
  told: ToldUncapped[],
  { nowMs = 500, gone = [] as string[] } = {},
) => {
  const done = new Set([...told.map((t) => t.tag), ...gone]);
  const left = new Set(BOXES.filter((b) => !done.has(b)));
  return Object.fromEntries(
    atBoxes(people, told, { boxes: BOXES, left, nowMs }).map(({ person, of }) => [person, of]),
  );
};

describe("who is at which box", () => {
  const both = [bench("Ada"), bench("Bo")];
  it.each<[string, ReturnType<typeof now>, object]>([
    ["each takes the next", now(both, []), { Ada: "1", Bo: "2" }],
    [
      "one who is done takes the next; the other stays at theirs",
      now(both, [said("ada", "1", 10)]),
      { Ada: "3", Bo: "2" },
    ],
    ["however often", now(both, [said("Ada", "1", 10), said("Ada", "3", 20)]), { Ada: "4", Bo: "2" }],
    [
      "the lead tells it for somebody: the one whose box it was goes on",
      now(both, [said("Ines", "2", 10)]),
      { Ada: "1", Bo: "3" },
    ],
    [
      "somebody does another's box: each has one of their own",
      now(both, [said("Ada", "2", 10)]),
      { Ada: "1", Bo: "3" },
    ],
    [
      "who comes later takes what is free then",
      now([bench("Ada"), bench("Bo", 50)], [said("Ada", "1", 10)]),
      { Ada: "2", Bo: "3" },
    ],
    [
      "who goes home leaves theirs to the next",
      now([bench("Ada"), bench("Bo", 0, 30)], [said("Ada", "1", 40)]),
      { Ada: "2" },
    ],
    ["who is not there yet has none", now([bench("Ada"), bench("Bo", 900)], []), { Ada: "1" }],
    [
      "a box that was spun without a word is nobody's",
      now(both, [], { gone: ["1", "3"] }),
      { Ada: "4", Bo: "2" },
    ],
    [
      "there are fewer boxes than hands",
      now(
        both,
        BOXES.slice(0, 5).map((b, i) => said("Ada", b, i + 1)),
      ),
      { Ada: undefined, Bo: "6" },
    ],
  ])("%s", (_, is, should) => {
    expect(is).toEqual(JSON.parse(JSON.stringify(should)));
  });

  it("no box is ever two people's, and whoever told nothing keeps theirs while it is there", () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({ who: fc.constantFrom("Ada", "Bo", "Cy", "Ines"), tag: fc.constantFrom(...BOXES) }),
          {
            maxLength: 8,
          },
        ),
        (told) => {
          const people = ["Ada", "Bo", "Cy"].map((p) => bench(p));
          const timed = told.map((t, i) => said(t.who, t.tag, i + 1));
          const before = now(people, timed);
          expect(new Set(Object.values(before)).size).toBe(Object.values(before).length);
          const [next] = Object.values(before);
          if (next === undefined) return;
          const after = now(people, [...timed, said("Ines", next, 400)]);
          for (const [person, box] of Object.entries(before))
            if (box !== next) expect(after[person]).toBe(box);
        },
      ),
      { seed: 11, numRuns: 300 },
    );
  });
});
