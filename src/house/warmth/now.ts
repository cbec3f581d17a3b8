/** How warmth stands now: what stands in which warmer, whether one overshoots, how each vessel's honey looks. */
import { group } from "d3-array";
import type { Knex } from "knex";
import type { WarmerKind } from "./kinds";
import {
  type AirNow,
  airNow,
  airOfPlaces,
  type LookRow,
  looksOf,
  type WarmingRow,
  warmers,
  warmingsOf,
} from "./records";

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;
/** A thermometer that said nothing for so long says nothing of now. */
const FRESH_MS = HOUR_MS;
/** A thermometer swings by so much over what a warmer may be before anybody is called, °C. */
const GRACE_C = 1;
/** What was typed of a place's air holds so long. */
const AIR_MS = 7 * DAY_MS;

export interface WarmerNow {
  readonly name: string;
  readonly kind: WarmerKind;
  readonly tempC: number;
  readonly spreadC: number;
  readonly places: number;
  /** Fills that stand in it. */
  readonly inIt: readonly number[];
  /** What its thermometer said last, within the hour; null where none did. */
  readonly nowC: number | null;
  /** Its thermometer spoke before and is silent now: when it spoke last, and what it said. */
  readonly silent: { readonly since: Date; readonly lastC: number } | null;
  /** Hours it was warmer than it may be since the oldest of what stands in it came in, and how warm it got. */
  readonly over: { readonly hours: number; readonly hottestC: number } | null;
}

export interface WarmthNow {
  readonly warmers: readonly WarmerNow[];
  readonly air: readonly AirNow[];
  /** What it stands in; undefined for one that stands in no warmth. */
  readonly warming: (fillId: number) => WarmingRow | undefined;
  readonly looks: (fillId: number) => readonly LookRow[];
}

/** As warm as a warmer may be, anywhere in it. */
export const mayBeC = (w: Pick<WarmerNow, "tempC" | "spreadC">): number => w.tempC + w.spreadC + GRACE_C;

export async function warmthNow(db: Knex, fills: readonly number[], now: Date): Promise<WarmthNow> {
  const [all, rows, looks, air] = await Promise.all([
    warmers(db),
    warmingsOf(db, fills, now),
    looksOf(db, fills, now),
    airNow(db, new Date(now.getTime() - AIR_MS), now),
  ]);
  const last = new Map(rows.map((r) => [r.fill_id, r]));
  const warming = [...last.values()].filter((r) => r.warmer !== null);
  const since = warming.reduce<Date | null>((a, r) => (!a || r.at < a ? r.at : a), null);
  const hours = since ? await airOfPlaces(db, since, now, "hour") : [];
  const byPlace = group(hours, (h) => h.place.toLowerCase());
  const lookOf = group(looks, (l) => l.fill_id);
  return {
    air,
    warming: (fillId) => {
      const row = last.get(fillId);
      return row?.warmer ? row : undefined;
    },
    looks: (fillId) => lookOf.get(fillId) ?? [],
    warmers: all.map((w): WarmerNow => {
      const own = warming.filter((r) => r.warmer?.toLowerCase() === w.name.toLowerCase());
      const began = own.reduce((t, r) => Math.min(t, r.at.getTime()), Number.POSITIVE_INFINITY);
      const may = mayBeC({ tempC: w.temp_c, spreadC: w.spread_c });
      const hot = (byPlace.get(w.name.toLowerCase()) ?? []).filter(
        (h) => h.at.getTime() + h.hours * HOUR_MS > began && h.hi_c > may,
      );
      const said = air.find((a) => a.place.toLowerCase() === w.name.toLowerCase());
      return {
        name: w.name,
        kind: w.kind,
        tempC: w.temp_c,
        spreadC: w.spread_c,
        places: w.places,
        inIt: own.map((r) => r.fill_id),
        nowC: said && now.getTime() - said.at.getTime() < FRESH_MS ? said.temp_c : null,
        silent:
          said && said.device !== null && now.getTime() - said.at.getTime() >= FRESH_MS
            ? { since: said.at, lastC: said.temp_c }
            : null,
        over:
          hot.length === 0
            ? null
            : {
                hours: hot.reduce((h, x) => h + x.hours, 0),
                hottestC: Math.max(...hot.map((h) => h.hi_c)),
              },
      };
    }),
  };
}
