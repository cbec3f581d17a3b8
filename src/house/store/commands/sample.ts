import { z } from "zod";
import { gramsFromKg } from "@/core/units";
import { dayIn, writtenDay } from "../../language/clock";
import { refuse } from "../../language/errors";
import { choice, count, day, massKg, note, text } from "../../language/fields";
import { massG } from "../../language/shown";
import { capital, plural } from "../../language/spoken";
import { type NamedVessel, vesselName } from "../../language/vessel-name";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import type { Work } from "../../ledger/work";
import { oneVessel } from "../../vessels/records";
import { standingIn } from "../../vessels/standing-in";
import { type SampleRow, samplesBy } from "../records";
import { SAMPLE_ENDS, SAMPLE_ENDS_SAID } from "../sample-ends";

export const keepSample = defineCommand({
  name: "keep-sample",
  summary: "Take a sample out of a vessel and keep it back, with its place and until when",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    vessel: vesselName("The vessel"),
    kg: massKg("The sample", 5),
    place: text("Where it is kept", 40),
    until: day("Until when it is kept").optional(),
  }),
  async run(work, input) {
    const { fill, grams, name } = await standingIn(work, input.vessel);
    const taken = gramsFromKg(input.kg);
    if (taken > grams)
      refuse("more-than-there", `${capital(name)} holds ${massG(grams)}: less than that sample.`, "kg");
    if (input.until && input.until < dayIn(work.house.zone, work.at))
      refuse("in-the-past", "A sample is kept for a day that comes.", "until");
    const because = `a sample of ${name} was kept`;
    await work.restOn(fill, because);
    await work.lose({
      from: fill.id,
      fromName: capital(name),
      grams: taken,
      cause: "sample",
      of: name,
      because,
    });
    await work.note("retained_sample", {
      fill_id: fill.id,
      place: input.place,
      keep_until: input.until ?? null,
      grams: taken,
    });
    return { name, taken };
  },
  say: ({ name, taken }, { place, until }) =>
    `${massG(taken, 2)} of ${name} kept back in: ${place}${until ? `, until ${writtenDay(until)}` : ""}.`,
  grams: ({ taken }) => -taken,
});

/** The sample of that number, or the only one that came out of a vessel. */
async function oneSample(
  work: Work,
  { sample, vessel }: { sample?: number | undefined; vessel?: NamedVessel | undefined },
): Promise<SampleRow> {
  if (sample !== undefined) {
    const [row] = await samplesBy(work.tx, work.at, { id: sample });
    return row ?? refuse("unknown-sample", "That sample is not kept any more.", "sample");
  }
  if (!vessel) return refuse("no-sample", "Say which sample, or which vessel it came out of.", "vessel");
  const { id, tag } = await oneVessel(work.tx, vessel.kind, vessel.tag, "vessel", work.at);
  const found = await samplesBy(work.tx, work.at, { vesselId: id });
  const name = `${vessel.kind} ${tag}`;
  const [only] = found;
  if (!only) return refuse("unknown-sample", `No sample of ${name} is kept.`, "vessel");
  if (found.length > 1)
    refuse(
      "many-samples",
      `${plural(found.length, "sample")} of ${name} are kept: say in the store which is gone.`,
      "vessel",
    );
  return only;
}

export const sampleGone = defineCommand({
  name: "sample-gone",
  summary: "Say that a sample that was kept back is not there any more, and what became of it",
  who: ANY_HAND,
  undo: "counter-entry",
  names: { sample: "retained_sample" },
  input: z.strictObject({
    sample: count("The sample", 1, 1e9).optional(),
    /** Where nobody knows its number: the vessel it came out of, if one alone is kept of that. */
    vessel: vesselName("The vessel").optional(),
    what: choice("What became of it", SAMPLE_ENDS).default("thrown-away"),
    note: note("The note", 200),
  }),
  async run(work, input) {
    const row = await oneSample(work, input);
    await work.restOn(row, `the sample of ${row.name} was said to be gone`);
    await work.note("sample_gone", { sample_id: row.id, what: input.what, note: input.note });
    return { name: row.name, place: row.place, grams: row.grams };
  },
  say: ({ name, place, grams }, { what, note }) =>
    `The sample of ${name}, ${massG(grams, 2)} in ${place}, is gone: ${SAMPLE_ENDS_SAID[what]}${note ? ` (${note})` : ""}.`,
});
