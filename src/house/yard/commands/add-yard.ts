import { z } from "zod";
import { knownFrom } from "../../language/clock";
import { refuse } from "../../language/errors";
import { note, since, text } from "../../language/fields";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { maybeYard } from "../../vessels/records";

export const addYard = defineCommand({
  name: "add-yard",
  summary: "Set up a yard",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    name: text("The yard's name", 60),
    country: note("The country", 60),
    location: note("Where it is, in words"),
    registration: note("The registration number", 40),
    note: note("A note"),
    since: since(),
  }),
  async run(work, input) {
    if (await maybeYard(work.tx, input.name))
      refuse("duplicate", `There is a yard called "${input.name}" already.`, "name");
    const country = input.country || work.house.country;
    if (!country)
      refuse(
        "no-country",
        "Which country is the yard in? Labels must say where honey is from. (Set the house's country once in Set-up.)",
        "country",
      );
    const id = await work.state("yard", {
      name: input.name,
      country,
      note: input.note,
      known_from: knownFrom(work.house.zone, input.since),
    });
    if (input.location || input.registration)
      await work.note("yard_detail", {
        yard_id: id,
        location: input.location,
        registration: input.registration,
      });
    return { yard: input.name };
  },
  say: ({ yard }) => `Yard ${yard} set up.`,
});
