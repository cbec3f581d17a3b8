import { z } from "zod";
import { NO_TOOL, TOOLS, type Tool } from "@/core/dayplan";
import { writtenDay } from "../../language/clock";
import { CLOCK_TIME } from "../../language/clock-time";
import { refuse } from "../../language/errors";
import { choice, count, number, text } from "../../language/fields";
import { clockSaid } from "../../language/said-time";
import { defineCommand } from "../../ledger/command";
import { FLOOR_FIGURE_NAMES, FLOOR_FIGURES, type FloorFigure } from "../figures";

export const planDay = defineCommand({
  name: "plan-day",
  summary: "Keep the day's plan: who uncaps with what, which machines, from when, with which breaks",
  who: ["lead", "floor"],
  undo: "counter-entry",
  input: z.strictObject({
    date: z.iso.date({ error: "The day must be a day such as 2026-08-13." }),
    start: z.string().regex(CLOCK_TIME, "The start must be a time such as 08:00."),
    uncappers: z
      .array(
        z.strictObject({
          who: text("Who", 30),
          tool: choice("The tool", [...Object.keys(TOOLS), NO_TOOL] as [Tool | typeof NO_TOOL]),
          /** When they come, where it is not at the start. */
          from: z.string().regex(CLOCK_TIME, "A shift begins at a time such as 10:30.").optional(),
          hours: number("Hours", 1, 16, "h").default(10),
          minPerFrame: number("Minutes a frame", 0.1, 30, "min").optional(),
          loads: z.boolean().default(false),
          pails: z.boolean().default(false),
        }),
      )
      .refine((list) => list.some((u) => u.tool !== NO_TOOL), "Somebody must uncap.")
      .max(20),
    machines: z.array(text("A machine", 30)).min(1, "At least one machine must spin.").max(10),
    /** Others, without a name, who load machines and see to the pails all day. */
    tenders: count("Others who load", 0, 20),
    breaks: z
      .array(
        z.strictObject({
          at: z.string().regex(CLOCK_TIME, "A break begins at a time such as 12:30."),
          minutes: number("Minutes", 1, 240, "min"),
        }),
      )
      .max(6)
      .default([]),
    cleaningMin: number("Cleaning", 0, 480, "min").default(60),
    /** Of this floor, where they differ from common practice. */
    figures: z
      .object(
        Object.fromEntries(
          FLOOR_FIGURE_NAMES.map((name) => {
            const { label, from, to, unit } = FLOOR_FIGURES[name];
            return [name, number(label, from, to, unit).optional()];
          }),
        ) as Record<FloorFigure, z.ZodOptional<ReturnType<typeof number>>>,
      )
      .optional(),
  }),
  async run(work, input) {
    for (const [skill, what] of [
      ["loads", "load the machines"],
      ["pails", "swap the pails"],
    ] as const)
      if (input.tenders === 0 && !input.uncappers.some((u) => u[skill]))
        refuse("nobody", `Somebody must ${what}.`, "tenders");
    await work.note("day_plan", { date: input.date, plan: JSON.stringify(input) });
    return { date: input.date };
  },
  say: (_, { date, uncappers, machines, start }) =>
    `The floor is planned for ${writtenDay(date)}: from ${clockSaid(start)}, ${uncappers.filter((u) => u.tool !== NO_TOOL).length} uncapping, ${machines.join(" and ")} spinning.`,
});
