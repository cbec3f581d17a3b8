/** What the demo is told with: the house's places and boxes, chance by seed, and the hour each thing happened. */
import type { Knex } from "knex";
import { DateTime } from "luxon";
import { seeded } from "@/core/statistics/seeded";
import { COMMANDS, execute } from "@/house";
import { dayIn, daysLater } from "@/house/language/clock";

const DAY_MS = 86_400_000;
const MINUTE_MS = 60_000;

interface DemoYard {
  readonly name: string;
  readonly location: string;
  readonly note: string;
  readonly colonies: number;
  readonly first: number;
}
export const YARDS: Record<"kiln" | "sluice" | "tarn" | "parsonage", DemoYard> = {
  kiln: {
    name: "Kiln Field",
    location: "second gate after the brick kiln",
    note: "lime avenue to the south",
    colonies: 14,
    first: 1,
  },
  sluice: {
    name: "Sluice Cottage",
    location: "behind the cottage, by the sluice",
    note: "borage on the far bank",
    colonies: 12,
    first: 15,
  },
  tarn: {
    name: "Upper Tarn",
    location: "top of the cart track",
    note: "heather from August",
    colonies: 11,
    first: 27,
  },
  parsonage: {
    name: "Parsonage Wall",
    location: "inside the south wall",
    note: "gardens and hedges",
    colonies: 9,
    first: 38,
  },
};

export const EMPTY_KG = { deep: 7.4, medium: 5.2 } as const;
export const SUPERS = { deep: { first: 1, last: 12 }, medium: { first: 13, last: 64 } } as const;
export const PAIL = { emptyKg: 1.2, holdsKg: 27 } as const;

export const isDeep = (tag: number): boolean => tag <= SUPERS.deep.last;
export const framesIn = (tag: number): number => (isDeep(tag) ? 9 : 10);
export const emptyOf = (tag: number): number => (isDeep(tag) ? EMPTY_KG.deep : EMPTY_KG.medium);
export const range = (first: number, last: number): number[] =>
  Array.from({ length: last - first + 1 }, (_, i) => first + i);

/** The hour of the day at which a demo begins. */
const BEGINS_AT = 13;

/** A zone of whole hours in which it is early afternoon; the signs of the Etc zones run the other way round. */
export function afternoonZone(now: Date): string {
  const offset = ((BEGINS_AT - now.getUTCHours() + 36) % 24) - 12;
  return offset === 0 ? "Etc/UTC" : `Etc/GMT${offset > 0 ? "-" : "+"}${Math.abs(offset)}`;
}

export class Script {
  readonly rng = seeded(20260813);
  private step = 0;
  private pails = 0;
  /** Where it is early afternoon when the demo is made, whatever the hour here: its day makes sense then. */
  readonly zone: string;
  constructor(
    readonly db: Knex,
    readonly now: Date,
  ) {
    this.zone = afternoonZone(now);
  }

  /** Day and clock of a moment, as the house's own clock shows them. */
  dayOf(at: Date): string {
    return dayIn(this.zone, at);
  }
  clockOf(at: Date): string {
    const there = DateTime.fromJSDate(at, { zone: this.zone });
    return there.set({ minute: there.minute < 30 ? 0 : 30 }).toFormat("HH:mm");
  }

  /** Minutes before now of a clock hour on a past day (days counted back in blocks of 24 h). */
  /** The calendar day so many days from now. */
  dayAhead(days: number): string {
    return daysLater(dayIn(this.zone, this.now), days);
  }

  past(daysAgo: number, hour: number, minute = 0): number {
    const at = DateTime.fromMillis(this.now.getTime() - daysAgo * DAY_MS, { zone: this.zone }).set({
      hour,
      minute,
      second: 0,
      millisecond: 0,
    });
    return Math.max(0, (this.now.getTime() - at.toMillis()) / MINUTE_MS);
  }

  at(minutesAgo: number): Date {
    return new Date(this.now.getTime() - minutesAgo * MINUTE_MS);
  }

  /** Enters a command as `who`, at a moment that many minutes before now. */
  async enter<O = Record<string, unknown>>(
    who: string,
    minutesAgo: number,
    name: string,
    input: object,
  ): Promise<O> {
    const definition = COMMANDS.get(name);
    if (!definition) throw new Error(`The demo names an unknown command: ${name}`);
    this.step += 1;
    const key = `demo-${String(this.step).padStart(6, "0")}`;
    const answer = await execute(
      this.db,
      definition,
      { input, who, device: "demo", key },
      this.at(minutesAgo),
    );
    return answer.output as O;
  }

  nextPail(): string {
    this.pails += 1;
    return String(this.pails);
  }

  /** Supers of one yard as they are weighed in, colony after colony. */
  weighIn(yard: DemoYard, supers: readonly number[], capped: readonly [number, number]) {
    return supers.map((tag, i) => ({
      tag: String(tag),
      colony: String(yard.first + (i % yard.colonies)),
      cappedPct: this.rng.between(capped[0], capped[1], 0),
      grossKg: Number((emptyOf(tag) + this.rng.between(8.5, 14.5) * (isDeep(tag) ? 1.6 : 1)).toFixed(1)),
    }));
  }

  check(minutesAgo: number, shown: number) {
    return this.enter("Odile", minutesAgo, "check-instrument", {
      instrument: "R1",
      reference: "test block",
      expected: 17,
      shown,
    });
  }

  read(who: string, minutesAgo: number, tag: number, shown: number, tempC = 24) {
    return this.enter(who, minutesAgo, "read-moisture", {
      super: String(tag),
      instrument: "R1",
      value: shown,
      tempC,
    });
  }
}
