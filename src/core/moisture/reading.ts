/** One reading of a refractometer, whatever its scale, brought to % water at 20 °C. */
import { DomainError, mustBeWithin } from "../domain-error";
import { METRIC, quantityIn, type Shown } from "../units";
import type { Reason } from "../verdict";
import {
  refractiveIndexFromBrix,
  refractiveIndexFromWaterPct,
  waterPctFromRefractiveIndex,
} from "./refraction";

export type ReadingScale = "index" | "water" | "brix";

export interface ReadingInput {
  readonly scale: ReadingScale;
  /** What the instrument shows: refractive index, % water or °Bx. */
  readonly value: number;
  /** The sample's temperature, °C. Not used when the instrument compensates by itself. */
  readonly tempC: number;
  /** True when the instrument compensates temperature itself: then nothing is corrected a second time. */
  readonly compensates?: boolean;
  /** Calibration offset in index units: reference minus reading at the last check. */
  readonly offset?: number;
  /** In whose units the reasons speak. */
  readonly shown?: Shown;
}

export interface CorrectedReading {
  /** % water by mass at 20 °C. */
  readonly waterPct: number;
  /** One standard deviation of a single hand reading, points of % water (common practice: ±0.2). */
  readonly sdPct: number;
  /** Index at 20 °C behind it. */
  readonly index20: number;
  /** How many points the temperature moved it; 0 for a compensating instrument. */
  readonly correctionPct: number;
  readonly because: readonly Reason[];
}

const SINGLE_READING_SD_PCT = 0.2;

const SHOWN: Record<ReadingScale, (v: number) => string> = {
  index: (v) => `index ${v.toFixed(4)}`,
  water: (v) => `${v.toFixed(1)} % water`,
  brix: (v) => `${v.toFixed(1)} °Bx`,
};

/** What each scale can show on honey; anything else is a slip of the finger or a dirty prism. */
function indexAsShown(scale: ReadingScale, value: number): number {
  switch (scale) {
    case "index":
      return mustBeWithin(value, 1.46, 1.51, "A refractive index of honey");
    case "water":
      mustBeWithin(value, 13, 25, "A reading in % water", "%");
      return refractiveIndexFromWaterPct(value, 20);
    case "brix":
      mustBeWithin(value, 70, 85, "A Brix reading of honey", "°Bx");
      return refractiveIndexFromBrix(value);
    default:
      throw new DomainError("unknown-scale", `"${scale}" is no refractometer scale: index, water or brix.`, {
        scale,
      });
  }
}

/**
 * Corrects a reading for temperature and calibration, in index space
 * (Wedmore 1955: n20 = n + 0.00023 (t - 20)).
 * @throws DomainError when value, temperature or the result lie outside the published range
 */
export function correctReading({
  scale,
  value,
  tempC,
  compensates = false,
  offset = 0,
  shown: read = METRIC,
}: ReadingInput): CorrectedReading {
  mustBeWithin(tempC, 10, 45, "The sample's temperature", "°C");
  mustBeWithin(offset, -0.01, 0.01, "A calibration offset in index units");
  const shown = indexAsShown(scale, value) + offset;
  const effectiveTempC = compensates ? 20 : tempC;
  const waterPct = waterPctFromRefractiveIndex(shown, effectiveTempC);
  const index20 = refractiveIndexFromWaterPct(waterPct, 20);
  const correctionPct = waterPct - waterPctFromRefractiveIndex(shown, 20);
  return {
    waterPct,
    sdPct: SINGLE_READING_SD_PCT,
    index20,
    correctionPct,
    because: [
      { what: "The instrument showed", figure: `${SHOWN[scale](value)} at ${quantityIn(tempC, "°C", read)}` },
      ...(offset === 0 ? [] : [{ what: "Calibration offset added", figure: offset.toFixed(4) }]),
      compensates
        ? {
            what: "The instrument compensates temperature itself, so it is not corrected again",
            figure: "0.0 points",
          }
        : {
            what: `Brought to ${quantityIn(20, "°C", read, 0)} in refractive index, 0.00023 per °C`,
            figure: `${correctionPct >= 0 ? "+" : "−"}${Math.abs(correctionPct).toFixed(1)} points`,
            source: "Wedmore 1955, Bee World 36:197",
          },
      ...(scale === "brix"
        ? [
            {
              what: "Brix is a sucrose scale; 100 − Brix is not honey's water",
              figure: `index ${index20.toFixed(4)}`,
              source: "ICUMSA sucrose scale, common polynomial",
            },
          ]
        : []),
      {
        what: "Water in the honey",
        figure: `${waterPct.toFixed(1)} %`,
        source: "Wedmore's line after Chataway 1932; AOAC 969.38",
      },
      {
        what: "A single hand reading is good to about",
        figure: `±${SINGLE_READING_SD_PCT} points`,
        source: "common practice",
      },
    ],
  };
}
