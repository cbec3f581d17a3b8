/**
 * Moist air at house pressure: ASHRAE Handbook Fundamentals (2017), chapter 1, SI. Saturation over liquid
 * water after Hyland & Wexler (1983), equation 6. Checked against the psychrolib package.
 */
import { mustBeWithin } from "../domain-error";

/** Standard pressure at sea level, Pa. */
const SEA_LEVEL_PA = 101_325;
/** Ratio of the molar masses of water and dry air. */
const WATER_TO_AIR = 0.621945;

/** Saturation vapour pressure over water, Pa, for 0-90 °C. */
export function saturationPressurePa(tempC: number): number {
  mustBeWithin(tempC, 0, 90, "The air's temperature", "°C");
  const t = tempC + 273.15;
  return Math.exp(
    -5.8002206e3 / t +
      1.3914993 -
      4.8640239e-2 * t +
      4.1764768e-5 * t ** 2 -
      1.4452093e-8 * t ** 3 +
      6.5459673 * Math.log(t),
  );
}

export interface HumidAir {
  readonly vapourPressurePa: number;
  /** kg of water in a kg of dry air. */
  readonly humidityRatio: number;
  readonly dewPointC: number;
}

/**
 * Air of `tempC` (0-60 °C) and `humidityPct` (1-100 % relative humidity) at `pressurePa`.
 * The dew point is found by bisection to 1e-6 °C; below 0 °C it is the one over supercooled water, by the
 * Magnus form (Alduchov & Eskridge 1996).
 * @throws DomainError out of range
 */
export function humidAir(tempC: number, humidityPct: number, pressurePa = SEA_LEVEL_PA): HumidAir {
  mustBeWithin(tempC, 0, 60, "The air's temperature", "°C");
  mustBeWithin(humidityPct, 1, 100, "The relative humidity", "%");
  mustBeWithin(pressurePa, 60_000, 110_000, "The air pressure", "Pa");
  const vapourPressurePa = saturationPressurePa(tempC) * (humidityPct / 100);
  return {
    vapourPressurePa,
    humidityRatio: (WATER_TO_AIR * vapourPressurePa) / (pressurePa - vapourPressurePa),
    dewPointC: dewPoint(vapourPressurePa, tempC),
  };
}

function dewPoint(vapourPressurePa: number, tempC: number): number {
  if (vapourPressurePa < saturationPressurePa(0)) {
    const x = Math.log(vapourPressurePa / 610.94);
    return (243.04 * x) / (17.625 - x);
  }
  let [lo, hi] = [0, tempC];
  for (let step = 0; step < 60 && hi - lo > 1e-7; step++) {
    const mid = (lo + hi) / 2;
    if (saturationPressurePa(mid) < vapourPressurePa) lo = mid;
    else hi = mid;
  }
  return (lo + hi) / 2;
}

/** Relative humidity, %, of air carrying `vapourPressurePa` at another temperature; over 100 it would rain. */
export const humidityAt = (vapourPressurePa: number, tempC: number): number =>
  (100 * vapourPressurePa) / saturationPressurePa(tempC);
