import { correctReading } from "@/core/moisture/reading";
import type { InstrumentView } from "@/house/devices/view";
import { shown } from "@/house/language/shown";
import { figureIn } from "../fields/figure";

/** A drop as typed in % water at 20 °C, whatever the scale; a sentence where it is no reading; null while empty. */
export function waterOf(
  typed: string,
  instrument: Pick<InstrumentView, "scale" | "corrects" | "offsetIndex"> | undefined,
  tempC: number,
): number | string | null {
  const value = figureIn(typed);
  if (value === null) return typed.trim() === "" ? null : `"${typed}" is not a reading.`;
  try {
    return correctReading({
      scale: instrument?.scale ?? "water",
      value,
      tempC,
      compensates: instrument?.corrects ?? false,
      offset: instrument?.offsetIndex ?? 0,
      shown: shown(),
    }).waterPct;
  } catch (fault) {
    return (fault as Error).message;
  }
}
