/**
 * "This was wrong": one value of an entry is changed, and everything that rests on it is taken back and entered again,
 * by counter-entries, in the name of whoever corrects. Either all of it is done, or nothing.
 */
import type { Knex } from "knex";
import { z } from "zod";
import { asRefusal, Refusal, refuse } from "../language/errors";
import { count, note, text } from "../language/fields";
import { retold } from "../language/shown";
import { plural } from "../language/spoken";
import { actorNamed } from "../people/records";
import {
  ANY_HAND,
  defineCommand,
  definedCommand,
  type EnteredAgain,
  inTransaction,
  type Later,
  mustBeAllowed,
  type Performed,
  perform,
  type Request,
  sayAgain,
  validated,
} from "./command";
import { keepHead } from "./head";
import {
  chainFrom,
  type EntryRow,
  entriesById,
  entryById,
  idsStatedBy,
  isUndone,
  numbersOfNew,
} from "./records/entries";
import { firstOverdrawn } from "./records/fills";
import { houseNow } from "./records/house";

/** More that rests on one entry than this is a season, not a slip. */
const MOST_FOLLOWERS = 600;
/** The path that means the moment it happened. */
export const WHEN = "at";

type Json = Record<string, unknown>;

/** Every value of an input by its path: "supers.0.colony". */
export function valuesOf(
  input: unknown,
  at = "",
): { readonly path: string; readonly value: string | number | boolean }[] {
  if (typeof input === "string" || typeof input === "number" || typeof input === "boolean")
    return [{ path: at, value: input }];
  if (typeof input !== "object" || input === null) return [];
  return Object.entries(input).flatMap(([key, inner]) => valuesOf(inner, at === "" ? key : `${at}.${key}`));
}

/** The same input with one value changed. What stood as a yes or no stays one. @throws Refusal for a path that is not there */
export function changed(input: object, path: string, value: string): object {
  const there = valuesOf(input).find((v) => v.path === path);
  if (!there) refuse("unknown-value", `That entry has no value "${path.slice(0, 60)}".`, "path");
  const copy = structuredClone(input) as Json;
  const keys = path.split(".");
  let into: Json = copy;
  for (const key of keys.slice(0, -1)) into = into[key] as Json;
  const last = keys.at(-1) ?? "";
  into[last] = typeof there.value === "boolean" ? /^(?:true|yes|1)$/i.test(value.trim()) : value;
  return copy;
}

const asked = z.strictObject({
  entry: count("The entry", 1, Number.MAX_SAFE_INTEGER),
  path: text("The value", 120),
  value: text("What it should be", 400),
  why: note("How it came to light"),
});
export type Asked = z.input<typeof asked>;

/** Takes the whole chain back, the latest first. What is entered again follows as entries of its own. */
export const correct = defineCommand({
  name: "correct",
  summary: "Change one value of an entry and enter again all that follows from it",
  who: ANY_HAND,
  undo: "no",
  input: asked,
  async run(work, input) {
    const entry = await entryById(work.tx, input.entry);
    if (!entry) refuse("unknown-entry", "There is no such entry on the tape.", "entry");
    if (await isUndone(work.tx, entry.id))
      refuse("undone-already", `"${sayAgain(entry)}" is undone already.`, "entry");
    const chain = await chainFrom(work.tx, entry.id, MOST_FOLLOWERS + 2);
    if (chain.length > MOST_FOLLOWERS + 1)
      refuse(
        "too-many",
        `More than ${MOST_FOLLOWERS} entries rest on that one: it is not changed in one step.`,
        "entry",
      );
    for (const one of chain) {
      const defined = definedCommand(one.command);
      if (!one.undoable || !defined)
        refuse("not-correctable", `"${sayAgain(one)}" cannot be entered again.`, "entry");
      if (defined.leaves)
        refuse(
          "left-the-house",
          `"${sayAgain(one)}": what left the house rests on this entry and is not rewritten. Make a note of this one instead, and see the recall for who has it.`,
          "entry",
        );
      mustBeAllowed(work.actor, defined);
    }
    const backwards = [...chain].sort((a, b) => b.id - a.id);
    const touched = new Set<number>();
    const moves = await work
      .tx("movement")
      .whereRaw("entry_id = any(?::bigint[])", [chain.map((c) => c.id)])
      .orderBy("id", "desc");
    await work.takeBack(backwards.map((one) => one.id));
    for (const m of moves) touched.add(m.to_fill);
    const short = await firstOverdrawn(work.tx, [...touched]);
    if (short)
      refuse("rested-on", `"${retold(short.say)}" takes out what this put in; undo that first.`, "entry");
    await work.moveBack(moves);
    for (const name of new Set(backwards.map((b) => b.command)))
      await definedCommand(name)?.afterUndo?.(work);
    return { entry: entry.id, wrong: entry.say, followers: chain.length - 1, taken: chain.map((c) => c.id) };
  },
  say: ({ wrong, followers }, { path, value, why }) =>
    `Corrected: "${retold(wrong)}", ${saidPath(path)} is ${value}${why ? ` (${why})` : ""}.${followers > 0 ? ` ${plural(followers, "entry that rests on it is", "entries that rest on it are")} entered again.` : ""}`,
});

const WORDS: Readonly<Record<string, string>> = {
  grossKg: "gross weight",
  emptyKg: "empty weight",
  colony: "colony",
  tag: "tag",
  at: "time",
  value: "reading",
  kg: "weight",
  cappedPct: "capped, %",
  jars: "jars",
  jarG: "net a jar",
  sampleC: "sample's temperature",
  honeyC: "honey's temperature",
  tempC: "temperature",
};

/** The unit a value of an input is told in; "" where it has none. */
export function unitOfPath(path: string): "kg" | "g" | "°C" | "" {
  const last = path.split(".").at(-1) ?? "";
  if (last === "kg" || /[a-z]Kg$/.test(last)) return "kg";
  if (last === "jarG") return "g";
  return /^(?:temp|sample|honey)C$/.test(last) ? "°C" : "";
}

/** "supers.1.grossKg" in words: "gross weight of supers 2". */
export function saidPath(path: string): string {
  const keys = path.split(".");
  const last = keys.at(-1) ?? path;
  const name =
    WORDS[last] ??
    (unitOfPath(path) === "" ? last : last.replace(/(?:Kg|C|G)$/, "")).replace(
      /([A-Z])/g,
      (c) => ` ${c.toLowerCase()}`,
    );
  const of = keys.slice(0, -1).map((k) => (/^\d+$/.test(k) ? String(Number(k) + 1) : k));
  return of.length > 0 ? `${name} of ${of.join(" ")}` : name;
}

/** One entry of the chain: as it was said, and as it is said now. */
export interface CorrectedStep {
  readonly entry: number;
  readonly before: string;
  readonly after: string;
  readonly changed: boolean;
}

export interface Correction<Seen = unknown> {
  readonly entry: number;
  readonly say: string;
  readonly steps: readonly CorrectedStep[];
  /** What was looked at, as it stood and as it stands after it. */
  readonly seen: { readonly before: Seen; readonly after: Seen } | null;
}

/** Looks at something inside the correction, before and after it; told which entries are about to be taken back. */
export type Look<Seen> = (tx: Knex.Transaction, entries: readonly number[]) => Promise<Seen>;

class Tried<Seen> extends Error {
  constructor(readonly correction: Correction<Seen>) {
    super("tried");
  }
}

/** Rows that took the place of others, by table and old id. */
class Replaced {
  private readonly by = new Map<string, number>();

  set(table: string, old: number, now: number): void {
    this.by.set(`${table} ${old}`, now);
  }

  /** An input with the ids it names changed to those of what stands now. */
  in(input: object, names: Readonly<Record<string, string>> | undefined): object {
    if (!names) return input;
    const copy = structuredClone(input) as Json;
    for (const [field, table] of Object.entries(names)) {
      const now = this.by.get(`${table} ${Number(copy[field])}`);
      if (now !== undefined) copy[field] = now;
    }
    return copy;
  }
}

async function enterAgain(
  tx: Knex.Transaction,
  request: Request,
  one: EntryRow,
  {
    input,
    at,
    key,
    now,
    replaced,
    wanted,
    same,
    later,
  }: {
    input: object;
    at: string;
    key: string;
    now: Date | undefined;
    replaced: Replaced;
    wanted: ReadonlySet<string>;
    same: Omit<EnteredAgain, "of">;
    later: Later;
  },
): Promise<Performed> {
  const definition = definedCommand(one.command);
  if (!definition) throw new Refusal("not-correctable", `"${one.say}" cannot be entered again.`, 422);
  const again: Request = {
    ...request,
    input: replaced.in(input, definition.names),
    at,
    key,
  };
  try {
    const done = await perform(tx, definition, validated(definition, again), again, now, {
      again: { of: one.id, ...same },
      later,
    });
    replaced.set("entry", one.id, done.entry);
    for (const table of wanted) {
      const rows = done.added[table] ?? [];
      if (rows.length === 0) continue;
      const old = await idsStatedBy(tx, table, one.id);
      for (const [i, id] of old.entries()) if (rows[i]) replaced.set(table, id, Number(rows[i].id));
    }
    return done;
  } catch (fault) {
    const refusal = asRefusal(fault);
    if (!(refusal instanceof Refusal) || refusal.status === 503) throw fault;
    throw new Refusal(
      refusal.code,
      `Changed so, "${retold(one.say)}" would not stand: ${refusal.message} Nothing was changed.`,
      422,
      [{ path: "value", message: refusal.message }],
    );
  }
}

interface Done<Seen> extends Correction<Seen> {
  /** The chain's new heads, to be kept outside once all of it is written. */
  readonly heads: readonly { readonly entry: number; readonly hash: string }[];
}

async function corrected<Seen>(
  tx: Knex.Transaction,
  request: Request,
  now: Date | undefined,
  { later, look, tried = false }: { later: Later; look?: Look<Seen> | undefined; tried?: boolean },
): Promise<Done<Seen>> {
  const input = validated(correct, request);
  const chain = look ? (await chainFrom(tx, input.entry, MOST_FOLLOWERS + 2)).map((c) => c.id) : [];
  const before = await look?.(tx, chain);
  const first = await perform(tx, correct, input, request, now, { tried, later });
  if (first.repeated) return { entry: first.entry, say: first.say, steps: [], seen: null, heads: [] };
  const { taken } = first.output as { taken: number[] };
  const known = new Map((await entriesById(tx, taken)).map((e) => [e.id, e]));
  const entries = taken.flatMap((id) => known.get(id) ?? []);
  const wanted = new Set(entries.flatMap((e) => Object.values(definedCommand(e.command)?.names ?? {})));
  const replaced = new Replaced();
  const same = { actor: await actorNamed(tx, request.who), house: await houseNow(tx) };
  const keys = entries.map((_, n) => `${request.key.slice(0, 80)}.${n}`);
  const ids = await numbersOfNew(tx, keys);
  if (!ids) throw new Refusal("key-used", "That idempotency key was used for something else.", 409);
  const steps: CorrectedStep[] = [];
  const heads = [{ entry: first.entry, hash: first.hash }];
  for (const [n, one] of entries.entries()) {
    const wrong = one.id === input.entry;
    const done = await enterAgain(tx, request, one, {
      input: wrong && input.path !== WHEN ? changed(one.input, input.path, input.value) : one.input,
      at: wrong && input.path === WHEN ? input.value : one.happened_at.toISOString(),
      key: keys[n] as string,
      now,
      replaced,
      wanted,
      later,
      same: { ...same, nextId: ids[n] as number, lastHash: heads.at(-1)?.hash ?? "" },
    });
    heads.push({ entry: done.entry, hash: done.hash });
    const was = sayAgain(one);
    steps.push({ entry: done.entry, before: was, after: done.say, changed: was !== done.say });
  }
  const seen = look && before !== undefined ? { before, after: await look(tx, chain) } : null;
  return { entry: first.entry, say: first.say, steps, seen, heads };
}

/** Does it, all or nothing. @throws Refusal with the entry that would not stand */
export async function correctEntry(db: Knex, request: Request, now?: Date): Promise<Correction> {
  const { heads, ...done } = await inTransaction(db, (tx, later) => corrected(tx, request, now, { later }));
  for (const head of heads) void keepHead(head);
  return done;
}

/** Says what it would change, and writes nothing; others write meanwhile. @throws Refusal exactly where `correctEntry` would */
export async function tryCorrection<Seen>(
  db: Knex,
  request: Request,
  { look, now }: { look?: Look<Seen>; now?: Date } = {},
): Promise<Correction<Seen>> {
  try {
    return await inTransaction(db, async (tx, later) => {
      mustBeAllowed(await actorNamed(tx, request.who), correct);
      throw new Tried(await corrected(tx, request, now, { later, look, tried: true }));
    });
  } catch (outcome) {
    if (outcome instanceof Tried) return outcome.correction as Correction<Seen>;
    throw outcome;
  }
}
