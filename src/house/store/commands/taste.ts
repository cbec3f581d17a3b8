import { z } from "zod";
import { FAULTS } from "@/core/honey/grade";
import { choice, text } from "../../language/fields";
import { capital } from "../../language/spoken";
import { vesselName } from "../../language/vessel-name";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { standingIn } from "../../vessels/standing-in";

export const tasteHoney = defineCommand({
  name: "taste",
  summary: "Note how a vessel's honey smells and tastes, and its faults for its grade",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    vessel: vesselName("The vessel"),
    words: text("How it smells and tastes", 200),
    flavour: choice("Faults of flavour", FAULTS).default("none"),
    particles: choice("What floats in it", FAULTS).default("none"),
    clarity: choice("How cloudy it is", FAULTS).default("none"),
  }),
  async run(work, input) {
    const { fill, name } = await standingIn(work, input.vessel);
    await work.restOn(fill, `${name} was tasted`);
    await work.note("tasting", {
      fill_id: fill.id,
      words: input.words,
      flavour: input.flavour,
      particles: input.particles,
      clarity: input.clarity,
    });
    return { name };
  },
  say: ({ name }, { words }) => `${capital(name)} tasted: ${words}.`,
});
