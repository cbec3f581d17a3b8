import { z } from "zod";
import { FAULTS } from "@/core/honey/grade";
import { gramsFromKg } from "@/core/units";
import { dayIn, writtenDay } from "../../language/clock";
import { refuse } from "../../language/errors";
import { choice, day, massKg, text } from "../../language/fields";
import { massG } from "../../language/shown";
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

export const keepSample = defineCommand({
  name: "keep-sample",
  summary: "Take a sample out of a vessel and keep it back, with its place and until when",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    vessel: vesselName("The vessel"),
    kg: massKg("The sample", 5),
    place: text("Where it is kept", 40),
    until: day("Until when it is kept").optional(),
  }),
  async run(work, input) {
    const { fill, grams, name } = await standingIn(work, input.vessel);
    const taken = gramsFromKg(input.kg);
    if (taken > grams)
      refuse("more-than-there", `${capital(name)} holds ${massG(grams)}: less than that sample.`, "kg");
    if (input.until && input.until < dayIn(work.house.zone, work.at))
      refuse("in-the-past", "A sample is kept for a day that comes.", "until");
    const because = `a sample of ${name} was kept`;
    await work.restOn(fill, because);
    await work.lose({
      from: fill.id,
      fromName: capital(name),
      grams: taken,
      cause: "sample",
      of: name,
      because,
    });
    await work.note("retained_sample", {
      fill_id: fill.id,
      place: input.place,
      keep_until: input.until ?? null,
      grams: taken,
    });
    return { name, taken };
  },
  say: ({ name, taken }, { place, until }) =>
    `${massG(taken, 2)} of ${name} kept back in: ${place}${until ? `, until ${writtenDay(until)}` : ""}.`,
  grams: ({ taken }) => -taken,
});
