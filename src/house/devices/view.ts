/** Refractometers with their checks, and the devices that post by themselves. */

import type { Knex } from "knex";
import { offsetInWaterPct, type ReadingScale } from "@/core/moisture";
import { type DeviceRow, devices, newestPost } from "../hot-room/records";
import { shortDayIn, whenIn } from "../language/clock";
import { asWritten } from "../language/shown";
import { type CheckedInstrument, instruments, offsetOf, standingAt } from "../readings/records/instruments";
import type { Snapshot } from "../standing/snapshot";

export interface InstrumentView {
  readonly name: string;
  readonly shows: string;
  readonly compensates: string;
  readonly offset: string;
  readonly verified: boolean;
  /** For reckoning a drop while it is typed. */
  readonly scale: ReadingScale;
  readonly corrects: boolean;
  readonly offsetIndex: number;
  readonly standing: string;
  readonly due: string;
  readonly log: readonly {
    readonly when: string;
    readonly who: string;
    readonly reference: string;
    readonly figures: string;
    readonly offset: string;
    readonly drift: string;
  }[];
}

const points = (x: number): string => `${x >= 0.05 ? "+" : x <= -0.05 ? "−" : "±"}${Math.abs(x).toFixed(1)}`;

/** So many of an instrument's newest checks are told, each with what it had drifted since the one before. */
const LOG = 8;

function shown(i: CheckedInstrument, s: Pick<Snapshot, "house" | "now">): InstrumentView {
  const standing = standingAt(i, s.now);
  const unit = { water: "% water", brix: "°Bx", index: "index" }[i.scale];
  return {
    name: i.name,
    shows: `${unit}, steps of ${i.resolution}`,
    compensates: i.compensates
      ? `itself, ${asWritten(i.atc_lo_c ?? 0, "°C")} to ${asWritten(i.atc_hi_c ?? 0, "°C")}`
      : "by Aumbry",
    scale: i.scale,
    corrects: i.compensates,
    offsetIndex: standing.offset,
    offset: `${points(offsetInWaterPct(standing.offset))} points`,
    verified: standing.verified,
    standing: standing.verified
      ? "checked"
      : (standing.doubts[0] ?? "").replace("it was", "").replace("its check was", "check").trim(),
    due: standing.dueMs === null ? "now" : whenIn(s.house.zone, new Date(standing.dueMs), s.now),
    log: i.checks
      .map((c, n) => {
        const before = i.checks[n - 1];
        const offset = offsetInWaterPct(offsetOf(i, c));
        return {
          when: `${shortDayIn(s.house.zone, c.at)}`,
          who: c.who,
          reference: c.reference,
          figures: `${c.expected} → ${c.shown} at ${asWritten(c.temp_c, "°C", 1)}${c.adjusted ? ", then set right" : ""}`,
          offset: points(offset),
          drift: before
            ? points(offset - (before.adjusted ? 0 : offsetInWaterPct(offsetOf(i, before))))
            : "–",
        };
      })
      .reverse()
      .slice(0, LOG),
  };
}

export const instrumentsView = async (
  db: Knex,
  s: Pick<Snapshot, "house" | "now">,
): Promise<InstrumentView[]> =>
  (await instruments(db, { since: s.now, least: LOG + 1 })).map((i) => shown(i, s));

export const devicesView = (db: Knex): Promise<DeviceRow[]> => devices(db);

/** Which kinds of device this house has, so that forms offer to take a value from them. */
export type AtHand = Partial<Record<DeviceRow["kind"], { readonly name: string; readonly standIn: boolean }>>;
export async function devicesAtHand(db: Knex): Promise<AtHand> {
  return Object.fromEntries(
    (await devices(db))
      .filter((d) => d.place === null)
      .map((d) => [d.kind, { name: d.name, standIn: d.stand_in }]),
  );
}

const FRESH_MS = 2 * 60_000;
/** What a device says just now; null when it has said nothing for two minutes. */
export const freshPost = async (db: Knex, kind: DeviceRow["kind"], now = new Date()) =>
  (await newestPost(db, kind, new Date(now.getTime() - FRESH_MS))) ?? null;
