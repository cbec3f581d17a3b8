import { z } from "zod";
import { SHOWN_CHOICES, type Shown, type ShownKind, shownText } from "@/core/units";
import { choice } from "../../language/fields";
import { SHOWN_SAID } from "../../language/shown-said";
import { defineCommand } from "../../ledger/command";

const SHAPE = {
  mass: choice("The unit of mass", SHOWN_CHOICES.mass),
  temperature: choice("The scale of temperature", SHOWN_CHOICES.temperature),
  volume: choice("The unit of volume", SHOWN_CHOICES.volume),
  length: choice("The unit of length", SHOWN_CHOICES.length),
  day: choice("How days are written", SHOWN_CHOICES.day),
  clock: choice("How times are written", SHOWN_CHOICES.clock),
} satisfies Record<ShownKind, z.ZodType>;

export const setUnits = defineCommand({
  name: "set-units",
  summary: "Choose the units and styles this house reads in; a tablet may choose others for itself",
  who: ["lead"],
  undo: "counter-entry",
  input: z.strictObject(SHAPE),
  async run(work, input) {
    const shown: Shown = input;
    await work.note("shown_units", { shown: shownText(shown) });
    return {};
  },
  say: (_, input) =>
    `Shown in this house: ${(Object.keys(SHAPE) as ShownKind[]).map((kind) => SHOWN_SAID[kind].said(input)).join(", ")}.`,
});
