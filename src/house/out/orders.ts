/** What orders still want after what was sent. */

export interface OrderRow {
  readonly id: number;
  readonly entry_id: number;
  readonly stated_at: Date;
  readonly buyer: string;
  /** "" where any honey does. */
  readonly honey_kind: string;
  readonly jar_g: number;
  readonly jars: number;
  readonly by_day: string;
  readonly price: number | null;
}

export interface SentRow {
  readonly stated_at: Date;
  readonly buyer: string;
  readonly honey_kind: string;
  readonly jar_g: number;
  readonly jars: number;
}

const same = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase();

/** Each parcel meets the earliest order of its buyer for such jars that was taken before it went; the met ones are left out. */
export function ordersLeft(orders: readonly OrderRow[], sent: readonly SentRow[]): OrderRow[] {
  const left = orders.map((o) => o.jars);
  for (const p of sent) {
    let jars = p.jars;
    for (const [i, o] of orders.entries()) {
      if (jars === 0) break;
      const meets =
        same(o.buyer, p.buyer) &&
        o.jar_g === p.jar_g &&
        (o.honey_kind === "" || same(o.honey_kind, p.honey_kind)) &&
        o.stated_at <= p.stated_at;
      const taken = meets ? Math.min(jars, left[i] ?? 0) : 0;
      left[i] = (left[i] ?? 0) - taken;
      jars -= taken;
    }
  }
  return orders.flatMap((o, i) => ((left[i] ?? 0) > 0 ? [{ ...o, jars: left[i] ?? 0 }] : []));
}
