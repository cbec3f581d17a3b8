/**
 * The ledger as events of EPCIS 2.0 (ISO/IEC 19987, JSON-LD): what was made of what, what was shipped, with kilograms.
 * Only what the standard's own vocabulary (CBV 2.0) names is used.
 */

export interface Quantity {
  readonly epcClass: string;
  readonly quantity: number;
  /** "KGM" for kilograms; left out for pieces. */
  readonly uom?: string;
}

interface Common {
  readonly eventTime: string;
  readonly eventTimeZoneOffset: string;
  readonly eventID: string;
  readonly bizStep: string;
  readonly disposition?: string;
  readonly readPoint?: { readonly id: string };
  readonly bizLocation?: { readonly id: string };
  readonly destinationList?: readonly { readonly type: string; readonly destination: string }[];
  readonly sourceList?: readonly { readonly type: string; readonly source: string }[];
}

export type EpcisEvent =
  | (Common & {
      readonly type: "ObjectEvent";
      readonly action: "ADD" | "OBSERVE" | "DELETE";
      readonly epcList: readonly string[];
      readonly quantityList: readonly Quantity[];
      readonly ilmd?: Readonly<Record<string, string>>;
    })
  | (Common & {
      readonly type: "TransformationEvent";
      readonly inputQuantityList: readonly Quantity[];
      readonly outputQuantityList: readonly Quantity[];
      readonly ilmd?: Readonly<Record<string, string>>;
    })
  | (Common & {
      readonly type: "AggregationEvent";
      readonly action: "ADD" | "OBSERVE" | "DELETE";
      readonly parentID: string;
      readonly childEPCs: readonly string[];
      readonly childQuantityList: readonly Quantity[];
    });

export interface EpcisDocument {
  readonly "@context": readonly (string | object)[];
  readonly type: "EPCISDocument";
  readonly schemaVersion: "2.0";
  readonly creationDate: string;
  readonly epcisBody: { readonly eventList: readonly EpcisEvent[] };
}

/** One movement of the ledger with what its two sides are called outside. */
export interface Told {
  readonly id: number;
  readonly entry: number;
  readonly at: Date;
  readonly kind: string;
  readonly grams: number;
  /** What a side is outside: its URI; "" where it is nothing of its own (colonies, losses, gains). */
  readonly from: string;
  readonly to: string;
  /** A buyer's URI where it went to one, or came back from one. */
  readonly party: string;
  /** The yard it came off. */
  readonly place: string;
  readonly dispatch: string;
  /** Jars, where the lot is counted in jars. */
  readonly jars: number | null;
  readonly bestBefore: string | null;
}

const kg = (grams: number): number => Number((grams / 1000).toFixed(3));
const bulk = (epcClass: string, grams: number): Quantity => ({ epcClass, quantity: kg(grams), uom: "KGM" });

const sums = (list: readonly { readonly uri: string; readonly grams: number }[]): Quantity[] => {
  const by = new Map<string, number>();
  for (const { uri, grams } of list) by.set(uri, (by.get(uri) ?? 0) + grams);
  return [...by].map(([uri, grams]) => bulk(uri, grams));
};

/** Movements as events, entry by entry; what people say is one pour is one event. */
export function epcisEvents(
  told: readonly Told[],
  {
    here,
    offset,
    eventId,
  }: { here: string; offset: (at: Date) => string; eventId: (entry: number, n: number) => string },
): EpcisEvent[] {
  const byEntry = new Map<number, Told[]>();
  for (const m of told) byEntry.set(m.entry, [...(byEntry.get(m.entry) ?? []), m]);
  const events: EpcisEvent[] = [];
  for (const [entry, moves] of byEntry) {
    let n = 0;
    const common = (m: Told, bizStep: string, more: Partial<Common> = {}): Common => ({
      eventTime: m.at.toISOString(),
      eventTimeZoneOffset: offset(m.at),
      eventID: eventId(entry, n++),
      bizStep,
      readPoint: { id: here },
      ...more,
    });
    const ilmd = (m: Told) => (m.bestBefore ? { ilmd: { "cbvmda:bestBeforeDate": m.bestBefore } } : {});
    for (const m of moves.filter((x) => x.kind === "pull" || x.kind === "deliver")) {
      if (m.to === "") continue;
      events.push({
        type: "ObjectEvent",
        action: "ADD",
        epcList: [],
        quantityList: [bulk(m.to, m.grams)],
        ...common(m, m.kind === "pull" ? "commissioning" : "receiving", {
          disposition: "active",
          ...(m.place ? { bizLocation: { id: m.place } } : {}),
        }),
      });
    }
    const inside = moves.filter(
      (x) => x.from !== "" && x.to !== "" && !["pull", "deliver", "send", "back"].includes(x.kind),
    );
    const [first] = inside;
    if (first)
      events.push({
        type: "TransformationEvent",
        inputQuantityList: sums(inside.map((m) => ({ uri: m.from, grams: m.grams }))),
        outputQuantityList: sums(inside.map((m) => ({ uri: m.to, grams: m.grams }))),
        ...ilmd(first),
        ...common(first, inside.some((m) => m.kind === "draw") ? "packing" : "other", {
          disposition: "in_progress",
        }),
      });
    const out = moves.filter((x) => x.kind === "send");
    const [parcel] = out;
    if (parcel && parcel.dispatch !== "")
      events.push({
        type: "AggregationEvent",
        action: "ADD",
        parentID: parcel.dispatch,
        childEPCs: [],
        childQuantityList: out.map((m) =>
          m.jars === null ? bulk(m.from, m.grams) : { epcClass: m.from, quantity: m.jars },
        ),
        ...common(parcel, "packing", { disposition: "in_progress" }),
      });
    for (const m of out)
      events.push({
        type: "ObjectEvent",
        action: "OBSERVE",
        epcList: [],
        quantityList: [m.jars === null ? bulk(m.from, m.grams) : { epcClass: m.from, quantity: m.jars }],
        ...common(m, "shipping", {
          disposition: "in_transit",
          ...(m.party ? { destinationList: [{ type: "owning_party", destination: m.party }] } : {}),
        }),
      });
    for (const m of moves.filter((x) => x.kind === "back" && x.to !== ""))
      events.push({
        type: "ObjectEvent",
        action: "OBSERVE",
        epcList: [],
        quantityList: [bulk(m.to, m.grams)],
        ...common(m, "receiving", { disposition: "returned" }),
      });
    const lost = moves.filter((x) => (x.kind === "loss" || x.kind === "unexplained") && x.from !== "");
    for (const m of lost)
      events.push({
        type: "ObjectEvent",
        action: "DELETE",
        epcList: [],
        quantityList: [bulk(m.from, m.grams)],
        ...common(m, "destroying", { disposition: "destroyed" }),
      });
  }
  return events;
}

export const epcisDocument = (events: readonly EpcisEvent[], created: Date): EpcisDocument => ({
  "@context": ["https://ref.gs1.org/standards/epcis/2.0.0/epcis-context.jsonld"],
  type: "EPCISDocument",
  schemaVersion: "2.0",
  creationDate: created.toISOString(),
  epcisBody: { eventList: events },
});

/** What of a document can be read back: who shipped how much of what to whom, and what was made of what. */
export interface ReadBack {
  readonly made: readonly { readonly of: readonly string[]; readonly to: readonly string[] }[];
  readonly shipped: readonly {
    readonly what: string;
    readonly quantity: number;
    readonly uom: string;
    readonly to: string;
    readonly at: string;
  }[];
}

/** @throws Error for what is no document of this kind */
export function readEpcis(document: unknown): ReadBack {
  const events = (document as EpcisDocument | null)?.epcisBody?.eventList;
  if ((document as EpcisDocument | null)?.type !== "EPCISDocument" || !Array.isArray(events))
    throw new Error("That is no EPCIS document.");
  // What somebody else wrote is looked at before it is believed.
  const quantities = (list: unknown): readonly Quantity[] =>
    (Array.isArray(list) ? list : []).filter(
      (q): q is Quantity =>
        typeof q?.epcClass === "string" &&
        typeof q.quantity === "number" &&
        Number.isFinite(q.quantity) &&
        q.quantity >= 0,
    );
  const list = (events as readonly EpcisEvent[]).filter((e) => typeof e === "object" && e !== null);
  return {
    made: list.flatMap((e) =>
      e.type === "TransformationEvent"
        ? [
            {
              of: quantities(e.inputQuantityList).map((q) => q.epcClass),
              to: quantities(e.outputQuantityList).map((q) => q.epcClass),
            },
          ]
        : [],
    ),
    shipped: list.flatMap((e) =>
      e.type === "ObjectEvent" && e.bizStep === "shipping"
        ? quantities(e.quantityList).map((q) => ({
            what: q.epcClass,
            quantity: q.quantity,
            uom: typeof q.uom === "string" ? q.uom : "",
            to: String(e.destinationList?.[0]?.destination ?? ""),
            at: String(e.eventTime ?? "").slice(0, 40),
          }))
        : [],
    ),
  };
}
