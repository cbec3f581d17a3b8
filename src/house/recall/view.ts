/** Who has honey of this, what of it is here, and whether every kilogram is accounted for. */
import type { Knex } from "knex";
import { type Ended, PASSES_PCT, recallAccount } from "@/core/trace";
import { parcelsOfFills } from "../bottle/records";
import { heldFills } from "../hold/records";
import { writtenDay } from "../language/clock";
import { jar } from "../language/shown";
import { capital, plural, spoken } from "../language/spoken";
import type { FillKind } from "../ledger/kinds";
import { behindAndBeyond, fillsCalled, reachInDatabase } from "../ledger/records/fills";
import { type House, houseNow } from "../ledger/records/house";
import { buyerCards } from "../out/records";
import {
  endOf,
  oneRecall,
  type PastRecall,
  pastRecalls,
  type RecallContacts,
  type RecallRow,
  recallContacts,
  type Scope,
  standingOf,
  toldIn,
} from "./records";
import { type Resolved, resolve } from "./resolve";

/** What a fill means for a recall's account; a record, so that a new kind names itself here. */
const ENDED: Readonly<Record<FillKind, Ended>> = {
  colony: "source",
  gain: "source",
  outside: "source",
  comb: "here",
  batch: "here",
  wets: "lost",
  pail: "here",
  drum: "here",
  tank: "here",
  tub: "here",
  lot: "here",
  parcel: "gone",
  loss: "lost",
  cappings: "here",
  wax: "lost",
  delivery: "here",
};

export interface BuyerHit {
  readonly id: number;
  readonly name: string;
  readonly contact: string;
  readonly phone: string;
  readonly email: string;
  readonly address: string;
  readonly grams: number;
  readonly jars: number;
  /** "36 jars of lot WB26-001-6 (454 g), sent 3 Aug" */
  readonly parcels: readonly string[];
  /** "called 11:52"; "" while nobody told them. */
  readonly told: string;
}

export interface HereHit {
  readonly fill: number;
  readonly name: string;
  readonly kind: string;
  readonly href: string | null;
  readonly place: string;
  readonly grams: number;
  /** Of it, honey of what is recalled, %. */
  readonly sharePct: number;
  readonly blocked: boolean;
}

export interface RecallView {
  readonly what: string;
  readonly title: string;
  readonly scope: Scope;
  /** What it is drawn from: "batch 1". */
  readonly from: readonly string[];
  readonly cameG: number;
  readonly goneG: number;
  readonly hereG: number;
  readonly lostG: number;
  readonly unexplainedG: number;
  readonly foundPct: number | null;
  readonly passes: boolean;
  readonly buyers: readonly BuyerHit[];
  readonly jarsOut: number;
  readonly here: readonly HereHit[];
  readonly toBlock: number;
  readonly sisters: readonly { readonly code: string; readonly honey: string; readonly grams: number }[];
  readonly sources: readonly { readonly name: string; readonly href: string | null }[];
  readonly contact: { readonly supers: number; readonly colonies: number; readonly lots: number };
  readonly gaps: readonly string[];
}

const refHref = (kind: string, ref: string | null): string | null =>
  ref && ["pail", "drum", "tank", "tub", "lot", "batch"].includes(kind)
    ? `/trace/${kind}/${encodeURIComponent(ref)}`
    : null;

/** Where the recall begins: the thing itself, the vessels before it, or its batches and deliveries. */
async function sourcesOf(
  db: Knex,
  thing: Resolved,
  scope: Scope,
): Promise<{ fills: number[]; names: string[] }> {
  if (scope === "itself") return { fills: [...thing.fills], names: [thing.title] };
  const back = await reachInDatabase(db, thing.fills, "back");
  const called = await fillsCalled(db, back);
  const kinds: readonly string[] =
    scope === "batches" ? ["batch", "delivery"] : ["pail", "drum", "tank", "tub"];
  const wanted = called.filter((f) => kinds.includes(f.kind));
  if (wanted.length === 0) return { fills: [...thing.fills], names: [thing.title] };
  // The thing comes along, whatever lies behind it: a lot may have been topped up.
  return {
    fills: [...new Set([...wanted.map((f) => f.id), ...thing.fills])],
    names: wanted.map((f) => f.name),
  };
}

/** What a recall of that width begins with. */
export const sourceFills = async (db: Knex, thing: Resolved, scope: Scope): Promise<number[]> =>
  (await sourcesOf(db, thing, scope)).fills;

export async function recallView(
  db: Knex,
  thing: Resolved,
  scope: Scope,
  { house, now, drill }: { house: House; now: Date; drill?: RecallRow | undefined },
): Promise<RecallView> {
  const from = await sourcesOf(db, thing, scope);
  const [{ reached: beyond, moves, kinds }, back] = await Promise.all([
    behindAndBeyond(db, from.fills),
    reachInDatabase(db, thing.fills, "back"),
  ]);
  const sources = new Set(from.fills);
  const account = recallAccount(sources, moves, (fill) => ENDED[kinds.get(fill) ?? "pail"]);
  const reached = [...new Set([...account.holds.keys(), ...beyond])];
  const [parcels, standing, called, behind, held, told] = await Promise.all([
    parcelsOfFills(db, reached),
    standingOf(db, reached),
    fillsCalled(db, reached),
    fillsCalled(db, back),
    heldFills(db, house.zone, now),
    drill ? toldIn(db, drill.id) : [],
  ]);
  const cards = new Map(
    (await buyerCards(db, [...new Set(parcels.map((p) => p.buyer_id))])).map((c) => [c.buyer_id, c]),
  );
  const toldOf = new Map(told.map((t) => [t.buyer_id, t]));
  const buyers = new Map<number, BuyerHit>();
  let jarsOut = 0;
  for (const p of parcels) {
    const grams = account.holds.get(p.fill_id) ?? 0;
    const jars = p.jars - p.back;
    if (jars === 0) continue;
    const card = cards.get(p.buyer_id);
    const before = buyers.get(p.buyer_id);
    const word = toldOf.get(p.buyer_id);
    if (!p.vessel) jarsOut += jars;
    buyers.set(p.buyer_id, {
      id: p.buyer_id,
      name: p.buyer,
      contact: card?.contact ?? "",
      phone: card?.phone ?? "",
      email: card?.email ?? "",
      address: card?.address ?? "",
      grams: (before?.grams ?? 0) + grams,
      jars: (before?.jars ?? 0) + (p.vessel ? 0 : jars),
      parcels: [
        ...(before?.parcels ?? []),
        `${p.vessel ?? `${plural(jars, "jar")} of ${jar(p.nominal_g)}`}, lot ${p.code}, sent ${writtenDay(p.sent_on)}`,
      ],
      told: word ? `${word.how}${word.note ? `, ${word.note}` : ""}` : "",
    });
  }
  const here: HereHit[] = standing
    .map((t) => ({
      fill: t.fill_id,
      name: capital(t.name),
      kind: t.kind,
      href: refHref(t.kind, t.ref),
      place: t.place,
      grams: t.grams,
      sharePct: Math.min(100, (100 * (account.holds.get(t.fill_id) ?? 0)) / t.grams),
      blocked: held.has(t.fill_id),
    }))
    .filter((t) => t.kind !== "wets");
  const lots = called.filter((f) => f.kind === "lot");
  const own = new Set(thing.fills);
  const list = [...buyers.values()].sort((a, b) => b.grams - a.grams);
  const unreachable = list.filter((b) => b.phone === "" && b.email === "");
  const found = account.foundPct;
  return {
    what: thing.what,
    title: thing.title,
    scope,
    from: from.names,
    cameG: Math.round(account.cameG),
    goneG: Math.round(account.goneG),
    hereG: Math.round(account.hereG),
    lostG: Math.round(account.lostG),
    unexplainedG: Math.round(account.unexplainedG),
    foundPct: found,
    passes: found !== null && found >= PASSES_PCT[0] && found <= PASSES_PCT[1],
    buyers: list,
    jarsOut,
    here,
    toBlock: here.filter((h) => !h.blocked).length,
    sisters: lots
      .filter((l) => !own.has(l.id))
      .map((l) => ({ code: l.ref ?? l.name, honey: l.name, grams: account.holds.get(l.id) ?? 0 })),
    sources: behind
      .filter((f) => f.kind === "batch" || f.kind === "delivery")
      .map((f) => ({
        name: capital(f.name),
        href: refHref(f.kind, f.ref) ?? (f.ref ? `/trace/delivery/${f.ref}` : null),
      })),
    contact: {
      supers: behind.filter((f) => f.kind === "comb").length,
      colonies: behind.filter((f) => f.kind === "colony").length,
      lots: lots.length,
    },
    gaps: [
      ...(found !== null && (found < PASSES_PCT[0] || found > PASSES_PCT[1])
        ? [`${found.toFixed(1)} % is accounted for: ${PASSES_PCT[0]} to ${PASSES_PCT[1]} % would pass.`]
        : []),
      ...(unreachable.length > 0
        ? [
            `${spoken(unreachable.slice(0, 6).map((b) => b.name))} can be reached neither by telephone nor by e-mail.`,
          ]
        : []),
      ...(list.some((b) => b.name === "Market" || cards.get(b.id)?.kind === "market")
        ? ["What went to a market went to people nobody knows: tell them where you stand, and in the paper."]
        : []),
    ],
  };
}

export interface RecallDesk {
  readonly asked: string;
  readonly says: string;
  readonly near: readonly string[];
  readonly view: RecallView | null;
  readonly drill: (RecallRow & { readonly ended: { seconds: number; gaps: string } | null }) | null;
  readonly past: readonly PastRecall[];
  readonly contacts: RecallContacts;
}

/** What the recall's screen, its PDF and its CSV show: a running drill, or a question by itself. */
export async function recallDesk(
  db: Knex,
  asked: {
    readonly of?: string | undefined;
    readonly scope?: Scope | undefined;
    readonly number?: number | undefined;
  },
  now = new Date(),
): Promise<RecallDesk> {
  const drill = asked.number === undefined ? undefined : await oneRecall(db, asked.number);
  const words = (drill?.what ?? asked.of ?? "").slice(0, 200);
  const scope = asked.scope ?? drill?.scope ?? "batches";
  const [house, past, contacts, answer, ended] = await Promise.all([
    houseNow(db),
    pastRecalls(db, 30),
    recallContacts(db),
    words === "" ? null : resolve(db, words),
    drill && endOf(db, drill.id),
  ]);
  return {
    asked: words,
    says: answer && !answer.found ? answer.says : "",
    near: answer && !answer.found ? answer.near : [],
    view: answer?.found ? await recallView(db, answer.found, scope, { house, now, drill }) : null,
    drill: drill ? { ...drill, ended: ended ? { seconds: ended.seconds, gaps: ended.gaps } : null } : null,
    past,
    contacts,
  };
}

/** "2:18" */
export const stopWatch = (seconds: number): string =>
  seconds >= 3600
    ? `${Math.floor(seconds / 3600)} h ${Math.floor((seconds % 3600) / 60)} min`
    : `${Math.floor(seconds / 60)}:${String(Math.round(seconds % 60)).padStart(2, "0")} min`;

/** What is said to a buyer, in words to be read out or sent. */
export function letterTo(
  buyer: BuyerHit,
  recall: Pick<RecallRow, "kind" | "question" | "number"> | null,
  { house, contacts, on }: { house: House; contacts: RecallContacts; on: string },
): string {
  const kind = recall?.kind ?? "drill";
  const head =
    kind === "drill"
      ? "This is a drill: nothing is wrong with the honey. Please answer as if it were."
      : kind === "withdrawal"
        ? "Please take the honey named below off your shelves today and keep it apart. It has not been asked back from your customers."
        : "Please take the honey named below off your shelves today, and put up a notice for those who have bought it: they bring it back and are paid.";
  return [
    `${house.name}, ${on}`,
    "",
    `To ${buyer.name}${buyer.contact ? `, ${buyer.contact}` : ""}`,
    "",
    head,
    "",
    `Why: ${recall?.question || "a check of our records"}.`,
    "What you had from us:",
    ...buyer.parcels.map((p) => `  ${p}`),
    "",
    "Write back how many jars you still have, how many were sold, and to whom where you know it.",
    ...(contacts.own_phone
      ? [`Day and night: ${contacts.own_name || house.name}, ${contacts.own_phone}.`]
      : []),
    "",
    house.name,
    house.address,
  ].join("\n");
}
