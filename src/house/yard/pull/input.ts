/** What is told of a pull: each super, how it looked, and how it is judged. */
import { z } from "zod";
import { FLAGS, SCHOOLS } from "@/core/moisture";
import { FRAME_CLASSES } from "@/core/yields";
import { choice, count, day, list, massKg, note, number, pct, tag, tempC, text } from "../../language/fields";

const pulledSuper = z.strictObject(
  {
    tag: tag("super"),
    colony: tag("colony"),
    /** Of the cells with honey. */
    cappedPct: pct("The share capped"),
    /** Left out when it was not weighed: then frames and how they lift give an estimate. */
    grossKg: massKg("The weight with honey", 90).optional(),
    frameClass: choice("How its frames lift", FRAME_CLASSES).optional(),
    framesLeft: count("Frames left behind", 0, 14).default(0),
    shake: choice("The shake", ["no-drops", "drops"]).optional(),
    /** Frames that are only partly capped: those a shake speaks for. */
    partlyCapped: count("Frames partly capped", 0, 14).optional(),
    flags: z.array(choice("A flag", FLAGS)).max(FLAGS.length).default([]),
    waitingUntil: day("The end of the waiting period").optional(),
    /** A refractometer sample taken with the pull. */
    sample: number("The sample's reading", -1000, 10_000).optional(),
    /** False: looked at, and left on the colony. */
    take: z.boolean().default(true),
    /** Why it is taken against the verdict. */
    despite: note("The reason to take it all the same"),
  },
  { error: "Each super needs its tag, colony and share capped." },
);
export type PulledSuper = z.output<typeof pulledSuper>;

export const pullInput = z.strictObject({
  /** May be left out when the colony tells it. */
  yard: text("The yard", 60).optional(),
  date: day("The day of the pull").optional(),
  /** The school that judges this pull; the house's own when left out. */
  school: choice("The school", SCHOOLS).optional(),
  instrument: text("The instrument", 30).optional(),
  sampleC: tempC("The samples' temperature", 0, 60).default(20),
  supers: list("The supers pulled", pulledSuper, 300),
});
export type PullInput = z.output<typeof pullInput>;
