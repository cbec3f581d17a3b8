/** GS1 Digital Link: an article's number and lot as an address any phone can open. */
import { gtinCheckDigit } from "../bottling";
import { DomainError } from "../domain-error";

/**
 * A GTIN as typed, of 8, 12, 13 or 14 digits. @throws DomainError `bad-gtin` with the digit it should end in
 */
export function gtin(typed: string): string {
  const digits = typed.replace(/[ -]/g, "");
  if (!/^(?:\d{8}|\d{12}|\d{13}|\d{14})$/.test(digits))
    throw new DomainError("bad-gtin", "An article number (GTIN) has 8, 12, 13 or 14 digits.", {
      typed: typed.slice(0, 30),
    });
  const right = gtinCheckDigit(digits.slice(0, -1));
  if (!digits.endsWith(right))
    throw new DomainError("bad-gtin", `The last digit of ${digits} should be ${right}: a digit is wrong.`, {
      digits,
    });
  return digits;
}

/** The thirteen digits of an EAN-13; null for a GTIN of fourteen that is no single jar's. */
export function asEan13(digits: string): string | null {
  if (digits.length === 14) return digits.startsWith("0") ? digits.slice(1) : null;
  return digits.padStart(13, "0");
}

/**
 * "https://example.org/01/09506000134352/10/ABC123": GS1 Digital Link 1.x, keys 01 and 10, uncompressed.
 * @param base the house's own address or another resolver's, https
 * @throws DomainError for an address that is none
 */
export function digitalLink(base: string, digits: string, lot: string): string {
  const url = URL.canParse(base) ? new URL(base) : null;
  if (!url || !/^https?:$/.test(url.protocol) || url.search !== "" || url.hash !== "")
    throw new DomainError(
      "bad-address",
      `"${base.slice(0, 60)}" is no address such as https://honey.example.`,
    );
  return `${url.origin}${url.pathname.replace(/\/$/, "")}/01/${digits.padStart(14, "0")}/10/${encodeURIComponent(lot)}`;
}
