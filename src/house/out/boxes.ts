/** Where every box is: full, wet, back on a colony, stored, set out, or empty. */
import type { Knex } from "knex";
import { ageBetween, dayIn, writtenDay } from "../language/clock";
import { massG } from "../language/shown";
import type { Snapshot } from "../standing/snapshot";
import { type BoxRow, boxesNow } from "./records/boxes";

export const BOX_STATES = ["full", "in a batch", "wet", "returned", "stored", "set out", "empty"] as const;
export type BoxState = (typeof BOX_STATES)[number];

/** Wets go back the same evening (common practice); after so long they are told as due. */
const DUE_H = 10;
const HOUR_MS = 3_600_000;

export interface BoxSeen {
  readonly tag: string;
  readonly state: BoxState;
  readonly says: string;
  readonly colony: string;
  readonly wetG: number;
  readonly due: boolean;
}

const WAY: Readonly<Record<NonNullable<BoxRow["way"]>, BoxState>> = {
  returned: "returned",
  stored: "stored",
  "set-out": "set out",
};

export function stateOfBox(b: BoxRow): BoxState {
  if (b.kind === "comb" && b.grams > 0) return "full";
  if (b.in_open_batch) return "in a batch";
  // A word on where it went stands until it is filled again.
  if (b.way) return WAY[b.way];
  return b.kind === "wets" && b.grams > 0 ? "wet" : "empty";
}

export interface BoxesView {
  readonly counts: readonly { readonly state: BoxState; readonly count: number }[];
  readonly wet: readonly BoxSeen[];
  readonly rows: readonly BoxSeen[];
  readonly due: number;
  /** Colonies that were fed with wets, the newest first: what they stored since may be that honey again. */
  readonly fed: readonly {
    readonly colony: string;
    readonly boxes: readonly string[];
    readonly since: string;
  }[];
}

/** Boxes that went back wet, by the colony they went onto. */
function fedWith(boxes: readonly BoxRow[], zone: string): BoxesView["fed"] {
  const by = new Map<string, { boxes: string[]; at: Date }>();
  for (const b of boxes) {
    if (stateOfBox(b) !== "returned" || !b.way_colony || !b.way_at || !(b.kind === "wets" && b.grams > 0))
      continue;
    const known = by.get(b.way_colony);
    by.set(b.way_colony, {
      boxes: [...(known?.boxes ?? []), b.tag],
      at: known && known.at > b.way_at ? known.at : b.way_at,
    });
  }
  return [...by]
    .sort(([, a], [, b]) => b.at.getTime() - a.at.getTime())
    .map(([colony, f]) => ({ colony, boxes: f.boxes, since: writtenDay(dayIn(zone, f.at)) }));
}

/** So many boxes are listed at once: a tablet takes in no more, and nobody reads so far. */
export const MOST_BOXES = 400;
/** Which are looked for first where there are more: those somebody must do something about, then those that are away. */
const FIRST: readonly BoxState[] = ["wet", "in a batch", "set out", "returned", "stored", "full", "empty"];

/** The boxes to list, all of them or those that are so; where there are too many, those first that are looked for. */
export function boxesListed(
  { rows }: Pick<BoxesView, "rows">,
  are?: BoxState,
): { rows: readonly BoxSeen[]; of: number } {
  const all = rows.filter((b) => are === undefined || b.state === are);
  if (all.length <= MOST_BOXES) return { rows: all, of: all.length };
  const order = (b: BoxSeen) => (b.due ? -1 : FIRST.indexOf(b.state));
  return { rows: all.toSorted((a, b) => order(a) - order(b)).slice(0, MOST_BOXES), of: all.length };
}

export async function boxesView(db: Knex, s: Pick<Snapshot, "house" | "now">): Promise<BoxesView> {
  const boxes = await boxesNow(db);
  const rows = boxes.map((b): BoxSeen => {
    const state = stateOfBox(b);
    const since = b.way_at ?? b.opened_at;
    const wet = state === "wet";
    return {
      tag: b.tag,
      state,
      colony: b.colony ?? "",
      wetG: b.kind === "wets" ? b.grams : 0,
      due: wet && b.opened_at !== null && s.now.getTime() - b.opened_at.getTime() > DUE_H * HOUR_MS,
      says: [
        wet && b.opened_at ? `${massG(b.grams, 2)} in it, spun ${ageBetween(b.opened_at, s.now)} ago` : "",
        state === "returned" && b.way_colony ? `on colony ${b.way_colony}` : "",
        b.how,
        b.place,
        since && !wet && state !== "empty" ? `since ${writtenDay(dayIn(s.house.zone, since))}` : "",
      ]
        .filter((t) => t !== "")
        .join(", "),
    };
  });
  return {
    rows,
    wet: rows.filter((r) => r.state === "wet"),
    due: rows.filter((r) => r.due).length,
    fed: fedWith(boxes, s.house.zone),
    counts: BOX_STATES.map((state) => ({
      state,
      count: rows.filter((r) => r.state === state).length,
    })).filter((c) => c.count > 0),
  };
}
