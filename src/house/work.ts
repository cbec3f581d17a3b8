/** What a command works with: its entry, its clock, and the only ways to move mass and state facts. */

import type { Knex } from "knex";
import type { MovementKind } from "@/core/ledger";
import { formatKgFromG } from "@/core/units";
import { refuse } from "./errors";
import type { Actor } from "./records/crew";
import { type FillKind, gramsIn } from "./records/fills";
import type { House } from "./records/house";

/** Any row that was stated by an entry. */
export interface Stated {
  readonly entry_id: number;
}

export class Work {
  readonly tx: Knex.Transaction;
  readonly entryId: number;
  readonly now: Date;
  readonly actor: Actor;
  readonly house: House;
  /** Tells whoever waits how far a long command is. */
  readonly progress: ((done: number, of: number) => void) | undefined;
  private moment: Date;

  constructor(
    tx: Knex.Transaction,
    given: {
      entryId: number;
      at: Date;
      now: Date;
      actor: Actor;
      house: House;
      progress?: ((done: number, of: number) => void) | undefined;
    },
  ) {
    this.tx = tx;
    this.entryId = given.entryId;
    this.moment = given.at;
    this.now = given.now;
    this.actor = given.actor;
    this.house = given.house;
    this.progress = given.progress;
  }

  /** When it happened. */
  get at(): Date {
    return this.moment;
  }

  /** For commands that carry their own date. */
  happenedAt(moment: Date): void {
    this.moment = moment;
  }

  /**
   * This entry rests on those that stated `records`: none of them can be undone first, and nothing
   * happens before what it rests on. `because` is the sentence a person is told: "super 41 is in batch 3".
   */
  async restOn(records: Stated | readonly Stated[], because: string): Promise<void> {
    const ids = [
      ...new Set((Array.isArray(records) ? records : [records]).map((r: Stated) => r.entry_id)),
    ].filter((id) => id !== this.entryId);
    if (ids.length === 0) return;
    const later = await this.tx("entry")
      .whereIn("id", ids)
      .where("happened_at", ">", this.moment)
      .orderBy("happened_at", "desc")
      .first("say", "happened_at");
    if (later) refuse("before-its-cause", `That would be before "${later.say}", which it rests on.`, "at");
    await this.tx("rests_on")
      .insert(ids.map((on_entry) => ({ entry_id: this.entryId, on_entry, because })))
      .onConflict(["entry_id", "on_entry"])
      .ignore();
  }

  /** States a fact and returns its id. */
  async state(table: string, row: Record<string, unknown>): Promise<number> {
    const [made] = await this.tx(table)
      .insert({ ...row, entry_id: this.entryId })
      .returning("id");
    return made.id as number;
  }

  /** States many facts of one table at once; ids in the same order. */
  async stateMany(table: string, rows: readonly Record<string, unknown>[]): Promise<number[]> {
    if (rows.length === 0) return [];
    const made = await this.tx(table)
      .insert(rows.map((row) => ({ ...row, entry_id: this.entryId })))
      .returning("id");
    return made.map((m) => m.id as number);
  }

  /** Opens a fill: one charge of a vessel, a lot, a parcel, a loss. */
  async openFill(fill: {
    kind: FillKind;
    name: string;
    vesselId?: number;
    colonyId?: number;
  }): Promise<number> {
    return this.state("fill", {
      kind: fill.kind,
      name: fill.name,
      vessel_id: fill.vesselId ?? null,
      colony_id: fill.colonyId ?? null,
      opened_at: this.moment,
    });
  }

  /** Moves whole grams; refuses, with what is there, when the fill holds less. Nothing moves for 0 g. */
  async move(move: {
    from: number;
    to: number;
    grams: number;
    kind: MovementKind;
    own?: number;
    fromName: string;
  }): Promise<void> {
    if (move.grams === 0) return;
    const held = await gramsIn(this.tx, move.from);
    if (!held.isSource && held.grams < move.grams) {
      refuse(
        "overdrawn",
        `${move.fromName} holds ${formatKgFromG(held.grams)} kg; ${formatKgFromG(move.grams)} kg cannot come out of it.`,
      );
    }
    await this.tx("movement").insert({
      entry_id: this.entryId,
      from_fill: move.from,
      to_fill: move.to,
      grams: move.grams,
      at: this.moment,
      kind: move.kind,
      own_fill: move.own ?? null,
    });
  }

  /** A named loss takes grams out of a fill. */
  async lose(
    from: number,
    fromName: string,
    grams: number,
    cause: string,
    kind: "loss" | "unexplained" | "cleaned" = "loss",
  ): Promise<void> {
    if (grams === 0) return;
    const loss = await this.openFill({ kind: "loss", name: cause });
    await this.move({ from, to: loss, grams, kind, fromName });
  }
}
