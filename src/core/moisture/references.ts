/** What refractometers are checked with: how its index changes with temperature, and how surely it is known. */

export const REFERENCES = [
  "olive oil",
  "dioptric oil",
  "test block",
  "water",
  "honey of known water",
] as const;
export type Reference = (typeof REFERENCES)[number];

export interface Medium {
  /** Change of its refractive index per °C. */
  readonly perC: number;
  /** One standard deviation of its own index at 20 °C. */
  readonly sdIndex: number;
  readonly source: string;
}

/** Values from memory of what is named; a figure printed on the bottle or block overrides what it should show. */
export const MEDIA: Readonly<Record<Reference, Medium>> = {
  // n20 1.4677-1.4705, taken as evenly likely.
  "olive oil": {
    perC: -0.00038,
    sdIndex: 0.0028 / Math.sqrt(12),
    source: "Codex CXS 33 range of olive oil; coefficient of vegetable oils, common practice",
  },
  "dioptric oil": {
    perC: -0.0004,
    sdIndex: 0.0002,
    source: "certified oil as printed on the bottle; coefficient common practice",
  },
  "test block": {
    perC: 0,
    sdIndex: 0.0002,
    source: "glass block as engraved; glass hardly changes with temperature",
  },
  water: { perC: -0.0001, sdIndex: 0.00005, source: "distilled water, n20 1.33299 (ICUMSA)" },
  "honey of known water": {
    perC: -0.00023,
    sdIndex: 0.0005,
    source: "a sample read elsewhere, good to about 0.2 points; coefficient Wedmore 1955",
  },
};
