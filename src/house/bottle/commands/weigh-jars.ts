import { z } from "zod";
import { checkNetQuantity, NET_RULES, readWeights } from "@/core/bottling";
import { DomainError } from "@/core/domain-error";
import { dayIn } from "../../language/clock";
import { refuse } from "../../language/errors";
import { choice, count, jarMassG, note, number, text } from "../../language/fields";
import { jar, massG, weighedG } from "../../language/shown";
import { plural } from "../../language/spoken";
import { vesselName } from "../../language/vessel-name";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import type { Work } from "../../ledger/work";
import { AtField, judged } from "../judged";
import { jarsOff } from "../off";
import { oneFillCheck, oneLot, scaleChecks } from "../records";
import { dutySaid, inspectorSaid, scaleInWords } from "../said";

const RULES = Object.keys(NET_RULES) as [keyof typeof NET_RULES];

const weightList = (what: string, least: number) =>
  z
    .union([z.array(z.number().min(0).max(60_000)).max(1000), z.string().max(20_000)], {
      error: `${what} must be figures in grams.`,
    })
    .transform((told, ctx): number[] => {
      try {
        const list = typeof told === "string" ? readWeights(told) : told;
        if (list.length < least) throw new DomainError("no-weights", "Weigh at least one jar.");
        return list;
      } catch (fault) {
        ctx.addIssue({ code: "custom", message: (fault as Error).message });
        return z.NEVER;
      }
    })
    .meta({ description: `${what}, g: a list, or text parted by spaces, lines or semicolons.` });

function besideField<T>(reckon: () => T): T {
  try {
    return reckon();
  } catch (fault) {
    if (fault instanceof AtField) refuse(fault.fault.code, fault.message, fault.field);
    throw fault;
  }
}

/** A check of the scale speaks for the jars of its day. */
async function scaleOf(work: Work) {
  const [newest] = await scaleChecks(work.tx, work.at, 1);
  return newest && dayIn(work.house.zone, newest.at) === dayIn(work.house.zone, work.at) ? newest : null;
}

/** A weight ten times another is a slip of the finger or another jar. */
function mustBeJars(weights: readonly number[], jarG: number, field: string): void {
  const strange = weights.findIndex((g) => g < jarG / 3 || g > jarG * 3);
  if (strange !== -1)
    refuse(
      "strange-weight",
      `Weight ${strange + 1}, ${weighedG(weights[strange] ?? 0)}, is no jar of ${jar(jarG)}: net weights, without the jar.`,
      field,
    );
}

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
    weights: weightList("The weights", 1),
    /** Empty jars: what was weighed is gross, and their mean is taken off. */
    empty: weightList("The empty jars", 0).optional(),
    /** The second sample of 76/211, where the first asked for it. */
    second: weightList("The second sample", 0).optional(),
  }),
  async run(work, input) {
    const lot = input.lot === undefined ? null : await oneLot(work.tx, input.lot);
    if (lot && lot.nominal_g !== input.jarG)
      refuse(
        "other-size",
        `Lot ${lot.code} is of ${jar(lot.nominal_g)} jars, not ${jar(input.jarG)}.`,
        "jarG",
      );
    const scale = await scaleOf(work);
    const found = besideField(() =>
      judged({
        shownG: input.weights,
        secondG: input.second ?? [],
        emptyG: input.empty ?? [],
        nominalG: input.jarG,
        lot: input.jars,
        rules: input.rules,
        stepG: input.stepG,
        scale,
      }),
    );
    const weighed = found.netG.length + found.secondG.length;
    if (weighed > input.jars)
      refuse("more-than-filled", `${weighed} were weighed and only ${input.jars} filled.`, "jars");
    mustBeJars(found.netG, input.jarG, "weights");
    mustBeJars(found.secondG, input.jarG, "second");
    if (lot) await work.restOn(lot, `jars of lot ${lot.code} were weighed`);
    await work.note("fill_check", {
      lot_id: lot?.id ?? null,
      jar_g: input.jarG,
      lot_jars: input.jars,
      rules: input.rules,
      step_g: input.stepG,
      weights_g: found.netG,
      second_g: found.secondG.length > 0 ? found.secondG : null,
      empty_g: input.empty?.length ? input.empty : null,
      span: found.scale?.span ?? null,
    });
    return {
      lot: lot?.code ?? null,
      check: found.check,
      tare: found.tare,
      scale: found.scale,
      targetG: found.target?.targetG ?? null,
    };
  },
  say: ({ lot, check, targetG, tare, scale }, { jarG, rules }) =>
    [
      `${plural(check.n, "jar")} of ${jar(jarG)}${lot ? ` of lot ${lot}` : ""} weighed, mean ${weighedG(check.meanG)}.`,
      dutySaid(check),
      inspectorSaid(check, rules),
      tare ? `A mean tare of ${weighedG(tare.meanG)} was taken off.` : "",
      scale === undefined ? "" : scaleInWords(scale),
      targetG === null ? "" : `Aim for ${weighedG(targetG)}.`,
    ]
      .filter((t) => t !== "")
      .join(" "),
});

export const RIGHTED = ["weighed-again", "topped-up", "opened"] as const;
const RIGHTED_SAID: Readonly<Record<(typeof RIGHTED)[number], string>> = {
  "weighed-again": "weighed again",
  "topped-up": "topped up",
  opened: "opened",
};

export const putJarRight = defineCommand({
  name: "put-jar-right",
  summary: "Weigh a jar again that was short, top it up, or open it",
  who: ANY_HAND,
  undo: "counter-entry",
  names: { check: "fill_check" },
  input: z.strictObject({
    /** The weighing it was found in. */
    check: count("The weighing", 1, 1_000_000_000),
    /** Which of them, in the order they were weighed. */
    jar: count("The jar", 1, 1000),
    how: choice("What was done", RIGHTED),
    /** Its net weight now; an opened one has none. */
    weightG: number("Its weight now", 0, 60_000, "g").optional(),
    /** The honey of an opened one goes into it; lost where nothing is named. */
    into: vesselName("The vessel").optional(),
    despite: note("The reason"),
  }),
  async run(work, { check: id, jar: nth, how, weightG, into, despite }) {
    const before = await oneFillCheck(work.tx, id);
    if (!before)
      refuse(
        "unknown-check",
        "There is no such weighing any more; it may have been put right since.",
        "check",
      );
    const old = before.weights_g[nth - 1];
    if (old === undefined)
      refuse(
        "unknown-jar",
        `${plural(before.weights_g.length, "jar")} were weighed; there is no jar ${nth}.`,
        "jar",
      );
    if ((how === "opened") !== (weightG === undefined))
      refuse(
        "weight",
        how === "opened" ? "An opened jar is weighed no more." : "Say what it weighs now.",
        "weightG",
      );
    const now = weightG === undefined ? undefined : weightG / (before.span ?? 1);
    if (now !== undefined) mustBeJars([now], before.jar_g, "weightG");
    if (how === "topped-up" && now !== undefined && now < old)
      refuse("lighter", `It weighed ${weighedG(old)}: topped up it weighs no less.`, "weightG");
    const weights = before.weights_g.flatMap((g, i) =>
      i !== nth - 1 ? [g] : now === undefined ? [] : [now],
    );
    if (weights.length === 0) refuse("no-weights", "It is the only jar that was weighed.", "jar");
    const jars = before.lot_jars - (how === "opened" ? 1 : 0);
    if (into && how !== "opened") refuse("into", "Only opened jars go back into a vessel.", "into");
    // An opened jar is no jar of its lot any more.
    const off =
      how === "opened" && before.code !== null
        ? await jarsOff(work, await oneLot(work.tx, before.code), { jars: 1, why: "opened", into, despite })
        : null;
    await work.restOn({ entry_id: before.entry_id }, `a jar of it was ${RIGHTED_SAID[how]}`);
    await work.note("fill_check", {
      lot_id: before.lot_id,
      jar_g: before.jar_g,
      lot_jars: jars,
      rules: before.rules,
      step_g: before.step_g,
      weights_g: weights,
      second_g: before.second_g,
      empty_g: before.empty_g,
      span: before.span,
      of_check: id,
      put_right: JSON.stringify({ jar: nth, how }),
    });
    const asked = { nominalG: before.jar_g, lot: jars, rules: before.rules };
    const check = checkNetQuantity(weights, { ...asked, secondG: before.second_g ?? [] });
    return { off, lot: before.code, old, now: now ?? null, check, rules: before.rules, jarG: before.jar_g };
  },
  say: ({ lot, old, now, check, rules, off }, { jar: nth, how }) =>
    `Jar ${nth}${lot ? ` of lot ${lot}` : ""}, ${weighedG(old)}, ${RIGHTED_SAID[how]}${now === null ? "" : `: ${weighedG(now)} now`}${off ? `, ${massG(off.grams, 2)} ${off.vessel ? `back into ${off.vessel}` : "lost"}` : ""}. ${dutySaid(check)} ${inspectorSaid(check, rules)}`,
});
