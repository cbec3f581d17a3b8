/** The frame around every screen: the strip, the tape, who works here. */

import type { Knex } from "knex";
import { stacksOf } from "../hot-room/stacks";
import { clockIn, dayIn, shortDayIn, whenIn } from "../language/clock";
import { massFigureG, readsOtherwise } from "../language/shown";
import { sayAgain } from "../ledger/command";
import type { FillKind, HoneyVessel } from "../ledger/kinds";
import { type TapeAsked, tape, tapeFound } from "../ledger/records/entries";
import { papersOf } from "../papers/records";
import { crewNow } from "../people/records";
import { settling, stored } from "../settle/settling";
import { decisions } from "./decisions";
import { BAY_HREF, BAYS, type BayName, type Tone } from "./model";
import type { Snapshot } from "./snapshot";

export interface StripBay {
  readonly name: BayName;
  readonly href: string;
  readonly key: string;
  readonly kg: string;
  /** 0-1 of the fullest bay. */
  readonly level: number;
  readonly urgent: string;
  readonly tone: Tone;
}

export interface StripView {
  readonly houseName: string;
  readonly today: string;
  readonly clock: string;
  readonly bays: readonly StripBay[];
}

const EMPTY: Record<BayName, string> = {
  Yard: "nothing waiting",
  "Hot room": "no stacks",
  Spin: "no open batch",
  Settle: "nothing standing",
  Store: "shelf empty",
  Bottle: "no jars here",
  Out: "nothing sent",
};
const CALM: Record<BayName, string> = {
  Yard: "in order",
  "Hot room": "in order",
  Spin: "in order",
  Settle: "standing",
  Store: "in order",
  Bottle: "in order",
  Out: "sent",
};

const sum = (list: readonly { grams: number }[]): number => list.reduce((g, x) => g + x.grams, 0);

/** Vessels of one kind: those that still clear, and those that are kept. */
const inVessels = (kind: HoneyVessel) => (s: Snapshot) => ({
  Settle: sum(settling(s).filter((v) => v.kind === kind)),
  Store: sum(stored(s).filter((v) => v.kind === kind)),
});

/**
 * Where each kind of fill stands; null for what is no honey of the house (sources, losses). Typed over all
 * kinds, so that every gram in the house is in exactly one bay.
 */
const STANDS_IN: Record<FillKind, ((s: Snapshot) => Partial<Record<BayName, number>>) | null> = {
  colony: null,
  gain: null,
  loss: null,
  comb: (s) => {
    const { stacks, intake } = stacksOf(s.waiting);
    return { Yard: sum(intake), "Hot room": sum(stacks.flatMap((x) => x.supers)) };
  },
  batch: (s) => ({ Spin: s.openBatches.reduce((g, b) => g + b.account.remainderGrams, 0) }),
  cappings: (s) => ({ Spin: s.besides.cappings }),
  pail: inVessels("pail"),
  drum: inVessels("drum"),
  tank: inVessels("tank"),
  tub: inVessels("tub"),
  // What is delivered is in a vessel in the same moment.
  outside: null,
  delivery: null,
  wax: (s) => ({ Store: s.besides.wax }),
  lot: (s) => ({ Bottle: sum(s.lots) }),
  // Spun boxes stand ready to go back to the colonies.
  wets: (s) => ({ Out: s.besides.wets }),
  parcel: (s) => ({ Out: s.sentGrams }),
};

export function gramsByBay(s: Snapshot): Record<BayName, number> {
  const grams = Object.fromEntries(BAYS.map((bay) => [bay, 0])) as Record<BayName, number>;
  for (const standing of Object.values(STANDS_IN))
    for (const [bay, g] of Object.entries(standing?.(s) ?? {})) grams[bay as BayName] += g;
  return grams;
}

export function stripView(s: Snapshot): StripView {
  const grams = gramsByBay(s);
  // The scale is of what stands in the house: beside all that was sent in years, every shelf would look empty.
  const fullest = Math.max(1, ...Object.values({ ...grams, Out: grams.Out - s.sentGrams }));
  const all = decisions(s);
  return {
    houseName: s.house.name,
    today: shortDayIn(s.house.zone, s.now),
    clock: clockIn(s.house.zone, s.now),
    bays: BAYS.map((name, i) => {
      const urgent = all.find((d) => d.bay === name);
      return {
        name,
        href: BAY_HREF[name],
        key: String(i + 1),
        kg: massFigureG(grams[name], grams[name] >= 100_000 || grams[name] === 0 ? 0 : 1),
        level: Math.min(1, grams[name] / fullest),
        urgent: urgent?.short ?? (grams[name] === 0 ? EMPTY[name] : CALM[name]),
        tone: urgent?.tone ?? "ink",
      };
    }),
  };
}

export interface TapeLine {
  readonly id: number;
  /** Whoever may not do it may not take it back. */
  readonly command: string;
  readonly time: string;
  readonly day: string;
  readonly who: string;
  readonly say: string;
  readonly kg: string | null;
  /** When it was entered, where that was well after it happened. */
  readonly entered: string | null;
  readonly undone: boolean;
  readonly undoable: boolean;
  readonly papers: readonly { readonly id: number; readonly name: string }[];
}

export interface TapeView {
  readonly lines: readonly TapeLine[];
  readonly crew: readonly { name: string; role: string }[];
  /** Id to page back from, null at the beginning. */
  readonly more: number | null;
}

const TAPE_PAGE = 40;
/** Less than this is told to ten grams. */
const FEW_G = 100;
/** So long after it happened an entry is a late one. */
const LATE_MS = 10 * 60_000;

export async function tapeView(
  db: Knex,
  s: Pick<Snapshot, "house" | "now">,
  before?: number,
  asked?: TapeAsked,
): Promise<TapeView> {
  const only = asked ? await tapeFound(db, asked, TAPE_PAGE + 1, before) : undefined;
  const [rows, crew] = await Promise.all([
    tape(db, TAPE_PAGE + 1, { before, figures: readsOtherwise(), ...(only ? { only } : {}) }),
    crewNow(db),
  ]);
  const today = dayIn(s.house.zone, s.now);
  const papers = await papersOf(
    db,
    rows.map((r) => r.id),
  );
  return {
    crew,
    more: rows.length > TAPE_PAGE ? (rows[TAPE_PAGE - 1]?.id ?? null) : null,
    lines: rows.slice(0, TAPE_PAGE).map((r) => ({
      id: r.id,
      command: r.command,
      time: clockIn(s.house.zone, r.happened_at),
      day: dayIn(s.house.zone, r.happened_at) === today ? "today" : shortDayIn(s.house.zone, r.happened_at),
      who: r.who,
      say: sayAgain(r),
      // A sample's ten grams are not nothing.
      kg: r.grams === null ? null : massFigureG(r.grams, r.grams !== 0 && Math.abs(r.grams) < FEW_G ? 2 : 1),
      entered:
        r.recorded_at.getTime() - r.happened_at.getTime() > LATE_MS
          ? whenIn(s.house.zone, r.recorded_at, r.happened_at)
          : null,
      undone: r.undone_by !== null,
      undoable: r.undoable,
      papers: papers.filter((p) => p.of_entry === r.id).map(({ id, name }) => ({ id, name })),
    })),
  };
}
