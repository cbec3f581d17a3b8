import { z } from "zod";
import { checkNetQuantity, fillTargetG, NET_RULES, readWeights } from "@/core/bottling";
import { DomainError } from "@/core/domain-error";
import { refuse } from "../../language/errors";
import { choice, count, jarMassG, number, text } from "../../language/fields";
import { jar, weighedG } from "../../language/shown";
import { plural } from "../../language/spoken";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { oneLot } from "../records";
import { dutySaid, inspectorSaid } from "../said";

const RULES = Object.keys(NET_RULES) as [keyof typeof NET_RULES];

const weights = z
  .union([z.array(z.number().min(0).max(60_000)).max(1000), z.string().max(20_000)], {
    error: "The weights must be figures in grams.",
  })
  .transform((told, ctx): number[] => {
    try {
      const list = typeof told === "string" ? readWeights(told) : told;
      if (list.length === 0) throw new DomainError("no-weights", "Weigh at least one jar.");
      return list;
    } catch (fault) {
      ctx.addIssue({ code: "custom", message: (fault as Error).message });
      return z.NEVER;
    }
  })
  .meta({ description: "Net weights, g: a list, or text parted by spaces, lines or semicolons." });

export const weighJars = defineCommand({
  name: "weigh-jars",
  summary: "Weigh filled jars against their label",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    /** The lot they are of, where it was issued. */
    lot: text("The lot", 20).optional(),
    jarG: jarMassG("The label's net quantity", 5, 50_000),
    /** Jars filled in all. */
    jars: count("The jars filled", 1, 10_000_000),
    rules: choice("The rules", RULES).default("oiml-r87"),
    stepG: number("The scale's step", 0, 50).default(1),
    weights,
  }),
  async run(work, input) {
    const lot = input.lot === undefined ? null : await oneLot(work.tx, input.lot);
    if (lot && lot.nominal_g !== input.jarG)
      refuse(
        "other-size",
        `Lot ${lot.code} is of ${jar(lot.nominal_g)} jars, not ${jar(input.jarG)}.`,
        "jarG",
      );
    if (input.weights.length > input.jars)
      refuse(
        "more-than-filled",
        `${input.weights.length} were weighed and only ${input.jars} filled.`,
        "jars",
      );
    // A weight ten times another is a slip of the finger or another jar.
    const strange = input.weights.findIndex((g) => g < input.jarG / 3 || g > input.jarG * 3);
    if (strange !== -1)
      refuse(
        "strange-weight",
        `Weight ${strange + 1}, ${weighedG(input.weights[strange] ?? 0)}, is no jar of ${jar(input.jarG)}: net weights, without the jar.`,
        "weights",
      );
    if (lot) await work.restOn(lot, `jars of lot ${lot.code} were weighed`);
    await work.state("fill_check", {
      lot_id: lot?.id ?? null,
      jar_g: input.jarG,
      lot_jars: input.jars,
      rules: input.rules,
      step_g: input.stepG,
      weights_g: input.weights,
    });
    const asked = { nominalG: input.jarG, lot: input.jars, rules: input.rules };
    const check = checkNetQuantity(input.weights, asked);
    return {
      lot: lot?.code ?? null,
      check,
      targetG:
        input.weights.length >= 3
          ? fillTargetG(input.weights, { ...asked, stepG: input.stepG }).targetG
          : null,
    };
  },
  say: ({ lot, check, targetG }, { jarG, rules }) =>
    [
      `${plural(check.n, "jar")} of ${jar(jarG)}${lot ? ` of lot ${lot}` : ""} weighed, mean ${weighedG(check.meanG)}.`,
      dutySaid(check),
      inspectorSaid(check, rules),
      targetG === null ? "" : `Aim for ${weighedG(targetG)}.`,
    ]
      .filter((t) => t !== "")
      .join(" "),
});
