import { z } from "zod";
import { choice } from "../../language/fields";
import { defineCommand } from "../../ledger/command";
import { SCHOOL_SAID, SETTLE_SCHOOLS } from "../kinds";

export const setSettling = defineCommand({
  name: "set-settling",
  summary: "Choose whether honey is strained at once or settles first",
  who: ["lead"],
  undo: "counter-entry",
  input: z.strictObject({ school: choice("The school", SETTLE_SCHOOLS) }),
  async run(work, { school }) {
    await work.state("settle_rules", { school });
    return {};
  },
  say: (_, { school }) => `Honey is ${SCHOOL_SAID[school]} here.`,
});
