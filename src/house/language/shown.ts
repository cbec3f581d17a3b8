/**
 * Quantities as whoever is reading reads them. Records, commands and the API know kg, °C and L only; sentences and
 * screens say them through here. Whose units they are is known by the one who serves: the server by the tablet that
 * asks, the browser by its page. Where nobody says, it is the house's own kilograms.
 */
import {
  differenceIn,
  figureIn,
  jarIn,
  METRIC,
  quantityIn,
  type Shown,
  shownFrom,
  unitIn,
  valueFrom,
  valueIn,
  written,
} from "@/core/units";

/** The server's part is loaded twice, by itself and by the application it serves: both look here. */
const WHO_READS = Symbol.for("aumbry.who-reads");
const held = globalThis as unknown as Record<symbol, (() => Shown | undefined) | undefined>;

/** Told once by whoever serves: how to find the units of the one who is reading now. */
export function readersAreFoundBy(find: () => Shown | undefined): void {
  held[WHO_READS] = find;
}

let page: { readonly text: string; readonly shown: Shown } | null = null;
/** In the browser, the page itself says. */
function ofThePage(): Shown | undefined {
  if (typeof document === "undefined") return undefined;
  const text = document.documentElement.dataset.shown ?? "";
  if (page?.text !== text) page = { text, shown: shownFrom(text) };
  return page.shown;
}

let writing = false;

/** The units of the one who is reading now. */
export const shown = (): Shown => (writing ? METRIC : (held[WHO_READS]?.() ?? ofThePage() ?? METRIC));

/** A sentence as the ledger keeps it, in the house's own units whoever makes the entry. */
export function asKept(say: () => string): string {
  writing = true;
  try {
    return say();
  } finally {
    writing = false;
  }
}

/** Whether whoever reads reads otherwise than the ledger is written. */
export const readsOtherwise = (): boolean => {
  const read = shown();
  return (Object.keys(METRIC) as (keyof Shown)[]).some((kind) => read[kind] !== METRIC[kind]);
};

/**
 * A sentence that was kept, in the units of whoever reads, as far as its own figures go: they were rounded when it was
 * written. For what can be said anew from its figures, say it anew.
 */
export const retold = (kept: string): string =>
  readsOtherwise()
    ? kept.replace(
        /(?<![\w.,])(\d{1,9}(?:,\d{3}){0,3}(?:\.\d{1,6})?) (kg|°C|cm|L)(?![\w·/])/g,
        (_, figured: string, unit) => {
          const value = Number(figured.replaceAll(",", ""));
          const digits = figured.split(".")[1]?.length ?? 0;
          // Three decimals are a figure as somebody typed it.
          return digits >= 3 ? asWritten(value, unit, digits) : quantity(value, unit, digits);
        },
      )
    : kept;

/** "12.9 kg". */
export const mass = (kg: number, digits = 1): string => quantityIn(kg, "kg", shown(), digits);
export const massG = (grams: number, digits = 1): string => mass(grams / 1000, digits);
/** "12.9", where the unit stands elsewhere. */
export const massFigure = (kg: number, digits = 1): string => figureIn(kg, "kg", shown(), digits);
export const massFigureG = (grams: number, digits = 1): string => massFigure(grams / 1000, digits);
/** "29.5 °C". */
export const temp = (tempC: number, digits = 1): string => quantityIn(tempC, "°C", shown(), digits);
/** A jar's size, "454 g" or "16 oz". */
/** A jar's mass as a scale tells it: a tenth of a gram, a hundredth of an ounce. */
export const weighedG = (grams: number): string => quantity(grams, "g", unitOf("g") === "g" ? 1 : 2);
export const jar = (grams: number): string => jarIn(grams, shown());

/** Anything else, by the house's unit: "15.0 cm", "20 L a day"; a unit nobody reads otherwise stays as it is. */
export const quantity = (value: number, unit: string, digits = 1): string =>
  quantityIn(value, unit, shown(), digits);
export const figure = (value: number, unit: string, digits = 1): string =>
  figureIn(value, unit, shown(), digits);
/** As it was typed, without the noise of a conversion: "26.4 kg", "58.2 lb". */
export const asWritten = (value: number, unit: string, digits = 3): string =>
  `${written(asRead(value, unit), digits)} ${unitOf(unit)}`;
export const difference = (value: number, unit: string, digits = 1): string =>
  `${differenceIn(value, unit, shown()).toFixed(digits)} ${unitOf(unit)}`;
/** The unit as it is read, for heads and labels: "lb" where the house says "kg". */
export const unitOf = (unit: string): string => unitIn(unit, shown());
/** Between what is reckoned and what is drawn or typed: unrounded. */
export const asRead = (value: number, unit: string): number => valueIn(value, unit, shown());
export const asReckoned = (value: number, unit: string): number => valueFrom(value, unit, shown());
