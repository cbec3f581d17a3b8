/** Long lists, a page at a time by key, never by offset. */
import type { Knex } from "knex";
import { buyers, type LotRow, type ParcelRow, recentLots, recentParcels } from "../bottle/records";
import { type BatchRow, recentBatches } from "../spin/records/batches";

const PAGE = 40;

export interface Page<T> {
  readonly rows: readonly T[];
  /** The key to ask for older ones with; null at the end. */
  readonly older: number | null;
}

/** A key as it stands in an address; anything else is the newest page. */
export const keyFrom = (text: string | undefined): number | undefined =>
  text && /^\d{1,12}$/.test(text) ? Number(text) : undefined;

const paged = <T>(rows: readonly T[], keyOf: (row: T) => number): Page<T> => {
  const last = rows[PAGE - 1];
  return { rows: rows.slice(0, PAGE), older: rows.length > PAGE && last ? keyOf(last) : null };
};

export const lotsPage = async (db: Knex, before?: number): Promise<Page<LotRow>> =>
  paged(await recentLots(db, PAGE + 1, before), (l) => l.id);
export const batchesPage = async (db: Knex, before?: number): Promise<Page<BatchRow>> =>
  paged(await recentBatches(db, PAGE + 1, before), (b) => b.number);
export const parcelsPage = async (db: Knex, before?: number): Promise<Page<ParcelRow>> =>
  paged(await recentParcels(db, PAGE + 1, before), (p) => p.id);
export const buyerNames = async (db: Knex): Promise<string[]> => (await buyers(db)).map((b) => b.name);
