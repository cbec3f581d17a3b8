/** Is the chain of entries as it was written? */
import type { Knex } from "knex";
import { entryHash } from "./command";
import { type EntryRow, GENESIS } from "./records/entries";

export interface ChainReport {
  readonly intact: boolean;
  readonly entries: number;
  readonly firstBroken: EntryRow | null;
}

const PAGE = 2000;

/** Walks the whole chain, page by page. */
export async function verifyChain(db: Knex): Promise<ChainReport> {
  let prev = GENESIS;
  let after = 0;
  let entries = 0;
  for (;;) {
    const page = await db<EntryRow>("entry").where("id", ">", after).orderBy("id").limit(PAGE);
    for (const { hash, ...rest } of page) {
      if (rest.prev_hash !== prev || entryHash(rest) !== hash)
        return { intact: false, entries, firstBroken: { ...rest, hash } };
      prev = hash;
      entries += 1;
    }
    const last = page.at(-1);
    if (!last) return { intact: true, entries, firstBroken: null };
    after = last.id;
  }
}
