/** How a jar's label is to look: what a packer chooses, apart from what the lot says. */

export const PRODUCTS = ["honey", "set", "comb", "chunk", "infused", "bulk"] as const;
/** What is in the jar, the box or the drum. */
export type Product = (typeof PRODUCTS)[number];

export const LABEL_CODES = ["qr", "code128", "ean13", "none"] as const;
export type LabelCode = (typeof LABEL_CODES)[number];

/** One label round the jar, or a front with its back. */
export const LABEL_PARTS = ["one", "two"] as const;
export const DRAWN_PARTS = ["one", "front", "back", "seal"] as const;
export type DrawnPart = (typeof DRAWN_PARTS)[number];

/** Units of the net quantity. */
export const NET_SHOWN = ["metric", "both", "ounces"] as const;

export const ORIGINS_SAID = ["shares", "countries", "blend", "none"] as const;

export interface LabelDesign {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly parts: (typeof LABEL_PARTS)[number];
  /** x-height of the small letters, mm. */
  readonly lettersMm: number;
  /** Height of the figures of the net quantity, mm. */
  readonly figuresMm: number;
  readonly net: (typeof NET_SHOWN)[number];
  readonly code: LabelCode;
  /** A line for the variety or a note; "" for none. */
  readonly free: string;
  readonly origin: (typeof ORIGINS_SAID)[number];
  readonly infant: boolean;
  readonly blooms: boolean;
  /** "US Grade A", "Canada No. 1"; "" where none is claimed. */
  readonly grade: string;
  readonly colourClass: boolean;
  /** A second language beside English; "" for none. */
  readonly also: "" | "fr" | "de" | "es";
  /** The kind of honey in that language, which nobody but the packer can say. */
  readonly kindAlso: string;
  readonly storage: string;
  readonly nutrition: string;
  readonly logo: boolean;
  /** Price of a kilogram, for pieces that are priced by weight; 0 where none is said. */
  readonly priceKg: number;
  readonly currency: string;
  /** The jar's main panel as it was measured, cm²; 0 where nobody did. */
  readonly panelCm2: number;
}

/** A label as most houses begin: 62 x 43 mm, one QR code. */
export const FIRST_DESIGN: LabelDesign = {
  widthMm: 62,
  heightMm: 43,
  parts: "one",
  lettersMm: 1.25,
  figuresMm: 4.2,
  net: "both",
  code: "qr",
  free: "",
  origin: "shares",
  infant: true,
  blooms: false,
  grade: "",
  colourClass: false,
  also: "",
  kindAlso: "",
  storage: "",
  nutrition: "",
  logo: false,
  priceKg: 0,
  currency: "",
  panelCm2: 0,
};

/** Labels by their plain size, mm, as sheets and rolls of them are sold anywhere; margins centre them. */
export const SHEET_PRESETS = [
  { id: "cut-62x43", says: "62 × 43 mm, to be cut", widthMm: 62, heightMm: 43 },
  { id: "70x37", says: "70 × 37 mm", widthMm: 70, heightMm: 37 },
  { id: "99x57", says: "99.1 × 57 mm", widthMm: 99.1, heightMm: 57 },
  { id: "99x38", says: "99.1 × 38.1 mm", widthMm: 99.1, heightMm: 38.1 },
  { id: "63x38", says: "63.5 × 38.1 mm", widthMm: 63.5, heightMm: 38.1 },
  { id: "101x51", says: "101.6 × 50.8 mm (4 × 2 in)", widthMm: 101.6, heightMm: 50.8 },
  { id: "seal-20x90", says: "20 × 90 mm, a seal over the lid", widthMm: 90, heightMm: 20 },
] as const;
