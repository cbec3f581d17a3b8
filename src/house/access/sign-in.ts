/** Coming in, standing at a tablet, and leaving. */
import type { Knex } from "knex";
import { Refusal, refuse } from "../language/errors";
import { type Actor, actorOf, crewNow } from "../people/records";
import type { Role } from "../people/roles";
import { type Asker, type Asking, bearerIn, sessionIn, type Tablet } from "./asking";
import {
  anybodyHasSecret,
  attemptSucceeded,
  changeSession,
  dropPasskeysOf,
  endSession,
  endSessionsOf,
  forgetAttempt,
  forgetEnded,
  holdsCode,
  keepCode,
  keepSecret,
  keepTicket,
  keepToken,
  noteAttempt,
  openSession,
  type Secret,
  secretOf,
  standingSession,
  takeCode,
  ticketBehind,
  tokenBehind,
  tokenSeen,
} from "./records";
import {
  codeAsTyped,
  digestOf,
  isSecret,
  mustBePassword,
  mustBePin,
  mustNotBeGuessed,
  newCode,
  newToken,
  sha256,
} from "./secret";

const MINUTE = 60_000;
const HOUR = 60 * MINUTE;
const DAY = 24 * HOUR;

/** Somebody's own browser: left alone for so long it asks again, and in any case after so many days. */
const OWN = { idle: 12 * HOUR, most: 7 * DAY } as const;
/** A tablet of the house stays the house's; who stands at it does not. */
const SHARED = { idle: 30 * DAY, most: 365 * DAY, person: 12 * HOUR } as const;
export const STAY_MINUTES = { least: 2, usual: 30, most: 240 } as const;
const CODE_HOLDS = 2 * DAY;

interface Guesses {
  readonly window: number;
  readonly byAccount: number;
  readonly byAddress: number;
  readonly says: string;
}
/** So many wrong ones within the window, then wait. A number is short: of those a day has few. */
const BY_PASSWORD: Guesses = {
  window: 15 * MINUTE,
  byAccount: 5,
  byAddress: 30,
  says: "That was tried too often. Wait a quarter of an hour, or ask a lead for a new way in.",
};
const BY_PIN: Guesses = {
  window: DAY,
  byAccount: 10,
  byAddress: 60,
  says: "That number was tried too often today: sign in with a password, or ask a lead for a new way in.",
};

// --- who asks ------------------------------------------------------------------------------------

interface Comes {
  readonly cookie: string | null | undefined;
  readonly authorization: string | null | undefined;
  /** For whom a program speaks. */
  readonly speaksFor?: string | null | undefined;
  readonly device?: string | null | undefined;
  /** For whom a browser's outbox sends what was entered while the house could not be reached, and what proves it. */
  readonly entered?: { readonly by: string; readonly ticket: string | null } | undefined;
  readonly address: string;
  readonly here: boolean;
  readonly secure: boolean;
}

/** A moment is written down at most so often. */
const SEEN_EVERY = MINUTE;

const sameName = (a: string, b: string | undefined): boolean => a.toLowerCase() === b?.toLowerCase();

const nobody = { asker: null, tablet: null } as const;

/** A program by its token; one that may lead may say for whom it speaks. */
async function program(
  db: Knex,
  token: string,
  came: Comes,
  now: Date,
): Promise<Pick<Asking, "asker" | "houseShown">> {
  const known = await tokenBehind(db, sha256(token));
  if (!known) return { asker: null };
  if (!known.seen_at || now.getTime() - known.seen_at.getTime() > SEEN_EVERY)
    await tokenSeen(db, known.name, now);
  const { name, role } = known;
  const device = came.device?.slice(0, 60) || name;
  if (role === "lead" && came.speaksFor) {
    const person = actorOf(known.crew, came.speaksFor);
    return { houseShown: known.shown, asker: { ...person, who: person.name, device } };
  }
  return { houseShown: known.shown, asker: { name, role, who: { name, role, program: true }, device } };
}

/** Finds out who comes; opens nothing and refuses nobody. */
export async function whoComes(db: Knex, came: Comes, now = new Date()): Promise<Asking> {
  const { address, here, secure } = came;
  const way = { address, here, secure };
  const token = bearerIn(came.authorization);
  if (token) return { ...way, ...(await program(db, token, came, now)), tablet: null };
  const cookie = sessionIn(came.cookie, secure);
  if (!cookie) return { ...way, ...nobody };
  const row = await standingSession(db, sha256(cookie), now);
  if (!row) return { ...way, ...nobody };
  const told = { ...way, houseShown: row.shown };
  const tablet: Tablet = {
    session: row.id,
    number: row.number,
    name: row.tablet,
    stayMinutes: row.stay_minutes ?? STAY_MINUTES.usual,
  };
  // Until a crew is named, whoever came in leads.
  const person = row.name && row.role ? { name: row.name, role: row.role } : null;
  const at = person ?? (row.crewless && row.person ? actorOf([], row.person) : null);
  if (now.getTime() - row.seen_at.getTime() > SEEN_EVERY)
    await changeSession(db, row.id, {
      seen_at: now,
      idle_until: new Date(now.getTime() + (row.tablet ? SHARED.idle : OWN.idle)),
      ...(at && row.tablet ? { person_until: stayUntil(tablet, now) } : {}),
    });
  const device = row.tablet ?? (came.device?.slice(0, 60) || "browser");
  const asker = (by: Actor | null | undefined): Asker | null =>
    by ? { name: by.name, role: by.role, who: by.name, device } : null;
  const { entered } = came;
  if (!entered || sameName(entered.by, at?.name)) return { ...told, tablet, asker: asker(at) };
  // Somebody else stands here now. A ticket is worth nothing but at a browser that is signed in.
  const by = entered.ticket ? await ticketBehind(db, sha256(entered.ticket.slice(0, 80)), now) : undefined;
  const behind = sameName(entered.by, by?.name) ? asker(by) : null;
  return { ...told, tablet, asker: behind && { ...behind, byTicket: true } };
}

/** Longer than any house goes without its wifi. */
const TICKET_HOLDS = 14 * DAY;

/**
 * Proves later that somebody stood at this browser: what they enter while the house cannot be reached is sent with
 * it, whoever stands there then. @throws Refusal
 */
export async function ticketFor({ db, asking, now }: Door): Promise<{ person: string; ticket: string }> {
  const { asker, tablet } = asking;
  if (!asker || !tablet || typeof asker.who !== "string") throw new Refusal("who", "Sign in first.", 401);
  const ticket = newToken();
  await forgetEnded(db, now);
  await keepTicket(db, {
    id: sha256(ticket),
    person: asker.name,
    made_at: now,
    ends_at: new Date(now.getTime() + TICKET_HOLDS),
  });
  return { person: asker.name, ticket };
}

const stayUntil = ({ stayMinutes }: Tablet, now: Date): Date =>
  new Date(now.getTime() + stayMinutes * MINUTE);

// --- attempts ------------------------------------------------------------------------------------

/** One that opens nothing: what was wrong is not told apart. */
const wrong = (what: string): Refusal => new Refusal("wrong", what, 401);

/** Lets an account be tried, bounded by account and by address; counted before anything is reckoned. @throws Refusal */
export async function attempt<T>(
  db: Knex,
  { account, address, now }: { account: string; address: string; now: Date },
  tryIt: () => Promise<T | null>,
  otherwise: string,
  guesses = BY_PASSWORD,
): Promise<T> {
  const since = new Date(now.getTime() - guesses.window);
  const { id, byAccount, byAddress } = await noteAttempt(db, account, address, now, since);
  if (byAccount > guesses.byAccount || byAddress > guesses.byAddress) {
    await forgetAttempt(db, id);
    throw new Refusal("too-often", guesses.says, 429);
  }
  const found = await tryIt();
  if (found === null) throw wrong(otherwise);
  await attemptSucceeded(db, id, account, new Date(now.getTime() - DAY));
  return found;
}

// --- sessions ------------------------------------------------------------------------------------

/** What the browser is to keep; null takes it away. */
export interface Opened {
  readonly cookie: string | null;
  readonly maxAgeS: number;
  readonly name: string | null;
}

/** A fresh session for somebody's own browser; the one that was there ends. */
async function openOwn(db: Knex, name: string, asking: Asking, now: Date): Promise<Opened> {
  if (asking.tablet) await endSession(db, asking.tablet.session);
  await forgetEnded(db, now);
  const cookie = newToken();
  await openSession(db, {
    id: sha256(cookie),
    tablet: null,
    stay_minutes: null,
    person: name,
    person_until: null,
    opened_at: now,
    idle_until: new Date(now.getTime() + OWN.idle),
    ends_at: new Date(now.getTime() + OWN.most),
  });
  return { cookie, maxAgeS: OWN.most / 1000, name };
}

/** Somebody stands at a shared tablet now: its cookie is another one from here on. */
async function standAt(db: Knex, tablet: Tablet, name: string | null, now: Date): Promise<Opened> {
  const cookie = newToken();
  const until =
    name === null
      ? null
      : new Date(Math.min(stayUntil(tablet, now).getTime(), now.getTime() + SHARED.person));
  await changeSession(db, tablet.session, {
    id: sha256(cookie),
    person: name,
    person_until: until,
    seen_at: now,
    idle_until: new Date(now.getTime() + SHARED.idle),
  });
  return { cookie, maxAgeS: SHARED.most / 1000, name };
}

export const comesIn = (db: Knex, name: string, asking: Asking, now: Date): Promise<Opened> =>
  asking.tablet?.name ? standAt(db, asking.tablet, name, now) : openOwn(db, name, asking, now);

/** Somebody of the crew by name; undefined for a stranger, who is told nothing else than one with a wrong secret. */
export async function member(db: Knex, name: string): Promise<{ name: string; role: Role } | undefined> {
  return (await crewNow(db)).find((c) => c.name.toLowerCase() === name.trim().toLowerCase());
}

export interface Door {
  readonly db: Knex;
  readonly asking: Asking;
  readonly now: Date;
}

/** By name and password. @throws Refusal */
export async function signIn(
  { db, asking, now }: Door,
  given: { name: string; password: string },
): Promise<Opened> {
  const account = given.name.trim().toLowerCase().slice(0, 40);
  return attempt(
    db,
    { account, address: asking.address, now },
    async () => {
      const [person, secret] = [await member(db, given.name), await secretOf(db, account)];
      const right = await isSecret(given.password, person && secret?.password_hash);
      return right && person ? comesIn(db, person.name, asking, now) : null;
    },
    "Name and password do not go together.",
  );
}

/** At a tablet of the house, by name and number. @throws Refusal */
export async function tapIn(
  { db, asking, now }: Door,
  given: { name: string; pin: string },
): Promise<Opened> {
  const { tablet } = asking;
  if (!tablet?.name)
    throw new Refusal(
      "not-shared",
      "A number opens the house's own tablets only: sign in with a password.",
      403,
    );
  const account = given.name.trim().toLowerCase().slice(0, 40);
  return attempt(
    db,
    // Guessing numbers at a tablet keeps nobody from coming in by password.
    { account: `pin ${account}`, address: asking.address, now },
    async () => {
      const [person, secret] = [await member(db, given.name), await secretOf(db, account)];
      const right = await isSecret(given.pin, person && secret?.pin_hash);
      return right && person ? standAt(db, tablet, person.name, now) : null;
    },
    "That is not the number.",
    BY_PIN,
  );
}

/** A made-up person of the made-up house. @throws Refusal */
export async function press({ db, asking, now }: Door, given: { name: string }): Promise<Opened> {
  const person = await member(db, given.name);
  if (!person || !(await secretOf(db, person.name))?.pressed) throw wrong("Nobody comes in here by a press.");
  return comesIn(db, person.name, asking, now);
}

interface Choice {
  readonly password?: string | undefined;
  readonly pin?: string | undefined;
}

/** What was chosen, as it is kept. @throws Refusal */
async function chosen(name: string, { password, pin }: Choice): Promise<Partial<Secret>> {
  if (!password && !pin)
    refuse("nothing-chosen", "Choose a password, a number for the tablets, or both.", "password");
  if (password) {
    mustBePassword(password);
    await mustNotBeGuessed(password, name);
  }
  if (pin) mustBePin(pin);
  return {
    ...(password ? { password_hash: await digestOf(password) } : {}),
    ...(pin ? { pin_hash: await digestOf(pin) } : {}),
  };
}

/** With the code a lead gave: choose, and be in. @throws Refusal */
export async function join(
  { db, asking, now }: Door,
  given: Choice & { name: string; code: string },
): Promise<Opened> {
  const account = given.name.trim().toLowerCase().slice(0, 40);
  if (!given.password && !given.pin)
    refuse("nothing-chosen", "Choose a password, a number for the tablets, or both.", "password");
  if (given.password) mustBePassword(given.password);
  if (given.pin) mustBePin(given.pin);
  // Somebody who has only a number has only the tablets to come in by.
  if (!given.password && !asking.tablet?.name && !(await secretOf(db, account))?.password_hash)
    refuse("password-here", "A number opens the house's tablets only: choose a password too.", "password");
  return attempt(
    db,
    { account: `code ${account}`, address: asking.address, now },
    async () => {
      const person = await member(db, given.name);
      const code = sha256(codeAsTyped(given.code));
      if (!person || !(await holdsCode(db, account, code, now))) return null;
      // What would be guessed does not use the code up.
      const secret = await chosen(person.name, given);
      if (!(await takeCode(db, account, code, now))) return null;
      await keepSecret(db, person.name, secret, now);
      // Whoever needed a new way in may have lost the device, too.
      await dropPasskeysOf(db, person.name);
      await endSessionsOf(db, person.name);
      return comesIn(db, person.name, asking, now);
    },
    "Name and code do not go together, or the code was used or is too old.",
  );
}

/** Another password or number for whoever is in. @throws Refusal */
export async function changeOwn(
  { db, asking, now }: Door,
  given: Choice & { current: string },
): Promise<{ name: string }> {
  const { asker, tablet } = asking;
  if (!asker || !tablet || typeof asker.who !== "string") throw new Refusal("who", "Sign in first.", 401);
  const secret = await secretOf(db, asker.name);
  const byPin = !secret?.password_hash;
  const name = asker.name.toLowerCase();
  return attempt(
    db,
    // A number is as short here as at the tablet: of its guesses a day has as few.
    { account: byPin ? `pin ${name}` : name, address: asking.address, now },
    async () => {
      if (!(await isSecret(given.current, byPin ? secret?.pin_hash : secret.password_hash))) return null;
      await keepSecret(db, asker.name, await chosen(asker.name, given), now);
      await endSessionsOf(db, asker.name, tablet.session);
      return { name: asker.name };
    },
    byPin ? "That is not the number you have now." : "That is not the password you have now.",
    byPin ? BY_PIN : BY_PASSWORD,
  );
}

/** A code for somebody, shown once. The entry that tells of it is made by whoever gives it. */
export async function wayInFor(db: Knex, name: string, now: Date): Promise<{ code: string; endsAt: Date }> {
  const code = newCode();
  const endsAt = new Date(now.getTime() + CODE_HOLDS);
  await keepCode(db, name, sha256(codeAsTyped(code)), endsAt);
  return { code, endsAt };
}

/** Whether the first lead is still to be named, or none of the leads could come in. */
export const isUnbegun = async (db: Knex): Promise<boolean> => !(await anybodyHasSecret(db));

/** The first lead, on the machine itself and only while nobody can come in. `named` makes the entry where it needs one. @throws Refusal */
export async function begin(
  { db, asking, now }: Door,
  given: Choice & { name: string },
  named: (name: string) => Promise<unknown>,
): Promise<Opened> {
  if (!(await isUnbegun(db))) throw new Refusal("begun", "This house has its lead: sign in.", 409);
  if (!asking.here)
    throw new Refusal(
      "not-here",
      "The first lead is named on the machine the house runs on: open it there, or run ./aumbry lead NAME on it.",
      403,
    );
  const name = given.name.trim();
  const secret = await chosen(name, given);
  if (!secret.password_hash) refuse("no-password", "The lead needs a password.", "password");
  const crew = await crewNow(db);
  const known = await member(db, name);
  if (crew.length > 0 && known?.role !== "lead")
    refuse(
      "not-lead",
      `This house is led by ${crew
        .filter((c) => c.role === "lead")
        .map((c) => c.name)
        .join(", ")}: the first password is a lead's.`,
      "name",
    );
  if (!known) await named(name);
  // Two at once: the second finds a secret.
  if (!(await isUnbegun(db))) throw new Refusal("begun", "This house has its lead: sign in.", 409);
  await keepSecret(db, name, secret, now);
  return openOwn(db, known?.name ?? name, asking, now);
}

/** This browser is a tablet of the house from now on; nobody stands at it. @throws Refusal */
export async function share(
  { db, asking, now }: Door,
  given: { tablet: string; stayMinutes: number },
): Promise<Opened> {
  const { tablet, asker } = asking;
  if (asker?.role !== "lead" || !tablet)
    throw new Refusal("not-allowed", "A lead makes a tablet the house's.", asker ? 403 : 401);
  const cookie = newToken();
  await changeSession(db, tablet.session, {
    id: sha256(cookie),
    tablet: given.tablet.trim().slice(0, 40),
    stay_minutes: given.stayMinutes,
    person: null,
    person_until: null,
    idle_until: new Date(now.getTime() + SHARED.idle),
    ends_at: new Date(now.getTime() + SHARED.most),
  });
  return { cookie, maxAgeS: SHARED.most / 1000, name: null };
}

/** Whoever stands here leaves: a tablet of the house stays, somebody's own browser is signed out. */
export async function leave(
  { db, asking, now }: Door,
  { tabletToo }: { tabletToo: boolean },
): Promise<Opened> {
  const { tablet } = asking;
  if (tablet?.name && !tabletToo) return standAt(db, tablet, null, now);
  if (tablet) await endSession(db, tablet.session);
  return { cookie: null, maxAgeS: 0, name: null };
}

/** A token for a program, shown once. @throws Refusal */
export async function tokenFor(db: Knex, name: string, role: Role, now: Date): Promise<string> {
  const token = `aumbry_${newToken()}`;
  if (!(await keepToken(db, { name, token_hash: sha256(token), role, made_at: now })))
    refuse(
      "duplicate",
      `There is a token called "${name}" already: close it first, or take another name.`,
      "name",
    );
  return token;
}
