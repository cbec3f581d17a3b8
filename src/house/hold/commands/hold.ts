import { z } from "zod";
import { ANALYTE_IDS, ANALYTES, inWords } from "@/core/laboratory";
import { refuse } from "../../language/errors";
import { choice, day, number, text } from "../../language/fields";
import { capital } from "../../language/spoken";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { meant, saidBetween } from "../named";
import { stateHold } from "../state";
import { saidTouched, touchedBy } from "../touched";

export const hold = defineCommand({
  name: "hold",
  summary: "Hold honey: a vessel, lot, batch, super, colony or yard, with the reason and what releases it",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    /** "drum 3", "lot WB26-001-6", "batch 2", "super 41", "colony 7", or a yard's name. */
    what: text("What is held", 60),
    why: text("The reason", 200),
    until: text("What releases it", 200),
    /** Of a colony or yard: what was, and what will be, pulled between these days. */
    from: day("From when it was pulled").optional(),
    to: day("Until when it was pulled").optional(),
    /** Held until a laboratory finds it under a limit. */
    analyte: choice("What is measured", ANALYTE_IDS).optional(),
    most: number("The limit", 0, 1e9).optional(),
  }),
  async run(work, input) {
    if (input.from && input.to && input.from > input.to)
      refuse("days-turned", "The first day lies behind the last.", "to");
    if ((input.analyte === undefined) !== (input.most === undefined))
      refuse(
        "half-a-limit",
        "Say what is measured and its limit, or neither.",
        input.most === undefined ? "most" : "analyte",
      );
    const thing = await meant(work, input.what, { from: input.from, to: input.to });
    await work.restOn(thing.rests, `${thing.name} is held`);
    const lasting = thing.colonyId !== null || thing.yardId !== null;
    const touched = await touchedBy(work, thing.fills);
    const id = await stateHold(work, {
      about: thing.about,
      name: `${thing.name}${saidBetween(input)}`,
      // What a colony or yard gives is asked anew whenever it matters: more may be pulled.
      fill_ids: lasting ? [] : thing.fills,
      colony_id: thing.colonyId,
      yard_id: thing.yardId,
      from_day: input.from ?? null,
      to_day: input.to ?? null,
      why: input.why,
      until: input.until,
      analyte: input.analyte ?? null,
      most: input.most ?? null,
    });
    return { hold: id, name: `${thing.name}${saidBetween(input)}`, touched };
  },
  say: ({ hold: id, name, touched }, { why, until, analyte, most }) =>
    `Hold ${id}, ${name}: ${why}. ${capital(saidTouched(touched))}. What releases it: ${until}${analyte && most !== undefined ? ` (${inWords(analyte)} at most ${most} ${ANALYTES[analyte].unit})` : ""}.`,
});
