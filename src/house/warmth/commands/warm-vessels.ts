import { DateTime } from "luxon";
import { z } from "zod";
import { whenIn } from "../../language/clock";
import { CLOCK_TIME } from "../../language/clock-time";
import { refuse } from "../../language/errors";
import { day, note, tempC, text } from "../../language/fields";
import { asWritten } from "../../language/shown";
import { capital, spoken } from "../../language/spoken";
import { type NamedVessel, vesselNames } from "../../language/vessel-name";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import type { Work } from "../../ledger/work";
import { ceilingOfFill } from "../../settle/ceiling";
import { placeOf } from "../../vessels/records";
import { standingIn } from "../../vessels/standing-in";
import { estimateOf, USUAL_FROM_C, USUAL_LOOK } from "../course";
import { ASK_PCT, CARRIED_INTO, CAUTION, USUAL_UNTIL_C } from "../kinds";
import { looksOf, standingInWarmer, warmerNamed, warmingsOf, warmthOf } from "../records";

async function allStandingIn(work: Work, named: readonly NamedVessel[]) {
  const there: Awaited<ReturnType<typeof standingIn>>[] = [];
  for (const v of named) there.push(await standingIn(work, v, "vessels"));
  return there;
}

export const warmVessels = defineCommand({
  name: "warm-vessels",
  summary: "Put vessels where their honey is warmed, until they are liquid",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    vessels: vesselNames("The vessels", 60),
    warmer: text("What it is warmed in", 40),
    /** How warm its core is to get. */
    untilC: tempC("How warm it is to get", 20, 65).default(USUAL_UNTIL_C),
    /** The day it is to be liquid, and the time of it. */
    by: day("The day it is wanted").optional(),
    at: z.string().regex(CLOCK_TIME, "The time must be a time such as 08:00.").default("08:00"),
    /** Why it may get warmer, or lose more, than this house says. */
    despite: note("The reason"),
  }),
  async run(work, input) {
    const warmer = await warmerNamed(work.tx, input.warmer, work.at);
    const there = await allStandingIn(work, input.vessels);
    const names = there.map((t) => t.name);
    const inIt = await standingInWarmer(work.tx, warmer.name, work.at);
    const again = there.findIndex((t) => inIt.some((w) => w.fill_id === t.fill.id));
    if (again !== -1)
      refuse("there-already", `${capital(names[again] ?? "")} stands in ${warmer.name} already.`, "vessels");
    if (inIt.length + there.length > warmer.places)
      refuse(
        "no-room",
        `${capital(warmer.name)} holds ${warmer.places} vessels and ${inIt.length} stand in it: there is room for ${Math.max(0, warmer.places - inIt.length)}.`,
        "vessels",
      );
    if (warmer.temp_c <= input.untilC)
      refuse(
        "too-cool",
        `${capital(warmer.name)} is set to ${asWritten(warmer.temp_c, "°C")}: honey in it never gets to ${asWritten(input.untilC, "°C")}. Set it warmer, or ask for less.`,
        "untilC",
      );
    const readyBy = input.by
      ? DateTime.fromISO(`${input.by}T${input.at}`, { zone: work.house.zone }).toJSDate()
      : null;
    if (readyBy && readyBy <= work.at)
      refuse("in-the-past", "The day it is wanted must come after it is put in.", "by");

    const fills = there.map((t) => t.fill.id);
    const words = await warmthOf(work.tx, fills, work.at);
    const looks = await looksOf(work.tx, fills, work.at);
    const ceilings: number[] = [];
    for (const fill of fills) ceilings.push((await ceilingOfFill(work, fill)) ?? Number.POSITIVE_INFINITY);
    const ceilingC = Math.min(...ceilings);
    const estimates = there.map((t) =>
      estimateOf(
        {
          vessel: { kind: t.vessel.kind as never, diameterCm: t.vessel.diameter_cm },
          grams: t.grams,
          fromC: words.findLast((w) => w.fill_id === t.fill.id)?.temp_c ?? USUAL_FROM_C,
          look: looks.findLast((l) => l.fill_id === t.fill.id)?.look ?? USUAL_LOOK,
        },
        warmer.temp_c,
        warmer.spread_c,
        input.untilC,
      ),
    );
    const hottest = warmer.temp_c + warmer.spread_c;
    if (hottest > ceilingC && input.despite === "")
      refuse(
        "over-the-ceiling",
        `${capital(warmer.name)} is up to ${asWritten(hottest, "°C")} warm, and this honey is never warmer than ${asWritten(ceilingC, "°C")}: set it cooler, or say why all the same.`,
        "despite",
      );
    const costPct = Math.max(...estimates.map((e) => e.costPct));
    if (costPct > ASK_PCT.once && input.despite === "")
      refuse(
        "costs-much",
        `Warmed so, up to ${costPct.toFixed(0)} % of its enzymes are lost: set it cooler, or say why all the same.`,
        "despite",
      );
    await work.restOn(warmer, `${spoken(names)} warmed in ${warmer.name}`);
    for (const t of there) await work.restOn(t.fill, `${t.name} was warmed`);
    await work.noteMany(
      "warming",
      there.map((t) => ({
        fill_id: t.fill.id,
        warmer_id: warmer.id,
        until_c: input.untilC,
        ready_by: readyBy,
        despite: input.despite,
      })),
    );
    if (CARRIED_INTO.has(warmer.kind))
      await work.noteMany(
        "vessel_place",
        there.map((t) => ({ vessel_id: t.vessel.id, place: warmer.name })),
      );
    const hoursOf = (of: (t: { loH: number; hours: number; hiH: number }) => number): number =>
      Math.max(...estimates.map((e) => (e.time ? of(e.time) : 0)));
    return {
      names,
      warmer: warmer.name,
      caution: CAUTION[warmer.kind],
      loH: hoursOf((t) => t.loH),
      hiH: hoursOf((t) => t.hiH),
      costPct,
      late: readyBy !== null && work.at.getTime() + hoursOf((t) => t.hiH) * 3_600_000 > readyBy.getTime(),
      by: readyBy && whenIn(work.house.zone, readyBy, work.now),
    };
  },
  say: ({ names, warmer, loH, hiH, costPct, late, by }, { untilC }) =>
    `${capital(spoken(names))} put into ${warmer} until ${names.length > 1 ? "they are" : "it is"} at ${asWritten(untilC, "°C")} to the core: ${Math.round(loH)} to ${Math.round(hiH)} h, up to ${costPct.toFixed(1)} % of the enzymes.${late && by ? ` That may not be done by ${by}.` : ""}`,
});

export const coolVessels = defineCommand({
  name: "cool-vessels",
  summary: "Take vessels out of the warmth",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    vessels: vesselNames("The vessels", 60),
    /** As it is when it comes out, where somebody measured it. */
    tempC: tempC("The honey's temperature", 5, 75).optional(),
  }),
  async run(work, input) {
    const there = await allStandingIn(work, input.vessels);
    const names = there.map((t) => t.name);
    const rows = await warmingsOfStanding(work.tx, there, work.at);
    for (const [i, row] of rows.entries()) {
      if (!row) refuse("not-warming", `${capital(names[i] ?? "")} was not in the warmth then.`, "vessels");
      await work.restOn(row, `${names[i]} was taken out of the warmth`);
    }
    await work.noteMany(
      "warming",
      there.map((t) => ({ fill_id: t.fill.id, warmer_id: null })),
    );
    for (const [i, t] of there.entries()) {
      // Back to where it stood; whoever carries it elsewhere says so.
      const stands = await placeOf(work.tx, t.vessel.id, work.at);
      const warmer = rows[i]?.warmer ?? "";
      if (stands?.toLowerCase() !== warmer.toLowerCase()) continue;
      const before = await placeOf(work.tx, t.vessel.id, new Date((rows[i]?.at.getTime() ?? 0) - 1));
      await work.note("vessel_place", { vessel_id: t.vessel.id, place: before ?? "" });
    }
    if (input.tempC !== undefined)
      await work.noteMany(
        "vessel_warmth",
        there.map((t) => ({ fill_id: t.fill.id, temp_c: input.tempC })),
      );
    return { names };
  },
  say: ({ names }, { tempC: warm }) =>
    `${capital(spoken(names))} taken out of the warmth${warm === undefined ? "" : ` at ${asWritten(warm, "°C", 1)}`}.`,
});

/** What each was put into last, and when; null for one that stands in no warmth. */
async function warmingsOfStanding(
  db: Parameters<typeof warmingsOf>[0],
  there: readonly { readonly fill: { readonly id: number } }[],
  at: Date,
) {
  const rows = await warmingsOf(
    db,
    there.map((t) => t.fill.id),
    at,
  );
  return there.map((t) => {
    const last = rows.findLast((r) => r.fill_id === t.fill.id);
    return last?.warmer ? last : null;
  });
}
