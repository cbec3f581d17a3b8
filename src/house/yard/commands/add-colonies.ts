import { z } from "zod";
import { knownFrom } from "../../language/clock";
import { refuse } from "../../language/errors";
import { massKg, note, since, text } from "../../language/fields";
import { tags } from "../../language/ranges";
import { spoken } from "../../language/spoken";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { colonyTagsOf, oneYard } from "../../vessels/records";
import { stateTerms } from "./keep-separate";

export const addColonies = defineCommand({
  name: "add-colonies",
  summary: "Set up colonies in a yard",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    yard: text("The yard", 60),
    tags: tags("colony"),
    owner: note("The owner whose honey is kept separate", 60),
    agreedKg: massKg("The kilograms agreed with the owner", 5000).optional(),
    since: since(),
  }),
  async run(work, input) {
    const yard = await oneYard(work.tx, input.yard);
    const known = await colonyTagsOf(work.tx, input.tags);
    const here = input.tags.find((tag) => known.has(tag));
    if (here !== undefined) refuse("duplicate", `There is a colony ${here} already.`, "tags");
    const ids = await work.stateMany(
      "colony",
      input.tags.map((tag) => ({
        tag,
        yard_id: yard.id,
        known_from: knownFrom(work.house.zone, input.since),
      })),
    );
    await work.noteMany(
      "fill",
      ids.map((id, i) => ({
        kind: "colony",
        name: `colony ${input.tags[i]}`,
        colony_id: id,
        opened_at: work.at,
      })),
    );
    if (input.owner) for (const id of ids) await stateTerms(work, id, input);
    await work.restOn(
      yard,
      `yard ${yard.name} has ${input.tags.length === 1 ? "colony" : "colonies"} ${spoken(input.tags)}`,
    );
    return { yard: yard.name, tags: input.tags };
  },
  say: ({ yard, tags }) =>
    `${tags.length === 1 ? "Colony" : "Colonies"} ${spoken(tags)} stand in ${yard}.`.replace(
      /^(Colony \S+) stand /,
      "$1 stands ",
    ),
});
