/**
 * Refractive index, water and Brix of honey.
 *
 * Sources: Wedmore (1955), Bee World 36:197, after Chataway (1932); the basis of AOAC 969.38 and of the
 * International Honey Commission's method. The Brix polynomial is the common fit to the ICUMSA sucrose
 * scale, 0-85 °Bx. Reference temperature 20 °C throughout.
 */
import { DomainError, mustBeWithin } from "../domain-error";

/** Wedmore's line: W = (A - log10(n20 - 1)) / B. The printed 1.73190 is bar notation for -1 + 0.73190. */
const A = -0.2681;
const B = 0.002243;
/** Change of honey's refractive index per °C, added above and taken off below 20 °C. */
export const INDEX_PER_C = 0.00023;

/** The range in which Wedmore's line is published, % water. */
export const WATER_RANGE_PCT = { lo: 13, hi: 25 } as const;
/** Sample temperatures the linear correction is used for, °C. */
const TEMP_RANGE_C = { lo: 10, hi: 45 } as const;

const indexAt20 = (index: number, tempC: number): number => {
  mustBeWithin(tempC, TEMP_RANGE_C.lo, TEMP_RANGE_C.hi, "The sample's temperature", "°C");
  return index + INDEX_PER_C * (tempC - 20);
};

const index20FromWater = (waterPct: number): number => 1 + 10 ** (A - B * waterPct);

/**
 * Wedmore's line beyond the honeys it was made for: only to turn the marks of a % water scale, which
 * instruments engrave along the same line, into the index a reference liquid shows.
 */
export const waterLineIndex20 = index20FromWater;

/**
 * Water content of honey, % by mass, from the refractive index read at `tempC`.
 * Valid 13-25 % and 10-45 °C; agrees with the published table to 0.05 points.
 * @throws DomainError `water-out-of-range` naming the range
 */
export function waterPctFromRefractiveIndex(index: number, tempC: number): number {
  if (!(index > 1 && index < 2)) {
    throw new DomainError(
      "index-out-of-range",
      `A refractive index of ${index} is not one of honey: expect 1.474 to 1.505.`,
      { index },
    );
  }
  const waterPct = (A - Math.log10(indexAt20(index, tempC) - 1)) / B;
  // The published rows are rounded to 4 decimals of the index: 0.05 points of grace at both ends.
  if (!(waterPct >= WATER_RANGE_PCT.lo - 0.05 && waterPct <= WATER_RANGE_PCT.hi + 0.05)) {
    throw new DomainError(
      "water-out-of-range",
      `That reading means ${waterPct.toFixed(1)} % water; the table for honey holds from ${WATER_RANGE_PCT.lo} to ${WATER_RANGE_PCT.hi} %. Check the instrument and the sample.`,
      { waterPct, ...WATER_RANGE_PCT },
    );
  }
  return waterPct;
}

/**
 * The refractive index a sample of `waterPct` shows at `tempC`; the inverse of the function above.
 * @throws DomainError outside 13-25 % or 10-45 °C
 */
export function refractiveIndexFromWaterPct(waterPct: number, tempC: number): number {
  mustBeWithin(waterPct, WATER_RANGE_PCT.lo - 0.05, WATER_RANGE_PCT.hi + 0.05, "Water content", "%");
  mustBeWithin(tempC, TEMP_RANGE_C.lo, TEMP_RANGE_C.hi, "The sample's temperature", "°C");
  return index20FromWater(waterPct) - INDEX_PER_C * (tempC - 20);
}

/** Coefficients of Brix(n), highest power first. */
const BRIX = [11758.74, -88885.21, 270177.93, -413145.8, 318417.95, -99127.4536] as const;

/** °Bx on the sucrose scale for an index at 20 °C; valid 1.333-1.505 (0-85 °Bx). */
export function brixFromRefractiveIndex(index20: number): number {
  mustBeWithin(index20, 1.3329, 1.5051, "A refractive index on the Brix scale");
  return BRIX.reduce((sum, c) => sum * index20 + c, 0);
}

/**
 * Inverse of the Brix polynomial by bisection (monotone over the range), to 1e-9 in the index.
 * @throws DomainError outside 0-85 °Bx
 */
export function refractiveIndexFromBrix(brix: number): number {
  mustBeWithin(brix, 0, 85, "Brix", "°Bx");
  let lo = 1.3329;
  let hi = 1.5051;
  for (let step = 0; step < 60 && hi - lo > 1e-10; step++) {
    const mid = (lo + hi) / 2;
    if (brixFromRefractiveIndex(mid) < brix) lo = mid;
    else hi = mid;
  }
  return (lo + hi) / 2;
}

/**
 * Water in honey, % by mass, from a Brix-scaled instrument without compensation, sample at `tempC`.
 * 100 - Brix is not the water content of honey: the sucrose scale is about 1.7 points off.
 * @throws DomainError outside 0-85 °Bx, 13-25 % water or 10-45 °C
 */
export function waterPctFromBrix(brix: number, tempC: number): number {
  return waterPctFromRefractiveIndex(refractiveIndexFromBrix(brix), tempC);
}
