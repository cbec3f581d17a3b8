/** What drains beside the vessels: cappings' bins, with the time they need. */
import type { Knex } from "knex";
import { ageBetween, whenIn } from "../language/clock";
import { massG } from "../language/shown";
import { binsHolding } from "../spin/records/cappings";
import type { Snapshot } from "../standing/snapshot";

/** Cappings drain most of what they give in a day to two, where it is warm (common practice). */
export const DRAINS_H = { from: 24, to: 48 } as const;
const HOUR_MS = 3_600_000;

export interface Draining {
  readonly tag: string;
  readonly mass: string;
  readonly age: string;
  readonly says: string;
  readonly done: boolean;
}

export async function draining(db: Knex, s: Snapshot): Promise<Draining[]> {
  return (await binsHolding(db)).map((b) => {
    const from = new Date(b.opened_at.getTime() + DRAINS_H.from * HOUR_MS);
    const to = new Date(b.opened_at.getTime() + DRAINS_H.to * HOUR_MS);
    return {
      tag: b.tag,
      mass: massG(b.grams),
      age: ageBetween(b.opened_at, s.now),
      says:
        from > s.now
          ? `drained ${whenIn(s.house.zone, from, s.now)} to ${whenIn(s.house.zone, to, s.now)}`
          : "drained: weigh what came, melt the rest",
      done: from <= s.now,
    };
  });
}
