/** What a recall is about, from whatever somebody reads off a jar, a lid's carton, a pail or a letter. */
import { distance } from "fastest-levenshtein";
import type { Knex } from "knex";
import { isLotCode } from "@/core/bottling";
import { lotsMarked } from "../bottle/records";
import { Refusal } from "../language/errors";
import { vesselNamed } from "../language/vessel-named";
import { TRACE_KINDS, type TraceKind } from "../trace/model";
import { startOf } from "../trace/start";
import { allLotCodes, lotsOfSupplierLot } from "./records";

export interface Resolved {
  readonly kind: TraceKind | "supplier-lot";
  /** As it is asked for again: "lot WB26-001-6". */
  readonly what: string;
  readonly title: string;
  readonly fills: readonly number[];
}

export type Answer =
  | { readonly found: Resolved }
  /** Nothing of that name: why, and what may have been meant. */
  | { readonly found: null; readonly says: string; readonly near: readonly string[] };

const bare = (code: string): string => code.toUpperCase().replace(/[-\s]/g, "");
/** So many letters amiss are taken for a slip of eye or pen. */
const SLIPS = 2;
const MOST_NEAR = 5;
const LOOKS_LIKE_A_LOT = /^(?=.*\d)[A-Z0-9][A-Z0-9 -]{4,29}$/i;

async function nearLots(db: Knex, written: string): Promise<string[]> {
  const asked = bare(written);
  return (await allLotCodes(db))
    .map((code) => ({ code, off: distance(asked, bare(code)) }))
    .filter((c) => c.off <= SLIPS)
    .sort((a, b) => a.off - b.off)
    .slice(0, MOST_NEAR)
    .map((c) => c.code);
}

/** The last part of an address a jar's code holds. */
const scanned = (written: string): string => {
  const text = written.trim().slice(0, 200);
  return (/\/(?:lot|10)\/([^/?#]{1,40})/.exec(text)?.[1] ?? text).slice(0, 60);
};

export async function resolve(db: Knex, written: string): Promise<Answer> {
  const text = scanned(written);
  if (text === "") return { found: null, says: "Say what it is about.", near: [] };
  const first = text.split(" ", 1)[0]?.toLowerCase() ?? "";
  const rest = text.slice(first.length).trim();
  const given = async (kind: TraceKind, name: string): Promise<Answer> => {
    try {
      const start = await startOf(
        db,
        kind,
        name.toUpperCase() === name || kind === "yard" ? name : name.toUpperCase(),
      );
      return {
        found: {
          kind,
          what: kind === "yard" ? start.name : `${kind} ${start.name}`,
          title: start.title,
          fills: start.fills,
        },
      };
    } catch (fault) {
      if (!(fault instanceof Refusal)) throw fault;
      return { found: null, says: fault.message, near: kind === "lot" ? await nearLots(db, name) : [] };
    }
  };
  if (rest !== "" && (first === "jars" || first === "lids" || first === "labels" || first === "supplier")) {
    const supplied = await lotsOfSupplierLot(db, rest.replace(/^lot /i, ""));
    if (!supplied)
      return { found: null, says: `No delivery with the supplier's lot "${rest}" is on record.`, near: [] };
    return {
      found: {
        kind: "supplier-lot",
        what: `jars ${supplied.their_lot}`,
        title: `${supplied.material} of ${supplied.supplier}, their lot ${supplied.their_lot}`,
        fills: supplied.fills,
      },
    };
  }
  if (rest !== "" && (TRACE_KINDS as readonly string[]).includes(first))
    return given(first as TraceKind, rest);
  const superTag = /^s(\d{1,15})$/i.exec(text)?.[1];
  if (superTag) return given("super", superTag);
  if ((await lotsMarked(db, text)).length > 0) return given("lot", text);
  const vessel = vesselNamed(text);
  if (vessel) {
    // A bare tag may be a pail's, and may be anything else.
    const asVessel = await given(vessel.kind, vessel.tag);
    if (asVessel.found || /^(?:pail|bucket|drum|tank|tub) /i.test(text)) return asVessel;
  }
  const yard = await given("yard", text);
  if (yard.found) return yard;
  const supplied = await lotsOfSupplierLot(db, text);
  if (supplied) return resolve(db, `jars ${text}`);
  if (!LOOKS_LIKE_A_LOT.test(text))
    return {
      found: null,
      says: `Nothing here is called "${text}". Write lot WB26-001-6, pail 12, super 41, colony 7, a yard, or jars and the supplier's lot.`,
      near: [],
    };
  const near = await nearLots(db, text);
  return {
    found: null,
    says: isLotCode(text)
      ? `"${text.toUpperCase()}" could be a lot's code, its check character is right, but no lot of this house has it.`
      : `"${text.toUpperCase()}" is misread: its check character does not fit.`,
    near,
  };
}
