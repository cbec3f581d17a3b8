import { DomainError } from "../domain-error";

/**
 * GS1 mod 10 check digit for the digits before it (7, 11, 12, 13 or 17 of them): weights 3 and 1 from the right.
 * Source: GS1 General Specifications, section 7.9.1.
 * @throws DomainError `bad-gtin-body`
 */
export function gtinCheckDigit(body: string): string {
  if (!/^(\d{7}|\d{11}|\d{12}|\d{13}|\d{17})$/.test(body)) {
    throw new DomainError("bad-gtin-body", "A GTIN has 7, 11, 12, 13 or 17 digits before its check digit.", {
      body,
    });
  }
  const sum = [...body]
    .reverse()
    .reduce((total, digit, i) => total + Number(digit) * (i % 2 === 0 ? 3 : 1), 0);
  return String((10 - (sum % 10)) % 10);
}
