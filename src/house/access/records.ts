/** The door's own tables: what is kept of secrets, who is signed in, which programs may come, who tried. */
import type { Knex } from "knex";
import { SHOWN_OF_HOUSE } from "../ledger/records/house";
import type { Actor } from "../people/records";
import type { Role } from "../people/roles";

export interface Secret {
  readonly name: string;
  readonly password_hash: string | null;
  readonly pin_hash: string | null;
  /** A made-up person of a made-up house: a press lets one in. */
  readonly pressed: boolean;
}

const table = (db: Knex, name: string) => db.withSchema("door").table(name);

export const secretOf = (db: Knex, name: string): Promise<Secret | undefined> =>
  table(db, "secret").where({ name: name.toLowerCase() }).first();

export async function keepSecret(
  db: Knex,
  name: string,
  secret: Partial<Omit<Secret, "name">>,
  now: Date,
): Promise<void> {
  await table(db, "secret")
    .insert({ name: name.toLowerCase(), ...secret, changed_at: now })
    .onConflict("name")
    .merge();
}

/** Whether anybody at all could sign in. */
export const anybodyHasSecret = async (db: Knex): Promise<boolean> =>
  (await table(db, "secret")
    .whereExists(db("crew_now").whereRaw("lower(crew_now.name) = door.secret.name"))
    .where((q) => q.whereNotNull("password_hash").orWhere("pressed", true))
    .first("name")) !== undefined;

export interface AtTheDoor {
  readonly name: string;
  readonly role: Role;
  readonly password: boolean;
  readonly pin: boolean;
  readonly pressed: boolean;
  /** A code given to them waits to be used. */
  readonly invited: boolean;
}

/** Everybody who works here, and how each may come in; no secret in it. */
export const everybodyAtTheDoor = (db: Knex): Promise<AtTheDoor[]> =>
  db("crew_now as c")
    .leftJoin("door.secret as s", (on) => on.on(db.raw("s.name = lower(c.name)")))
    .leftJoin("door.way_in as w", (on) => on.on(db.raw("w.name = lower(c.name) and w.ends_at > now()")))
    .orderBy("c.id")
    .select(
      "c.name",
      "c.role",
      db.raw("s.password_hash is not null as password"),
      db.raw("s.pin_hash is not null as pin"),
      db.raw("coalesce(s.pressed, false) as pressed"),
      db.raw("w.name is not null as invited"),
    );

// --- codes ---------------------------------------------------------------------------------------

export async function keepCode(db: Knex, name: string, codeHash: string, endsAt: Date): Promise<void> {
  await table(db, "way_in")
    .insert({ name: name.toLowerCase(), code_hash: codeHash, ends_at: endsAt })
    .onConflict("name")
    .merge();
}

/** Whether a code holds; nothing is taken. */
export const holdsCode = async (db: Knex, name: string, codeHash: string, now: Date): Promise<boolean> =>
  (await table(db, "way_in")
    .where({ name: name.toLowerCase(), code_hash: codeHash })
    .where("ends_at", ">", now)
    .first()) !== undefined;

/** Takes a code, once: true for the one who comes with it while it holds. */
export const takeCode = async (db: Knex, name: string, codeHash: string, now: Date): Promise<boolean> =>
  (await table(db, "way_in")
    .where({ name: name.toLowerCase(), code_hash: codeHash })
    .where("ends_at", ">", now)
    .delete()) === 1;

export const dropCode = (db: Knex, name: string): Promise<number> =>
  table(db, "way_in").where({ name: name.toLowerCase() }).delete();

// --- attempts ------------------------------------------------------------------------------------

export interface Tried {
  readonly byAccount: number;
  readonly byAddress: number;
}

/** Writes an attempt down before anything is reckoned, and says how many failed before it, this one counted. */
export async function noteAttempt(
  db: Knex,
  account: string,
  address: string,
  now: Date,
  since: Date,
): Promise<Tried & { readonly id: number }> {
  const [{ id }] = await table(db, "attempt").insert({ account, address, at: now }).returning("id");
  const [{ by_account, by_address }] = (
    await db.raw(
      `select (select count(*)::int from door.attempt where account = :account and at > :since and not succeeded) as by_account,
              (select count(*)::int from door.attempt where address = :address and at > :since and not succeeded) as by_address`,
      { account, address, since },
    )
  ).rows;
  return { id, byAccount: by_account, byAddress: by_address };
}

/** It was the right one: what failed before it is forgotten, and so is what is long past. */
export async function attemptSucceeded(db: Knex, id: number, account: string, past: Date): Promise<void> {
  await table(db, "attempt").where({ id }).update({ succeeded: true });
  await table(db, "attempt").where({ account, succeeded: false }).delete();
  await table(db, "attempt").where("at", "<", past).delete();
}

/** It failed by being too soon: it does not make the wait longer. */
export const forgetAttempt = (db: Knex, id: number): Promise<number> =>
  table(db, "attempt").where({ id }).delete();

// --- sessions ------------------------------------------------------------------------------------

export interface SessionRow {
  readonly id: string;
  readonly number: number;
  /** What a shared tablet is called; null for somebody's own browser. */
  readonly tablet: string | null;
  readonly stay_minutes: number | null;
  readonly person: string | null;
  readonly person_until: Date | null;
  readonly opened_at: Date;
  readonly seen_at: Date;
  readonly idle_until: Date;
  readonly ends_at: Date;
}

export type StandingRow = SessionRow & {
  readonly name: string | null;
  readonly role: Role | null;
  readonly crewless: boolean;
  /** The units the house reads in: every answer is written in some. */
  readonly shown: string;
};

/** A session that stands, and who is at it; nobody where they left, were closed, or stayed too long. */
export async function standingSession(db: Knex, id: string, now: Date): Promise<StandingRow | undefined> {
  const { rows } = await db.raw(
    `select s.*, c.name, c.role, not exists (select from crew_now) as crewless, ${SHOWN_OF_HOUSE} as shown
       from door.session s
       left join crew_now c on lower(c.name) = lower(s.person) and (s.person_until is null or s.person_until > :now)
      where s.id = :id and s.ends_at > :now and s.idle_until > :now`,
    { id, now },
  );
  return rows[0];
}

export async function openSession(db: Knex, session: Omit<SessionRow, "number" | "seen_at">): Promise<void> {
  await table(db, "session").insert({ ...session, seen_at: session.opened_at });
}

export const changeSession = (db: Knex, id: string, to: Partial<SessionRow>): Promise<number> =>
  table(db, "session").where({ id }).update(to);

export const endSession = (db: Knex, id: string): Promise<number> =>
  table(db, "session").where({ id }).delete();

export const endSessionNumbered = (db: Knex, number: number): Promise<number> =>
  table(db, "session").where({ number }).delete();

/** Whoever got a new secret is signed out elsewhere. */
export async function endSessionsOf(db: Knex, name: string, except?: string): Promise<void> {
  const theirs = () =>
    table(db, "session")
      .whereRaw("lower(person) = lower(?)", [name])
      .modify((q) => (except ? q.whereNot({ id: except }) : q));
  await forgetTickets(db, name);
  await theirs().whereNull("tablet").delete();
  await theirs().update({ person: null, person_until: null });
}

const MOST_LISTED = 200;
export const sessionsNow = (db: Knex, now: Date): Promise<Omit<SessionRow, "id">[]> =>
  table(db, "session")
    .where("ends_at", ">", now)
    .where("idle_until", ">", now)
    .orderBy("seen_at", "desc")
    .limit(MOST_LISTED)
    .select(
      "number",
      "tablet",
      "stay_minutes",
      "person",
      "person_until",
      "opened_at",
      "seen_at",
      "idle_until",
      "ends_at",
    );

export const forgetEnded = (db: Knex, now: Date): Promise<number> =>
  table(db, "session")
    .where((q) => q.where("ends_at", "<", now).orWhere("idle_until", "<", now))
    .delete()
    .then(() => table(db, "ticket").where("ends_at", "<", now).delete());

// --- tickets -------------------------------------------------------------------------------------

export const keepTicket = (
  db: Knex,
  ticket: { id: string; person: string; made_at: Date; ends_at: Date },
): Promise<unknown> => table(db, "ticket").insert(ticket);

/** Whose ticket it is, as they work here now. */
export const ticketBehind = async (db: Knex, id: string, now: Date): Promise<Actor | undefined> =>
  (
    await db.raw(
      `select c.name, c.role from door.ticket t join crew_now c on lower(c.name) = lower(t.person)
        where t.id = :id and t.ends_at > :now`,
      { id, now },
    )
  ).rows[0];

export const forgetTickets = (db: Knex, name: string): Promise<number> =>
  table(db, "ticket").whereRaw("lower(person) = lower(?)", [name]).delete();

// --- passkeys ------------------------------------------------------------------------------------

export interface PasskeyRow {
  readonly id: string;
  readonly name: string;
  readonly label: string;
  readonly public_key: Buffer;
  readonly counter: number;
  readonly transports: readonly string[];
  readonly made_at: Date;
}

/** One of somebody's keys as a lead sees it; nothing of the key in it. */
export interface PasskeyKept extends Pick<PasskeyRow, "name" | "label" | "made_at"> {
  readonly number: number;
  readonly seen_at: Date | null;
}

export const passkeyById = (db: Knex, id: string): Promise<PasskeyRow | undefined> =>
  table(db, "passkey").where({ id }).first();

export const passkeysOf = (db: Knex, name: string): Promise<Pick<PasskeyRow, "id">[]> =>
  table(db, "passkey").where({ name: name.toLowerCase() }).select("id");

export const passkeysNow = (db: Knex): Promise<PasskeyKept[]> =>
  table(db, "passkey")
    .orderBy("number")
    .limit(MOST_LISTED)
    .select("number", "name", "label", "made_at", "seen_at");

export const anyPasskey = async (db: Knex): Promise<boolean> =>
  (await table(db, "passkey").first("number")) !== undefined;

/** @returns false where that key is kept already */
export const keepPasskey = async (db: Knex, key: PasskeyRow): Promise<boolean> =>
  (await table(db, "passkey").insert(key).onConflict("id").ignore().returning("number")).length === 1;

/** @returns false where the key was used meanwhile, or let go */
export const passkeyUsed = async (
  db: Knex,
  { id, counter: before }: PasskeyRow,
  counter: number,
  now: Date,
): Promise<boolean> =>
  (await table(db, "passkey").where({ id, counter: before }).update({ counter, seen_at: now })) === 1;

export const dropPasskey = (db: Knex, name: string, number: number): Promise<number> =>
  table(db, "passkey").where({ name: name.toLowerCase(), number }).delete();

export const dropPasskeysOf = (db: Knex, name: string): Promise<number> =>
  table(db, "passkey").where({ name: name.toLowerCase() }).delete();

export interface Challenge {
  readonly challenge: string;
  /** Whoever makes a key by it; null where somebody comes in. */
  readonly name: string | null;
  readonly address: string;
  readonly ends_at: Date;
}

/** How many an address was asked for the same that hold; what is over is forgotten. */
export async function challengesFrom(
  db: Knex,
  address: string,
  name: string | null,
  now: Date,
): Promise<number> {
  await table(db, "challenge").where("ends_at", "<", now).delete();
  return Number((await table(db, "challenge").where({ address, name }).count("* as n").first())?.n ?? 0);
}

export const keepChallenge = (db: Knex, challenge: Challenge): Promise<unknown> =>
  table(db, "challenge").insert(challenge);

/** Takes what was asked, once: true for the one who answers it while it holds. */
export const takeChallenge = async (
  db: Knex,
  challenge: string,
  name: string | null,
  now: Date,
): Promise<boolean> =>
  (await table(db, "challenge")
    .where({ challenge, name: name?.toLowerCase() ?? null })
    .where("ends_at", ">", now)
    .delete()) === 1;

// --- programs ------------------------------------------------------------------------------------

export interface TokenRow {
  readonly name: string;
  readonly role: Role;
  readonly made_at: Date;
  readonly seen_at: Date | null;
}

/** A program that comes, with the units the house reads in and whom it may speak for. */
export interface ComingProgram extends TokenRow {
  readonly shown: string;
  readonly crew: readonly Actor[];
}

export async function tokenBehind(db: Knex, tokenHash: string): Promise<ComingProgram | undefined> {
  const { rows } = await db.raw(
    `select t.name, t.role, t.made_at, t.seen_at, ${SHOWN_OF_HOUSE} as shown,
            (select coalesce(json_agg(json_build_object('name', c.name, 'role', c.role) order by c.id), '[]') from crew_now c) as crew
       from door.token t where t.token_hash = ? and t.closed_at is null`,
    [tokenHash],
  );
  return rows[0];
}

export const tokensNow = (db: Knex): Promise<TokenRow[]> =>
  table(db, "token")
    .whereNull("closed_at")
    .orderBy("name")
    .limit(MOST_LISTED)
    .select("name", "role", "made_at", "seen_at");

/** @returns false where one of that name is there */
export const keepToken = async (
  db: Knex,
  token: { name: string; token_hash: string; role: Role; made_at: Date },
): Promise<boolean> =>
  (await table(db, "token").insert(token).onConflict("name").ignore().returning("name")).length === 1;

export const closeToken = (db: Knex, name: string): Promise<number> =>
  table(db, "token").where({ name }).delete();

export const tokenSeen = (db: Knex, name: string, now: Date): Promise<number> =>
  table(db, "token").where({ name }).update({ seen_at: now });
