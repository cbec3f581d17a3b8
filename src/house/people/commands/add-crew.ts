import { z } from "zod";
import { refuse } from "../../language/errors";
import { choice, text } from "../../language/fields";
import { defineCommand } from "../../ledger/command";
import { crewNow, ROLES } from "../records";

export const addCrew = defineCommand({
  name: "add-crew",
  summary: "Name somebody who works here",
  who: ["lead", "office"],
  undo: "counter-entry",
  input: z.strictObject({ name: text("The name", 40), role: choice("The role", ROLES) }),
  async run(work, { name, role }) {
    const crew = await crewNow(work.tx);
    if (crew.some((c) => c.name.toLowerCase() === name.toLowerCase()))
      refuse("duplicate", `${name} is in the crew already.`, "name");
    if (crew.length === 0 && role !== "lead")
      refuse("lead-first", "Name the house lead first: somebody must be able to set things up.", "role");
    await work.state("crew", { name, role });
    return { name, role };
  },
  say: ({ name, role }) => `${name} works here: ${role}.`,
  // Once somebody leads a house, somebody always does: with nobody left, anybody could.
  async afterUndo(work) {
    if (!(await crewNow(work.tx)).some((c) => c.role === "lead"))
      refuse("last-lead", "Then nobody would lead this house: name another lead first.", "entry");
  },
});
