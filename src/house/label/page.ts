/** What a lot tells whoever reads its code: never a colony, never a buyer, and nothing unless the house said so. */
import type { Knex } from "knex";
import { colourClass } from "@/core/honey/colour";
import { lotsMarked, markOf } from "../bottle/records";
import { writtenDay } from "../language/clock";
import { jar } from "../language/shown";
import { houseNow } from "../ledger/records/house";
import { behindLot, bloomsSaid } from "./facts";
import { lotPageRow } from "./records";

export interface LotPage {
  readonly lot: string;
  readonly kind: string;
  readonly house: string;
  readonly facts: readonly { readonly what: string; readonly says: string }[];
}

const month = (isoDay: string): string =>
  new Intl.DateTimeFormat("en-GB", { month: "long", year: "numeric", timeZone: "UTC" }).format(
    new Date(isoDay),
  );

/** Null where there is no such lot, or it is not shown: whoever asks learns no more. */
export async function lotPage(db: Knex, code: string): Promise<LotPage | null> {
  if (!/^[A-Za-z0-9-]{3,30}$/.test(code)) return null;
  const lots = await lotsMarked(db, code);
  const [lot] = lots;
  if (!lot) return null;
  const pages = await Promise.all(lots.map((l) => lotPageRow(db, l.id)));
  const shown = pages.find((p) => p?.shown);
  if (!shown) return null;
  const house = await houseNow(db);
  const { combs, fromOutside, origins } = await behindLot(db, lot);
  const days = combs.map((c) => c.date).sort();
  const [from, to] = [days[0], days.at(-1)];
  const blooms = shown.blooms ? bloomsSaid(lot) : "";
  const facts = [
    {
      what: "Taken from the hives",
      says: from && to ? (month(from) === month(to) ? month(from) : `${month(from)} to ${month(to)}`) : "",
    },
    { what: "Beside it", says: fromOutside && combs.length > 0 ? "honey of other beekeepers" : "" },
    {
      what: "Where",
      says: [shown.region, origins.map((o) => o.country).join(", ")].filter((t) => t !== "").join(", "),
    },
    { what: "Blooms, about", says: blooms },
    { what: "Water", says: lot.water_pct === null ? "" : `${lot.water_pct.toFixed(1)} %` },
    {
      what: "Colour",
      says: lot.pfund_mm === null ? "" : `${colourClass(lot.pfund_mm)}, ${Math.round(lot.pfund_mm)} mm Pfund`,
    },
    { what: "In jars of", says: lots.map((l) => jar(l.nominal_g)).join(", ") },
    { what: "Filled", says: writtenDay(lot.filled_on) },
    { what: "Best before", says: writtenDay(lot.best_before) },
  ];
  return {
    lot: markOf(lot),
    kind: lot.honey_kind,
    house: house.name,
    facts: facts.filter((f) => f.says !== ""),
  };
}
