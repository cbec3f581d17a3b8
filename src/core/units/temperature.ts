import { DomainError } from "../domain-error";
import { parseFigure } from "./figure";

export const fahrenheitFromCelsius = (tempC: number): number => tempC * 1.8 + 32;

/** Reads a typed temperature: "28", "28,5 °C", "82 F". No unit means °C. @throws DomainError */
export function parseTempC(text: string): number {
  const { value, unit } = parseFigure(text);
  const bare = unit.replace("°", "");
  if (bare === "" || bare === "c") return value;
  if (bare === "f") return (value - 32) / 1.8;
  throw new DomainError("unknown-unit", `"${unit}" is not a temperature unit here: use °C or °F.`, { unit });
}
