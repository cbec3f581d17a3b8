import { z } from "zod";
import { ANALYTE_IDS, ANALYTES, inWords } from "@/core/laboratory";
import { refuse } from "../../language/errors";
import { choice, count, day, note, number, text } from "../../language/fields";
import { spoken } from "../../language/spoken";
import { defineCommand } from "../../ledger/command";
import { oneYard, yards } from "../../vessels/records";
import { holdRules } from "../records";

/** "1.11." or "11-01": a day of every year. */
const monthDay = (what: string) =>
  z
    .string({ error: `${what} is missing.` })
    .max(20, `${what} is too long.`)
    .transform((raw, ctx): string => {
      const written = raw.trim();
      const iso = /^(\d{2})-(\d{2})$/.exec(written);
      const plain = /^(\d{1,2})\. ?(\d{1,2})\.?$/.exec(written);
      const [month, dayOfMonth] = iso
        ? [Number(iso[1]), Number(iso[2])]
        : [Number(plain?.[2]), Number(plain?.[1])];
      // A leap year knows every day there is.
      const date = new Date(Date.UTC(2024, month - 1, dayOfMonth));
      if (!(date.getUTCMonth() === month - 1 && date.getUTCDate() === dayOfMonth)) {
        ctx.addIssue({
          code: "custom",
          message: `${what} must be a day of the year such as 11-01 (month, day) or 1.11.`,
        });
        return z.NEVER;
      }
      return `${String(month).padStart(2, "0")}-${String(dayOfMonth).padStart(2, "0")}`;
    })
    .meta({ description: `${what}: month and day, 11-01, or day and month, 1.11.` });

const MOST_RULES = 50;

export const addHoldRule = defineCommand({
  name: "add-hold-rule",
  summary: "Hold honey of some yards and days by itself until a laboratory finds it under a limit",
  who: ["lead", "office"],
  undo: "counter-entry",
  input: z.strictObject({
    name: text("The rule's name", 60),
    /** Yards behind commas, or countries, which stand for all their yards; left out, all of them. */
    yards: note("The yards", 400),
    fromMd: monthDay("From which day of the year"),
    toMd: monthDay("Until which day of the year"),
    analyte: choice("What is measured", ANALYTE_IDS),
    most: number("The limit", 0, 1e9),
    why: text("Why", 200),
    source: note("Where that stands", 120),
    /** Dated: pulls before and after are not held. */
    since: day("In force since").optional(),
    until: day("In force until").optional(),
  }),
  async run(work, input) {
    const names = input.yards
      .split(",")
      .map((y) => y.trim())
      .filter((y) => y !== "");
    const all = await yards(work.tx);
    const rows = [];
    const regions: string[] = [];
    for (const name of names) {
      const region = all.find((y) => y.country.toLowerCase() === name.toLowerCase())?.country;
      if (region && !all.some((y) => y.name.toLowerCase() === name.toLowerCase())) regions.push(region);
      else rows.push(await oneYard(work.tx, name, "yards"));
    }
    const where = [...rows.map((y) => y.name), ...regions];
    if ((await holdRules(work.tx)).length >= MOST_RULES)
      refuse("many-rules", `There are ${MOST_RULES} rules already: end one first.`, "name");
    await work.restOn(rows, `a rule holds honey of ${spoken(rows.map((y) => y.name))}`);
    const rule = await work.state("hold_rule", {
      name: input.name,
      yards: where,
      from_md: input.fromMd,
      to_md: input.toMd,
      analyte: input.analyte,
      most: input.most,
      why: input.why,
      source: input.source,
      since: input.since ?? null,
      until: input.until ?? null,
    });
    return { rule, yards: where };
  },
  say: ({ yards }, { name, fromMd, toMd, analyte, most }) =>
    `Rule "${name}": honey pulled in ${yards.length === 0 ? "any yard" : spoken(yards)} between ${fromMd} and ${toMd} is held until ${inWords(analyte)} is found at most ${most} ${ANALYTES[analyte].unit}.`,
});

export const endHoldRule = defineCommand({
  name: "end-hold-rule",
  summary: "End a rule that holds honey by itself; what it held stays held",
  who: ["lead", "office"],
  undo: "counter-entry",
  names: { rule: "hold_rule" },
  input: z.strictObject({ rule: count("The rule", 1, 1e9), why: text("The reason", 200) }),
  async run(work, { rule: id, why }) {
    const rule = (await holdRules(work.tx, work.at)).find((r) => r.id === id);
    if (!rule) refuse("unknown-rule", "There is no such rule in force.", "rule");
    await work.restOn(rule, `the rule "${rule.name}" was ended`);
    await work.note("hold_rule_ended", { rule_id: id, why });
    return { name: rule.name };
  },
  say: ({ name }, { why }) => `The rule "${name}" holds nothing more from now on: ${why}.`,
});
