import { z } from "zod";
import { correctReading } from "@/core/moisture";
import { ANY_HAND, defineCommand } from "../command";
import { refuse } from "../errors";
import { choice, count, number, tag, tempC } from "../fields";
import { oneBatch } from "../records/batches";
import { oneVessel } from "../records/equipment";
import { lastFillOf } from "../records/fills";
import type { Work } from "../work";

/** What is being read: the comb in a super, the honey in a pail, or a batch. */
async function target(
  work: Work,
  input: { super?: string | undefined; pail?: string | undefined; batch?: number | undefined },
) {
  const named = [input.super, input.pail, input.batch].filter((n) => n !== undefined).length;
  if (named !== 1) refuse("what-was-read", "Say what was read: one super, one pail or one batch.", "super");
  if (input.batch !== undefined) {
    const batch = await oneBatch(work.tx, input.batch);
    return {
      fillId: batch.fill_id,
      stated: batch,
      name: `batch ${batch.number}`,
      Name: `Batch ${batch.number}`,
    };
  }
  const kind = input.super === undefined ? ("pail" as const) : ("super" as const);
  const vessel = await oneVessel(work.tx, kind, (input.super ?? input.pail) as string, kind);
  const fill = await lastFillOf(work.tx, vessel.id);
  const wanted = kind === "super" ? "comb" : "pail";
  if (!fill || fill.kind !== wanted || (kind === "pail" && fill.grams === 0))
    refuse("nothing-in-it", `There is no honey in ${kind} ${vessel.tag} to read.`, kind);
  const label = kind === "super" ? "Super" : "Pail";
  return { fillId: fill.id, stated: fill, name: `${kind} ${vessel.tag}`, Name: `${label} ${vessel.tag}` };
}

export const readMoisture = defineCommand({
  name: "read-moisture",
  summary: "Enter a refractometer reading; it is corrected for temperature",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.object({
    super: tag("super").optional(),
    pail: tag("pail").optional(),
    batch: count("The batch", 1, 99_999).optional(),
    scale: choice("The scale", ["water", "brix", "index"]).default("water"),
    // The wide range lets the core say what a reading of honey can be on this scale.
    value: number("The reading", -1000, 10_000),
    tempC: tempC("The sample's temperature", 0, 60).default(20),
    compensates: z
      .boolean({ error: "Say whether the instrument compensates temperature itself: true or false." })
      .default(false),
  }),
  async run(work, input) {
    const read = await target(work, input);
    const corrected = correctReading({
      scale: input.scale,
      value: input.value,
      tempC: input.tempC,
      compensates: input.compensates,
    });
    await work.restOn(read.stated, `${read.name} was read`);
    await work.state("reading", {
      fill_id: read.fillId,
      scale: input.scale,
      value: input.value,
      temp_c: input.tempC,
      compensates: input.compensates,
      index20: corrected.index20,
      water_pct: corrected.waterPct,
      sd_pct: corrected.sdPct,
      who: work.actor.name,
      at: work.at,
    });
    return {
      name: read.Name,
      waterPct: corrected.waterPct,
      correctionPct: corrected.correctionPct,
      because: corrected.because,
    };
  },
  say({ name, waterPct, correctionPct }, input) {
    const shown = { water: `${input.value} %`, brix: `${input.value} °Bx`, index: `${input.value}` }[
      input.scale
    ];
    if (Math.abs(correctionPct) < 0.05 && input.scale === "water")
      return `${name} reads ${waterPct.toFixed(1)} % water.`;
    return `${name} read ${shown} at ${input.tempC} °C, which is ${waterPct.toFixed(1)} % water at 20 °C.`;
  },
});
