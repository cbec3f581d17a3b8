import { z } from "zod";
import { Refusal, refuse } from "../../language/errors";
import { choice, text } from "../../language/fields";
import { defineCommand } from "../../ledger/command";
import { crewNow, hasLeft } from "../records";
import { ROLE_SAID, ROLES } from "../roles";
import { somebodyLeads } from "./leads";

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
    // Whoever could name a lead would lead.
    if (role === "lead" && work.actor.role !== "lead")
      throw new Refusal("not-allowed", "Only a lead names a lead.", 403, [
        { path: "role", message: "Only a lead names a lead." },
      ]);
    const again = await hasLeft(work.tx, name);
    if (again) await work.note("crew_change", { name, role, works: true });
    else await work.note("crew", { name, role });
    return { name, role, again };
  },
  say: ({ name, role, again }) => `${name} works here${again ? " again" : ""}: ${ROLE_SAID[role].label}.`,
  afterUndo: (work) => somebodyLeads(work, "entry"),
});
