/** Colour on the Pfund scale: its classes, its swatch, and how honeys mix. */
import { mustBeWithin } from "../domain-error";

/** USDA colour classes, upper limits in mm Pfund (USDA Standards for Grades of Extracted Honey, 1985; from memory). */
export const COLOUR_CLASSES = [
  { name: "water white", upToMm: 8 },
  { name: "extra white", upToMm: 17 },
  { name: "white", upToMm: 34 },
  { name: "extra light amber", upToMm: 50 },
  { name: "light amber", upToMm: 85 },
  { name: "amber", upToMm: 114 },
  { name: "dark amber", upToMm: Number.POSITIVE_INFINITY },
] as const;
export type ColourClass = (typeof COLOUR_CLASSES)[number]["name"];

/** What a Pfund grader's wedge shows, mm: its scale ends at 140. */
export const PFUND_MM = { lo: 0, hi: 140 } as const;

/** The class of a reading, 0-140 mm; a limit belongs to the class under it. @throws DomainError out of range */
export function colourClass(pfundMm: number): ColourClass {
  mustBeWithin(pfundMm, PFUND_MM.lo, PFUND_MM.hi, "The colour", "mm Pfund");
  return (COLOUR_CLASSES.find((c) => pfundMm <= c.upToMm) ?? COLOUR_CLASSES[6]).name;
}

/**
 * mm Pfund from the absorbance of honey, 50 % in water by mass over volume, 1 cm: P = -38.70 + 371.39 A (White 1984, J. Assoc.
 * Off. Anal. Chem. 67:1129; the wavelength is printed as 560 and as 635 nm: a comparator is the better word). Never under 0.
 * @throws DomainError for an absorbance outside 0-0.48, where the scale ends
 */
export function pfundFromAbsorbance(absorbance: number): number {
  mustBeWithin(absorbance, 0, 0.48, "The absorbance");
  return Math.min(PFUND_MM.hi, Math.max(0, -38.7 + 371.39 * absorbance));
}

/** Points of a ramp, mm Pfund and sRGB; our own, drawn so that neighbouring classes can be told apart. */
const RAMP: readonly (readonly [number, number, number, number])[] = [
  [0, 250, 244, 214],
  [17, 248, 232, 170],
  [34, 246, 214, 120],
  [50, 240, 188, 72],
  [85, 214, 138, 32],
  [114, 160, 84, 20],
  [140, 84, 40, 16],
];

/** A swatch for the screen, "rgb(246 214 120)": to tell honeys apart, not to grade by. */
export function swatch(pfundMm: number): string {
  const p = Math.min(PFUND_MM.hi, Math.max(0, pfundMm));
  const i = Math.max(0, Math.min(RAMP.length - 2, RAMP.findIndex(([mm]) => p <= mm) - 1));
  const [a, b] = [RAMP[i], RAMP[i + 1]] as [(typeof RAMP)[number], (typeof RAMP)[number]];
  const t = Math.min(1, Math.max(0, (p - a[0]) / (b[0] - a[0])));
  return `rgb(${[1, 2, 3].map((k) => Math.round((a[k] ?? 0) + ((b[k] ?? 0) - (a[k] ?? 0)) * t)).join(" ")})`;
}

/** How far two graders, or one on two days, differ: one standard deviation, mm (common practice). */
export const PFUND_SD_MM = 2;
