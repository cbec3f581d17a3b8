/**
 * The seals are watched, not walked at each look: a process walks the whole chain once, in the background and
 * page by page, and from then on only what came since. A whole walk can be asked for again.
 */
import type { Knex } from "knex";
import { keptHeads } from "./head";
import { wronglyOpen } from "./records/still-open";
import { type ChainReport, driftGrams, verifyChain } from "./verify";

/** What is kept ready beside the ledger, held against it; read with the whole chain. */
interface KeptReady {
  readonly driftGrams: number;
  /** What is kept as open and is not, or the other way about. */
  readonly wronglyOpen: string | null;
}

export interface Watched {
  /** The newest finding; null while the first walk goes on. */
  readonly found: (ChainReport & KeptReady) | null;
  /** How far a whole walk is that goes on now. */
  readonly walking: { readonly done: number; readonly of: number } | null;
  /** When everything was last read back, and how many entries that were. */
  readonly whole: { readonly at: Date; readonly entries: number } | null;
}

interface Watch {
  found: Watched["found"];
  walking: Watched["walking"];
  whole: Watched["whole"];
  walk: Promise<void> | null;
}

const watches = new WeakMap<Knex, Watch>();

const watchOf = (db: Knex): Watch => {
  const known = watches.get(db) ?? { found: null, walking: null, whole: null, walk: null };
  watches.set(db, known);
  return known;
};

async function walkWhole(db: Knex, watch: Watch): Promise<void> {
  watch.walking = { done: 0, of: 0 };
  try {
    const report = await verifyChain(db, {
      told: await keptHeads(),
      progress: (done, of) => {
        watch.walking = { done, of };
      },
    });
    watch.found = { ...report, driftGrams: await driftGrams(db), wronglyOpen: await wronglyOpen(db) };
    watch.whole = { at: new Date(), entries: report.entries };
  } finally {
    watch.walking = null;
    watch.walk = null;
  }
}

/** Reads everything back, once however many ask. */
export function checkWhole(db: Knex): Promise<void> {
  const watch = watchOf(db);
  watch.walk ??= walkWhole(db, watch);
  return watch.walk;
}

/** How the seals stand: what came since the last look is walked at once, the whole in the background. */
export async function sealsNow(db: Knex): Promise<Watched> {
  const watch = watchOf(db);
  if (!watch.found) {
    const walk = checkWhole(db);
    // A house of a few days is read back while one waits.
    await Promise.race([walk, new Promise((resolve) => setTimeout(resolve, 250))]);
    walk.catch(() => {});
  } else if (watch.found.intact && !watch.walking) {
    const since = await verifyChain(db, { from: watch.found.walked });
    const { driftGrams: drift, wronglyOpen: open } = watch.found;
    watch.found = { ...since, driftGrams: drift, wronglyOpen: open };
  }
  return { found: watch.found, walking: watch.walking, whole: watch.whole };
}
