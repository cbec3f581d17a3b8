import { z } from "zod";
import { dayIn, writtenDay } from "../../language/clock";
import { refuse } from "../../language/errors";
import { day, note, text } from "../../language/fields";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { oneYard } from "../../vessels/records";

export const describeYard = defineCommand({
  name: "describe-yard",
  summary: "Say where a yard is and what it is registered as",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    yard: text("The yard", 60),
    location: note("Where it is, in words"),
    registration: note("The registration number", 40),
  }),
  async run(work, input) {
    const yard = await oneYard(work.tx, input.yard);
    await work.note("yard_detail", {
      yard_id: yard.id,
      location: input.location,
      registration: input.registration,
    });
    await work.restOn(yard, `yard ${yard.name} is described`);
    return { yard: yard.name };
  },
  say: ({ yard }, { location, registration }) =>
    `${yard}: ${[location, registration && `registered ${registration}`].filter(Boolean).join("; ") || "nothing noted"}.`,
});

export const noteBloom = defineCommand({
  name: "note-bloom",
  summary: "Note what blooms in a yard, by date",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    yard: text("The yard", 60),
    what: text("What blooms", 60),
    date: day("The day it was seen").optional(),
  }),
  async run(work, input) {
    const yard = await oneYard(work.tx, input.yard);
    const today = dayIn(work.house.zone, work.now);
    // Entered late, it was seen then.
    const date = input.date ?? dayIn(work.house.zone, work.at);
    if (date > today) refuse("in-the-future", "A bloom is noted when it was seen.", "date");
    await work.note("bloom", { yard_id: yard.id, what: input.what, date });
    await work.restOn(yard, `a bloom is noted at ${yard.name}`);
    return { yard: yard.name, date };
  },
  say: ({ yard, date }, { what }) => `${yard}, ${writtenDay(date)}: ${what} in bloom.`,
});
