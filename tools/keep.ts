/** backup FILE | restore FILE [--as-it-is] | export FILE | import FILE | verify [FILE | ENTRY:SEAL]: what ./aumbry calls for the house's keeping. */
import { existsSync } from "node:fs";
import { connect, letIn, migrate } from "@/db";
import { keptHeads } from "@/house/ledger/head";
import { fingerprint } from "@/house/ledger/seal";
import { verifyChain, whatIsOff } from "@/house/ledger/verify";
import {
  backup,
  exportJson,
  importJson,
  inOneLine,
  type Keeper,
  KeepingFault,
  restore,
  verifyBackup,
} from "@/keeping";
import { databaseNamed } from "@/keeping/tools";

const [what = "", named = ""] = process.argv.slice(2);
const adminUrl = process.env.AUMBRY_OWNER_URL ?? process.env.DATABASE_URL ?? "";
const house = process.env.AUMBRY_DATABASE ?? "aumbry";

let last = 0;
/** One line that moves where a person looks on; one now and then where nobody does. */
function progress(text: string): void {
  if (process.stderr.isTTY) process.stderr.write(`\r\u001b[K· ${text}`);
  else if (Date.now() - last > 2000) {
    last = Date.now();
    process.stderr.write(`· ${text}\n`);
  }
}
const say = (text: string) => {
  if (process.stderr.isTTY) process.stderr.write("\r\u001b[K");
  console.log(text);
};

const keeper: Keeper = {
  adminUrl,
  role: process.env.AUMBRY_ROLE,
  heads: process.env.AUMBRY_HEADS,
  progress,
  asItIs: process.argv.includes("--as-it-is"),
};

async function verifyHouse(): Promise<void> {
  const printed = /^(\d{1,15}):([0-9a-f]{4,64})$/i.exec(named.replaceAll("-", ""));
  if (named !== "" && !printed)
    throw new KeepingFault(`There is no file ${named}, and a seal is written as ENTRY:SEAL, 277:3F2A-91BC.`);
  const told = printed ? [{ entry: Number(printed[1]), hash: (printed[2] ?? "").toLowerCase() }] : [];
  const db = connect(databaseNamed(adminUrl, house), { patient: true, most: 2 });
  try {
    const report = await verifyChain(db, {
      told: [...(await keptHeads()), ...told],
      progress: (done, of) => progress(`reading the ledger back: ${done} of ${of} entries`),
    });
    const { firstBroken } = report;
    if (firstBroken)
      throw new KeepingFault(
        `Entry ${firstBroken.entry}${firstBroken.say && ` ("${firstBroken.say}")`} does not hold: ${firstBroken.what}.`,
      );
    const off = await whatIsOff(db);
    if (off) throw new KeepingFault(`Every seal holds, but ${off}.`);
    say(
      `Intact: ${report.entries} entries with all they moved and stated; mass closes to the gram. Newest seal: ${fingerprint(report.head)}.`,
    );
  } finally {
    await db.destroy();
  }
}

try {
  if (what === "backup") {
    const { file, manifest } = await backup(databaseNamed(adminUrl, house), named, progress);
    say(
      `The whole house is in ${file}: ${manifest.counts.entry} entries, seal ${fingerprint(manifest.head)}.`,
    );
    if (!manifest.intact) say("But it was not as it was sealed: ./aumbry verify tells where.");
  } else if (what === "restore") {
    const done = await restore(named, house, keeper);
    say(
      `Restored: ${done.entries} entries, ${done.rows} rows; every seal holds and mass closes to the gram.`,
    );
    if (done.broken) say(`But it came back as it is: ${done.broken}`);
    if (!done.manifest)
      say(
        "The file was plain SQL without a manifest: whether entries are missing at its end cannot be told.",
      );
    if (done.keptAs) say(`What was there before is kept as database ${done.keptAs}.`);
  } else if (what === "export") {
    const db = connect(databaseNamed(adminUrl, house), { patient: true, most: 2 });
    try {
      const rows = await exportJson(db, named, progress);
      say(`The whole house is in ${named}: ${rows} rows as JSON.`);
    } finally {
      await db.destroy();
    }
  } else if (what === "import") {
    const db = connect(databaseNamed(adminUrl, house), { patient: true, most: 2 });
    try {
      await migrate(db);
      const { entries, rows } = await importJson(db, named, progress);
      if (keeper.role) await letIn(db, keeper.role);
      say(`Read in: ${entries} entries, ${rows} rows; every seal holds and mass closes to the gram.`);
    } finally {
      await db.destroy();
    }
  } else if (named !== "" && existsSync(named)) {
    const looked = await verifyBackup(named, keeper);
    say(`The file holds: ${looked.entries} entries, ${looked.rows} rows, seal ${fingerprint(looked.head)}.`);
    if (!looked.manifest)
      say("It is plain SQL without a manifest: whether entries are missing at its end cannot be told.");
  } else await verifyHouse();
} catch (fault) {
  if (process.stderr.isTTY) process.stderr.write("\r\u001b[K");
  console.error(inOneLine(fault, house));
  if (what === "restore") console.error("The house is as it was.");
  process.exitCode = 1;
}
