import { z } from "zod";
import { text } from "../../language/fields";
import { defineCommand } from "../../ledger/command";
import { memberNamed } from "./leads";

/** Tells that a code was given; the code itself is in no entry. */
export const giveWayIn = defineCommand({
  name: "give-way-in",
  summary: "Give somebody a code to choose a password or a number with",
  who: ["lead"],
  undo: "no",
  input: z.strictObject({ name: text("The name", 40), where: text("Where", 40).optional() }),
  async run(work, { name: asked, where }) {
    const { name } = await memberNamed(work, asked);
    return { name, ...(where ? { where } : {}) };
  },
  say: ({ name, where }) => `${name} was given a way in${where ? `, ${where}` : ""}.`,
});
