/** The house's movements as an EPCIS 2.0 document, under addresses of its own. */
import type { Knex } from "knex";
import { DateTime } from "luxon";
import { digitalLink } from "@/core/labels";
import { type EpcisDocument, epcisDocument, epcisEvents, type Told } from "@/core/trace";
import { articleNumbers, labelRules } from "../label/records";
import { houseNow } from "../ledger/records/house";
import { type MovedRow, movedPage } from "./records";

/** So many movements are told in one document; a longer house is asked by its days. */
const MOST = 20_000;
const PAGE = 5000;

/** What is nothing of its own outside: where honey comes from, and where it is lost. */
const NOTHING: ReadonlySet<string> = new Set(["colony", "gain", "outside", "loss"]);

export async function epcisExport(
  db: Knex,
  { from, until, now = new Date() }: { from?: Date; until?: Date; now?: Date } = {},
): Promise<{ document: EpcisDocument; whole: boolean }> {
  const [house, rules, numbers] = await Promise.all([houseNow(db), labelRules(db), articleNumbers(db)]);
  // Where the house is read from outside its lots have an address; otherwise a name no resolver knows.
  const base = rules.public_address
    ? rules.public_address.replace(/\/$/, "")
    : `urn:aumbry:${encodeURIComponent(house.lot_prefix.toLowerCase())}`;
  const join = base.startsWith("urn:") ? ":" : "/";
  const id = (...parts: readonly (string | number)[]): string =>
    [base, ...parts.map((p) => encodeURIComponent(String(p)))].join(join);
  const lotId = (code: string, kind: string | null, jarG: number | null): string => {
    const number = numbers.find(
      (n) => n.jar_g === jarG && n.honey_kind.toLowerCase() === (kind ?? "").toLowerCase(),
    );
    return number && rules.public_address
      ? digitalLink(rules.public_address, number.gtin, code)
      : id("lot", code);
  };
  const side = (kind: string, fill: number, ref: string | null, row: MovedRow): string => {
    if (NOTHING.has(kind)) return "";
    if (kind === "lot") return lotId(ref ?? String(fill), row.honey_kind, row.jar_g);
    return id(kind, ref ? `${ref}-${fill}` : fill);
  };
  const rows: MovedRow[] = [];
  for (let after = 0; rows.length < MOST; ) {
    const page = await movedPage(db, after, PAGE, from ?? new Date(0), until ?? new Date(8.64e15 / 10));
    rows.push(...page);
    if (page.length < PAGE) break;
    after = page.at(-1)?.id ?? after;
  }
  const whole = rows.length < MOST;
  const told = rows.slice(0, MOST).map(
    (r): Told => ({
      id: r.id,
      entry: r.entry_id,
      at: r.at,
      kind: r.kind,
      grams: r.grams,
      from: side(r.from_kind, r.from_fill, r.from_ref, r),
      to: side(r.to_kind, r.to_fill, r.to_ref, r),
      party: r.buyer ? id("buyer", r.buyer) : "",
      place: r.yard ? id("yard", r.yard) : "",
      dispatch: r.dispatch === null ? "" : id("dispatch", r.dispatch),
      jars: r.kind === "send" ? r.jars : null,
      bestBefore: r.to_kind === "lot" ? r.best_before : null,
    }),
  );
  const events = epcisEvents(told, {
    here: id("house"),
    offset: (at) => DateTime.fromJSDate(at, { zone: house.zone }).toFormat("ZZ"),
    eventId: (entry, n) => id("entry", `${entry}-${n}`),
  });
  return { document: epcisDocument(events, now), whole };
}
