/** What stands in a round, straight vessel by its level. */
import { mustBeWithin } from "../domain-error";
import { densityKgM3 } from "../honey";

/** A gauge is read so finely, cm (common practice). */
const READ_CM = 0.5;
/** Honey of unknown water is taken at this, %, and may be as far off. */
const USUAL_WATER = 17.5;
const WATER_APART = 1.5;

export interface ByLevel {
  readonly grams: number;
  /** One standard uncertainty, g: the reading of the level, and the density where water is not known. */
  readonly sdGrams: number;
}

/**
 * @param diameterCm 5-400 @param levelCm 0-500 @param waterPct 13-25, null where nobody read it @param tempC 0-75
 * @returns V = π d² h / 4, by the density of honey (White 1975) at its water and temperature
 * @throws DomainError out of range
 */
export function massByLevel(
  diameterCm: number,
  levelCm: number,
  waterPct: number | null,
  tempC: number,
): ByLevel {
  mustBeWithin(diameterCm, 5, 400, "The diameter", "cm");
  mustBeWithin(levelCm, 0, 500, "The level", "cm");
  const areaM2 = (Math.PI * (diameterCm / 100) ** 2) / 4;
  const density = densityKgM3(waterPct ?? USUAL_WATER, tempC);
  const kg = areaM2 * (levelCm / 100) * density;
  const apart =
    waterPct === null ? Math.abs(densityKgM3(USUAL_WATER + WATER_APART, tempC) - density) / density : 0;
  const readKg = areaM2 * (READ_CM / 100) * density;
  return { grams: Math.round(kg * 1000), sdGrams: Math.round(Math.hypot(readKg, kg * apart) * 1000) };
}

/** What a vessel of so many litres holds of honey at this water, g; at the usual water where nobody read it. */
export const brimfulGrams = (litres: number, waterPct: number | null): number =>
  Math.round(litres * densityKgM3(Math.min(25, Math.max(13, waterPct ?? USUAL_WATER)), 20));
