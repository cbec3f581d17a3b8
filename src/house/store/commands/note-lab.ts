import { z } from "zod";
import { refuse } from "../../language/errors";
import { number, pct } from "../../language/fields";
import { capital, spoken } from "../../language/spoken";
import { vesselName } from "../../language/vessel-name";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { standingIn } from "../../vessels/standing-in";

export const noteLab = defineCommand({
  name: "note-lab",
  summary: "Enter a honey's glucose or yeast as a laboratory counted them",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    vessel: vesselName("The vessel"),
    glucosePct: pct("The glucose", 15, 50).optional(),
    yeastPerG: number("Yeasts in a gram", 0, 100_000_000).optional(),
  }),
  async run(work, input) {
    if (input.glucosePct === undefined && input.yeastPerG === undefined)
      refuse("nothing-told", "Say the glucose, the yeasts, or both.", "glucosePct");
    const { fill, name } = await standingIn(work, input.vessel);
    await work.restOn(fill, `${name}'s sample was counted`);
    await work.note("lab_note", {
      fill_id: fill.id,
      glucose_pct: input.glucosePct ?? null,
      yeast_per_g: input.yeastPerG ?? null,
    });
    return { name };
  },
  say: ({ name }, { glucosePct, yeastPerG }) =>
    `${capital(name)}: ${spoken([
      ...(glucosePct === undefined ? [] : [`${glucosePct} % glucose`]),
      ...(yeastPerG === undefined ? [] : [`${yeastPerG.toLocaleString("en-GB")} yeasts in a gram`]),
    ])}.`,
});
