import type { Knex } from "knex";
import { DEFAULT_RULES, type RipenessRules, type School } from "@/core/moisture";
import { type Shown, shownFrom } from "@/core/units";
import { newestFirst } from "./newest";

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
  /** How ripeness is judged here. */
  readonly school: School;
  readonly sealed_pct: number;
  readonly shake_max_pct: number;
  /** Hours pulled supers may wait before beetles are a risk. */
  readonly beetle_hours: number;
  readonly spin_temp_c: number;
  /** As rated; 0 when there is none. */
  readonly dehumidifier_l_day: number;
  /** Null until the house was named. */
  /** The units and styles it reads in, as words; null until somebody chose. */
  readonly shown: string | null;
  /** What it shows besides what every house needs, by name; null until somebody chose: everything. */
  readonly parts: readonly string[] | null;
  readonly entry_id: number | null;
}

/** What holds until a house is set up. The figures are common practice; 18.6 % is USDA grade A (1985). */
export const UNNAMED_HOUSE: House = {
  name: "Your honey house",
  address: "",
  country: "",
  zone: Intl.DateTimeFormat().resolvedOptions().timeZone || "UTC",
  lot_prefix: "L",
  target_pct: DEFAULT_RULES.targetPct,
  limit_pct: DEFAULT_RULES.limitPct,
  settle_hours: 24,
  best_before_months: 24,
  school: DEFAULT_RULES.school,
  sealed_pct: DEFAULT_RULES.sealedPct,
  shake_max_pct: DEFAULT_RULES.shakeMaxPct,
  beetle_hours: 48,
  spin_temp_c: 27,
  dehumidifier_l_day: 0,
  shown: null,
  parts: null,
  entry_id: null,
};

export interface HouseAsJson {
  readonly profile: Partial<House> | null;
  readonly rules: Partial<House> | null;
  readonly room: Partial<House> | null;
  readonly shown: string | null;
  readonly parts: string | null;
}

export const houseOf = ({ profile, rules, room, shown, parts }: HouseAsJson): House => ({
  ...UNNAMED_HOUSE,
  ...profile,
  ...rules,
  ...room,
  shown,
  parts: parts === null ? null : parts.split(",").filter((p) => p !== ""),
});

export async function houseNow(db: Knex): Promise<House> {
  const { rows } = await db.raw("select house_as_json() as house");
  return houseOf(rows[0].house);
}

/** The units and styles the house reads in, as text; "" where nobody said. */
export const SHOWN_OF_HOUSE = `coalesce((select x.shown from live_shown_units x order by ${newestFirst("x")} limit 1), '')`;

/** The same as they are read by. */
export async function unitsOfTheHouse(db: Knex): Promise<Shown> {
  const { rows } = await db.raw(`select ${SHOWN_OF_HOUSE} as shown`);
  return shownFrom(rows[0].shown);
}

/** How this house judges ripeness, or another school for once. */
export const rulesOf = (house: House, school: School = house.school): RipenessRules => ({
  school,
  sealedPct: house.sealed_pct,
  shakeMaxPct: house.shake_max_pct,
  targetPct: house.target_pct,
  limitPct: house.limit_pct,
});
