/** What leaves: what orders want and what stands for them, what is on its way, who buys. */
import type { Knex } from "knex";
import { writtenDay } from "../language/clock";
import { jar } from "../language/shown";
import { capital, plural } from "../language/spoken";
import type { Snapshot } from "../standing/snapshot";
import type { OrderRow } from "./orders";
import {
  type BuyerCard,
  buyerCards,
  type DispatchRow,
  openMarkets,
  openOrders,
  parcelsOfDispatch,
  recentDispatches,
  type SentParcel,
  type VesselOut,
  vesselsOut,
} from "./records";

/** A lot as it can be picked: how many are left, and what keeps it here. */
export interface PickLot {
  readonly lot: string;
  readonly honey: string;
  readonly jarG: number;
  readonly left: number;
  readonly filledOn: string;
  readonly owner: string;
  /** Why it may not leave; "" where it may. */
  readonly held: string;
}

/** Lots with jars here, the oldest first. */
export const pickable = (s: Snapshot): PickLot[] =>
  s.lots
    .filter((l) => l.jars > l.jars_out)
    .map((l) => ({
      lot: l.code,
      honey: l.honey_kind,
      jarG: l.nominal_g,
      left: l.jars - l.jars_out,
      filledOn: l.filled_on,
      owner: l.owner,
      held: s.held.on.get(l.fill_id)?.[0]?.why ?? "",
    }))
    .sort(
      (a, b) => a.filledOn.localeCompare(b.filledOn) || a.lot.localeCompare(b.lot, "en", { numeric: true }),
    );

export interface Promised {
  readonly order: OrderRow;
  /** What of the stock is for it, oldest first. */
  readonly lots: readonly { readonly lot: string; readonly jars: number }[];
  /** Jars nobody has filled yet. */
  readonly missing: number;
  readonly says: string;
  readonly late: boolean;
}

/** Shares the jars that stand here out among the orders, the earliest day first, the oldest lot first; held ones and owners' are not promised. */
export function promises(orders: readonly OrderRow[], stock: readonly PickLot[], today: string): Promised[] {
  const left = stock.filter((l) => l.held === "").map((l) => ({ ...l }));
  return orders.map((order) => {
    let wanted = order.jars;
    const lots: { lot: string; jars: number }[] = [];
    for (const l of left) {
      const fits =
        l.jarG === order.jar_g &&
        (order.honey_kind === "" || l.honey.toLowerCase() === order.honey_kind.toLowerCase()) &&
        (l.owner === "" || l.owner.toLowerCase() === order.buyer.toLowerCase());
      const jars = fits ? Math.min(wanted, l.left) : 0;
      if (jars === 0) continue;
      lots.push({ lot: l.lot, jars });
      l.left -= jars;
      wanted -= jars;
    }
    const there = order.jars - wanted;
    return {
      order,
      lots,
      missing: wanted,
      late: order.by_day < today,
      says: [
        there > 0
          ? `${plural(there, "jar")} stand ready (${lots.map((l) => `${l.jars} of ${l.lot}`).join(", ")})`
          : "",
        wanted > 0 ? `${plural(wanted, "jar")} of ${jar(order.jar_g)} must be filled first` : "",
      ]
        .filter((t) => t !== "")
        .join("; "),
    };
  });
}

export interface OutView {
  readonly stock: readonly PickLot[];
  readonly promised: readonly Promised[];
  readonly markets: readonly { readonly dispatch: DispatchRow; readonly parcels: readonly SentParcel[] }[];
  readonly vesselsOut: readonly VesselOut[];
  readonly dispatches: readonly (DispatchRow & {
    readonly jars: number;
    readonly grams: number;
    readonly back: number;
  })[];
}

const LAST = 12;

export async function outView(db: Knex, s: Snapshot, today: string): Promise<OutView> {
  const [orders, markets, out, dispatches] = await Promise.all([
    openOrders(db),
    openMarkets(db),
    vesselsOut(db),
    recentDispatches(db, LAST),
  ]);
  const stock = pickable(s);
  const withParcels = async (list: readonly DispatchRow[]) =>
    Promise.all(
      list.map(async (dispatch) => ({ dispatch, parcels: await parcelsOfDispatch(db, dispatch.id) })),
    );
  const told = await withParcels(dispatches);
  return {
    stock,
    promised: promises(orders, stock, today),
    markets: await withParcels(markets),
    vesselsOut: out,
    dispatches: told.map(({ dispatch, parcels }) => ({
      ...dispatch,
      jars: parcels.reduce((n, p) => n + p.jars, 0),
      back: parcels.reduce((n, p) => n + p.back, 0),
      grams: parcels.reduce((g, p) => g + p.grams, 0),
    })),
  };
}

export const buyersView = (db: Knex): Promise<BuyerCard[]> => buyerCards(db);

/** "Harbour Deli orders 48 jars of 454 g by 3 Sep" */
export const saidOrder = (o: OrderRow): string =>
  `${capital(o.buyer)}: ${plural(o.jars, "jar")} of ${jar(o.jar_g)}${o.honey_kind ? `, ${o.honey_kind}` : ""}, by ${writtenDay(o.by_day)}`;
