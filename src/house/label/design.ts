/** A label's look as it is asked for: every field checked, and complete. */
import { z } from "zod";
import {
  FIGURES_MM,
  FIRST_DESIGN,
  LABEL_CODES,
  LABEL_MM,
  LABEL_PARTS,
  type LabelDesign,
  LETTERS_MM,
  NET_SHOWN,
  ORIGINS_SAID,
} from "@/core/labels";
import { choice, note, number } from "../language/fields";

const yes = (otherwise: boolean) => z.boolean({ error: "Yes or no." }).default(otherwise);

export const designField = z
  .strictObject(
    {
      widthMm: number("The label's width", LABEL_MM.width.lo, LABEL_MM.width.hi, "mm").default(
        FIRST_DESIGN.widthMm,
      ),
      heightMm: number("The label's height", LABEL_MM.height.lo, LABEL_MM.height.hi, "mm").default(
        FIRST_DESIGN.heightMm,
      ),
      parts: choice("Labels on a jar", LABEL_PARTS).default(FIRST_DESIGN.parts),
      lettersMm: number("The small letters", LETTERS_MM.lo, LETTERS_MM.hi, "mm").default(
        FIRST_DESIGN.lettersMm,
      ),
      figuresMm: number("The figures", FIGURES_MM.lo, FIGURES_MM.hi, "mm").default(FIRST_DESIGN.figuresMm),
      net: choice("The net quantity", NET_SHOWN).default(FIRST_DESIGN.net),
      code: choice("The code", LABEL_CODES).default(FIRST_DESIGN.code),
      free: note("The free line", 80),
      origin: choice("The origin", ORIGINS_SAID).default(FIRST_DESIGN.origin),
      infant: yes(FIRST_DESIGN.infant),
      blooms: yes(FIRST_DESIGN.blooms),
      grade: note("The grade", 30),
      colourClass: yes(FIRST_DESIGN.colourClass),
      also: z
        .enum(["", "fr", "de", "es"], { error: "The second language is French, German, Spanish or none." })
        .default(""),
      kindAlso: note("The kind in the second language", 60),
      storage: note("How to keep it", 120),
      nutrition: note("Nutrition", 300),
      logo: yes(FIRST_DESIGN.logo),
      priceKg: number("The price of a kilogram", 0, 100_000).default(0),
      currency: note("The currency", 8),
      panelCm2: number("The jar's main panel", 0, 20_000).default(0),
    },
    { error: "The label's look is missing." },
  )
  .transform((design): LabelDesign => design);
