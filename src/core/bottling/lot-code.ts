/** Lot codes with a check character: ISO 7064 MOD 37,36 over 0-9 and A-Z. */
import { DomainError } from "../domain-error";

const ALPHABET = "0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ";

const bare = (code: string): string => code.toUpperCase().replace(/[-\s]/g, "");

/**
 * The check character for `body` (letters and digits; hyphens and spaces do not count).
 * Catches every single wrong character and nearly every swap of two neighbours.
 * @throws DomainError `bad-lot-body` for anything else in it, or nothing
 */
export function lotCheckCharacter(body: string): string {
  const characters = bare(body);
  if (!/^[0-9A-Z]+$/.test(characters)) {
    throw new DomainError("bad-lot-body", "A lot code is made of letters A to Z and digits.", { body });
  }
  const M = 36;
  let product = M;
  for (const character of characters) {
    const sum = (product + ALPHABET.indexOf(character)) % M || M;
    product = (sum * 2) % (M + 1);
  }
  return ALPHABET[(M + 1 - product) % M] as string;
}

/** True when the last character of `code` is the right check character for the rest. */
export function isLotCode(code: string): boolean {
  const characters = bare(code);
  return (
    /^[0-9A-Z]{3,}$/.test(characters) && lotCheckCharacter(characters.slice(0, -1)) === characters.at(-1)
  );
}

/**
 * "WB26-007-K": house letters, two digits of the year, running number of the year, check character.
 * @throws DomainError when the prefix is not 1-4 letters or digits or the number is not 1-99999
 */
export function lotCode(prefix: string, year: number, number: number): string {
  if (!/^[A-Z0-9]{1,4}$/.test(prefix))
    throw new DomainError("bad-lot-prefix", "The house's lot letters are one to four letters or digits.", {
      prefix,
    });
  if (!(Number.isInteger(number) && number >= 1 && number <= 99999))
    throw new DomainError("bad-lot-number", `${number} is no lot number.`, { number });
  const body = `${prefix}${String(year % 100).padStart(2, "0")}-${String(number).padStart(3, "0")}`;
  return `${body}-${lotCheckCharacter(body)}`;
}

/** Read aloud or from a wet label, these are taken for one another: 0 and O, 1 and I. */
const UNCLEAR = "0O1I";

/**
 * The first number from `from` on whose code can be read aloud: one whose check character could be taken for
 * another is skipped.
 * @throws DomainError as `lotCode` does
 */
export function nextClearLot(prefix: string, year: number, from: number): { number: number; code: string } {
  for (let number = from; ; number++) {
    const code = lotCode(prefix, year, number);
    if (!UNCLEAR.includes(code.at(-1) ?? "")) return { number, code };
  }
}
