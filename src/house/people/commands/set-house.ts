import { DateTime } from "luxon";
import { z } from "zod";
import { refuse } from "../../language/errors";
import { count, note, number, pct, text } from "../../language/fields";
import { defineCommand } from "../../ledger/command";

export const setHouse = defineCommand({
  name: "set-house",
  summary: "Name the house and its rules",
  who: ["lead", "office"],
  undo: "counter-entry",
  input: z.strictObject({
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
    const was = work.house;
    await work.note("house_profile", {
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
    const onOneLine = (t: string) =>
      t
        .split("\n")
        .map((part) => part.trim())
        .join(", ");
    const facts: [what: string, before: string | number, after: string | number, unit: string][] = [
      ["name", was.name, input.name, ""],
      ["address", onOneLine(was.address), onOneLine(input.address), ""],
      ["country", was.country, input.country, ""],
      ["time zone", was.zone, input.zone, ""],
      ["lot letters", was.lot_prefix, input.lotPrefix, ""],
      ["target water", was.target_pct, input.targetPct, " %"],
      ["water limit", was.limit_pct, input.limitPct, " %"],
      ["standing time", was.settle_hours, input.settleHours, " h"],
      ["best before", was.best_before_months, input.bestBeforeMonths, " months"],
    ];
    const changed = facts
      .filter(([, before, after]) => before !== after)
      .map(
        ([what, before, after, unit]) =>
          `${what} ${after === "" ? "taken out" : `${after}${unit}`}${before === "" ? "" : ` (was ${before}${unit})`}`,
      );
    return { name: input.name, isNew: was.entry_id === null, changed };
  },
  say: ({ name, isNew, changed }) => {
    if (isNew) return `The house is ${name}.`;
    return changed.length > 0 ? `The house: ${changed.join("; ")}.` : "The house is as it was.";
  },
});
