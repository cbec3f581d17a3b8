import { z } from "zod";
import { colourClass, pfundFromAbsorbance } from "@/core/honey/colour";
import { refuse } from "../../language/errors";
import { number } from "../../language/fields";
import { capital } from "../../language/spoken";
import { vesselName } from "../../language/vessel-name";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { standingIn } from "../../vessels/standing-in";

export const readColour = defineCommand({
  name: "read-colour",
  summary: "Enter a honey's colour, by grader or comparator or by its absorbance",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    vessel: vesselName("The vessel"),
    pfundMm: number("The colour", 0, 140, "mm Pfund").optional(),
    /** Of honey 50 % in water, 1 cm; the wavelength its meter is made for. */
    absorbance: number("The absorbance", 0, 0.48).optional(),
  }),
  async run(work, input) {
    if ((input.pfundMm === undefined) === (input.absorbance === undefined))
      refuse("one-of-two", "Say the colour in mm Pfund, or the absorbance, one of the two.", "pfundMm");
    // A late reading speaks of what was in it then.
    const { fill, name } = await standingIn(work, input.vessel);
    const pfundMm = input.pfundMm ?? pfundFromAbsorbance(input.absorbance ?? 0);
    await work.restOn(fill, `${name}'s colour was read`);
    await work.note("colour_reading", { fill_id: fill.id, pfund_mm: pfundMm });
    return { name, pfundMm };
  },
  say: ({ name, pfundMm }) => `${capital(name)} is ${colourClass(pfundMm)}, ${pfundMm.toFixed(0)} mm Pfund.`,
});
