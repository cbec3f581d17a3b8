/** An input judged where the house cannot be asked: by its figures, in the house's own sentences. */
import { missing, readFigure } from "@/house/language/figure-field";
import type { AskedFigures } from "@/house/language/figures-in";
import { type FieldProblem, inShort } from "@/house/language/problems";
import type { Refused } from "../send";

/** Where a field's figure is asked for, whichever row of a list it stands in. */
export const askedAt = (name: string): string => name.replace(/\.\d{1,9}(?=\.|$)/g, ".*");

/** All that stands at a path with places of lists in it, each with its own path. */
function valuesAt(value: unknown, steps: readonly string[], path = ""): [path: string, value: unknown][] {
  const [step, ...rest] = steps;
  if (step === undefined) return [[path, value]];
  if (typeof value !== "object" || value === null)
    return step === "*" ? [] : valuesAt(undefined, rest, `${path}${path && "."}${step}`);
  const keys = step === "*" ? Object.keys(value) : [step];
  return keys.flatMap((key) =>
    valuesAt((value as Record<string, unknown>)[key], rest, `${path}${path && "."}${key}`),
  );
}

/** What is wrong with the figures of an input; null while nothing is. All else is the house's to judge. */
export function wrongFigures(input: object, figures: AskedFigures): Refused | null {
  const errors = Object.entries(figures).flatMap(([asked, field]) =>
    valuesAt(input, asked.split(".")).flatMap(([path, value]): FieldProblem[] => {
      if (value === undefined || value === null)
        return field.needed ? [{ path, message: missing(field.what) }] : [];
      if (typeof value !== "string" && typeof value !== "number") return [];
      const read = readFigure(field, value);
      return "wrong" in read ? [{ path, message: read.wrong }] : [];
    }),
  );
  return errors.length > 0 ? { message: inShort(errors), errors } : null;
}
