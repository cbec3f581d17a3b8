import { describe, expect, it } from "vitest";
import type { FieldOf } from "./spec";
import { type FieldSpec, inputFrom } from "./spec";

describe("a form's values as a command's input", () => {
  it("leaves out what was not filled, at any depth, and keeps what was said to be not so", () => {
    expect(
      inputFrom({
        yard: "Kiln Field",
        supers: [{ tag: "41", grossKg: "21,4" }, { tag: "42", note: "" }, { tag: "" }],
        note: "",
        terms: { owner: "" },
        atc: false,
      }),
    ).toEqual({
      yard: "Kiln Field",
      supers: [{ tag: "41", grossKg: "21,4" }, { tag: "42" }],
      atc: false,
    });
    expect(inputFrom({ note: "" })).toEqual({});
  });

  it("are named as the command names them", () => {
    const good: FieldSpec<FieldOf<"add-yard">> = { name: "country", label: "Country" };
    // @ts-expect-error: the command has no such field.
    const bad: FieldSpec<FieldOf<"add-yard">> = { name: "land", label: "Country" };
    expect([good.name, bad.name]).toEqual(["country", "land"]);
  });
});
