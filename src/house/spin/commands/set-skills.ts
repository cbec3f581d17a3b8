import { z } from "zod";
import { TOOLS, type Tool } from "@/core/dayplan";
import { refuse } from "../../language/errors";
import { choice, number, text } from "../../language/fields";
import { defineCommand } from "../../ledger/command";
import { crewNow } from "../../people/records";

export const setSkills = defineCommand({
  name: "set-skills",
  summary: "Say what somebody can do on the floor: tools they know with their own pace, machines, pails",
  who: ["lead", "floor"],
  undo: "counter-entry",
  input: z.strictObject({
    name: text("The name", 40),
    tools: z
      .array(
        z.strictObject({
          tool: choice("The tool", Object.keys(TOOLS) as [Tool, ...Tool[]]),
          minPerFrame: number("Minutes a frame", 0.1, 30, "min").nullable().default(null),
        }),
      )
      .max(10)
      .default([]),
    loads: z.boolean().default(false),
    pails: z.boolean().default(false),
  }),
  async run(work, input) {
    const known = (await crewNow(work.tx)).find((c) => c.name.toLowerCase() === input.name.toLowerCase());
    if (!known)
      refuse("unknown-crew", `Nobody called "${input.name}" works here: name them in Set-up.`, "name");
    await work.note("skill", {
      name: known.name,
      tools: JSON.stringify(input.tools),
      loads: input.loads,
      pails: input.pails,
    });
    return { name: known.name };
  },
  say: ({ name }, { tools, loads, pails }) => {
    const can = [
      ...tools.map(
        (t) => `${TOOLS[t.tool].name}${t.minPerFrame === null ? "" : ` (${t.minPerFrame} min a frame)`}`,
      ),
      ...(loads ? ["machines"] : []),
      ...(pails ? ["pails"] : []),
    ];
    return `${name}: ${can.length > 0 ? can.join(", ") : "nothing on the floor"}.`;
  },
});
