import { describe, expect, it } from "vitest";
import { askedAt, wrongFigures } from "./judge";

const kg = { what: "The weight", min: 0.001, max: 60, unit: "kg" } as const;

describe("an input judged without the house", () => {
  it("is right where every figure is one and within its bounds, as it is typed", () => {
    const figures = { kg: { ...kg, needed: true }, "rows.*.kg": { ...kg, needed: false } };
    for (const input of [{ kg: "21,4" }, { kg: 21.4, rows: [] }, { kg: "40 lb", rows: [{ kg: "1" }, {}] }])
      expect(wrongFigures(input, figures)).toBeNull();
  });

  it("is told beside each field in the house's words, and all of it in short", () => {
    const figures = { kg: { ...kg, needed: true }, "rows.*.kg": { ...kg, needed: false } };
    expect(wrongFigures({ rows: [{ kg: "2" }, { kg: "most" }, { kg: "90" }] }, figures)).toEqual({
      message:
        'The weight is missing. The weight: "most" is not a number. The weight must be between 0.001 and 60 kg, not 90 kg. If these are pounds, write 90 lb.',
      errors: [
        { path: "kg", message: "The weight is missing." },
        { path: "rows.1.kg", message: 'The weight: "most" is not a number.' },
        {
          path: "rows.2.kg",
          message: "The weight must be between 0.001 and 60 kg, not 90 kg. If these are pounds, write 90 lb.",
        },
      ],
    });
  });

  it("leaves to the house what is no figure at all, and what it does not know of", () => {
    expect(wrongFigures({ kg: true, tag: "??" }, { kg: { ...kg, needed: true } })).toBeNull();
    expect(wrongFigures({ room: "warm" }, { "room.kg": { ...kg, needed: false } })).toBeNull();
  });

  it("knows a field by its place, whichever row it stands in", () => {
    expect(askedAt("supers.0.grossKg")).toBe("supers.*.grossKg");
    expect(askedAt("rows.12")).toBe("rows.*");
    expect(askedAt("kg")).toBe("kg");
  });
});
