import fc from "fast-check";
import { DateTime } from "luxon";
import { describe, expect, it } from "vitest";
import { clockShifts } from "./clock";
import { momentAt, partsBy } from "./said-time";

describe("a day and a clock time as a moment", () => {
  it("is the one Luxon knows, in every zone, around changes of the clocks too", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(
          "UTC",
          "Europe/London",
          "America/New_York",
          "Pacific/Auckland",
          "Asia/Kolkata",
          "Etc/GMT+7",
        ),
        fc.integer({ min: 0, max: 1500 }),
        fc.integer({ min: 0, max: 1439 }),
        (zone, days, minutes) => {
          const there = DateTime.fromISO("2024-01-01", { zone: "utc" }).plus({ days, minutes });
          const [day, clock] = [there.toISODate(), there.toFormat("HH:mm")];
          const luxon = DateTime.fromISO(`${day}T${clock}`, { zone });
          // A time the clock skips or shows twice may be either of two.
          const same = luxon.toFormat("HH:mm") === clock;
          const off = Math.abs(momentAt(zone, day ?? "", clock) - luxon.toMillis());
          expect(same ? off % 3_600_000 : 0).toBe(0);
          expect(off).toBeLessThanOrEqual(same && luxon.getPossibleOffsets().length === 1 ? 0 : 3_600_000);
        },
      ),
      { numRuns: 300 },
    );
  });
});

it("by the shifts a house tells, a clock shows what Luxon knows, to the minute around each change", () => {
  fc.assert(
    fc.property(
      fc.constantFrom(
        "UTC",
        "Europe/London",
        "America/St_Johns",
        "Australia/Lord_Howe",
        "Pacific/Auckland",
        "Asia/Kolkata",
      ),
      fc.integer({ min: 0, max: 1500 * 1440 }),
      fc.integer({ min: 0, max: 400 * 1440 }),
      (zone, begin, minutes) => {
        const from = Date.UTC(2024, 0, 1) + begin * 60_000;
        const shifts = clockShifts(zone, from, from + 400 * 86_400_000);
        expect(shifts.length).toBeLessThanOrEqual(4);
        // Somewhere, and in the minutes before and after each change.
        for (const ms of [
          from + minutes * 60_000,
          ...shifts.slice(1).flatMap((s) => [s.fromMs - 60_000, s.fromMs]),
        ]) {
          const there = DateTime.fromMillis(ms, { zone });
          expect(partsBy(shifts, ms)).toEqual({ day: there.toISODate(), clock: there.toFormat("HH:mm") });
        }
      },
    ),
    { numRuns: 60 },
  );
});
