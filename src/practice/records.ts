/** Rows of the practice house: games that were begun, and the moves made in them. */
import type { Knex } from "knex";

export interface GameRow {
  readonly id: string;
  readonly scenario: string;
  readonly seed: number;
  readonly begun_by: string;
  readonly begun_at: Date;
}
export interface MoveRow {
  readonly game_id: string;
  readonly nth: number;
  readonly move: string;
  /** "" where nobody moved and time went on. */
  readonly who: string;
  readonly at: Date;
}

export const gameById = (db: Knex, id: string): Promise<GameRow | undefined> =>
  db("game").where({ id }).first();

export const movesOf = (db: Knex, ids: readonly string[]): Promise<MoveRow[]> =>
  db("move")
    .whereIn("game_id", [...ids])
    .orderBy(["game_id", "nth"]);

export const newestGames = (db: Knex, most: number): Promise<GameRow[]> =>
  db("game").orderBy("begun_at", "desc").limit(most);

export const beginGame = (db: Knex, row: Omit<GameRow, "begun_at">): Promise<unknown> =>
  db("game").insert(row);

/** False where somebody else was quicker. */
export async function addMove(db: Knex, row: MoveRow): Promise<boolean> {
  const { rowCount } = await db.raw(
    "insert into move (game_id, nth, move, who, at) values (?, ?, ?, ?, ?) on conflict do nothing",
    [row.game_id, row.nth, row.move, row.who, row.at],
  );
  return rowCount === 1;
}
