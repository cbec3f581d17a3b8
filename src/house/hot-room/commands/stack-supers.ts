import { z } from "zod";
import { refuse } from "../../language/errors";
import { choice, text } from "../../language/fields";
import { tags } from "../../language/ranges";
import { massG } from "../../language/shown";
import { spoken } from "../../language/spoken";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { maybeVessel } from "../../vessels/records";
import { type PulledComb, waitingCombs } from "../../yard/records/pulls";

export const PLACES = ["hot room", "yard intake"] as const;

export const stackSupers = defineCommand({
  name: "stack-supers",
  formerly: ["stand-in-hot-room"],
  summary: "Stand pulled supers in a stack of the hot room, or take them out again",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    supers: tags("super"),
    place: choice("The place", PLACES).default("hot room"),
    stack: text("The stack's letter", 3)
      .transform((t) => t.toUpperCase())
      .default("A"),
  }),
  async run(work, input) {
    const waiting = new Map((await waitingCombs(work.tx)).map((c) => [c.tag, c]));
    const combs: PulledComb[] = [];
    for (const tag of input.supers) {
      const comb = waiting.get(tag);
      if (!comb) {
        if (!(await maybeVessel(work.tx, "super", tag)))
          refuse("unknown-tag", `There is no super ${tag}.`, "supers");
        refuse("not-waiting", `Super ${tag} holds no honey waiting to be spun.`, "supers");
      }
      combs.push(comb);
    }
    const stack = input.place === "hot room" ? input.stack : "";
    await work.noteMany(
      "standing_place",
      combs.map((comb) => ({ fill_id: comb.fill_id, place: input.place, stack })),
    );
    for (const comb of combs) await work.restOn(comb, `super ${comb.tag} stands in the ${input.place}`);
    const grams = combs.reduce((g, comb) => g + comb.grams, 0);
    return { supers: input.supers, place: input.place, stack: input.stack, grams };
  },
  say: ({ supers, place, stack, grams }) =>
    place === "hot room"
      ? `Stack ${stack}: super${supers.length === 1 ? "" : "s"} ${spoken(supers)} in the hot room, ${massG(grams)}.`
      : `Super${supers.length === 1 ? "" : "s"} ${spoken(supers)} out of the hot room.`,
  grams: ({ grams }) => grams,
});
