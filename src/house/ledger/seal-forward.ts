/** A house whose entries were made before their deeds were sealed is sealed as it stands, once, by an entry of its own. */
import type { Knex } from "knex";
import { keepHead } from "./head";
import { beforeNew, type EntryRow, takeTurn } from "./records/entries";
import { entryHash } from "./seal";
import { SEAL_FORWARD, verifyChain } from "./verify";

/** @returns how many entries were sealed now; 0 when there was nothing to do */
export async function sealForward(db: Knex, now = new Date()): Promise<number> {
  const made = await db.transaction(async (tx) => {
    await takeTurn(tx);
    const unsealed = await tx("entry").whereNull("deeds").first("id");
    if (!unsealed || (await tx("entry").where({ command: SEAL_FORWARD }).first("id"))) return null;
    const report = await verifyChain(tx);
    if (!report.intact)
      throw new Error(
        `The ledger is not as it was written and is not sealed over: entry ${report.firstBroken?.entry}, ${report.firstBroken?.what}.`,
      );
    const { entries, sha256 } = report.walked.unsealed;
    const key = `${SEAL_FORWARD}-${sha256.slice(0, 16)}`;
    const { nextId, lastHash } = await beforeNew(tx, key);
    const entry: Omit<EntryRow, "hash"> = {
      id: nextId,
      command: SEAL_FORWARD,
      who: "House",
      device: "migration",
      happened_at: now,
      recorded_at: now,
      input: {},
      output: { entries, sha256 },
      say: `The ${entries} entries before this one are sealed with all they moved and stated.`,
      grams: null,
      undoable: false,
      idempotency_key: key,
      prev_hash: lastHash,
      deeds: {},
    };
    const hash = entryHash(entry);
    await tx("entry").insert({ ...entry, hash });
    return { entry: entry.id, hash, entries };
  });
  if (!made) return 0;
  await keepHead(made);
  return made.entries;
}
