import { z } from "zod";
import { judgeSheet } from "@/core/moisture";
import { written } from "@/core/units";
import { refuse } from "../../language/errors";
import { choice, count, list, number, tag, tempC, text } from "../../language/fields";
import { asWritten, temp } from "../../language/shown";
import { capital } from "../../language/spoken";
import { ONE_VESSEL, vesselsOf } from "../../language/vessel-name";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { lastFillOf } from "../../ledger/records/fills";
import type { Work } from "../../ledger/work";
import { oneBatch } from "../../spin/records/batches";
import { oneVessel } from "../../vessels/records";
import { corrected, meantBy, stateReadings, unverified } from "../samples";
import { SCALES } from "./instruments";

/** What is being read: the comb in a super, the honey in a vessel, or a batch. */
async function target(
  work: Work,
  input: { super?: string | undefined; batch?: number | undefined } & Parameters<typeof vesselsOf>[0],
) {
  const vessels = vesselsOf(input);
  const named = [input.super, ...vessels, input.batch].filter((n) => n !== undefined).length;
  if (named !== 1)
    refuse("what-was-read", "Say what was read: one super, one pail or other vessel, or one batch.", "super");
  if (input.batch !== undefined) {
    const batch = await oneBatch(work.tx, input.batch);
    return {
      fillId: batch.fill_id,
      stated: batch,
      name: `batch ${batch.number}`,
      Name: `Batch ${batch.number}`,
    };
  }
  const { kind, tag: tagged } = vessels[0] ?? { kind: "super" as const, tag: input.super as string };
  const vessel = await oneVessel(work.tx, kind, tagged, kind);
  const fill = await lastFillOf(work.tx, vessel.id);
  const wanted = kind === "super" ? "comb" : kind;
  if (!fill || fill.kind !== wanted || (kind !== "super" && fill.grams === 0))
    refuse("nothing-in-it", `There is no honey in ${kind} ${vessel.tag} to read.`, kind);
  const name = `${kind} ${vessel.tag}`;
  return { fillId: fill.id, stated: fill, name, Name: capital(name) };
}

const WHAT = {
  super: tag("super").optional(),
  ...ONE_VESSEL,
  batch: count("The batch", 1, 99_999).optional(),
};
const SHOWN = {
  instrument: text("The instrument", 30).optional(),
  /** Left out, the instrument's own record says it. */
  scale: choice("The scale", SCALES).optional(),
  tempC: tempC("The sample's temperature", 0, 60).default(20),
  compensates: z
    .boolean({ error: "Say whether the instrument compensates temperature itself: true or false." })
    .optional(),
};
// The wide range lets the core say what a reading of honey can be on this scale.
const value = () => number("The reading", -1000, 10_000);

export const readMoisture = defineCommand({
  name: "read-moisture",
  summary: "Enter a refractometer reading; it is corrected for temperature and calibration",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({ ...WHAT, ...SHOWN, value: value() }),
  async run(work, input) {
    const read = await target(work, input);
    const instrument = await meantBy(work, input);
    const taken = corrected(instrument, input, input.value, work.at);
    await work.restOn(read.stated, `${read.name} was read`);
    await stateReadings(work, input, [{ fillId: read.fillId, value: input.value, taken }]);
    return {
      name: read.Name,
      scale: taken.scale,
      waterPct: taken.waterPct,
      correctionPct: taken.correctionPct,
      instrument: taken.instrument?.name ?? null,
      doubts: taken.doubts,
      because: taken.because,
    };
  },
  say({ name, scale, waterPct, correctionPct, doubts }, input) {
    const shown = {
      water: `${written(input.value)} %`,
      brix: `${written(input.value)} °Bx`,
      index: `${input.value}`,
    }[scale];
    if (Math.abs(correctionPct) < 0.05 && Math.abs(waterPct - input.value) < 0.05)
      return `${name} reads ${waterPct.toFixed(1)} % water.${unverified(doubts)}`;
    return `${name} read ${shown} at ${asWritten(input.tempC, "°C", 1)}, which is ${waterPct.toFixed(1)} % water at ${temp(20, 0)}.${unverified(doubts)}`;
  },
});

/** Several drops in a row of one honey: "17.2 17.4 17.3" or a list. */
const drops = z
  .union([z.string(), z.array(z.union([z.number(), z.string()]))], { error: "The drops are missing." })
  .transform((raw) => (Array.isArray(raw) ? raw : raw.trim().split(/[\s;]+/)).filter((d) => d !== ""))
  .pipe(list("The drops", value(), 9))
  .meta({
    description: 'One to nine readings of one honey in a row: a list, or text such as "17.2 17.4 17.3".',
  });

export const readSheet = defineCommand({
  name: "read-sheet",
  summary: "Enter a reading sheet: several drops of one honey in a row",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({ ...WHAT, ...SHOWN, values: drops }),
  async run(work, input) {
    const read = await target(work, input);
    const instrument = await meantBy(work, input);
    const drops = input.values.map((v) => ({
      fillId: read.fillId,
      value: v,
      taken: corrected(instrument, input, v, work.at),
    }));
    await work.restOn(read.stated, `${read.name} was read`);
    await stateReadings(work, input, drops);
    const sheet = judgeSheet(drops.map(({ taken }) => taken.waterPct));
    return { name: read.Name, ...sheet, doubts: drops[0]?.taken.doubts ?? [] };
  },
  say: ({ name, sentence, doubts }) => `${name}: ${sentence}${unverified(doubts)}`,
});
