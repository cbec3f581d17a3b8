/** What liquid honey weighs and how thick it is. White (1975) in Crane, Honey: a comprehensive survey. */
import { mustBeWithin } from "../domain-error";

/** Relative density 20/20 °C by % water; rows of the published table. */
const DENSITY_ROWS: readonly (readonly [number, number])[] = [
  [14, 1.4404],
  [16, 1.4295],
  [18.6, 1.4129],
  [20, 1.4027],
  [21, 1.395],
];
const WATER_AT_20_KG_M3 = 998.2;
/** Honey grows lighter by about so much for each °C. */
const THERMAL_KG_M3_C = -0.6;

/**
 * Density of honey, kg/m³, at `waterPct` (13-25 %) and `tempC` (0-75 °C): linear between the rows of the
 * table, on with the last slope outside them; thermal expansion about -0.6 kg/m³ per °C.
 * @throws DomainError out of range
 */
export function densityKgM3(waterPct: number, tempC: number): number {
  mustBeWithin(waterPct, 13, 25, "Water content", "%");
  mustBeWithin(tempC, 0, 75, "The honey's temperature", "°C");
  const i = Math.min(
    DENSITY_ROWS.length - 2,
    Math.max(0, DENSITY_ROWS.findIndex(([w]) => waterPct <= w) - 1),
  );
  const at = waterPct > 21 ? DENSITY_ROWS.length - 2 : i;
  const [w0, d0] = DENSITY_ROWS[at] as readonly [number, number];
  const [w1, d1] = DENSITY_ROWS[at + 1] as readonly [number, number];
  const relative = d0 + ((d1 - d0) * (waterPct - w0)) / (w1 - w0);
  return relative * WATER_AT_20_KG_M3 + THERMAL_KG_M3_C * (tempC - 20);
}

/** ln η (poise) = a + b W + c W² + d / (T - T0), fitted to the rows in the test so that the worst is least. */
const FIT = { a: 6.70082, b: -1.0779677, c: 0.018696497, d: 862.70337, t0: -57 } as const;

/**
 * Viscosity of honey, Pa·s, at `waterPct` (13-22 %) and `tempC` (10-75 °C). The fit's own worst error on the
 * published rows (sweet and white clover) is 8 %; honeys of other flowers differ by more, heather gels.
 * @throws DomainError out of range
 */
export function viscosityPaS(waterPct: number, tempC: number): number {
  mustBeWithin(waterPct, 13, 22, "Water content", "%");
  mustBeWithin(tempC, 10, 75, "The honey's temperature", "°C");
  return Math.exp(FIT.a + FIT.b * waterPct + FIT.c * waterPct ** 2 + FIT.d / (tempC - FIT.t0)) / 10;
}
