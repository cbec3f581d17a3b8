import { mustBeWithin } from "../domain-error";
import { ozFromGrams } from "../units";

/**
 * "454 g · 16.0 oz": metric first, ounces rounded down to a tenth so that the label never says more than
 * is in the jar. The ounce is 28.349523125 g exactly.
 * @throws DomainError outside 5 g to 10 kg
 */
export function netQuantityText(nominalG: number): { metric: string; us: string } {
  mustBeWithin(nominalG, 5, 10_000, "Net quantity", "g");
  const metric = nominalG >= 1000 && nominalG % 10 === 0 ? `${nominalG / 1000} kg` : `${nominalG} g`;
  return { metric, us: `${(Math.floor(ozFromGrams(nominalG) * 10 + 1e-9) / 10).toFixed(1)} oz` };
}

/** Least height of the net-quantity figures, mm. Directive 76/211/EEC, Annex I, 3.1. */
export function minimumDigitHeightMm(nominalG: number): number {
  mustBeWithin(nominalG, 5, 10_000, "Net quantity", "g");
  if (nominalG <= 50) return 2;
  if (nominalG <= 200) return 3;
  return nominalG <= 1000 ? 4 : 6;
}
