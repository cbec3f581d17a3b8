/** What a command works with: its entry, its clock, and the only ways to move mass and state facts. */

import type { Knex } from "knex";
import type { MovementKind } from "@/core/ledger";
import { refuse } from "../language/errors";
import { massG, retold } from "../language/shown";
import type { Actor } from "../people/records";
import { HONEY_VESSELS } from "./kinds";
import type { Stated } from "./records/entries";
import {
  everTouched,
  type FillKind,
  fillsAt,
  gramsIn,
  type HeldFill,
  lastFillsOf,
  openingsOf,
} from "./records/fills";
import type { House } from "./records/house";
import { firstFault, sendOff } from "./records/send";
import type { Row } from "./seal";

/** Charges of vessels that are filled up. */
const CHARGES: ReadonlySet<FillKind> = new Set(HONEY_VESSELS);

/** One question to PostgreSQL carries at most 65,535 values (its protocol counts them in 16 bits). */
const MOST_VALUES = 60_000;

export interface NewFill {
  readonly kind: FillKind;
  readonly name: string;
  /** Of a loss. */
  readonly cause?: string;
  readonly vessel?: { readonly id: number; readonly because: string };
  readonly colonyId?: number;
}

export interface Move {
  readonly from: number;
  readonly to: number;
  readonly grams: number;
  readonly kind: MovementKind;
  readonly own?: number;
  readonly fromName: string;
  /** The sentence told to whoever would undo what fed it: "pail 12 was filled from batch 3". */
  readonly because: string;
}

export interface Loss {
  readonly from: number;
  readonly fromName: string;
  readonly grams: number;
  /** Why it was lost; losses of one cause are told together. */
  readonly cause: string;
  /** What it was lost of or at, where the cause alone does not tell: "batch 3". */
  readonly of?: string;
  readonly because: string;
  readonly kind?: "loss" | "unexplained" | "cleaned";
}

/** @throws Refusal where a fill held less at that moment, or would run short later */
function mustGive({ fromName, grams }: Move, held: number, spare: number): void {
  const wanted = `${massG(grams)} cannot come out of it`;
  if (held < grams) refuse("overdrawn", `${fromName} holds ${massG(held)}; ${wanted}.`);
  if (spare < grams)
    refuse(
      "overdrawn-later",
      `${fromName} held ${massG(held)} then, but what was taken out since leaves only ${massG(spare)}; ${wanted} that early.`,
    );
}

export class Work {
  readonly tx: Knex.Transaction;
  readonly entryId: number;
  readonly now: Date;
  readonly actor: Actor;
  readonly house: House;
  /** Tells whoever waits how far a long command is. */
  readonly progress: ((done: number, of: number) => void) | undefined;
  /** The entry that is entered again here, where it is a correction: what it numbered keeps its number. */
  private readonly again: number | undefined;
  private moment: Date;
  /** What it rests on so far. */
  private readonly restsOn = new Set<number>();
  /** The same with the sentence for whoever would undo one of them. */
  private readonly because = new Map<number, string>();
  /** Of those, which must have happened by this entry's moment; looked up together when all are known. */
  private readonly mustBeBefore = new Set<number>();
  /** Fills whose opening was looked at: each once. */
  private readonly openings = new Set<number>();
  /** Fills it rests on all of: under the writers' turn nobody but itself moves anything more in them. */
  private readonly allOf = new Set<number>();
  /** The newest fill of vessels that were asked for it, as this entry found them; none where there was none. */
  private readonly lastFills = new Map<number, HeldFill | undefined>();
  /** What was sent to be written and is answered with all the rest. */
  private readonly answers: Promise<unknown>[] = [];
  /** Every row this entry added, as the database keeps it: what its seal is made over. Complete once it is finished. */
  readonly added: Record<string, Row[]> = {};

  constructor(
    tx: Knex.Transaction,
    given: {
      entryId: number;
      at: Date;
      now: Date;
      actor: Actor;
      house: House;
      progress?: ((done: number, of: number) => void) | undefined;
      again?: number | undefined;
    },
  ) {
    this.tx = tx;
    this.entryId = given.entryId;
    this.moment = given.at;
    this.now = given.now;
    this.actor = given.actor;
    this.house = given.house;
    this.progress = given.progress;
    this.again = given.again;
  }

  /** When it happened. */
  get at(): Date {
    return this.moment;
  }

  /** For commands that carry their own date. */
  happenedAt(moment: Date): void {
    this.moment = moment;
    // Since when a thing is there must be before the new moment too.
    this.restsOn.clear();
    this.openings.clear();
    this.allOf.clear();
  }

  /**
   * This entry rests on those that stated `records`: none of them can be undone first, and nothing
   * happens before what it rests on. `because` is the sentence a person is told: "super 41 is in batch 3".
   * What is simply there (a yard, a pail) is there whenever it was typed in, unless it says since when.
   */
  async restOn(records: Stated | readonly Stated[], because: string): Promise<void> {
    const stated = (Array.isArray(records) ? records : [records]) as readonly Stated[];
    const ids = this.fresh(stated.map((r) => r.entry_id));
    const notYet = stated.find((r) => r.known_from && r.known_from > this.moment);
    if (notYet) this.refuseBefore(await this.tx("entry").where({ id: notYet.entry_id }).first("say"));
    const things = new Set(stated.flatMap((r) => (r.known_from === undefined ? [] : [r.entry_id])));
    for (const id of ids) if (!things.has(id)) this.mustBeBefore.add(id);
    this.restOnEntries(ids, because);
  }

  /** Of these entries those this one does not rest on yet: each is looked up and named once. */
  private fresh(ids: readonly number[]): number[] {
    return [...new Set(ids)].filter((id) => id !== this.entryId && !this.restsOn.has(id));
  }

  private refuseBefore(later: { say: string } | undefined): void {
    if (later)
      refuse("before-its-cause", `That would be before "${retold(later.say)}", which it rests on.`, "at");
  }

  /**
   * Nothing happens before what it rests on: asked once of all of it, at the end, or where something else is refused,
   * because what was not there yet is why much else does not do. @throws Refusal
   */
  async mustFollowItsCauses(): Promise<void> {
    if (this.mustBeBefore.size === 0) return;
    const ids = [...this.mustBeBefore];
    this.mustBeBefore.clear();
    this.refuseBefore(
      await this.tx("entry")
        .whereRaw("id = any(?::bigint[])", [ids])
        .where("happened_at", ">", this.moment)
        .orderBy("happened_at", "desc")
        .first("say"),
    );
  }

  private restOnEntries(ids: readonly number[], because: string): void {
    const others = this.fresh(ids);
    if (others.length === 0) return;
    for (const id of others) {
      this.restsOn.add(id);
      if (!this.because.has(id)) this.because.set(id, because);
    }
  }

  /** What the entry that is corrected here had stated in a table, in its order: a number that stands on jars stays. */
  async allBefore<Row>(
    table: string,
    columns: readonly string[],
    where: object = {},
  ): Promise<readonly Row[]> {
    if (this.again === undefined) return [];
    const rows: unknown = await this.tx(table)
      .where({ entry_id: this.again, ...where })
      .orderBy("id")
      .select([...columns]);
    return rows as readonly Row[];
  }

  /** The first of these. */
  async before<Row>(table: string, columns: readonly string[], where: object = {}): Promise<Row | undefined> {
    return (await this.allBefore<Row>(table, columns, where))[0];
  }

  /** What a fill holds now, with what this very entry moved in it. */
  held(fillId: number): Promise<{ grams: number; isSource: boolean }> {
    return gramsIn(this.tx, fillId);
  }

  /** States what this entry rests on, once, when all of it is known. */
  async finish(): Promise<void> {
    const rows = [...this.because].map(([on_entry, because]) => ({
      entry_id: this.entryId,
      on_entry,
      because,
    }));
    // Asked and stated at once: what is refused is taken back with all else.
    if (rows.length > 0) await this.send("rests_on", rows);
    await Promise.all([...this.answers, this.mustFollowItsCauses()]);
  }

  /** What was sent to be written and failed, the first of it; null where nothing did. */
  failed(): Promise<{ readonly fault: unknown } | null> {
    return firstFault(this.answers);
  }

  private remember(table: string, rows: readonly Row[]): void {
    const list = this.added[table] ?? [];
    for (const row of rows) list.push(row);
    this.added[table] = list;
  }

  /** Sends rows off to a table, to be remembered for the seal; whatever an entry writes goes through here. */
  private async send(
    table: string,
    rows: readonly Record<string, unknown>[],
  ): Promise<{ readonly answer: Promise<readonly Row[]> }> {
    const columns = rows.reduce((most, row) => Math.max(most, Object.keys(row).length), 1);
    const each = Math.floor(MOST_VALUES / columns);
    const parts: Promise<readonly Row[]>[] = [];
    for (let from = 0; from < rows.length; from += each) {
      const { answer } = await sendOff<Row[]>(
        this.tx(table)
          .insert(rows.slice(from, from + each))
          .returning("*"),
      );
      parts.push(answer);
    }
    const answer = Promise.all(parts).then((made) => {
      const all = made.flat();
      this.remember(table, all);
      return all;
    });
    answer.catch(() => {});
    this.answers.push(answer);
    return { answer };
  }

  /** The same, waiting for what the database made of them. */
  private async add(table: string, rows: readonly Record<string, unknown>[]): Promise<readonly Row[]> {
    return (await this.send(table, rows)).answer;
  }

  /** This entry takes a fill as it stands: it rests on everything that ever moved honey in or out of it. */
  restOnAllOf(fillId: number, because: string): Promise<void> {
    return this.restOnAllOfMany([{ fillId, because }]);
  }

  /** The same of many fills, each once. */
  async restOnAllOfMany(
    fills: readonly { readonly fillId: number; readonly because: string }[],
  ): Promise<void> {
    const news = fills.filter((f) => !this.allOf.has(f.fillId));
    const touched = await everTouched(
      this.tx,
      news.map((f) => f.fillId),
    );
    for (const { fillId, because } of news) {
      await this.restOn(touched.get(fillId) ?? [], because);
      this.allOf.add(fillId);
    }
  }

  /** The newest fill of each of these vessels, with what it held when this entry first asked. */
  async lastFillsOf(vesselIds: readonly number[]): Promise<ReadonlyMap<number, HeldFill | undefined>> {
    const news = vesselIds.filter((id) => !this.lastFills.has(id));
    const found = await lastFillsOf(this.tx, news);
    for (const id of news) this.lastFills.set(id, found.get(id));
    return this.lastFills;
  }

  /** States a fact. It is sent at once, and answered with all the rest. */
  note(table: string, row: Record<string, unknown>): Promise<void> {
    return this.noteMany(table, [row]);
  }

  /** The same of many of one table. */
  async noteMany(table: string, rows: readonly Record<string, unknown>[]): Promise<void> {
    if (rows.length === 0) return;
    await this.send(
      table,
      rows.map((row) => ({ ...row, entry_id: this.entryId })),
    );
  }

  /** States a fact and returns its id, for which it waits. */
  async state(table: string, row: Record<string, unknown>): Promise<number> {
    const [made] = await this.add(table, [{ ...row, entry_id: this.entryId }]);
    return made?.id as number;
  }

  /** The same of many of one table at once; ids in the same order. */
  async stateMany(table: string, rows: readonly Record<string, unknown>[]): Promise<number[]> {
    if (rows.length === 0) return [];
    const made = await this.add(
      table,
      rows.map((row) => ({ ...row, entry_id: this.entryId })),
    );
    return made.map((m) => m.id as number);
  }

  /**
   * Opens a fill: one charge of a vessel, a lot, a parcel, a loss. A vessel's new charge rests on all that
   * happened to the one before, so that nothing is put back into a vessel that was filled again.
   */
  async openFill(fill: NewFill): Promise<number> {
    return (await this.openFills([fill]))[0] as number;
  }

  /** The same of many, each of a vessel of its own; ids in the same order. */
  async openFills(fills: readonly NewFill[]): Promise<number[]> {
    const vessels = fills.flatMap(({ vessel }) => vessel ?? []);
    const before = await this.lastFillsOf(vessels.map((v) => v.id));
    await this.restOnAllOfMany(
      vessels.flatMap(({ id, because }) => {
        const last = before.get(id);
        return last ? { fillId: last.id, because } : [];
      }),
    );
    const ids = await this.stateMany(
      "fill",
      fills.map(({ kind, name, vessel, colonyId, cause }) => ({
        kind,
        name,
        vessel_id: vessel?.id ?? null,
        colony_id: colonyId ?? null,
        opened_at: this.moment,
        cause: cause ?? null,
      })),
    );
    for (const { id } of vessels) this.lastFills.delete(id);
    // Its own entry opened it: there is nothing before it to rest on.
    for (const id of ids) this.openings.add(id);
    return ids;
  }

  /**
   * Moves whole grams, as of this entry's moment: refuses, with what is there, when the fill held less then or
   * would run short later, and rests on whatever fed it by then. Nothing moves for 0 g.
   */
  move(move: Move): Promise<void> {
    return this.moveMany([move]);
  }

  /** The same of many; none of them gives what another one brings. */
  async moveMany(all: readonly Move[]): Promise<void> {
    const moves = all.filter((m) => m.grams !== 0);
    if (moves.length === 0) return;
    const [there, openings] = await Promise.all([
      fillsAt(this.tx, [...new Set(moves.map((m) => m.from))], this.moment),
      this.openingsOf(moves),
    ]);
    /** What those before took out of the same. */
    const taken = new Map<number, number>();
    for (const move of moves) {
      const held = there.get(move.from);
      if (held?.isSource) continue;
      const before = taken.get(move.from) ?? 0;
      taken.set(move.from, before + move.grams);
      mustGive(move, (held?.grams ?? 0) - before, (held?.spare ?? 0) - before);
      this.restOnEntries(held?.fedBy ?? [], move.because);
    }
    for (const { entryId, because } of openings) this.restOnEntries([entryId], because);
    await this.send(
      "movement",
      moves.map((move) => ({
        entry_id: this.entryId,
        from_fill: move.from,
        to_fill: move.to,
        grams: move.grams,
        at: this.moment,
        kind: move.kind,
        own_fill: move.own ?? null,
      })),
    );
  }

  /**
   * What is poured into a vessel that holds honey stands in the charge another entry began: that entry cannot be taken
   * back from under it, or the honey would stand nowhere.
   */
  private async openingsOf(
    moves: readonly Move[],
  ): Promise<readonly { readonly entryId: number; readonly because: string }[]> {
    const into = new Map(moves.filter((m) => !this.openings.has(m.to)).map((m) => [m.to, m.because]));
    if (into.size === 0) return [];
    for (const id of into.keys()) this.openings.add(id);
    const opened = await openingsOf(this.tx, [...into.keys()]);
    return opened
      .filter(({ kind }) => CHARGES.has(kind))
      .map(({ id, entry_id }) => ({ entryId: entry_id, because: into.get(id) ?? "" }));
  }

  /** From now on these entries do not stand; what they moved is moved back by `moveBack`. */
  async takeBack(entryIds: readonly number[]): Promise<void> {
    await this.send(
      "undone",
      entryIds.map((entry_id) => ({ entry_id, by_entry: this.entryId })),
    );
  }

  /** Movements go the other way, now, in this order. */
  async moveBack(
    movements: readonly { id: number; from_fill: number; to_fill: number; grams: number }[],
  ): Promise<void> {
    if (movements.length === 0) return;
    await this.send(
      "movement",
      movements.map((m) => ({
        entry_id: this.entryId,
        from_fill: m.to_fill,
        to_fill: m.from_fill,
        grams: m.grams,
        at: this.now,
        kind: "undo",
        reverses: m.id,
      })),
    );
  }

  /** A named loss takes grams out of a fill. */
  lose(lost: Loss): Promise<void> {
    return this.loseMany([lost]);
  }

  /** The same out of many. */
  async loseMany(all: readonly Loss[]): Promise<void> {
    const losses = all.filter((l) => l.grams !== 0);
    if (losses.length === 0) return;
    const into = await this.openFills(
      losses.map(({ cause, of }) => ({ kind: "loss", name: of ? `${cause}, ${of}` : cause, cause })),
    );
    await this.moveMany(
      losses.map(({ cause: _, of: __, kind = "loss", ...rest }, i) => ({
        ...rest,
        to: into[i] as number,
        kind,
      })),
    );
  }
}
