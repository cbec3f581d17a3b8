import { z } from "zod";
import { colourClass, pfundFromAbsorbance } from "@/core/honey/colour";
import { refuse } from "../../language/errors";
import { number } from "../../language/fields";
import { capital } from "../../language/spoken";
import { vesselName } from "../../language/vessel-name";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { fillAt, lastFillOf } from "../../ledger/records/fills";
import { oneVessel } from "../../vessels/records";

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
    const vessel = await oneVessel(work.tx, input.vessel.kind, input.vessel.tag, "vessel", work.at);
    const name = `${input.vessel.kind} ${vessel.tag}`;
    const fill = await lastFillOf(work.tx, vessel.id);
    // A late reading speaks of what was in it then.
    if (!fill || (await fillAt(work.tx, fill.id, work.at)).grams === 0)
      refuse("nothing-in-it", `There is no honey in ${name} to read.`, "vessel");
    const pfundMm = input.pfundMm ?? pfundFromAbsorbance(input.absorbance ?? 0);
    await work.restOn(fill, `${name}'s colour was read`);
    await work.state("colour_reading", { fill_id: fill.id, pfund_mm: pfundMm });
    return { name, pfundMm };
  },
  say: ({ name, pfundMm }) => `${capital(name)} is ${colourClass(pfundMm)}, ${pfundMm.toFixed(0)} mm Pfund.`,
});
