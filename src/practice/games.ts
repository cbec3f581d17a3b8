/** Games of the practice house: begun, played by one or by a crew on several tablets, looked at afterwards. */
import { randomInt, randomUUID } from "node:crypto";
import type { Knex } from "knex";
import {
  type At,
  type Believed,
  believedOf,
  bestKgOf,
  type CasePlayed,
  type Cost,
  casesOf,
  certainKg,
  costSum,
  type DayPlayed,
  DomainError,
  PARTS,
  type Part,
  playedTo,
  SCENARIOS,
  type Scenario,
  scenarioById,
  scoreOf,
} from "@/core/practice";
import { retold } from "@/house/language/shown";
import { NotPlayed } from "./not-played";
import { addMove, addResult, beginGame, type GameRow, gameById, type MoveRow, movesOf } from "./records";

export interface MoveView {
  readonly id: string;
  readonly label: string;
  readonly means: string;
  /** What it costs whatever is true, kg as good as lost. */
  readonly certainKg: number;
}

/** A case that is over: what was decided in the end, and the truth beside what could be believed then. */
export interface CaseOver {
  readonly nth: number;
  readonly asks: string;
  readonly did: string;
  readonly believed: readonly Believed[];
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
  readonly dearest: readonly {
    /** The case it was in, and the step of it. */
    readonly ofCase: number;
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
  readonly scenario: Pick<Scenario, "id" | "title" | "asks" | "patienceS"> & {
    readonly caution: string | null;
  };
  /** Which case of how many it is at. */
  readonly round: { readonly nth: number; readonly of: number };
  readonly asks: string;
  readonly known: readonly string[];
  /** What was done in this case. */
  readonly seen: readonly {
    readonly nth: number;
    readonly who: string;
    readonly did: string;
    readonly says: string;
  }[];
  /** How many moves were made in the whole day: the next is one more. */
  readonly made: number;
  readonly stands: readonly string[];
  readonly moves: readonly MoveView[];
  /** Seconds until time goes on without anybody; null where it waits for a decision. */
  readonly leftS: number | null;
  /** The cases that are over, the newest first. */
  readonly before: readonly CaseOver[];
  readonly over: OverView | null;
}

const WAIT = "wait";
const UUID = /^[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;
/** Less than it is shown to is nothing. */
const LEAST_KG = 0.05;
const parts = (cost: Cost) =>
  PARTS.map((part) => ({ part, kg: cost[part] ?? 0 })).filter(({ kg }) => Math.abs(kg) >= LEAST_KG);

const labelOf = ({ of }: Pick<CasePlayed, "of">, move: string): string =>
  retold(of.moves[move]?.label ?? move);

const caseOver = (one: CasePlayed, i: number): CaseOver => ({
  nth: i + 1,
  asks: retold(one.of.asks),
  did: labelOf(one, one.played.decisions.at(-1)?.move ?? ""),
  believed: believedOf(one).map(({ was, belief }) => ({
    was: retold(was),
    belief: belief.kind === "thing" ? { ...belief, likeliest: retold(belief.likeliest) } : belief,
  })),
});

function overView(scenario: Scenario, day: DayPlayed): OverView {
  const told = scoreOf(day);
  const steps = day.cases.flatMap((one, c) =>
    one.played.decisions.map((decision, i) => ({ one, decision, ofCase: c + 1, nth: i + 1 })),
  );
  return {
    points: told.points,
    beyond: parts(told.beyond),
    beyondKg: told.beyondKg,
    bestKg: bestKgOf(scenario),
    cameKg: costSum(told.came),
    came: parts(told.came),
    dearest: told.dearest.flatMap((at) => {
      const step = steps[at];
      if (!step) return [];
      const { one, decision, ofCase, nth } = step;
      const { chosen, best } = decision;
      return [
        {
          ofCase,
          nth,
          did: labelOf(one, decision.move),
          better: labelOf(one, best.move),
          kg: chosen.kg - best.kg,
          foreseenKg: chosen.kg,
          betterKg: best.kg,
        },
      ];
    }),
    teaches: retold(scenario.teaches),
  };
}

interface Standing {
  readonly game: GameRow;
  readonly moves: readonly MoveRow[];
  readonly scenario: Scenario;
  readonly day: DayPlayed;
}

/** A day of a seed as its moves bring it; null where rules have changed since it was begun. */
function dayOf(scenario: Scenario, game: GameRow, moves: readonly MoveRow[]): DayPlayed | null {
  try {
    return playedTo(
      scenario,
      game.seed,
      moves.map((m) => m.move),
    );
  } catch (fault) {
    if (fault instanceof DomainError) return null;
    throw fault;
  }
}

async function standing(db: Knex, id: string): Promise<Standing> {
  const game = UUID.test(id) ? await gameById(db, id) : undefined;
  const scenario = game && scenarioById(game.scenario);
  if (!game || !scenario) throw new NotPlayed("unknown-game", "There is no such practice day.", 404);
  const moves = await movesOf(db, id);
  const day = dayOf(scenario, game, moves);
  if (!day)
    throw new NotPlayed("older-rules", "This practice day was begun by older rules; begin another.", 404);
  return { game, scenario, moves, day };
}

/** The case that goes on, and where it stands; null when the day is over. */
function goesOn(
  day: DayPlayed,
): { readonly one: CasePlayed; readonly at: At; readonly open: readonly string[] } | null {
  const one = day.cases.at(-1);
  if (!one || one.played.at === null) return null;
  return { one, at: one.played.at, open: one.of.problem.moves(one.played.at) };
}

/** The hidden truth goes on while nobody decides: each so many seconds are a wait, made by nobody. */
async function timeGoesOn(db: Knex, id: string, now: Date): Promise<Standing> {
  for (;;) {
    const stands = await standing(db, id);
    const { game, moves, scenario, day } = stands;
    if (!goesOn(day)?.open.includes(WAIT)) return stands;
    const due = new Date((moves.at(-1)?.at ?? game.begun_at).getTime() + scenario.patienceS * 1000);
    if (due > now) return stands;
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
  return viewOf(await timeGoesOn(db, id, now), now);
}

function viewOf({ game, moves, scenario, day }: Standing, now: Date): GameView {
  const { id, title, asks, patienceS, caution = null } = scenario;
  const going = goesOn(day);
  const here = day.cases.at(-1);
  const own = here?.played.decisions ?? [];
  const since = (moves.at(-1)?.at ?? game.begun_at).getTime();
  return {
    id: game.id,
    scenario: { id, title, asks: retold(asks), patienceS, caution },
    round: { nth: day.cases.length, of: casesOf(scenario, game.seed).length },
    asks: retold(here?.of.asks ?? ""),
    known: (here?.of.known ?? []).map(retold),
    seen: here
      ? own.map((d, i) => ({
          nth: i + 1,
          who: moves[moves.length - own.length + i]?.who ?? "",
          did: labelOf(here, d.move),
          says: retold(d.says),
        }))
      : [],
    made: moves.length,
    stands: going ? going.one.of.stands(going.at).map(retold) : [],
    moves: (going?.open ?? []).map((move) => ({
      id: move,
      label: retold(going?.one.of.moves[move]?.label ?? move),
      means: retold(going?.one.of.moves[move]?.means ?? ""),
      certainKg: going ? certainKg(going.one.of, going.at, move) : 0,
    })),
    leftS: going?.open.includes(WAIT)
      ? Math.max(0, Math.ceil(patienceS - (now.getTime() - since) / 1000))
      : null,
    before: (going ? day.cases.slice(0, -1) : day.cases).map(caseOver).reverse(),
    over: day.over ? overView(scenario, day) : null,
  };
}

/** Makes the `nth` move; two tablets that decide at once make one, and both see which. */
export async function move(
  db: Knex,
  id: string,
  asked: { readonly nth: number; readonly move: string; readonly who: string },
  now = new Date(),
): Promise<GameView> {
  const { moves, day } = await timeGoesOn(db, id, now);
  const stands = goesOn(day);
  if (!stands) throw new NotPlayed("over", "This practice day is over.", 409);
  if (asked.nth !== moves.length + 1)
    throw new NotPlayed("moved-on", "It has moved on meanwhile: look again, then decide.", 409);
  if (!stands.open.includes(asked.move))
    throw new NotPlayed("no-such-move", "That is not to be had here.", 422);
  const made = await addMove(db, { game_id: id, nth: asked.nth, move: asked.move, who: asked.who, at: now });
  if (!made) throw new NotPlayed("moved-on", "Somebody was quicker: look again, then decide.", 409);
  const after = await standing(db, id);
  if (after.day.over) await addResult(db, id, scoreOf(after.day).points);
  return look(db, id, now);
}

export const scenariosShown = () =>
  SCENARIOS.map(({ id, title, asks, cases }) => ({ id, title, asks: retold(asks), cases: cases.length }));
