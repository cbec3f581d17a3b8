/** One entry of the tape: what was typed, what it rests on, what rests on it, what hangs on it. */
import type { Knex } from "knex";
import { clockIn, dayIn, whenIn, writtenDay } from "../language/clock";
import { asWritten, retold } from "../language/shown";
import { sayAgain } from "../ledger/command";
import { saidPath, unitOfPath, valuesOf, WHEN } from "../ledger/correct";
import { chainFrom, entryById, isUndone, restedOn, restingOn } from "../ledger/records/entries";
import { houseNow } from "../ledger/records/house";
import { notesOf, type PaperRow, papersOf } from "../papers/records";

export interface EntryView {
  readonly id: number;
  readonly command: string;
  readonly say: string;
  readonly who: string;
  readonly device: string;
  readonly happened: string;
  readonly recorded: string;
  readonly undone: boolean;
  readonly correctable: boolean;
  /** Every value that was typed, by its path, as it was typed; the moment is one of them. */
  readonly values: readonly {
    readonly path: string;
    readonly name: string;
    /** As whoever reads reads it. */
    readonly value: string;
    /** What a bare figure is typed in. */
    readonly unit: string;
  }[];
  readonly restsOn: readonly { readonly id: number; readonly say: string; readonly because: string }[];
  readonly resting: readonly { readonly id: number; readonly say: string; readonly because: string }[];
  /** All that follows, and all that follows from that. */
  readonly followers: number;
  readonly papers: readonly PaperRow[];
  readonly notes: readonly { readonly says: string; readonly by: string }[];
  readonly hash: string;
}

/** So many values are shown: an import has tens of thousands. */
const MOST_VALUES = 200;
const MOST_FOLLOWERS = 1000;

export async function entryView(db: Knex, id: number, now = new Date()): Promise<EntryView | null> {
  const entry = await entryById(db, id);
  if (!entry) return null;
  const [house, undone, behind, resting, chain, papers, notes] = await Promise.all([
    houseNow(db),
    isUndone(db, id),
    restedOn(db, id),
    restingOn(db, id),
    chainFrom(db, id, MOST_FOLLOWERS),
    papersOf(db, [id]),
    notesOf(db, [id]),
  ]);
  const at = entry.happened_at.toISOString();
  return {
    id,
    command: entry.command,
    say: sayAgain(entry),
    who: entry.who,
    device: entry.device,
    happened: `${writtenDay(dayIn(house.zone, entry.happened_at))}, ${clockIn(house.zone, entry.happened_at)}`,
    recorded: whenIn(house.zone, entry.recorded_at, now),
    undone,
    correctable: entry.undoable && !undone,
    values: [
      ...valuesOf(entry.input).map((v) => {
        const unit = unitOfPath(v.path);
        const figure =
          typeof v.value === "number" && unit !== "" ? asWritten(v.value, unit) : String(v.value);
        return { path: v.path, name: saidPath(v.path), value: figure.slice(0, 200), unit };
      }),
      { path: WHEN, name: "time it happened", value: at, unit: "" },
    ].slice(-MOST_VALUES),
    restsOn: behind.map((b) => ({ id: b.id, say: retold(b.say), because: retold(b.because) })),
    resting: resting.slice(0, 60).map((r) => ({
      id: r.entry_id,
      say: retold(r.say),
      because: retold(r.because),
    })),
    followers: Math.max(0, chain.length - 1),
    papers,
    notes: notes.map((n) => ({ says: n.says, by: `${n.who}, ${whenIn(house.zone, n.at, now)}` })),
    hash: entry.hash,
  };
}
