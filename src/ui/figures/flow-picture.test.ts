import { describe, expect, it } from "vitest";
import { alongside } from "./flow-picture";

describe("what lies before and behind a thing in the picture", () => {
  const links = [
    { from: "yard", to: "super 1" },
    { from: "yard", to: "super 2" },
    { from: "super 1", to: "batch" },
    { from: "super 2", to: "other" },
    { from: "batch", to: "lot" },
    { from: "lot", to: "buyer" },
  ];
  it.each([
    ["batch", ["batch", "buyer", "lot", "super 1", "yard"]],
    ["buyer", ["batch", "buyer", "lot", "super 1", "yard"]],
    ["super 2", ["other", "super 2", "yard"]],
    ["nothing", ["nothing"]],
  ])("%s", (id, along) => {
    expect([...alongside(id, links)].sort()).toEqual(along);
  });
});
