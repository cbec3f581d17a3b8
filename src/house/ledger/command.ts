/**
 * The one way to change anything: validate → who may → one transaction (entry, movements, facts) → notify.
 * An entry, once made, is never touched again; undo makes a counter-entry.
 */

import canonicalize from "canonicalize";
import type { Knex } from "knex";
import { DateTime } from "luxon";
import type { z } from "zod";
import { DomainError } from "@/core/domain-error";
import { asRefusal, fromZod, Refusal } from "../language/errors";
import { asKept, readsOtherwise, retold } from "../language/shown";
import { mustBeWritable } from "../language/writable";
import { type Actor, actorNamed, actorOf, type Who } from "../people/records";
import type { Role } from "../people/roles";
import { keepHead } from "./head";
import { beforeNewInHouse, type EntryRow, sendEntry } from "./records/entries";
import { type House, houseNow } from "./records/house";
import { firstFault } from "./records/send";
import { deedsOf, entryHash } from "./seal";
import { Work } from "./work";

export interface CommandDefinition<
  S extends z.ZodType = z.ZodType,
  O extends object = object,
  N extends string = string,
> {
  readonly name: N;
  /** What it was called before: scripts and entries of then still mean it. */
  readonly formerly?: readonly string[];
  /** For the API's description and the help card: what it does, in one sentence. */
  readonly summary: string;
  readonly input: S;
  readonly who: readonly Role[];
  /** How it can be taken back; "no" only where nothing could be. */
  readonly undo: "counter-entry" | "no";
  run(work: Work, input: z.output<S>): Promise<O>;
  /** The sentence on the tape. */
  say(output: O, input: z.output<S>): string;
  /** Grams shown beside the sentence. */
  grams?(output: O): number | null;
  /** Honey leaves the house by it: what rests on it is not corrected any more. */
  readonly leaves?: true;
  /** Fields of the input that name a row by its id, with its table: a correction names the row that took its place. */
  readonly names?: Readonly<Record<string, string>>;
  /** What must still hold once an entry of this command was taken back; refuses where it would not. */
  afterUndo?(work: Work): Promise<void>;
}

/** Every command there is, by its name on the tape: whoever takes an entry back needs the right to make it. */
const DEFINED = new Map<string, CommandDefinition>();
const FORMERLY = new Map<string, CommandDefinition>();
/** Under the name it has, or one it had. */
export const definedCommand = (name: string) => DEFINED.get(name) ?? FORMERLY.get(name);
/** Who may do what, of everything that is defined. */
export const commandRoles = (): readonly (readonly [name: string, who: readonly Role[]])[] =>
  [...DEFINED.values()].map(({ name, who }) => [name, who]);

/** An entry, or as much of it as is needed to say it. */
export type Sayable = Pick<EntryRow, "command" | "say"> & {
  /** Null where it is too long to be looked at for a sentence. */
  readonly input: object | null;
  readonly output: object | null;
};

/** An entry's sentence as whoever reads reads it: said anew from its own figures; where those do not do, retold. */
export function sayAgain({ command, say, input, output }: Sayable): string {
  if (!readsOtherwise()) return say;
  const definition = definedCommand(command);
  const asked = input && definition?.input.safeParse(input);
  if (!definition || !asked?.success || !output) return retold(say);
  try {
    return definition.say(output, asked.data);
  } catch {
    // It was made by a command that said other things then.
    return retold(say);
  }
}

export function defineCommand<const N extends string, S extends z.ZodType, O extends object>(
  definition: CommandDefinition<S, O, N>,
): CommandDefinition<S, O, N> {
  DEFINED.set(definition.name, definition as unknown as CommandDefinition);
  for (const old of definition.formerly ?? []) FORMERLY.set(old, definition as unknown as CommandDefinition);
  return definition;
}

/** Stops whoever has no right to a command, with what it does in words. */
export function mustBeAllowed(
  actor: Actor,
  { who, summary }: Pick<CommandDefinition, "who" | "summary">,
): void {
  if (!who.includes(actor.role))
    throw new Refusal(
      "not-allowed",
      `${actor.name} may look but not do this here (${summary.toLowerCase()}).`,
      403,
    );
}

export const ANY_HAND: readonly Role[] = ["lead", "floor", "filler", "office"];

export interface Request {
  readonly input: unknown;
  /** Whoever stands at the tablet, by name; or a program. */
  readonly who: Who;
  readonly device: string;
  readonly key: string;
  /** When it happened, when that is not now. */
  readonly at?: string | undefined;
  /** Hears how far a long command is. */
  readonly progress?: (done: number, of: number) => void;
}

export interface Answer {
  readonly entry: number;
  readonly say: string;
  readonly output: object;
  /** True when the key was known already and nothing was done again. */
  readonly repeated: boolean;
}

/** Clocks of tablets differ a little; more than this ahead is a slip. */
const CLOCK_GRACE_MS = 5 * 60_000;
const EARLIEST = Date.parse("1990-01-01T00:00:00Z");

/** A time without an offset is the house's own. */
function happenedAt(at: string | undefined, now: Date, zone: string): Date {
  if (at === undefined || at === "") return now;
  const moment = DateTime.fromISO(at.slice(0, 60), { zone }).toJSDate();
  if (Number.isNaN(moment.getTime()))
    throw new Refusal("bad-time", `"${at.slice(0, 40)}" is not a time.`, 400, [
      { path: "at", message: "This is not a time." },
    ]);
  if (moment.getTime() > now.getTime() + CLOCK_GRACE_MS)
    throw new Refusal(
      "in-the-future",
      "That lies in the future: a thing is recorded when it has happened.",
      422,
      [{ path: "at", message: "That lies in the future." }],
    );
  if (moment.getTime() < EARLIEST)
    throw new Refusal("bad-time", "That is before 1990.", 422, [
      { path: "at", message: "That is before 1990." },
    ]);
  return moment;
}

const asJson = (value: unknown): object => JSON.parse(JSON.stringify(value ?? {})) as object;

/** What the house or its core refuses has a code as well; only the database's own ends the transaction. */
const ofTheRecords = (fault: unknown): boolean =>
  typeof (fault as { code?: unknown } | null)?.code === "string" &&
  !(fault instanceof Refusal || fault instanceof DomainError);

/** Lets a command do its work, as entry `id`. */
async function carriedOut<S extends z.ZodType, O extends object>(
  tx: Knex.Transaction,
  definition: CommandDefinition<S, O>,
  input: z.output<S>,
  request: Request,
  {
    id,
    actor,
    now,
    house,
    again,
  }: { id: number; actor: Actor; now: Date; house: House; again?: number | undefined },
): Promise<{ work: Work; output: O }> {
  const work = new Work(tx, {
    entryId: id,
    at: happenedAt(request.at, now, house.zone),
    now,
    actor,
    house,
    progress: request.progress,
    again,
  });
  try {
    const output = await definition.run(work, input);
    await work.finish();
    return { work, output };
  } catch (fault) {
    const before = await work.failed();
    if (before) throw before.fault;
    // Where the records themselves refused, they answer nothing more.
    if (!ofTheRecords(fault)) await work.mustFollowItsCauses();
    throw fault;
  }
}

/** One of many that are entered again in a transaction: what is the same for all of them was looked up once. */
export interface EnteredAgain {
  /** The entry it takes the place of. */
  readonly of: number;
  /** Its own number, and the seal of the one before it. */
  readonly nextId: number;
  readonly lastHash: string;
  readonly actor: Actor;
  readonly house: House;
}

/** Takes what was sent and need not be waited for by itself: whether it went well is known before the whole is kept. */
export type Later = (answer: Promise<unknown>) => unknown;

/** An answer with the seal it got. */
export type Performed = Answer & { readonly hash: string; readonly added: Work["added"] };

export async function perform<S extends z.ZodType, O extends object>(
  tx: Knex.Transaction,
  definition: CommandDefinition<S, O>,
  input: z.output<S>,
  request: Request,
  given: Date | undefined,
  { again, tried = false, later }: { again?: EnteredAgain; tried?: boolean; later?: Later } = {},
): Promise<Performed> {
  // What is only tried is taken back before anybody could read it, and takes no turn.
  const before = again
    ? { ...again, sameKey: null }
    : await beforeNewInHouse(tx, request.key, { inTurn: !tried });
  // Whoever waited is recorded after whoever went first.
  const now = given ?? new Date();
  const { nextId: id, lastHash, sameKey: known, house } = before;
  const actor: Actor = "crew" in before ? actorOf(before.crew, request.who) : before.actor;
  mustBeAllowed(actor, definition);
  const asked = asJson(request.input);
  if (known) {
    const same = known.command === definition.name || definedCommand(known.command)?.name === definition.name;
    if (!same || canonicalize(known.input) !== canonicalize(asked)) {
      throw new Refusal("key-used", "That idempotency key was used for something else.", 409);
    }
    return {
      entry: known.id,
      say: sayAgain(known),
      output: known.output,
      repeated: true,
      hash: known.hash,
      added: {},
    };
  }
  const { work, output } = await carriedOut(tx, definition, input, request, {
    id,
    actor,
    now,
    house,
    again: again?.of,
  });
  const entry = {
    id,
    command: definition.name,
    who: actor.name,
    device: request.device.slice(0, 60) || "unnamed tablet",
    happened_at: work.at,
    recorded_at: now,
    input: asked,
    output: asJson(output),
    say: asKept(() => definition.say(output, input)),
    grams: definition.grams?.(output) ?? null,
    undoable: definition.undo === "counter-entry",
    idempotency_key: request.key,
    prev_hash: lastHash,
    deeds: deedsOf(work.added),
  };
  const hash = entryHash(entry);
  // Of many at once the first tells: nobody hears of any before all are written.
  const { answer } = await sendEntry(tx, { ...entry, hash }, !again && !tried);
  if (later) later(answer);
  else await answer;
  return {
    entry: id,
    say: definition.say(output, input),
    output: entry.output,
    repeated: false,
    hash,
    added: work.added,
  };
}

export function validated<S extends z.ZodType>(
  definition: CommandDefinition<S>,
  request: Request,
): z.output<S> {
  if (typeof request.input !== "object" || request.input === null || Array.isArray(request.input)) {
    throw new Refusal("bad-input", "The input must be a JSON object.", 400);
  }
  mustBeWritable(request.input);
  const parsed = definition.input.safeParse(request.input);
  if (!parsed.success) throw fromZod(parsed.error);
  if (!/^[\x21-\x7e]{8,100}$/.test(request.key))
    throw new Refusal("bad-key", "The idempotency key must be 8 to 100 plain characters.", 400);
  return parsed.data;
}

/** Serialisation failures and deadlocks: the whole transaction is tried again, twice, with a pause. */
const ROLLED_BACK = new Set(["40001", "40P01"]);
const TRIES = 3;

/** The connection went while the records were told to keep it: it may have been written, and may not. */
class OutcomeUnknown extends Refusal {
  constructor(cause: unknown) {
    super(
      "outcome-unknown",
      "The house's records went away while this was being written, and it is not known whether it was. Try again: the same thing asked again is never entered twice.",
      503,
      [],
      { cause },
    );
  }
}

/**
 * Tries a body as one transaction, again where others were in its way. What the body hands over to be answered later
 * is sent before the keeping: PostgreSQL answers the keeping of what failed by taking it back.
 */
export async function inTransaction<T>(
  db: Knex,
  body: (tx: Knex.Transaction, later: Later) => Promise<T>,
): Promise<T> {
  let unknown: OutcomeUnknown | undefined;
  let first: unknown;
  for (let attempt = 0; attempt < TRIES; attempt++) {
    let done = false;
    const answers: Promise<unknown>[] = [];
    try {
      const answer = await db.transaction(async (tx) => {
        const answer = await body(tx, (sent) => answers.push(sent));
        done = true;
        return answer;
      });
      const failed = await firstFault(answers);
      if (!failed) return answer;
      // The keeping was answered, and it kept nothing.
      done = false;
      throw failed.fault;
    } catch (thrown) {
      const fault = (await firstFault(answers))?.fault ?? thrown;
      const refusal = asRefusal(fault);
      const away = refusal instanceof Refusal && refusal.status === 503;
      // Once it is not known, only an answer tells: the same key asks again behind the lock the lost one holds.
      if (away && done) unknown = new OutcomeUnknown(fault);
      else if (!ROLLED_BACK.has((fault as { code?: string }).code ?? "") && !(unknown && away)) throw refusal;
      first ??= fault;
      await new Promise((resolve) => setTimeout(resolve, (away ? 250 : 20) * (attempt + 1)));
    }
  }
  throw (
    unknown ??
    new Refusal("busy", "Too many hands at once; nothing was written. Try again.", 409, [], { cause: first })
  );
}

/**
 * Carries a command out.
 * @param now for tests and made-up houses; left out, it is recorded when its turn has come
 * @throws Refusal with the sentence and, where it belongs to one, the field
 */
export async function execute<S extends z.ZodType, O extends object>(
  db: Knex,
  definition: CommandDefinition<S, O>,
  request: Request,
  now?: Date,
): Promise<Answer> {
  const input = validated(definition, request);
  const {
    hash,
    added: _,
    ...answer
  } = await inTransaction(db, (tx, later) => perform(tx, definition, input, request, now, { later }));
  if (!answer.repeated) void keepHead({ entry: answer.entry, hash });
  return answer;
}

class Rehearsed extends Error {
  constructor(readonly answer: Answer) {
    super("rehearsed");
  }
}

/** The number of no entry: what is rehearsed is written under it and taken back. */
const NO_ENTRY = 0;

/**
 * Says what `execute` would say, and writes nothing. Nobody waits for it: it takes no turn among the writers.
 * @throws Refusal exactly where `execute` would
 */
export async function rehearse<S extends z.ZodType, O extends object>(
  db: Knex,
  definition: CommandDefinition<S, O>,
  request: Request,
  now = new Date(),
): Promise<Answer> {
  const input = validated(definition, request);
  try {
    return await inTransaction(db, async (tx) => {
      const actor = await actorNamed(tx, request.who);
      mustBeAllowed(actor, definition);
      const { output } = await carriedOut(tx, definition, input, request, {
        id: NO_ENTRY,
        actor,
        now,
        house: await houseNow(tx),
      });
      throw new Rehearsed({
        entry: NO_ENTRY,
        say: definition.say(output, input),
        output: asJson(output),
        repeated: false,
      });
    });
  } catch (outcome) {
    if (outcome instanceof Rehearsed) return outcome.answer;
    throw outcome;
  }
}
