import fc from "fast-check";
import { DateTime } from "luxon";
import { describe, expect, it } from "vitest";
import {
  ageBetween,
  dayIn,
  daysLater,
  momentOf,
  monthsLater,
  timeOfDayIn,
  todayFrom,
  wallTimeIn,
  whenIn,
  writtenDay,
} from "./clock";

const at = (iso: string): Date => new Date(iso);

describe("the house's clock", () => {
  it("knows which day it is where the house stands, not where the server does", () => {
    expect(dayIn("Pacific/Auckland", at("2026-08-12T13:00:00Z"))).toBe("2026-08-13");
    expect(dayIn("America/Los_Angeles", at("2026-08-13T03:00:00Z"))).toBe("2026-08-12");
  });

  it("shows day and time as Luxon does, in every zone, around each change of the clocks", () => {
    const zones = [
      "UTC",
      "Europe/Lisbon",
      "America/St_Johns",
      "Australia/Lord_Howe",
      "Pacific/Chatham",
      "Pacific/Apia",
      "Asia/Kolkata",
    ];
    const offsetAt = (zone: string, ms: number) => DateTime.fromMillis(ms, { zone }).offset;
    // The very moments of the changes of 1990 to 2040, and any others.
    const [from, until, month] = [Date.UTC(1990), Date.UTC(2040), 30 * 86_400_000];
    const changes = zones.flatMap((zone) => {
      const found: number[] = [];
      for (let ms = from; ms < until; ms += month) {
        let [before, after] = [ms, ms + month];
        if (offsetAt(zone, before) === offsetAt(zone, after)) continue;
        while (after - before > 1) {
          const middle = Math.floor((before + after) / 2);
          if (offsetAt(zone, middle) === offsetAt(zone, before)) before = middle;
          else after = middle;
        }
        found.push(after);
      }
      return found;
    });
    expect(changes.length).toBeGreaterThan(300);
    fc.assert(
      fc.property(
        fc.constantFrom(...zones),
        fc.oneof(fc.constantFrom(...changes), fc.integer({ min: 631_152_000_000, max: 2_208_988_800_000 })),
        fc.oneof(fc.integer({ min: -5, max: 5 }), fc.integer({ min: -7_200_000, max: 7_200_000 })),
        (zone, near, off) => {
          const moment = new Date(near + off);
          const luxon = DateTime.fromJSDate(moment, { zone });
          expect([dayIn(zone, moment), timeOfDayIn(zone, moment), wallTimeIn(zone, moment)]).toEqual([
            luxon.toISODate(),
            luxon.toFormat("HH:mm"),
            luxon.toFormat("yyyy-MM-dd'T'HH:mm"),
          ]);
        },
      ),
      { numRuns: 3000 },
    );
  });

  it("counts days of the calendar as Luxon does, over leap days and turns of the year", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 36_524 }),
        fc.integer({ min: -4000, max: 4000 }),
        (from, days) => {
          const day = DateTime.fromISO("1990-01-01").plus({ days: from });
          expect(daysLater(day.toISODate() as string, days)).toBe(day.plus({ days }).toISODate());
        },
      ),
    );
    expect(daysLater("2028-02-28", 1)).toBe("2028-02-29");
    expect(() => daysLater("no day", 1)).toThrow(RangeError);
  });

  it("books a day's thing at its noon, and today's at this moment", () => {
    const now = at("2026-08-13T09:30:00Z");
    expect(momentOf("2026-08-13", "UTC", now)).toEqual(now);
    expect(momentOf("2026-08-12", "UTC", now)).toEqual(at("2026-08-12T12:00:00Z"));
    // The day the clocks went forward.
    expect(momentOf("2026-03-29", "Europe/Lisbon", now)).toEqual(at("2026-03-29T11:00:00Z"));
  });

  it.each([
    ["2026-08-13T14:20:00Z", "14:20"],
    ["2026-08-14T14:20:00Z", "Fri 14:20"],
    ["2026-08-25T14:20:00Z", "25 Aug 14:20"],
  ])("says %s as %s", (moment, words) => {
    expect(whenIn("UTC", at(moment), at("2026-08-13T09:30:00Z"))).toBe(words);
  });

  it.each([
    [45, "45 min"],
    [90, "2 h"],
    [47 * 60, "47 h"],
    [80 * 60, "3 days"],
    [-5, "0 min"],
  ])("an age of %d minutes is %s", (minutes, words) => {
    expect(
      ageBetween(
        at("2026-08-13T00:00:00Z"),
        new Date(at("2026-08-13T00:00:00Z").getTime() + minutes * 60_000),
      ),
    ).toBe(words);
  });

  it.each([
    ["all day", "UTC", "2026-11-24T14:00:00Z", "2026-11-24T00:00:00Z"],
    ["from midnight, early in the day", "UTC", "2026-11-24T08:30:00Z", "2026-11-24T00:00:00Z"],
    ["over midnight, for a shift", "UTC", "2026-11-24T01:30:00Z", "2026-11-23T17:30:00Z"],
    ["by the house's midnight", "Europe/Athens", "2026-11-23T23:00:00Z", "2026-11-23T15:00:00Z"],
    ["in the house's day", "America/Denver", "2026-11-24T01:30:00Z", "2026-11-23T07:00:00Z"],
  ])("what was done counts %s", (_, zone, now, from) => {
    expect(todayFrom(zone, at(now))).toEqual(at(from));
  });

  it("adds months by the calendar", () => {
    expect(monthsLater("2026-08-31", 18)).toBe("2028-02-29");
    expect(writtenDay("2028-02-29")).toBe("29 Feb 2028");
  });
});
