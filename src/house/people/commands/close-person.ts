import { z } from "zod";
import { text } from "../../language/fields";
import { defineCommand } from "../../ledger/command";
import { memberNamed, somebodyLeads } from "./leads";

export const closePerson = defineCommand({
  name: "close-person",
  summary: "Say that somebody does not work here any more",
  who: ["lead"],
  undo: "counter-entry",
  input: z.strictObject({ name: text("The name", 40) }),
  async run(work, { name: asked }) {
    const { name, role } = await memberNamed(work, asked);
    await work.note("crew_change", { name, role, works: false });
    await somebodyLeads(work, "name");
    return { name };
  },
  say: ({ name }) => `${name} does not work here any more; what ${name} entered stays.`,
  afterUndo: (work) => somebodyLeads(work, "entry"),
});
