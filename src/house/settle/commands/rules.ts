import { z } from "zod";
import { choice, count, tempC, text } from "../../language/fields";
import { asWritten } from "../../language/shown";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { oneBatch } from "../../spin/records/batches";
import { SCHOOL_SAID, SETTLE_SCHOOLS } from "../kinds";

export const setSettling = defineCommand({
  name: "set-settling",
  summary: "Choose whether honey is strained at once or settles first, and how warm it may get",
  who: ["lead"],
  undo: "counter-entry",
  input: z.strictObject({
    school: choice("The school", SETTLE_SCHOOLS),
    /** The warmest honey may get here; no ceiling when left out. */
    ceilingC: tempC("The warmest honey may get", 15, 70).optional(),
  }),
  async run(work, { school, ceilingC }) {
    await work.note("settle_rules", { school, ceiling_c: ceilingC ?? null });
    return {};
  },
  say: (_, { school, ceilingC }) =>
    `Honey is ${SCHOOL_SAID[school]} here${ceilingC === undefined ? "" : `, and never warmer than ${asWritten(ceilingC, "°C", 1)}`}.`,
});

export const setCeiling = defineCommand({
  name: "set-ceiling",
  summary: "Choose how warm honey of a kind may get, whatever the house's own ceiling is",
  who: ["lead"],
  undo: "counter-entry",
  input: z.strictObject({
    kind: text("The kind, as its bloom is called", 40),
    /** No ceiling for it when left out. */
    ceilingC: tempC("The warmest it may get", 15, 70).optional(),
  }),
  async run(work, { kind, ceilingC }) {
    await work.note("kind_ceiling", { kind, ceiling_c: ceilingC ?? null });
    return {};
  },
  say: (_, { kind, ceilingC }) =>
    ceilingC === undefined
      ? `Honey of ${kind} has no ceiling of warmth.`
      : `Honey of ${kind} is never warmer than ${asWritten(ceilingC, "°C", 1)}.`,
});

export const setBatchSchool = defineCommand({
  name: "set-batch-school",
  summary: "Strain one batch otherwise than the house does it",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    batch: count("The batch's number", 1, 1_000_000),
    school: choice("The school", SETTLE_SCHOOLS),
  }),
  async run(work, { batch: number, school }) {
    const batch = await oneBatch(work.tx, number);
    await work.restOn(batch, `batch ${number} is strained so`);
    await work.note("batch_school", { batch_id: batch.id, school });
    return {};
  },
  say: (_, { batch, school }) => `Batch ${batch} is ${SCHOOL_SAID[school]}.`,
});
