import type { Knex } from "knex";
import { allParcels, buyers, type ParcelRow } from "../records/lots";

export async function outView(db: Knex): Promise<{ parcels: ParcelRow[]; buyers: string[] }> {
  const [parcels, known] = await Promise.all([allParcels(db), buyers(db)]);
  return { parcels, buyers: known.map((b) => b.name) };
}
