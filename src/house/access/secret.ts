/** What is kept of a secret and what a secret must be. Digests by argon2id; codes and tokens are long and random, and kept as sha-256. */
import { createHash, randomBytes, randomInt, timingSafeEqual } from "node:crypto";
import { hash, verify } from "@node-rs/argon2";
import { refuse } from "../language/errors";

/** OWASP's password storage cheat sheet, argon2id: 19 MiB, two passes, one lane. */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;
/** So many digests are reckoned at once: each takes 19 MiB and a processor. */
const AT_ONCE = 2;

let under = 0;
const waiting: (() => void)[] = [];
async function inTurn<T>(reckon: () => Promise<T>): Promise<T> {
  if (under >= AT_ONCE) await new Promise<void>((go) => waiting.push(go));
  under += 1;
  try {
    return await reckon();
  } finally {
    under -= 1;
    waiting.shift()?.();
  }
}

export const digestOf = (secret: string): Promise<string> =>
  inTurn(() => hash(secret.normalize("NFKC"), COST));

/** What nobody's secret is: whoever is not known is made to wait as long as whoever is. */
let nobody: Promise<string> | undefined;

/** Whether it is the secret behind a digest; takes as long where there is none. */
export async function isSecret(secret: string, digest: string | null | undefined): Promise<boolean> {
  nobody ??= digestOf(randomBytes(24).toString("hex"));
  const against = digest ?? (await nobody);
  const same = await inTurn(() =>
    verify(against, secret.slice(0, LONGEST).normalize("NFKC")).catch(() => false),
  );
  return same && typeof digest === "string";
}

const SHORTEST = 12;
const LONGEST = 128;

/** @throws Refusal */
export function mustBePassword(password: string): void {
  const letters = [...password.normalize("NFKC")].length;
  if (letters < SHORTEST)
    refuse("weak", `A password has at least ${SHORTEST} letters; a few words do well.`, "password");
  if (letters > LONGEST) refuse("weak", `A password has at most ${LONGEST} letters.`, "password");
}

/** Whoever guesses by what is known of passwords needs more tries than 10 to the so many. */
const GUESSES_LOG10 = 9;
/** What is guessed first in this house, whoever lives in it; and nothing else than that. */
const HERE = ["aumbry", "honey", "honig", "miel", "bees"];
const HERE_ALONE = /^(?:aumbry|honey|honig|miel|bees|[\d\W_])+$/i;

/** Reads its lists once, when somebody first chooses a password. */
let guesser: Promise<{ check(password: string, own: string[]): { guessesLog10: number } }> | undefined;
const guesserHere = async () => {
  const [{ ZxcvbnFactory }, { adjacencyGraphs, dictionary }] = await Promise.all([
    import("@zxcvbn-ts/core"),
    import("@zxcvbn-ts/language-common"),
  ]);
  return new ZxcvbnFactory({ dictionary: { ...dictionary, here: HERE }, graphs: adjacencyGraphs });
};

/**
 * As NIST SP 800-63B and ASVS 2.1 have it: no rules of composition, nothing that stands in lists of passwords that came
 * out, alone or put together. It reckons for a tenth of a second: only for whoever may choose.
 * @throws Refusal
 */
export async function mustNotBeGuessed(password: string, name: string): Promise<void> {
  guesser ??= guesserHere();
  const { guessesLog10 } = (await guesser).check(password, [name]);
  if (guessesLog10 < GUESSES_LOG10 || HERE_ALONE.test(password))
    refuse("weak", "That would be guessed first: take a few words that do not go together.", "password");
}

/** Four to eight digits, not all alike and not in a row. @throws Refusal */
export function mustBePin(pin: string): void {
  if (!/^\d{4,8}$/.test(pin)) refuse("weak", "A number is four to eight digits.", "pin");
  const steps = new Set([...pin].slice(1).map((d, i) => Number(d) - Number(pin[i])));
  if (steps.size === 1 && [-1, 0, 1].some((step) => steps.has(step)))
    refuse("weak", "Digits that are all alike or in a row are tried first: take others.", "pin");
}

export const sha256 = (text: string): string => createHash("sha256").update(text).digest("hex");

export const sameDigest = (a: string, b: string): boolean =>
  a.length === b.length && timingSafeEqual(Buffer.from(a), Buffer.from(b));

/** 256 bits that can stand in a cookie or header. */
export const newToken = (): string => randomBytes(32).toString("base64url");

/** No letter that is taken for another. */
const CODE_LETTERS = "ABCDEFGHJKMNPQRSTVWXYZ23456789";
const CODE_LENGTH = 12;

/** "K7MQ-2TXW-9BHD": 58 bits, typed with gloves on. */
export const newCode = (): string =>
  Array.from({ length: CODE_LENGTH }, () => CODE_LETTERS[randomInt(CODE_LETTERS.length)])
    .join("")
    .replace(/(.{4})(?=.)/g, "$1-");

/** As it was given, however it was typed. */
export const codeAsTyped = (typed: string): string =>
  typed
    .slice(0, 60)
    .toUpperCase()
    .replace(/[^A-Z0-9]/g, "");
