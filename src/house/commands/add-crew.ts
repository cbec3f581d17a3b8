import { z } from "zod";
import { defineCommand } from "../command";
import { refuse } from "../errors";
import { choice, text } from "../fields";
import { crewNow, ROLES } from "../records/crew";

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
});
