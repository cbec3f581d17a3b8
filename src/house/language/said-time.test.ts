import fc from "fast-check";
import { DateTime } from "luxon";
import { describe, expect, it } from "vitest";
import { momentAt } from "./said-time";

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
