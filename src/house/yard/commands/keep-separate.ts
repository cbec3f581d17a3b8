import { z } from "zod";
import { gramsFromKg } from "@/core/units";
import { refuse } from "../../language/errors";
import { massKg, note } from "../../language/fields";
import { tags } from "../../language/ranges";
import { massG } from "../../language/shown";
import { spoken } from "../../language/spoken";
import { defineCommand } from "../../ledger/command";
import type { Work } from "../../ledger/work";
import { oneColony } from "../../vessels/records";

/** Whose honey a colony's is, and how much of it was agreed; from this entry on. */
export const stateTerms = (
  work: Work,
  colonyId: number,
  terms: { owner: string; agreedKg?: number | undefined },
): Promise<void> =>
  work.note("colony_terms", {
    colony_id: colonyId,
    owner: terms.owner,
    agreed_g: terms.agreedKg === undefined ? null : gramsFromKg(terms.agreedKg),
  });

export const keepSeparate = defineCommand({
  name: "keep-separate",
  summary: "Keep colonies' honey separate for an owner, or pool it again",
  who: ["lead", "office"],
  undo: "counter-entry",
  input: z.strictObject({
    colonies: tags("colony"),
    owner: note("The owner", 60),
    agreedKg: massKg("The kilograms agreed for each colony", 5000).optional(),
  }),
  async run(work, input) {
    if (input.owner === "" && input.agreedKg !== undefined)
      refuse("no-owner", "Kilograms are agreed with somebody: name the owner.", "owner");
    for (const tag of input.colonies) {
      const colony = await oneColony(work.tx, tag, "colonies");
      await stateTerms(work, colony.id, input);
      await work.restOn(colony, `colony ${tag} is kept for somebody`);
    }
    return { colonies: input.colonies, owner: input.owner, agreedKg: input.agreedKg ?? null };
  },
  say: ({ colonies, owner, agreedKg }) => {
    const who = `${colonies.length === 1 ? "Colony" : "Colonies"} ${spoken(colonies)}`;
    if (!owner) return `${who}: honey may be pooled again.`;
    const agreed = agreedKg === null ? "" : `, ${massG(gramsFromKg(agreedKg))} agreed each`;
    return `${who}: honey kept separate for ${owner}${agreed}.`;
  },
});
