/** Keeps the house every night, as long as it runs; `--now` keeps it once. Started by ./aumbry serve. */
import { connect } from "@/db";
import { statusIn } from "@/house/kept/status";
import { houseNow } from "@/house/ledger/records/house";
import { inOneLine, type Keeper, keepNow, nightIsDue } from "@/keeping";
import { databaseNamed } from "@/keeping/tools";

const LOOK_EVERY_MS = 10 * 60_000;

const adminUrl = process.env.AUMBRY_OWNER_URL ?? "";
const folder = process.env.AUMBRY_KEPT ?? "";
const house = process.env.AUMBRY_DATABASE ?? "aumbry";
const url = databaseNamed(adminUrl, house);
if (!adminUrl || !folder) throw new Error("Run this through ./aumbry serve or ./aumbry keep.");
const keeper: Keeper = { adminUrl, role: process.env.AUMBRY_ROLE, heads: undefined };

async function zoneOfTheHouse(): Promise<string> {
  const db = connect(url, { patient: true, most: 1 });
  try {
    return (await houseNow(db)).zone;
  } finally {
    await db.destroy();
  }
}

async function keep(): Promise<boolean> {
  const { fault, last } = await keepNow({ url, folder, keeper, zone: await zoneOfTheHouse() });
  if (fault) console.error(`${new Date().toISOString()} not kept: ${fault}`);
  else console.log(`${new Date().toISOString()} kept as ${last?.file}: ${last?.entries} entries, read back`);
  return fault === "";
}

if (process.argv.includes("--now")) {
  const kept = await keep().catch((fault) => {
    console.error(inOneLine(fault, house));
    return false;
  });
  process.exit(kept ? 0 : 1);
}
for (;;) {
  try {
    const status = await statusIn(folder);
    if (nightIsDue(status ? new Date(status.triedAt) : null, new Date(), await zoneOfTheHouse()))
      await keep();
  } catch (fault) {
    // The records may be away; the next look tells.
    console.error(`${new Date().toISOString()} ${(fault as Error).message}`);
  }
  await new Promise((resolve) => setTimeout(resolve, LOOK_EVERY_MS));
}
