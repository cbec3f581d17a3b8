import { describe, expect, it } from "vitest";
import { fitting } from "./draft";
import type { FieldSpec } from "./spec";

const FIELDS: readonly FieldSpec[] = [
  { name: "batch", label: "Batch", kind: "choice", options: [{ value: "5", label: "Batch 5" }] },
  { name: "kg", label: "Weight", kind: "figure" },
  { name: "shaky", label: "It shook", kind: "check" },
];

describe("what of a draft still fits", () => {
  it.each([
    ["what was typed", { kg: "26.4", shaky: true, batch: "5" }, { kg: "26.4", shaky: true, batch: "5" }],
    ["a batch that is closed since", { batch: "4", kg: "2" }, { kg: "2" }],
    ["a field that is gone", { gone: "x" }, {}],
    ["nonsense", { kg: 3, shaky: "yes", batch: null }, {}],
    ["nothing", null, {}],
    ["a list", ["x"], {}],
  ])("%s", (_, kept, fits) => {
    expect(fitting(kept, FIELDS)).toEqual(fits);
  });
});
