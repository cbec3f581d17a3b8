/**
 * A backup comes back into a database of its own, read by a role that owns nothing else, and is looked through
 * before it takes the house's place: its bytes, its shape, its rows, its seals and its mass.
 */
import { randomBytes } from "node:crypto";
import { mkdtemp, open, readFile, rm, stat } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Knex } from "knex";
import { connect, letIn, migrate, STEPS } from "@/db";
import { capital } from "@/house/language/spoken";
import { beginHeads } from "@/house/ledger/head";
import { sealForward } from "@/house/ledger/seal-forward";
import { verifyChain, whatIsOff } from "@/house/ledger/verify";
import { KeepingFault } from "./fault";
import { MANIFEST_FILE, type Manifest, manifestSchema, RECORDS_FILE } from "./manifest";
import { readPlainSql } from "./plain-sql";
import { differenceOf, shapeOf } from "./shape";
import { countsOf, stepsOf } from "./standing";
import { databaseNamed, pgTool, run, sha256OfFile } from "./tools";

export interface Keeper {
  /** The server's own administrator, on any database. */
  readonly adminUrl: string;
  /** The application's role, let into what was restored; none on a server that has only one. */
  readonly role?: string | undefined;
  /** The file of heads beside the database. */
  readonly heads?: string | undefined;
  readonly progress?: (text: string) => void;
  /** What was not as it was sealed when the backup was made comes back as it is, and is said. */
  readonly asItIs?: boolean;
}

export interface Looked {
  readonly entries: number;
  readonly head: { readonly entry: number; readonly hash: string };
  readonly rows: number;
  /** What does not hold; only where it was asked for as it is. */
  readonly broken: string | null;
  readonly manifest: Manifest | null;
}

type Kind =
  | { readonly kind: "sealed"; readonly folder: string; readonly manifest: Manifest }
  | { readonly kind: "plain" };

/** What sort of file that is, with its manifest read and its bytes compared. @throws KeepingFault */
async function opened(file: string, folder: string): Promise<Kind> {
  const handle = await open(file, "r");
  const start = Buffer.alloc(512);
  const { bytesRead } = await handle.read(start, 0, 512, 0);
  await handle.close();
  if (start.toString("latin1", 257, 262) !== "ustar") {
    const text = start.toString("latin1", 0, bytesRead);
    if (bytesRead > 0 && /^[\t\r\n\x20-\x7e\x80-\xff]*$/.test(text)) return { kind: "plain" };
    throw new KeepingFault("That is no backup of a house.");
  }
  await run("tar", [
    "--extract",
    `--file=${file}`,
    `--directory=${folder}`,
    MANIFEST_FILE,
    RECORDS_FILE,
  ]).catch(() => {
    throw new KeepingFault("The file is cut off or damaged: its parts cannot be taken out.");
  });
  const parsed = manifestSchema.safeParse(
    await readFile(join(folder, MANIFEST_FILE), "utf8")
      .then(JSON.parse)
      .catch(() => null),
  );
  if (!parsed.success) throw new KeepingFault("The backup's manifest cannot be read, or is of another time.");
  const records = join(folder, RECORDS_FILE);
  if (
    (await stat(records)).size !== parsed.data.records.bytes ||
    (await sha256OfFile(records)) !== parsed.data.records.sha256
  )
    throw new KeepingFault("The file is damaged: its records are not the ones that were put away (sha-256).");
  return { kind: "sealed", folder, manifest: parsed.data };
}

/** What was made once, by server and steps: the same steps make the same shape there. */
const shapes = new Map<string, Promise<Set<string>>>();

/** The shape this program itself makes by `steps`. */
function shapeBy(admin: Knex, adminUrl: string, steps: readonly string[]): Promise<Set<string>> {
  const by = [adminUrl, ...steps].join(" ");
  const known = shapes.get(by);
  if (known) return known;
  const made = madeBy(admin, adminUrl, steps);
  shapes.set(by, made);
  made.catch(() => shapes.delete(by));
  return made;
}

/** It is made in a database of a moment. */
async function madeBy(admin: Knex, adminUrl: string, steps: readonly string[]): Promise<Set<string>> {
  const name = `aumbry_shape_${randomBytes(5).toString("hex")}`;
  await admin.raw(`create database ${name}`);
  const db = connect(databaseNamed(adminUrl, name), { patient: true, most: 2 });
  try {
    await migrate(db, steps);
    return await shapeOf(db);
  } finally {
    await db.destroy();
    await admin.raw(`drop database if exists ${name} with (force)`);
  }
}

async function mustHaveShape(db: Knex, admin: Knex, keeper: Keeper): Promise<void> {
  const steps = await stepsOf(db).catch(() => []);
  if (steps.length === 0) throw new KeepingFault("There is no house in that file.");
  const newer = steps.find((step, i) => step !== STEPS[i]);
  if (newer) throw new KeepingFault(`The house in that file is newer than this program ("${newer}").`);
  const difference = differenceOf(await shapeBy(admin, keeper.adminUrl, steps), await shapeOf(db));
  if (!difference) return;
  const first = difference.missing[0] ?? difference.strange[0] ?? "";
  const what =
    difference.missing.length > 0 ? "is missing or is not as it was" : "does not belong in a house";
  throw new KeepingFault(`The house in that file is not whole: ${first.slice(0, 160)} ${what}.`);
}

/** Rows, seals and mass. @throws KeepingFault naming the first thing that does not hold */
async function mustHold(db: Knex, manifest: Manifest | null, keeper: Keeper): Promise<Looked> {
  const counts = await countsOf(db);
  for (const [table, n] of Object.entries(manifest?.counts ?? {}))
    if (counts[table] !== n)
      throw new KeepingFault(`"${table}" has ${counts[table] ?? 0} rows; ${n} were put away.`);
  const report = await verifyChain(db, {
    told: manifest ? [manifest.head].filter((h) => h.entry > 0) : [],
    progress: (done, of) => keeper.progress?.(`reading the seals: ${done} of ${of} entries`),
  });
  const off = await whatIsOff(db);
  const { firstBroken } = report;
  const broken = firstBroken
    ? `Entry ${firstBroken.entry}${firstBroken.say && ` ("${firstBroken.say}")`} is not as it was sealed: ${firstBroken.what}.`
    : off
      ? `${capital(off)}.`
      : manifest && report.head.hash !== manifest.head.hash
        ? "There are entries after the last one that was put away."
        : null;
  if (broken && !keeper.asItIs) throw new KeepingFault(broken);
  return {
    entries: report.entries,
    head: report.head,
    rows: Object.values(counts).reduce((sum, n) => sum + n, 0),
    broken,
    manifest,
  };
}

/** Reads a backup into a fresh database and looks through it. `then` may keep it; otherwise it is gone afterwards. */
async function lookedThrough<T>(
  file: string,
  keeper: Keeper,
  then: (looked: Looked, name: string, admin: Knex) => Promise<T>,
): Promise<T> {
  const mark = randomBytes(6).toString("hex");
  const [name, role, password] = [
    `aumbry_restoring_${mark}`,
    `aumbry_reader_${mark}`,
    randomBytes(18).toString("hex"),
  ];
  const folder = await mkdtemp(join(tmpdir(), "aumbry-restore-"));
  const admin = connect(databaseNamed(keeper.adminUrl, "postgres"), { patient: true, most: 2 });
  let role_made = false;
  try {
    const backup = await opened(file, folder);
    await admin.raw(`create role ${role} login nosuperuser nocreatedb nocreaterole password '${password}'`);
    role_made = true;
    await admin.raw(`create database ${name} owner ${role}`);
    const readerUrl = new URL(databaseNamed(keeper.adminUrl, name));
    readerUrl.username = role;
    readerUrl.password = "";
    keeper.progress?.("reading the file into a database of its own");
    if (backup.kind === "sealed")
      await run(
        pgTool("pg_restore"),
        [
          "--no-owner",
          "--no-privileges",
          "--exit-on-error",
          "--single-transaction",
          `--dbname=${readerUrl}`,
          join(backup.folder, RECORDS_FILE),
        ],
        { PGPASSWORD: password },
      ).catch((fault: Error) => {
        throw new KeepingFault(`The records cannot be read back: ${fault.message}`);
      });
    else {
      readerUrl.password = password;
      await readPlainSql(readerUrl.toString(), file);
    }
    const db = connect(databaseNamed(keeper.adminUrl, name), { patient: true, most: 2 });
    try {
      keeper.progress?.("comparing the house's shape");
      await mustHaveShape(db, admin, keeper);
      const looked = await mustHold(db, backup.kind === "sealed" ? backup.manifest : null, keeper);
      await db.raw(`reassign owned by ${role} to current_user`);
      await db.destroy();
      return await then(looked, name, admin);
    } finally {
      await db.destroy();
    }
  } finally {
    await admin.raw(`drop database if exists ${name} with (force)`).catch(() => {});
    if (role_made) await admin.raw(`drop role if exists ${role}`).catch(() => {});
    await admin.destroy();
    await rm(folder, { recursive: true, force: true });
  }
}

/** Looks a backup file through as a restore would, and leaves everything as it is. @throws KeepingFault */
export const verifyBackup = (file: string, keeper: Keeper): Promise<Looked> =>
  lookedThrough(file, keeper, async (looked) => looked);

/** Two restores at once take the house's place one after the other. */
const TAKING_PLACE = 417_001;

/** Puts the house named `database` back from a file. @throws KeepingFault; then the house is as it was */
export function restore(
  file: string,
  database: string,
  keeper: Keeper,
): Promise<Looked & { readonly keptAs: string | null }> {
  return lookedThrough(file, keeper, async (looked, name, admin) => {
    const db = connect(databaseNamed(keeper.adminUrl, name), { patient: true, most: 2 });
    let head = looked.head;
    try {
      await migrate(db);
      if (!looked.broken) await sealForward(db);
      if (keeper.role) await letIn(db, keeper.role);
      const last = await db("entry").orderBy("id", "desc").first("id", "hash");
      if (last) head = { entry: last.id, hash: last.hash };
    } finally {
      await db.destroy();
    }
    const keptAs = await takePlace(admin, name, database);
    if (keeper.heads)
      await beginHeads(keeper.heads, `restored ${new Date().toISOString()}`, head.entry > 0 ? head : null);
    return { ...looked, head, keptAs };
  });
}

/** The restored database takes the house's name; the one before keeps another. Both, or neither. */
async function takePlace(admin: Knex, name: string, database: string): Promise<string | null> {
  const stamp = new Date().toISOString().replace(/\D/g, "").slice(0, 14);
  const keptAs = `aumbry_before_${stamp}_${randomBytes(3).toString("hex")}`;
  const held = await admin.client.acquireConnection();
  const ask = (sql: string, values: unknown[] = []) => held.query(sql, values);
  try {
    await ask("select pg_advisory_lock($1)", [TAKING_PLACE]);
    const { rows } = await ask("select 1 from pg_database where datname = $1", [database]);
    await ask("select pg_terminate_backend(pid) from pg_stat_activity where datname = any($1)", [
      [database, name],
    ]);
    if (rows.length > 0) await ask(`alter database "${database}" rename to ${keptAs}`);
    try {
      await ask(`alter database ${name} rename to "${database}"`);
    } catch (fault) {
      if (rows.length > 0) await ask(`alter database ${keptAs} rename to "${database}"`);
      throw new KeepingFault(
        `The house's place could not be taken: ${(fault as Error).message}. The house is as it was.`,
      );
    }
    return rows.length > 0 ? keptAs : null;
  } finally {
    await ask("select pg_advisory_unlock($1)", [TAKING_PLACE]).catch(() => {});
    await admin.client.releaseConnection(held);
  }
}
