import { dayIn, writtenDay } from "../language/clock";
import { plural } from "../language/spoken";
import type { Decision } from "../standing/model";
import type { Snapshot } from "../standing/snapshot";
import { URGENCY } from "../standing/urgency";
import type { KeptNow } from "./status";

const DAY_MS = 86_400_000;
/** A night may be missed by a machine that was off; two may not. */
const OLD_MS = 1.5 * DAY_MS;
/** So many more of the last size should find room, and never less than so much. */
const ROOM_FOR = 5;
const LEAST_FREE = 500_000_000;

export const megabytes = (bytes: number): string =>
  bytes >= 1e9 ? `${(bytes / 1e9).toFixed(1)} GB` : `${Math.max(1, Math.round(bytes / 1e6))} MB`;

/** What is wrong with the backups, in words; null when nothing is. */
export function wrongWithKept(
  { status, freeBytes }: KeptNow,
  now: Date,
  zone: string,
): { readonly what: string; readonly so: string } | null {
  if (!status?.last)
    return {
      what: "No backup of the house is there",
      so: status?.fault
        ? `The last try failed: ${status.fault}`
        : "A disk that breaks would take every entry with it.",
    };
  const age = now.getTime() - new Date(status.last.at).getTime();
  if (age > OLD_MS)
    return {
      what: `The last backup is ${plural(Math.floor(age / DAY_MS), "day")} old`,
      so: `It is of ${writtenDay(dayIn(zone, new Date(status.last.at)))}. ${status.fault ? `The last try failed: ${status.fault}` : "Whoever makes them has stopped."}`,
    };
  if (status.fault) return { what: "The last backup did not hold", so: status.fault };
  if (freeBytes !== null && freeBytes < Math.max(LEAST_FREE, ROOM_FOR * status.last.bytes))
    return {
      what: `The disk of the backups has ${megabytes(freeBytes)} left`,
      so: `One of them takes ${megabytes(status.last.bytes)}; soon none finds room.`,
    };
  return null;
}

export function keptDecisions(s: Snapshot): Decision[] {
  const wrong = s.kept && s.house.entry_id !== null ? wrongWithKept(s.kept, s.now, s.house.zone) : null;
  if (!wrong) return [];
  return [
    {
      id: "kept",
      bay: "Out",
      urgency: URGENCY.backup,
      tone: "heat",
      when: "any day",
      what: wrong.what,
      short: "no backup",
      so: wrong.so,
      action: { label: "See the backups", href: "/set-up#backups" },
    },
  ];
}
