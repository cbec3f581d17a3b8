import { z } from "zod";
import { choice, tempC } from "../../language/fields";
import { asWritten } from "../../language/shown";
import { defineCommand } from "../../ledger/command";
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
    await work.state("settle_rules", { school, ceiling_c: ceilingC ?? null });
    return {};
  },
  say: (_, { school, ceilingC }) =>
    `Honey is ${SCHOOL_SAID[school]} here${ceilingC === undefined ? "" : `, and never warmer than ${asWritten(ceilingC, "°C", 1)}`}.`,
});
