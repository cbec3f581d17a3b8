import type { Knex } from "knex";

export interface House {
  readonly name: string;
  readonly address: string;
  readonly country: string;
  readonly zone: string;
  readonly lot_prefix: string;
  readonly target_pct: number;
  readonly limit_pct: number;
  readonly settle_hours: number;
  readonly best_before_months: number;
  /** Null until the house was named. */
  readonly entry_id: number | null;
}

/** What holds until a house is set up. The figures are common practice; 18.6 % is USDA grade A (1985). */
export const UNNAMED_HOUSE: House = {
  name: "Your honey house",
  address: "",
  country: "",
  zone: Intl.DateTimeFormat().resolvedOptions().timeZone || "UTC",
  lot_prefix: "L",
  target_pct: 17.5,
  limit_pct: 18.6,
  settle_hours: 24,
  best_before_months: 24,
  entry_id: null,
};

export async function houseNow(db: Knex): Promise<House> {
  return (await db("live_house_profile").orderBy("id", "desc").first()) ?? UNNAMED_HOUSE;
}
