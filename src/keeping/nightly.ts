/**
 * The house kept every night: a backup that is read back before it counts, the same as JSON beside it, and older ones
 * let go by age. What came of it is written down where the house reads it.
 */
import { randomBytes } from "node:crypto";
import { mkdir, readdir, rename, rm, stat, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { DateTime } from "luxon";
import { connect, lookAtTables } from "@/db";
import { type KeptStatus, STATUS_FILE, statusIn, statusText } from "@/house/kept/status";
import { exportJson } from "./as-json";
import { backup } from "./backup";
import { type Keeper, verifyBackup } from "./restore";
import { settle, settleFolderOf } from "./tools";

const NAME = /^house-(\d{4}-\d{2}-\d{2})\.(?:aumbry|json)$/;
const HALF = /^\.?house-[\w.-]{1,60}\.(?:fresh|part)$/;
const HALF_OLD_MS = 86_400_000;
/** The hour of the house's clock at which a night's backup is made. */
const AT_HOUR = 2;

/** How many are kept: of the last days, and the newest of each week and month before. */
export const KEEP = { days: 7, weeks: 5, months: 12 } as const;

/** Of days with a backup those that may go. @param days "2026-08-13", any order */
export function daysToDrop(days: readonly string[], keep: typeof KEEP = KEEP): string[] {
  const sorted = [...new Set(days)].sort().reverse();
  const stay = new Set(sorted.slice(0, keep.days));
  const newestOf = (most: number, of: (day: DateTime) => string): void => {
    const seen = new Set<string>();
    for (const day of sorted) {
      const period = of(DateTime.fromISO(day, { zone: "utc" }));
      if (seen.has(period)) continue;
      if (seen.size === most) break;
      seen.add(period);
      stay.add(day);
    }
  };
  newestOf(keep.weeks, (d) => `${d.weekYear} ${d.weekNumber}`);
  newestOf(keep.months, (d) => `${d.year} ${d.month}`);
  return sorted.filter((day) => !stay.has(day));
}

/** Whether a night has begun since the last try. */
export function nightIsDue(lastTry: Date | null, now: Date, zone: string): boolean {
  if (!lastTry) return true;
  const here = DateTime.fromJSDate(now, { zone });
  const tonight = here.startOf("day").plus({ hours: AT_HOUR });
  const night = here < tonight ? tonight.minus({ days: 1 }) : tonight;
  return lastTry.getTime() < night.toMillis();
}

async function writeDown(folder: string, status: KeptStatus): Promise<void> {
  const part = join(folder, `.${STATUS_FILE}.${randomBytes(4).toString("hex")}.part`);
  await writeFile(part, statusText(status), { mode: 0o600 });
  await settle(part);
  await rename(part, join(folder, STATUS_FILE));
  await settleFolderOf(part);
}

export interface Nightly {
  /** The house's database as its owner reaches it. */
  readonly url: string;
  readonly folder: string;
  readonly keeper: Keeper;
  readonly zone: string;
  readonly now?: Date;
}

/** Keeps the house as it is now. A fault is written down as well, and the last sound backup stays the last. */
export async function keepNow({ url, folder, keeper, zone, now = new Date() }: Nightly): Promise<KeptStatus> {
  await mkdir(folder, { recursive: true, mode: 0o700 });
  const before = await statusIn(folder);
  const day = DateTime.fromJSDate(now, { zone }).toISODate() ?? "";
  const file = join(folder, `house-${day}.aumbry`);
  // Two that keep at once do not write into each other's file.
  const fresh = join(folder, `.house-${day}.${randomBytes(4).toString("hex")}.fresh`);
  let last = before?.last ?? null;
  let fault = "";
  try {
    await backup(url, fresh, keeper.progress);
    // A file that was never read back is a hope. The one of before stays until this one holds.
    const looked = await verifyBackup(fresh, keeper);
    await rename(fresh, file);
    await settleFolderOf(file);
    last = {
      at: now.toISOString(),
      file: `house-${day}.aumbry`,
      bytes: (await stat(file)).size,
      entries: looked.entries,
    };
    await writeJson(url, join(folder, `house-${day}.json`));
    await letGo(folder);
    await lookAt(url);
  } catch (cause) {
    const said = `${(cause as Error).message ?? cause}`.split("\n", 1)[0]?.slice(0, 500);
    fault = said || "It is not known why.";
  } finally {
    await rm(fresh, { force: true });
  }
  const status: KeptStatus = { triedAt: now.toISOString(), fault, last };
  await writeDown(folder, status);
  return status;
}

/** The night is the time for it. */
async function lookAt(url: string): Promise<void> {
  const db = connect(url, { patient: true, most: 1 });
  await lookAtTables(db).finally(() => db.destroy());
}

/** The same house as any program can read it. */
async function writeJson(url: string, file: string): Promise<void> {
  const db = connect(url, { patient: true, most: 2 });
  const part = `${file}.${randomBytes(4).toString("hex")}.part`;
  try {
    await exportJson(db, part);
    await rename(part, file);
  } finally {
    await db.destroy();
    await rm(part, { force: true });
  }
}

/** When a file was last written, ms since 1970. One that another keeper has just finished is gone, and is not old. */
const writtenMs = (file: string): Promise<number> =>
  stat(file).then(
    ({ mtimeMs }) => mtimeMs,
    (fault: NodeJS.ErrnoException) => {
      if (fault.code === "ENOENT") return Number.POSITIVE_INFINITY;
      throw fault;
    },
  );

/** Older ones go by age; whatever has another name is not ours. */
async function letGo(folder: string): Promise<void> {
  const names = (await readdir(folder)).flatMap((name) => {
    const day = NAME.exec(name)?.[1];
    return day ? [{ name, day }] : [];
  });
  const drop = new Set(daysToDrop(names.map((n) => n.day)));
  for (const { name, day } of names) if (drop.has(day)) await rm(join(folder, name), { force: true });
  // What a power cut left half written.
  for (const name of (await readdir(folder)).filter((n) => HALF.test(n))) {
    if ((await writtenMs(join(folder, name))) < Date.now() - HALF_OLD_MS)
      await rm(join(folder, name), { force: true });
  }
}
