import { z } from "zod";
import { choice, text } from "../../language/fields";
import { defineCommand } from "../../ledger/command";
import { ROLE_SAID, ROLES } from "../roles";
import { memberNamed, somebodyLeads } from "./leads";

export const changeRole = defineCommand({
  name: "change-role",
  summary: "Give somebody another role",
  who: ["lead"],
  undo: "counter-entry",
  input: z.strictObject({ name: text("The name", 40), role: choice("The role", ROLES) }),
  async run(work, { name: asked, role }) {
    const { name, role: was } = await memberNamed(work, asked);
    await work.note("crew_change", { name, role, works: true });
    await somebodyLeads(work, "role");
    return { name, role, was };
  },
  say: ({ name, role, was }) =>
    `${name} is ${ROLE_SAID[role].label} now${was === role ? " as before" : `, was ${ROLE_SAID[was].label}`}.`,
  afterUndo: (work) => somebodyLeads(work, "entry"),
});
