import { z } from "zod";
import { pct, text } from "../../language/fields";
import { defineCommand } from "../../ledger/command";

export const setOwnerTerms = defineCommand({
  name: "set-owner-terms",
  summary: "Say which share of their own honey an owner gets; the rest stays here for the work",
  who: ["lead", "office"],
  undo: "counter-entry",
  input: z.strictObject({ owner: text("The owner", 60), sharePct: pct("Their share", 0, 100) }),
  async run(work, { owner, sharePct }) {
    await work.note("owner_terms", { owner, share_pct: sharePct });
    return {};
  },
  say: (_, { owner, sharePct }) =>
    `${owner} gets ${sharePct} % of their own honey${sharePct < 100 ? `; ${100 - sharePct} % stays here for the work` : ""}.`,
});
