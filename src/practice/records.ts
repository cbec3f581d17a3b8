/** Rows of the practice house: games that were begun, the moves made in them, and how they were decided. */
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

export const movesOf = (db: Knex, id: string): Promise<MoveRow[]> =>
  db("move").where({ game_id: id }).orderBy("nth");

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

/** How a game that is over was decided; once. */
export const addResult = (db: Knex, gameId: string, points: number): Promise<unknown> =>
  db("result").insert({ game_id: gameId, points }).onConflict("game_id").ignore();

export interface BestRun {
  readonly scenario: string;
  readonly who: string;
  readonly points: number;
}

/** Each scenario's best run of each person, the best first; a crew's is everybody's who moved in it. */
export async function bestRuns(db: Knex): Promise<BestRun[]> {
  const { rows } = await db.raw(
    `select g.scenario, m.who, max(r.points) as points
       from result r join game g on g.id = r.game_id join move m on m.game_id = g.id
      where m.who <> '' group by g.scenario, m.who order by points desc, m.who`,
  );
  return rows;
}
