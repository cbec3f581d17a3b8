import { z } from "zod";
import { gramsFromKg } from "@/core/units";
import { refuse } from "../../language/errors";
import { massKg, tag } from "../../language/fields";
import { massG } from "../../language/shown";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { colonyOfComb, fillOfColony } from "../../ledger/records/fills";
import { maybeVessel } from "../../vessels/records";
import { honeyByWeight } from "../pull/look";
import { waitingCombs, weighedSince } from "../records/pulls";

/** Pulled by eye in the yard, weighed on arrival: the difference to the estimate is booked at once. */
export const weighIn = defineCommand({
  name: "weigh-in",
  summary: "Weigh in a pulled super",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({ super: tag("super"), grossKg: massKg("The weight with honey", 90) }),
  async run(work, input) {
    const comb = (await waitingCombs(work.tx)).find((c) => c.tag === input.super);
    if (!comb) {
      if (!(await maybeVessel(work.tx, "super", input.super)))
        refuse("unknown-tag", `There is no super ${input.super}.`, "super");
      refuse("not-waiting", `Super ${input.super} holds no honey waiting to be spun.`, "super");
    }
    const newer = await weighedSince(work.tx, comb.fill_id, work.at);
    if (newer)
      refuse(
        "weighed-since",
        `Super ${comb.tag} was weighed again since then, at ${massG(newer.gross_g)}, and that stands: undo it first if it is wrong.`,
        "super",
      );
    const honey = honeyByWeight({ tag: comb.tag, empty_g: comb.empty_g }, input.grossKg, "grossKg");
    const more = honey - comb.grams;
    const because = `super ${comb.tag} was weighed in`;
    await work.note("weigh_in", { fill_id: comb.fill_id, gross_g: gramsFromKg(input.grossKg) });
    await work.restOn(comb, because);
    // What it differs by rests on every weighing before.
    await work.restOnAllOf(comb.fill_id, because);
    if (more > 0) {
      await work.move({
        from: await fillOfColony(work.tx, await colonyOfComb(work.tx, comb.fill_id)),
        to: comb.fill_id,
        grams: more,
        kind: "pull",
        fromName: `Colony ${comb.colony}`,
        because,
      });
    } else
      await work.lose({
        from: comb.fill_id,
        fromName: `Super ${comb.tag}`,
        grams: -more,
        cause: `weighed lighter than ${comb.weighed ? "before" : "estimated"}`,
        of: `super ${comb.tag}`,
        because,
      });
    return { super: comb.tag, grams: honey, differs: more };
  },
  say: ({ super: tag, grams, differs }) =>
    `Super ${tag} weighed in: ${massG(grams)} of honey, ${massG(Math.abs(differs))} ${differs >= 0 ? "more" : "less"} than on paper.`,
  grams: ({ differs }) => differs,
});
