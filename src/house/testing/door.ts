/** The door as tests and trials come in by it: a token that may lead, and sessions that stand, all known beforehand. */
import type { Knex } from "knex";
import { SESSION_COOKIE } from "../access/asking";
import { keepToken, openSession } from "../access/records";
import { sha256 } from "../access/secret";

const padded = (text: string): string => text.replace(/[^\w]/g, "").padEnd(43, "0");

export const TEST_TOKEN = `aumbry_${padded("test")}`;
const sessionOf = (name: string): string => padded(`session${name}`);

/** A program of the tests that speaks for somebody. */
export const asProgram = (who: string): Record<string, string> => ({
  authorization: `Bearer ${TEST_TOKEN}`,
  "aumbry-who": encodeURIComponent(who),
});

/** A browser somebody is signed in with. */
export const cookieOf = (name: string, url: string) => ({
  name: SESSION_COOKIE.plain,
  value: sessionOf(name),
  url,
});

const LONG = 30 * 86_400_000;

/** Lets the tests' program in, and signs these in. */
export async function openTheDoor(db: Knex, names: readonly string[], now = new Date()): Promise<void> {
  await keepToken(db, { name: "tests", token_hash: sha256(TEST_TOKEN), role: "lead", made_at: now });
  for (const person of names)
    await openSession(db, {
      id: sha256(sessionOf(person)),
      tablet: null,
      stay_minutes: null,
      person,
      person_until: null,
      opened_at: now,
      idle_until: new Date(now.getTime() + LONG),
      ends_at: new Date(now.getTime() + LONG),
    });
}
