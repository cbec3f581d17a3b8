/** What an owner's own colonies gave, where it is, what they got of it and what is still due. */
import type { Knex } from "knex";
import { mix } from "@/core/ledger";
import { writtenDay } from "../language/clock";
import { behindAndBeyond } from "../ledger/records/fills";
import { houseNow } from "../ledger/records/house";
import { parcelsOfOwner, type SentParcel } from "./records";
import { type OwnersFills, ownedFills, ownersAll, termsOf } from "./records/owners";

export interface OwnerView {
  readonly owner: string;
  readonly colonies: readonly string[];
  /** Honey of their own combs and deliveries as it was weighed in, g. */
  readonly cameG: number;
  /** Of it: still here in combs, batches, vessels and jars, g. */
  readonly hereG: number;
  /** In named losses and what stayed in the comb, g. */
  readonly lostG: number;
  /** Gone to others than the owner, g. */
  readonly othersG: number;
  /** Delivered to the owner, of their own honey, g. */
  readonly gotG: number;
  /** What they are to get: agreed kilograms, or their share of what came out; null where nothing was agreed. */
  readonly dueG: number | null;
  readonly dueBy: string;
  /** Still to be given: never more than is here. */
  readonly restG: number | null;
  /** Agreed, but not there: their own honey does not reach. */
  readonly shortG: number;
  /** Honey of others among what they got, g: 0 is the proof that it was their own. */
  readonly foreignG: number;
  readonly parcels: readonly SentParcel[];
  readonly sources: readonly { readonly what: string; readonly day: string; readonly grams: number }[];
}

/** @param zone in which days are told */
export async function ownerView(db: Knex, owner: string, zone: string): Promise<OwnerView | null> {
  const own: OwnersFills = await ownedFills(db, owner, zone);
  const [terms, parcels] = await Promise.all([termsOf(db, owner), parcelsOfOwner(db, owner)]);
  if (own.fills.length === 0 && parcels.length === 0 && own.colonies.length === 0) return null;
  const fills = own.fills.map((f) => f.fill_id);
  const start = new Set(fills);
  const { moves, kinds } = await behindAndBeyond(db, [...fills, ...parcels.map((p) => p.fill_id)]);
  const mixed = mix(moves, { startAt: start });
  const isTheirs = (buyer: string): boolean => buyer.trim().toLowerCase() === owner.trim().toLowerCase();
  const theirs = new Set(parcels.filter((p) => isTheirs(p.buyer)).map((p) => p.fill_id));
  const sum = { here: 0, lost: 0, others: 0, got: 0 };
  for (const [fill, c] of mixed) {
    const kind = kinds.get(fill);
    if (kind === undefined || kind === "colony" || kind === "outside" || kind === "gain") continue;
    const grams = c.content.reduce((g, s) => (start.has(s.origin) ? g + s.grams : g), 0);
    if (grams <= 0) continue;
    if (kind === "parcel") sum[theirs.has(fill) ? "got" : "others"] += grams;
    else if (kind === "loss" || kind === "wets" || kind === "wax") sum.lost += grams;
    else sum.here += grams;
  }
  const gotAll = parcels.filter((p) => theirs.has(p.fill_id)).reduce((g, p) => g + p.grams, 0);
  const cameG = own.fills.reduce((g, f) => g + f.grams, 0);
  const out = cameG - sum.lost;
  const shareG = terms.sharePct === null ? null : (out * terms.sharePct) / 100;
  const dueG = own.agreedG ?? shareG;
  const dueBy =
    own.agreedG !== null
      ? "as agreed by colony"
      : terms.sharePct !== null
        ? `${terms.sharePct} % of what came out of the comb`
        : "nothing agreed: all of it is theirs to ask for";
  const open = dueG === null ? null : Math.max(0, dueG - sum.got);
  return {
    owner: own.called || owner,
    colonies: own.colonies,
    cameG,
    hereG: Math.round(sum.here),
    lostG: Math.round(sum.lost),
    othersG: Math.round(sum.others),
    gotG: Math.round(sum.got),
    dueG: dueG === null ? null : Math.round(dueG),
    dueBy,
    restG: open === null ? null : Math.round(Math.min(open, sum.here)),
    shortG: open === null ? 0 : Math.round(Math.max(0, open - sum.here)),
    foreignG: Math.round(Math.max(0, gotAll - sum.got)),
    parcels,
    sources: own.fills.map((f) => ({ what: f.what, day: writtenDay(f.day), grams: f.grams })),
  };
}

export async function ownersView(db: Knex): Promise<OwnerView[]> {
  const [owners, { zone }] = await Promise.all([ownersAll(db), houseNow(db)]);
  const all = await Promise.all(owners.map((o) => ownerView(db, o, zone)));
  return all.flatMap((v) => (v ? [v] : []));
}
