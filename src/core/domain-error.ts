/**
 * The one error of the core: the call asked for something impossible or out of range.
 * `message` is a sentence for people; `details` carries the figures it speaks of.
 */
export class DomainError extends Error {
  constructor(
    readonly code: string,
    message: string,
    readonly details: Readonly<Record<string, unknown>> = {},
  ) {
    super(message);
    this.name = "DomainError";
  }
}

/** Refuses NaN and anything outside `[lo, hi]`; `what` and `unit` make the sentence. */
export function mustBeWithin(value: number, lo: number, hi: number, what: string, unit = ""): number {
  if (!(value >= lo && value <= hi)) {
    const u = unit ? ` ${unit}` : "";
    throw new DomainError(
      "out-of-range",
      `${what} must be between ${lo} and ${hi}${u}, not ${Number.isNaN(value) ? "something that is no number" : `${value}${u}`}.`,
      { value, lo, hi, unit },
    );
  }
  return value;
}
