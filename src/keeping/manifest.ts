/** What stands beside the records in a backup: enough to tell whether what comes back is what was put away. */
import { z } from "zod";

export const manifestSchema = z.strictObject({
  format: z.literal("aumbry-backup"),
  version: z.literal(1),
  madeAt: z.iso.datetime(),
  /** The steps the house's shape had come to. */
  steps: z.array(z.string()),
  /** Rows of every table. */
  counts: z.record(z.string(), z.number().int().min(0)),
  head: z.strictObject({ entry: z.number().int().min(0), hash: z.string().regex(/^[0-9a-f]{64}$/) }),
  /** Whether chain and mass held when it was made; what was broken then is said again when it comes back. */
  intact: z.boolean(),
  records: z.strictObject({
    bytes: z.number().int().min(1),
    sha256: z.string().regex(/^[0-9a-f]{64}$/),
  }),
});

export type Manifest = z.infer<typeof manifestSchema>;

export const MANIFEST_FILE = "manifest.json";
export const RECORDS_FILE = "house.dump";
