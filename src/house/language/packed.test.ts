import fc from "fast-check";
import { expect, it } from "vitest";
import { packed, unpacked } from "./packed";

it("what is packed comes out as it went in, in its order, whatever the tags are called", () => {
  const kind = fc.record({ emptyKg: fc.constantFrom(5.2, 6), depth: fc.constantFrom("medium", "deep") });
  fc.assert(
    fc.property(fc.dictionary(fc.string(), kind), (things) => {
      const back = unpacked(packed(Object.entries(things)));
      expect(back).toEqual({ ...things });
      expect(Object.keys(back)).toEqual(Object.keys(things));
    }),
  );
});

it("five thousand alike are told as one kind", () => {
  const { kinds, tags, of } = packed(
    Array.from({ length: 5000 }, (_, i) => [`S${i}`, { emptyKg: 5.2, frames: 10, depth: "medium" }] as const),
  );
  expect(kinds).toHaveLength(1);
  expect(tags.length + of.length).toBeLessThan(60_000);
});
