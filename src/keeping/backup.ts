/**
 * A backup is one file: PostgreSQL's own format with a manifest beside it, both of one moment, written under
 * another name, on the disk before it is called a backup, and readable by nobody else.
 */
import { randomBytes } from "node:crypto";
import { chmod, mkdtemp, rename, rm, stat, writeFile } from "node:fs/promises";
import { basename, dirname, join, resolve } from "node:path";
import { connect } from "@/db";
import { verifyChain, whatIsOff } from "@/house/ledger/verify";
import { KeepingFault } from "./fault";
import { MANIFEST_FILE, type Manifest, RECORDS_FILE } from "./manifest";
import { countsOf, stepsOf } from "./standing";
import { pgTool, run, settle, settleFolderOf, sha256OfFile } from "./tools";

export interface Kept {
  readonly file: string;
  readonly manifest: Manifest;
}

/** Puts the whole house at `url` into `file`. @throws KeepingFault; then there is no such file, or the one there was */
export async function backup(
  url: string,
  file: string,
  progress: (text: string) => void = () => {},
): Promise<Kept> {
  const target = resolve(file);
  const folder = await mkdtemp(join(dirname(target), ".aumbry-backup-")).catch((cause: Error) => {
    throw new KeepingFault(`${dirname(target)} cannot be written: ${cause.message}`);
  });
  const db = connect(url, { patient: true, most: 2 });
  try {
    const records = join(folder, RECORDS_FILE);
    const manifest = await db.transaction(
      async (tx) => {
        const [{ snapshot }] = (await tx.raw("select pg_export_snapshot() as snapshot")).rows;
        const report = await verifyChain(tx, {
          progress: (done, of) => progress(`reading the ledger back: ${done} of ${of} entries`),
        });
        const intact = report.intact && (await whatIsOff(tx)) === null;
        const [counts, steps] = [await countsOf(tx), await stepsOf(tx)];
        progress("writing the records");
        await run(pgTool("pg_dump"), [
          "--format=custom",
          "--no-owner",
          "--no-privileges",
          // Whoever is signed in now is not signed in to a house that comes back.
          "--exclude-table-data=door.session",
          "--exclude-table-data=door.ticket",
          "--exclude-table-data=door.challenge",
          "--exclude-table-data=door.way_in",
          "--exclude-table-data=door.attempt",
          `--snapshot=${snapshot}`,
          `--file=${records}`,
          `--dbname=${url}`,
        ]);
        const head = await tx("entry").orderBy("id", "desc").first("id", "hash");
        return {
          format: "aumbry-backup",
          version: 1,
          madeAt: new Date().toISOString(),
          steps,
          counts,
          head: { entry: head?.id ?? 0, hash: head?.hash ?? "0".repeat(64) },
          intact,
          records: { bytes: (await stat(records)).size, sha256: await sha256OfFile(records) },
        } satisfies Manifest;
      },
      { isolationLevel: "repeatable read", readOnly: true },
    );
    await writeFile(join(folder, MANIFEST_FILE), `${JSON.stringify(manifest, null, 1)}\n`, { mode: 0o600 });
    const part = join(dirname(target), `.${basename(target)}.${randomBytes(4).toString("hex")}.part`);
    try {
      await writeFile(part, "", { mode: 0o600 });
      await run("tar", ["--create", `--file=${part}`, `--directory=${folder}`, MANIFEST_FILE, RECORDS_FILE]);
      await chmod(part, 0o600);
      await settle(part);
      await rename(part, target);
      await settleFolderOf(target);
    } finally {
      await rm(part, { force: true });
    }
    return { file: target, manifest };
  } finally {
    await db.destroy();
    await rm(folder, { recursive: true, force: true });
  }
}
