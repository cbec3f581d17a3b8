import { z } from "zod";
import { scaleSaid } from "@/core/bottling";
import { dayIn, writtenDay } from "../../language/clock";
import { beside, refuse } from "../../language/errors";
import { choice, count, day, note, number, text } from "../../language/fields";
import { massG, weighedG } from "../../language/shown";
import { capital, plural } from "../../language/spoken";
import { vesselName } from "../../language/vessel-name";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { lastFillOf } from "../../ledger/records/fills";
import type { Work } from "../../ledger/work";
import { mayMeet } from "../../moves/owners";
import { holdsGrams } from "../../vessels/holds";
import { oneVessel, statingVessel } from "../../vessels/records";
import { type LotRow, oneLot, scaleChecks } from "../records";

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
    await work.state("scale_check", { scale, known_g: knownG, shown_g: shownG, verified });
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

export const OFF_WHY = ["broken", "neighbour", "sample", "opened"] as const;
const OFF_SAID: Readonly<Record<(typeof OFF_WHY)[number], string>> = {
  broken: "broken",
  neighbour: "thrown away beside a broken one",
  sample: "kept as samples",
  opened: "opened",
};

/** Whole grams for jars that leave; the last ones take what is left, so that the lot ends at exactly nothing. */
export const gramsOfJars = (lot: LotRow, jars: number): number => {
  const left = lot.jars - lot.jars_out;
  return jars === left ? lot.grams : Math.round((lot.grams * jars) / left);
};

/** Opened jars go back into a vessel: what stands in it, or a new charge of it. */
async function openedInto(
  work: Work,
  lot: LotRow,
  grams: number,
  into: { readonly kind: "pail" | "drum" | "tank" | "tub"; readonly tag: string },
  despite: string,
): Promise<string> {
  if (lot.product === "infused")
    refuse("infused", "Infused honey is another product: it is never mixed back.", "into");
  const vessel = await oneVessel(work.tx, into.kind, into.tag, "into");
  const name = `${into.kind} ${vessel.tag}`;
  const last = await lastFillOf(work.tx, vessel.id);
  const holds = holdsGrams(vessel);
  if (holds !== null && (last?.grams ?? 0) + grams > holds)
    refuse("over-full", `${capital(name)} holds ${massG(holds)}: ${massG(grams)} more do not fit.`, "into");
  const standing = last && last.grams > 0 ? last.id : null;
  const owners = await mayMeet(work, [lot.fill_id], { name, holds: standing }, despite);
  const fillId =
    standing ??
    (await work.openFill({
      kind: into.kind,
      name,
      vessel: { id: vessel.id, because: `${name} was filled again` },
    }));
  const because = `jars of lot ${lot.code} were opened into ${name}`;
  await work.restOn(statingVessel(vessel), because);
  await work.move({
    from: lot.fill_id,
    to: fillId,
    grams,
    kind: "move",
    fromName: `Lot ${lot.code}`,
    because,
  });
  if (owners)
    await work.state("release", { fill_id: fillId, owners: [...owners], why: despite, who: work.actor.name });
  return name;
}

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
    const left = lot.jars - lot.jars_out;
    if (jars > left)
      refuse(
        "too-many-jars",
        `${plural(left, "jar")} of lot ${lot.code} ${left === 1 ? "is" : "are"} here, not ${jars}.`,
        "jars",
      );
    if (why === "sample" && place === "")
      refuse("place", "A sample is only found again where somebody said it is kept.", "place");
    if (until && until < dayIn(work.house.zone, work.at))
      refuse("in-the-past", "A sample is kept for a day that comes.", "until");
    if (into && why !== "opened") refuse("into", "Only opened jars go back into a vessel.", "into");
    const grams = gramsOfJars(lot, jars);
    const because = `jars of lot ${lot.code} were ${OFF_SAID[why]}`;
    await work.restOn(lot, because);
    const vessel = into ? await openedInto(work, lot, grams, into, despite) : null;
    if (!vessel)
      await work.lose({
        from: lot.fill_id,
        fromName: `Lot ${lot.code}`,
        grams,
        cause: why === "sample" ? "sample" : why === "opened" ? "opened" : "broken jars",
        of: `lot ${lot.code}`,
        because,
      });
    await work.state("jars_off", {
      lot_id: lot.id,
      jars,
      why,
      fill_id: null,
      place,
      keep_until: until ?? null,
      note: what,
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
