import { DateTime } from "luxon";
import { z } from "zod";
import { defineCommand } from "../command";
import { refuse } from "../errors";
import { count, note, number, pct, text } from "../fields";

export const setHouse = defineCommand({
  name: "set-house",
  summary: "Name the house and its rules",
  who: ["lead", "office"],
  undo: "counter-entry",
  input: z.object({
    name: text("The house's name"),
    address: note("The address"),
    country: text("The country of origin", 60),
    zone: text("The time zone", 60).default("UTC"),
    lotPrefix: text("The lot letters", 4)
      .transform((t) => t.toUpperCase())
      .refine((t) => /^[A-Z0-9]{1,4}$/.test(t), "The lot letters are one to four letters or digits."),
    targetPct: pct("The target water", 14, 20).default(17.5),
    limitPct: pct("The water limit", 15, 23).default(18.6),
    settleHours: number("The standing time", 0, 240, "h").default(24),
    bestBeforeMonths: count("Best before, months", 1, 120).default(24),
  }),
  async run(work, input) {
    if (!(input.targetPct < input.limitPct))
      refuse(
        "target-over-limit",
        `The target of ${input.targetPct} % must be under the limit of ${input.limitPct} %.`,
        "targetPct",
      );
    if (!DateTime.local({ zone: input.zone }).isValid)
      refuse("unknown-zone", `"${input.zone}" is not a time zone, such as Europe/Lisbon.`, "zone");
    await work.state("house_profile", {
      name: input.name,
      address: input.address,
      country: input.country,
      zone: input.zone,
      lot_prefix: input.lotPrefix,
      target_pct: input.targetPct,
      limit_pct: input.limitPct,
      settle_hours: input.settleHours,
      best_before_months: input.bestBeforeMonths,
    });
    return { name: input.name };
  },
  say: ({ name }) => `The house is ${name}.`,
});
