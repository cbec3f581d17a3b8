/**
 * What is known of the house's backups: whoever makes them writes it down beside them, and the house reads it there.
 * Without a folder of backups nobody keeps them here, and nothing is said.
 */
import { readFile, statfs } from "node:fs/promises";
import { join } from "node:path";
import { z } from "zod";

export const STATUS_FILE = "kept.json";

const statusSchema = z.object({
  /** When it was last tried. */
  triedAt: z.iso.datetime(),
  /** Why the last try failed, as a sentence; "" when it did not. */
  fault: z.string().max(2000),
  /** The newest backup that was read back and held; null where there is none. */
  last: z
    .object({
      at: z.iso.datetime(),
      file: z.string().max(200),
      bytes: z.number().int().nonnegative(),
      entries: z.number().int().nonnegative(),
    })
    .nullable(),
});
export type KeptStatus = z.infer<typeof statusSchema>;

export const statusText = (status: KeptStatus): string =>
  `${JSON.stringify(statusSchema.parse(status), null, 1)}\n`;

/** What was written down last; null where nothing readable was. */
export async function statusIn(folder: string): Promise<KeptStatus | null> {
  try {
    return statusSchema.parse(JSON.parse(await readFile(join(folder, STATUS_FILE), "utf8")));
  } catch {
    return null;
  }
}

export interface KeptNow {
  readonly folder: string;
  readonly status: KeptStatus | null;
  /** Free on the disk they lie on; null where it cannot be asked. */
  readonly freeBytes: number | null;
}

/** How the backups stand; null where none are kept. */
export async function keptNow(folder = process.env.AUMBRY_KEPT): Promise<KeptNow | null> {
  if (!folder) return null;
  const disk = await statfs(folder).catch(() => null);
  return { folder, status: await statusIn(folder), freeBytes: disk ? disk.bavail * disk.bsize : null };
}
