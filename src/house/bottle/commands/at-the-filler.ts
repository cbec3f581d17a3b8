import { z } from "zod";
import { scaleSaid } from "@/core/bottling";
import { dayIn, writtenDay } from "../../language/clock";
import { beside, refuse } from "../../language/errors";
import { choice, count, day, note, number, text } from "../../language/fields";
import { massG, weighedG } from "../../language/shown";
import { plural } from "../../language/spoken";
import { vesselName } from "../../language/vessel-name";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { jarsOff, OFF_SAID, OFF_WHY } from "../off";
import { oneLot, scaleChecks } from "../records";

export const checkScale = defineCommand({
  name: "check-scale",
  summary: "Check the filler's scale with a known weight",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    scale: text("The scale", 60).default("Bench scale"),
    knownG: number("The known weight", 10, 50_000, "g"),
    shownG: number("What the scale shows", 0, 60_000, "g"),
    /** Verified for trade by whoever may; a kitchen scale seldom is. */
    verified: z.boolean().default(false),
  }),
  async run(work, { scale, knownG, shownG, verified }) {
    beside("shownG", () => scaleSaid({ knownG, shownG }, Math.max(10, Math.min(50_000, knownG)), "oiml-r87"));
    const today = dayIn(work.house.zone, work.at);
    const before = (await scaleChecks(work.tx, work.at, 50)).filter(
      (c) => c.scale.toLowerCase() === scale.toLowerCase() && dayIn(work.house.zone, c.at) === today,
    );
    const first = before.at(-1);
    await work.note("scale_check", { scale, known_g: knownG, shown_g: shownG, verified });
    return {
      offG: shownG - knownG,
      // Since the day's first check, on this weight.
      driftG: first ? shownG - knownG * (first.shown_g / first.known_g) : null,
    };
  },
  say: ({ offG, driftG }, { scale, knownG, shownG, verified }) =>
    [
      `${scale} shows ${weighedG(shownG)} for ${weighedG(knownG)}${Math.abs(offG) < 0.05 ? "" : `, ${weighedG(Math.abs(offG))} too ${offG > 0 ? "much" : "little"}`}`,
      driftG === null || Math.abs(driftG) < 0.05
        ? ""
        : `${weighedG(Math.abs(driftG))} ${driftG > 0 ? "up" : "down"} since the day's first check`,
      verified ? "verified for trade" : "not verified for trade",
    ]
      .filter((t) => t !== "")
      .join("; ")
      .concat("."),
});

export const takeJarsOff = defineCommand({
  name: "take-jars-off",
  summary:
    "Take jars out of a lot that go to no buyer: broken, beside a broken one, samples kept, opened again",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    lot: text("The lot", 30),
    jars: count("The number of jars", 1, 10_000),
    why: choice("What became of them", OFF_WHY),
    /** Opened ones go into it; lost where nothing is named. */
    into: vesselName("The vessel").optional(),
    /** Samples are kept there. */
    place: note("Where they are kept", 40),
    until: day("Until when they are kept").optional(),
    note: note("What happened"),
    despite: note("The reason"),
  }),
  async run(work, { lot: code, jars, why, into, place, until, note: what, despite }) {
    const lot = await oneLot(work.tx, code);
    if (why === "sample" && place === "")
      refuse("place", "A sample is only found again where somebody said it is kept.", "place");
    if (until && until < dayIn(work.house.zone, work.at))
      refuse("in-the-past", "A sample is kept for a day that comes.", "until");
    if (into && why !== "opened") refuse("into", "Only opened jars go back into a vessel.", "into");
    const { grams, vessel } = await jarsOff(work, lot, {
      jars,
      why,
      into,
      place,
      until,
      note: what,
      despite,
    });
    return { lot: lot.code, grams, vessel };
  },
  say: ({ lot, grams, vessel }, { jars, why, place, until, note: what }) =>
    [
      `${plural(jars, "jar")} of lot ${lot} ${OFF_SAID[why]}, ${massG(grams, 2)}${vessel ? ` back into ${vessel}` : ""}`,
      place ? `kept in: ${place}${until ? ` until ${writtenDay(until)}` : ""}` : "",
      what,
    ]
      .filter((t) => t !== "")
      .join("; ")
      .concat("."),
  grams: ({ grams }) => -grams,
});
