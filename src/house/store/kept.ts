/** What the store keeps beside its vessels: samples, what was tasted, what was not seen at the last stock-take. */
import type { Knex } from "knex";
import { dayIn, whenIn, writtenDay } from "../language/clock";
import { massG } from "../language/shown";
import { capital } from "../language/spoken";
import type { Snapshot } from "../standing/snapshot";

export type { TastingRow } from "./records";

import { notSeen, type SampleRow, samplesKept, type TastingRow, tastingsOf } from "./records";

export interface KeptSample {
  readonly id: number;
  readonly title: string;
  readonly mass: string;
  readonly place: string;
  readonly until: string | null;
  readonly over: boolean;
}

const told = (x: SampleRow, today: string): KeptSample => ({
  id: x.id,
  title: capital(x.name),
  mass: massG(x.grams, 2),
  place: x.place,
  until: x.keep_until && writtenDay(x.keep_until),
  over: x.keep_until !== null && x.keep_until < today,
});

/** Samples that are kept back, those first whose day comes first. */
export const keptSamples = async (db: Knex, s: Snapshot): Promise<KeptSample[]> =>
  (await samplesKept(db, s.now)).map((x) => told(x, dayIn(s.house.zone, s.now)));

export interface StoreKeeps {
  readonly unseen: readonly { name: string; href: string; place: string; when: string }[];
  readonly samples: readonly KeptSample[];
  /** The newest word on how each fill tastes. */
  readonly tasted: ReadonlyMap<number, TastingRow>;
}

export async function storeKeeps(db: Knex, s: Snapshot): Promise<StoreKeeps> {
  const fills = s.vessels.map((v) => v.fillId);
  const [missing, samples, tasted] = await Promise.all([
    notSeen(db, fills),
    keptSamples(db, s),
    tastingsOf(db, fills, s.now),
  ]);
  const byFill = new Map(s.vessels.map((v) => [v.fillId, v]));
  return {
    unseen: missing.flatMap((m) => {
      const v = byFill.get(m.fill_id);
      return v
        ? [
            {
              name: v.name,
              href: `/trace/${v.kind}/${encodeURIComponent(v.tag)}`,
              place: m.place,
              when: whenIn(s.house.zone, m.at, s.now),
            },
          ]
        : [];
    }),
    samples,
    tasted: new Map(tasted.map((t) => [t.fill_id, t])),
  };
}
