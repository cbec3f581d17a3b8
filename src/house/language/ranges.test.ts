import { describe, expect, it } from "vitest";
import { tags } from "./ranges";

const said = (raw: string): string => {
  const outcome = tags("super").safeParse(raw);
  return outcome.success ? outcome.data.join(" ") : (outcome.error.issues[0]?.message ?? "");
};

describe("a list of tags", () => {
  it.each([
    ["41-43, S60", "41 42 43 60"],
    ["41 41", "Super 41 is named twice."],
    ["", "Name at least one super."],
    ["1-1900 3001-3400", "At most 2,000 at a time."],
    // None of these is the name of one super.
    ["2001-4500", "At most 2,000 at a time."],
    ["52-41", "52-41 runs backward: the lower figure first, or a comma between two tags."],
    ["S41..43", "41 42 43"],
    ["s41–s43", "41 42 43"],
    ["A8-A11", "A8 A9 A10 A11"],
    ["A8-11", "A8-11"],
    ["A8-B11", "A8-B11"],
    ["008-011", "008 009 010 011"],
    ["OLD-OAK", "OLD-OAK"],
  ])("%s", (raw, says) => {
    expect(said(raw)).toBe(says);
  });

  it("nonsense is not worked through: tag after tag, or run after run", () => {
    // Each by itself would be a quarter of a million tags compared with each other.
    expect(said("4 ".repeat(400_000))).toBe("At most 2,000 at a time.");
    expect(said(Array.from({ length: 2000 }, (_, i) => `${i * 499}-${i * 499 + 498}`).join(" "))).toBe(
      "At most 2,000 at a time.",
    );
  }, 5000);
});
