import { afterEach, describe, expect, it } from "vitest";
import type { Shown } from "@/core/units";
import { readClock } from "./clock-time";
import { massKg, number, tempC } from "./fields";
import { clockSaid, daySaid, weekdaySaid } from "./said-time";
import { asKept, asWritten, mass, readersAreFoundBy, retold, temp } from "./shown";

const US: Shown = { mass: "lb", temperature: "F", volume: "gal", length: "in", day: "mdy", clock: "12" };
const read = (as: Shown | undefined) => readersAreFoundBy(() => as);
afterEach(() => read(undefined));

const problemOf = (
  field: { safeParse(x: unknown): { success: boolean; error?: { issues: { message: string }[] } } },
  x: unknown,
) => field.safeParse(x).error?.issues[0]?.message ?? "fits";

describe("figures as whoever reads reads them", () => {
  it("are the house's own where nobody says otherwise", () => {
    expect(mass(12.853)).toBe("12.9 kg");
    expect(daySaid("2026-08-13")).toBe("13 Aug 2026");
  });

  it("are said in pounds and Fahrenheit to who reads so, and kept in kilograms all the same", () => {
    read(US);
    expect(mass(12.853)).toBe("28.3 lb");
    expect(temp(29.5)).toBe("85.1 °F");
    expect(asWritten(58.2 * 0.45359237, "kg")).toBe("58.2 lb");
    expect(asKept(() => mass(12.853))).toBe("12.9 kg");
    expect(() =>
      asKept(() => {
        throw new Error("in the middle");
      }),
    ).toThrow("in the middle");
    expect(mass(1)).toBe("2.2 lb");
  });

  it("a kept sentence is retold by its own figures, and what only looks like one is left", () => {
    const kept = "Pail 26 weighs 1,021.6 kg: 20.4 kg net at 27 °C, 0.30 kg·m; lot A12 kgs, batch 5.";
    expect(retold(kept)).toBe(kept);
    read(US);
    expect(retold(kept)).toBe(
      "Pail 26 weighs 2,252.2 lb: 45.0 lb net at 81 °F, 0.30 kg·m; lot A12 kgs, batch 5.",
    );
  });

  it.each([
    ["2026-08-13", "Aug 13, 2026", "Thu, Aug 13"],
    ["2026-01-02", "Jan 2, 2026", "Fri, Jan 2"],
  ])("%s is written %s", (day, written, weekday) => {
    read(US);
    expect(daySaid(day)).toBe(written);
    expect(weekdaySaid(day)).toBe(weekday);
  });

  it.each([
    ["00:05", "12:05 am"],
    ["11:59", "11:59 am"],
    ["12:00", "12:00 pm"],
    ["23:30", "11:30 pm"],
  ])("%s is said %s, and read back", (kept, said) => {
    read(US);
    expect(clockSaid(kept)).toBe(said);
    expect(readClock(said)).toBe(kept);
  });

  it.each(["24:00", "13 pm", "0 am", "830", "8:5", "noon", ""])("%j is no time of the day", (text) => {
    expect(readClock(text)).toBeNull();
  });
});

describe("a refusal speaks in the units that are read", () => {
  const weight = massKg("The weight", 60);
  const warmth = tempC("The room", 5, 60);

  it("with its bounds, and what was typed as it was typed", () => {
    expect(problemOf(weight, "82")).toContain("between 0.001 and 60 kg, not 82 kg");
    read(US);
    expect(problemOf(weight, "300 lb")).toBe("The weight must be between 0.002 and 132.3 lb, not 300 lb.");
    expect(problemOf(warmth, "30 F")).toContain("between 41 and 140 °F, not 30 °F");
  });

  it("and asks whether pounds were meant where the house reads kilograms", () => {
    expect(problemOf(weight, "82")).toContain("If these are pounds, write 82 lb.");
    expect(problemOf(weight, "900")).not.toContain("pounds");
    expect(problemOf(warmth, "85")).toContain("If this is Fahrenheit, write 85 F.");
    read(US);
    expect(problemOf(weight, "150 kg")).not.toContain("pounds");
  });

  it("volumes and lengths are read in any unit", () => {
    const holds = number("What it holds", 0.5, 4000, "L");
    expect(holds.parse("5 gal")).toBeCloseTo(18.93, 2);
    expect(problemOf(holds, "3 lb")).toContain('"lb" is not a unit of volume');
    expect(number("Its diameter", 5, 400, "cm").parse("24 in")).toBeCloseTo(60.96, 6);
  });
});
