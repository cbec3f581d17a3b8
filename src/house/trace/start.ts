/** What a trace starts from: the fills behind a lot, pail, batch, super, colony or yard. */
import type { Knex } from "knex";
import { lotsMarked, markOf } from "../bottle/records";
import { Refusal } from "../language/errors";
import { capital } from "../language/spoken";
import { lastFillOf } from "../ledger/records/fills";
import { oneDelivery } from "../outside/records";
import { oneBatch } from "../spin/records/batches";
import { maybeColony, maybeVessel, maybeYard } from "../vessels/records";
import { type Charge, chargesOfColony, chargesOfYard, combsOfSuper } from "../yard/records/pulls";
import type { TraceKind } from "./model";

export interface Start {
  readonly name: string;
  readonly title: string;
  readonly fills: readonly number[];
  /** Years there are, newest first, where only one of them is looked at. */
  readonly years: readonly number[];
  readonly year: number | null;
}

/** More charges than this are looked at a year at a time. */
const MOST_CHARGES = 3000;

/** All charges, or those of one year where there are many. */
function chargesOf(charges: readonly Charge[], wanted?: number): Pick<Start, "fills" | "years" | "year"> {
  const yearOf = (c: Charge) => Number(c.date.slice(0, 4));
  const years = [...new Set(charges.map(yearOf))].sort((a, b) => b - a);
  if (charges.length <= MOST_CHARGES && wanted === undefined)
    return { fills: charges.map((c) => c.fill_id), years: [], year: null };
  const year = years.find((y) => y === wanted) ?? years[0] ?? null;
  return { fills: charges.filter((c) => yearOf(c) === year).map((c) => c.fill_id), years, year };
}

const ALL = { years: [], year: null } as const;

export async function startOf(db: Knex, kind: TraceKind, name: string, year?: number): Promise<Start> {
  const unknown = (): never => {
    throw new Refusal("unknown-tag", `There is no ${kind} ${name}.`, 404);
  };
  switch (kind) {
    case "lot": {
      const lots = await lotsMarked(db, name);
      const [lot = unknown(), another] = lots;
      // A code read off a jar means all that was filled under it, whatever the size.
      const code = another ? markOf(lot) : lot.code;
      return {
        name: code,
        title: `Lot ${code}, ${lot.honey_kind}`,
        fills: lots.map((l) => l.fill_id),
        ...ALL,
      };
    }
    case "batch": {
      const number = Number(name);
      const batch = await (Number.isSafeInteger(number) && number > 0 && number < 1e9
        ? oneBatch(db, number).catch(unknown)
        : unknown());
      return { name: String(batch.number), title: `Batch ${batch.number}`, fills: [batch.fill_id], ...ALL };
    }
    case "delivery": {
      const number = Number(name);
      const delivery = await (Number.isSafeInteger(number) && number > 0 && number < 1e9
        ? oneDelivery(db, number).catch(unknown)
        : unknown());
      return {
        name: String(number),
        title: `Delivery ${number}, ${delivery.supplier || "here before"}`,
        fills: [delivery.fill_id],
        ...ALL,
      };
    }
    case "pail":
    case "drum":
    case "tank":
    case "tub": {
      const vessel = (await maybeVessel(db, kind, name)) ?? unknown();
      const last = await lastFillOf(db, vessel.id);
      return {
        name: vessel.tag,
        title: `${capital(kind)} ${vessel.tag}`,
        fills: last ? [last.id] : [],
        ...ALL,
      };
    }
    case "super": {
      const vessel = (await maybeVessel(db, "super", name)) ?? unknown();
      return {
        name: vessel.tag,
        title: `Super ${vessel.tag}`,
        fills: (await combsOfSuper(db, vessel.id)).map((c) => c.fill_id),
        ...ALL,
      };
    }
    case "colony": {
      const colony = (await maybeColony(db, name)) ?? unknown();
      const combs = await chargesOfColony(db, colony.id);
      return { name: colony.tag, title: `Colony ${colony.tag}`, ...chargesOf(combs, year) };
    }
    case "yard": {
      const yard = (await maybeYard(db, name)) ?? unknown();
      const combs = await chargesOfYard(db, yard.id);
      return { name: yard.name, title: yard.name, ...chargesOf(combs, year) };
    }
  }
}
