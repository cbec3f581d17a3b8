/** Games of the practice house: begun, played by one or by a crew on several tablets, looked at afterwards. */
import { randomInt, randomUUID } from "node:crypto";
import type { Knex } from "knex";
import type { At } from "@/core/practice";
import {
  type Cost,
  costSum,
  judgeOf,
  PARTS,
  type Part,
  type Played,
  playedTo,
  SCENARIOS,
  type Scenario,
  scenarioById,
  scoreOf,
} from "@/core/practice";
import { retold } from "@/house/language/shown";
import { NotPlayed } from "./not-played";
import { addMove, beginGame, type GameRow, gameById, type MoveRow, movesOf, newestGames } from "./records";

export interface MoveView {
  readonly id: string;
  readonly label: string;
  readonly means: string;
}

export interface OverView {
  readonly points: number;
  /** Kilograms as good as lost beyond the best that could be known, by part; and all together. */
  readonly beyond: readonly { readonly part: Part; readonly kg: number }[];
  readonly beyondKg: number;
  /** What the best way was expected to cost, and what it came to in the end, luck included. */
  readonly bestKg: number;
  readonly cameKg: number;
  readonly came: readonly { readonly part: Part; readonly kg: number }[];
  readonly was: readonly string[];
  readonly dearest: readonly {
    readonly nth: number;
    readonly did: string;
    readonly better: string;
    readonly kg: number;
    readonly foreseenKg: number;
    readonly betterKg: number;
  }[];
  readonly teaches: string;
}

export interface GameView {
  readonly id: string;
  readonly scenario: Pick<Scenario, "id" | "title" | "asks" | "known" | "patienceS"> & {
    readonly caution: string | null;
  };
  readonly seen: readonly {
    readonly nth: number;
    readonly who: string;
    readonly did: string;
    readonly says: string;
  }[];
  readonly stands: readonly string[];
  readonly moves: readonly MoveView[];
  /** Seconds until time goes on without anybody; null where it waits for a decision. */
  readonly leftS: number | null;
  readonly over: OverView | null;
}

const WAIT = "wait";
const UUID = /^[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;
/** Less than it is shown to is nothing. */
const LEAST_KG = 0.05;
const parts = (cost: Cost) =>
  PARTS.map((part) => ({ part, kg: cost[part] ?? 0 })).filter(({ kg }) => Math.abs(kg) >= LEAST_KG);

function overView(scenario: Scenario, played: Played<At>): OverView {
  const told = scoreOf(scenario, played);
  const label = (move: string): string => retold(scenario.moves[move]?.label ?? move);
  return {
    points: told.points,
    beyond: parts(told.beyond),
    beyondKg: told.beyondKg,
    bestKg: judgeOf(scenario).best.kg,
    cameKg: costSum(told.came),
    came: parts(told.came),
    was: scenario.was(scenario.problem.truths[played.truth] ?? {}).map(retold),
    dearest: told.dearest.flatMap((nth) => {
      const d = played.decisions[nth];
      return d
        ? [
            {
              nth: nth + 1,
              did: label(d.move),
              better: label(d.best.move),
              kg: d.chosen.kg - d.best.kg,
              foreseenKg: d.chosen.kg,
              betterKg: d.best.kg,
            },
          ]
        : [];
    }),
    teaches: retold(scenario.teaches),
  };
}

async function gameAndMoves(
  db: Knex,
  id: string,
): Promise<{ game: GameRow; moves: MoveRow[]; scenario: Scenario }> {
  const game = UUID.test(id) ? await gameById(db, id) : undefined;
  const scenario = game && scenarioById(game.scenario);
  if (!game || !scenario) throw new NotPlayed("unknown-game", "There is no such practice day.", 404);
  return { game, scenario, moves: await movesOf(db, [id]) };
}

/** The hidden truth goes on while nobody decides: each so many seconds are a wait, made by nobody. */
async function timeGoesOn(db: Knex, id: string, now: Date): Promise<void> {
  for (;;) {
    const { game, moves, scenario } = await gameAndMoves(db, id);
    const { at } = playedTo(
      scenario,
      game.seed,
      moves.map((m) => m.move),
    );
    if (at === null || !scenario.problem.moves(at).includes(WAIT)) return;
    const due = new Date((moves.at(-1)?.at ?? game.begun_at).getTime() + scenario.patienceS * 1000);
    if (due > now) return;
    await addMove(db, { game_id: id, nth: moves.length + 1, move: WAIT, who: "", at: due });
  }
}

export async function begin(db: Knex, scenario: string, who: string, seed?: number): Promise<string> {
  if (!scenarioById(scenario)) throw new NotPlayed("unknown-scenario", "There is no such practice day.", 404);
  const id = randomUUID();
  await beginGame(db, { id, scenario, seed: seed ?? randomInt(2 ** 31 - 1), begun_by: who });
  return id;
}

export async function look(db: Knex, id: string, now = new Date()): Promise<GameView> {
  await timeGoesOn(db, id, now);
  const { game, moves, scenario } = await gameAndMoves(db, id);
  const played = playedTo(
    scenario,
    game.seed,
    moves.map((m) => m.move),
  );
  const { at } = played;
  const open = at === null ? [] : scenario.problem.moves(at);
  const since = (moves.at(-1)?.at ?? game.begun_at).getTime();
  const { title, asks, known, patienceS, caution = null } = scenario;
  return {
    id,
    scenario: { id: scenario.id, title, asks: retold(asks), known: known.map(retold), patienceS, caution },
    seen: played.decisions.map((d, i) => ({
      nth: i + 1,
      who: moves[i]?.who ?? "",
      did: retold(scenario.moves[d.move]?.label ?? d.move),
      says: retold(d.says),
    })),
    stands: at === null ? [] : scenario.stands(at).map(retold),
    moves: open.map((move) => ({
      id: move,
      label: retold(scenario.moves[move]?.label ?? move),
      means: retold(scenario.moves[move]?.means ?? ""),
    })),
    leftS: open.includes(WAIT) ? Math.max(0, Math.ceil(patienceS - (now.getTime() - since) / 1000)) : null,
    over: at === null ? overView(scenario, played) : null,
  };
}

/** Makes the `nth` move; two tablets that decide at once make one, and both see which. */
export async function move(
  db: Knex,
  id: string,
  asked: { readonly nth: number; readonly move: string; readonly who: string },
  now = new Date(),
): Promise<GameView> {
  await timeGoesOn(db, id, now);
  const { game, moves, scenario } = await gameAndMoves(db, id);
  const { at } = playedTo(
    scenario,
    game.seed,
    moves.map((m) => m.move),
  );
  if (at === null) throw new NotPlayed("over", "This practice day is over.", 409);
  if (asked.nth !== moves.length + 1)
    throw new NotPlayed("moved-on", "It has moved on meanwhile: look again, then decide.", 409);
  if (!scenario.problem.moves(at).includes(asked.move))
    throw new NotPlayed("no-such-move", "That is not to be had here.", 422);
  const made = await addMove(db, { game_id: id, nth: asked.nth, move: asked.move, who: asked.who, at: now });
  if (!made) throw new NotPlayed("moved-on", "Somebody was quicker: look again, then decide.", 409);
  return look(db, id, now);
}

export interface BestRun {
  readonly scenario: string;
  readonly who: string;
  readonly points: number;
}

const LOOKED_AT = 400;

/** Each scenario's best runs by person, of the newest games; a crew's game is everybody's who moved in it. */
export async function bestRuns(db: Knex): Promise<BestRun[]> {
  const games = await newestGames(db, LOOKED_AT);
  const moves = await movesOf(
    db,
    games.map((g) => g.id),
  );
  const byGame = new Map<string, MoveRow[]>();
  for (const m of moves) {
    const own = byGame.get(m.game_id);
    if (own) own.push(m);
    else byGame.set(m.game_id, [m]);
  }
  const best = new Map<string, BestRun>();
  for (const game of games) {
    const scenario = scenarioById(game.scenario);
    const own = byGame.get(game.id) ?? [];
    if (!scenario) continue;
    const played = playedTo(
      scenario,
      game.seed,
      own.map((m) => m.move),
    );
    if (played.at !== null) continue;
    const { points } = scoreOf(scenario, played);
    for (const who of new Set(own.map((m) => m.who).filter((w) => w !== ""))) {
      const key = `${scenario.id} ${who}`;
      if ((best.get(key)?.points ?? -1) < points) best.set(key, { scenario: scenario.id, who, points });
    }
  }
  return [...best.values()].sort((a, b) => b.points - a.points);
}

export const scenariosShown = () =>
  SCENARIOS.map(({ id, title, asks }) => ({ id, title, asks: retold(asks) }));
