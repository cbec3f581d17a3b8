import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { readDay, writeDay } from "./day";

describe("a day as it is written", () => {
  it.each([
    ["2026-08-13", "2026-08-13"],
    ["13.8.2026", "2026-08-13"],
    ["13. 8. 2026", "2026-08-13"],
    ["13.8.", "2026-08-13"],
    ["13 Aug 2026", "2026-08-13"],
    ["13 august", "2026-08-13"],
    [" 29 Feb 2024 ", "2024-02-29"],
    ["29 Feb 2026", null],
    ["31.4.2026", null],
    ["8/13/2026", null],
    ["13 Foo 2026", null],
    ["soon", null],
    ["", null],
  ])("%j is %s", (text, day) => {
    expect(readDay(text, 2026)).toBe(day);
  });

  it("is read back as it was written, whatever the day", () => {
    fc.assert(
      fc.property(
        fc.date({ min: new Date("1990-01-01"), max: new Date("2100-12-31"), noInvalidDate: true }),
        (at) => {
          const day = at.toISOString().slice(0, 10);
          expect(readDay(writeDay(day), 1)).toBe(day);
        },
      ),
    );
  });
});
