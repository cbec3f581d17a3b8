/** Another house's events as deliveries of this one: what was shipped, under which lot, ready for `receive-honey`. */
import { readEpcis } from "@/core/trace";
import { Refusal } from "../language/errors";

export interface Shipment {
  readonly theirLot: string;
  readonly at: string;
  /** Whom it was sent to, as the sender calls them. */
  readonly to: string;
  /** In bulk, kg; null where it was sent in jars. */
  readonly kg: number | null;
  readonly jars: number | null;
  /** What that lot was made of, as far as the events say. */
  readonly madeOf: readonly string[];
  /** What `receive-honey` is told once a vessel is named. */
  readonly receive: { readonly what: "bought"; readonly theirLot: string; readonly papers: string } | null;
}

const MOST = 500;
/** So long is the name of their lot that `receive-honey` takes. */
const THEIR_LOT = 40;

/** The last part of a URI, as people read it. */
const lastOf = (uri: string): string => {
  const tail = uri.slice(0, 500).split(/[/:]/).at(-1) ?? uri;
  try {
    return decodeURIComponent(tail);
  } catch {
    return tail;
  }
};

/** @throws Refusal for what is no EPCIS document */
export function shipmentsIn(document: unknown): Shipment[] {
  let read: ReturnType<typeof readEpcis>;
  try {
    read = readEpcis(document);
  } catch (cause) {
    throw new Refusal("bad-epcis", "That is no EPCIS 2.0 document with events.", 422, [], { cause });
  }
  if (read.shipped.length > MOST)
    throw new Refusal("too-long", `At most ${MOST} shipments are read from one document.`, 422);
  return read.shipped.map((s) => {
    const bulk = s.uom === "KGM";
    const theirLot = lastOf(s.what).slice(0, THEIR_LOT);
    return {
      theirLot,
      at: s.at,
      to: lastOf(s.to),
      kg: bulk ? s.quantity : null,
      jars: bulk ? null : s.quantity,
      madeOf: read.made
        .filter((m) => m.to.includes(s.what))
        .flatMap((m) => m.of.map(lastOf))
        .slice(0, 50),
      receive: bulk ? { what: "bought", theirLot, papers: `EPCIS, shipped ${s.at.slice(0, 10)}` } : null,
    };
  });
}
