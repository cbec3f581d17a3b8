import { describe, expect, it } from "vitest";
import { inputFrom } from "./spec";

describe("a form's values as a command's input", () => {
  it("nests dotted paths into lists and leaves out what was not filled", () => {
    expect(
      inputFrom({
        yard: "Kiln Field",
        "supers.0.tag": "41",
        "supers.0.grossKg": "21,4",
        "supers.1.tag": "42",
        note: "",
        atc: true,
      }),
    ).toEqual({
      yard: "Kiln Field",
      supers: [{ tag: "41", grossKg: "21,4" }, { tag: "42" }],
      atc: true,
    });
  });
});
