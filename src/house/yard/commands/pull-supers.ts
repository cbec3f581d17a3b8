import { z } from "zod";
import { FLAGS, judgePull, type Ripeness, SCHOOLS, type SuperLook } from "@/core/moisture";
import { formatKgFromG, gramsFromKg, written } from "@/core/units";
import { FRAME_CLASSES, honeyInSuper, type PastFrames, type SuperDepth } from "@/core/yields";
import { dayIn, momentOf, writtenDay } from "../../language/clock";
import { refuse } from "../../language/errors";
import { choice, count, day, list, massKg, note, number, pct, tag, tempC, text } from "../../language/fields";
import { plural } from "../../language/ranges";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { fillOfColony } from "../../ledger/records/fills";
import { rulesOf } from "../../ledger/records/house";
import type { Work } from "../../ledger/work";
import { corrected, meantBy, stateReading } from "../../readings/samples";
import { emptied } from "../../vessels/emptied";
import { framesOf } from "../../vessels/frames";
import {
  type ColonyRow,
  maybeColony,
  nameOfYard,
  oneColony,
  oneVessel,
  oneYard,
  statingVessel,
  type VesselRow,
  type YardRow,
} from "../../vessels/records";
import { pastFrames } from "../records/yields";

/** More honey than the fullest deep super of twelve frames of about 5.4 kg could carry (common practice). */
const MOST_HONEY_G = 65_000;

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
type PulledSuper = z.output<typeof pulledSuper>;

async function colonyIn(work: Work, tagged: string, yard: YardRow, field: string) {
  const colony = await oneColony(work.tx, tagged, field);
  if (colony.yard_id !== yard.id)
    refuse("wrong-yard", `Colony ${tagged} does not stand in ${yard.name}.`, field);
  return { ...colony, fillId: await fillOfColony(work.tx, colony.id) };
}

/** The honey a weight means for this super, g. */
export function honeyByWeight(
  vessel: Pick<VesselRow, "tag" | "empty_g">,
  grossKg: number,
  field: string,
): number {
  const honey = gramsFromKg(grossKg) - vessel.empty_g;
  if (honey <= 0)
    refuse(
      "under-empty",
      `Super ${vessel.tag} weighs ${formatKgFromG(vessel.empty_g)} kg empty; ${written(grossKg)} kg leaves no honey in it.`,
      field,
    );
  if (honey > MOST_HONEY_G)
    refuse(
      "too-heavy",
      `${formatKgFromG(honey)} kg of honey in super ${vessel.tag}? No super holds that: check the scale.`,
      field,
    );
  return honey;
}

interface Looked {
  readonly pulled: PulledSuper;
  readonly vessel: VesselRow;
  readonly colony: ColonyRow & { fillId: number };
  readonly honey: number;
  readonly ripeness: Ripeness;
}

function mustMakeSense(pulled: PulledSuper, vessel: VesselRow, at: (name: string) => string): void {
  const frames = vessel.frames ?? 14;
  if (pulled.framesLeft >= frames && pulled.take)
    refuse(
      "no-frames",
      `Super ${vessel.tag} has ${frames} frames; with ${pulled.framesLeft} left behind nothing is taken.`,
      at("framesLeft"),
    );
  if (pulled.flags.includes("waiting") && !pulled.waitingUntil)
    refuse("no-end", "Until when does the waiting period run?", at("waitingUntil"));
}

export const pullSupers = defineCommand({
  name: "pull-supers",
  summary: "Record supers pulled off colonies, judged and weighed in",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    /** May be left out when the colony tells it. */
    yard: text("The yard", 60).optional(),
    date: day("The day of the pull").optional(),
    /** The school that judges this pull; the house's own when left out. */
    school: choice("The school", SCHOOLS).optional(),
    instrument: text("The instrument", 30).optional(),
    sampleC: tempC("The samples' temperature", 0, 60).default(20),
    supers: list("The supers pulled", pulledSuper, 300),
  }),
  async run(work, input) {
    const today = dayIn(work.house.zone, work.now);
    const date = input.date ?? dayIn(work.house.zone, work.at);
    if (date > today)
      refuse(
        "in-the-future",
        `The ${writtenDay(date)} is still to come: a pull is recorded when it has happened.`,
        "date",
      );
    const day = dayIn(work.house.zone, work.at);
    if (input.date && work.at.getTime() !== work.now.getTime() && day !== date)
      refuse(
        "two-days",
        `The pull is dated ${writtenDay(date)}, but what is entered is booked on ${writtenDay(day)}: set one of them right.`,
        "date",
      );
    // A day without a time is booked at noon; the day it is now, or a time that was given, stays as it is.
    if (input.date && day !== date) work.happenedAt(momentOf(date, work.house.zone, work.now));
    const yardName = input.yard ?? (await yardOfColony(work, input.supers[0]?.colony ?? ""));
    const yard = await oneYard(work.tx, yardName);
    const looked = await lookAt(work, input, yard, date);
    const pullId = await work.state("pull", { yard_id: yard.id, date });
    const shown = { instrument: input.instrument, tempC: input.sampleC };
    const instrument = input.supers.some((s) => s.sample !== undefined) ? await meantBy(work, shown) : null;
    let grams = 0;
    for (const [i, { pulled, vessel, colony, honey, ripeness }] of looked.entries()) {
      const at = (name: string) => `supers.${i}.${name}`;
      if (!pulled.take) {
        await work.state("left_super", {
          pull_id: pullId,
          vessel_id: vessel.id,
          colony_id: colony.id,
          capped_pct: pulled.cappedPct,
          verdict: ripeness.verdict,
          why: ripeness.sentence,
        });
        await work.restOn([vessel, colony], `super ${pulled.tag} was looked at`);
        continue;
      }
      if (ripeness.verdict === "do-not-take" && !pulled.despite)
        refuse(
          "do-not-take",
          `Super ${pulled.tag}: ${ripeness.sentence.charAt(0).toLowerCase()}${ripeness.sentence.slice(1)} Leave it, or say why it is taken all the same.`,
          at("take"),
        );
      await emptied(work, vessel, `super ${vessel.tag} was pulled again`, at("tag"));
      const fillId = await work.openFill({
        kind: "comb",
        name: `super ${pulled.tag}`,
        vessel: { id: vessel.id, because: `super ${pulled.tag} was pulled again` },
        colonyId: colony.id,
      });
      await work.move({
        from: colony.fillId,
        to: fillId,
        grams: honey,
        kind: "pull",
        fromName: `Colony ${colony.tag}`,
        because: `super ${pulled.tag} was pulled off colony ${colony.tag}`,
      });
      await work.state("pull_super", {
        pull_id: pullId,
        fill_id: fillId,
        vessel_id: vessel.id,
        colony_id: colony.id,
        capped_pct: pulled.cappedPct,
        gross_g: vessel.empty_g + honey,
        empty_g: vessel.empty_g,
        weighed: pulled.grossKg !== undefined,
        shake: pulled.shake ?? null,
        frames_left: pulled.framesLeft,
        partly_capped: pulled.partlyCapped ?? null,
        frame_class: pulled.frameClass ?? null,
        flags: pulled.flags,
        waiting_until: pulled.waitingUntil ?? null,
        school: ripeness.school,
        verdict: ripeness.verdict,
        despite: pulled.despite,
      });
      await work.restOn(
        [...statingVessel(vessel), colony],
        `super ${pulled.tag} was pulled off colony ${colony.tag}`,
      );
      if (pulled.sample !== undefined)
        await stateReading(
          work,
          fillId,
          shown,
          pulled.sample,
          corrected(instrument, shown, pulled.sample, work.at),
        );
      grams += honey;
    }
    await work.restOn(yard, `supers were pulled in ${yard.name}`);
    const taken = looked.filter((l) => l.pulled.take);
    return {
      yard: yard.name,
      date,
      supers: taken.map((l) => l.pulled.tag),
      left: looked.filter((l) => !l.pulled.take).map((l) => l.pulled.tag),
      verdicts: looked.map((l) => ({
        super: l.pulled.tag,
        verdict: l.ripeness.verdict,
        says: l.ripeness.sentence,
      })),
      estimated: taken.filter((l) => l.pulled.grossKg === undefined).length,
      grams,
    };
  },
  say: ({ yard, supers, left, estimated, grams }) => {
    const stayed = left.length > 0 ? ` ${plural(left.length, "super")} looked at and left.` : "";
    if (supers.length === 0) return `Nothing pulled in ${yard}.${stayed}`;
    const what = supers.length === 1 ? `Super ${supers[0]}` : plural(supers.length, "super");
    const guess =
      estimated > 0 ? `, ${estimated === supers.length ? "" : `${estimated} of them `}by estimate` : "";
    return `${what} pulled in ${yard}: ${formatKgFromG(grams)} kg of honey${guess}.${stayed}`;
  },
  grams: ({ grams }) => grams,
});

/** Finds what each row speaks of, works out its honey, and judges the pull as a whole. */
async function lookAt(
  work: Work,
  input: {
    supers: readonly PulledSuper[];
    school?: (typeof SCHOOLS)[number] | undefined;
    instrument?: string | undefined;
    sampleC: number;
  },
  yard: YardRow,
  date: string,
): Promise<Looked[]> {
  const guesses: PastFrames = input.supers.some((s) => s.grossKg === undefined)
    ? await pastFrames(work.tx)
    : {};
  const shown = { instrument: input.instrument, tempC: input.sampleC };
  const instrument = input.supers.some((s) => s.sample !== undefined) ? await meantBy(work, shown) : null;
  const found: {
    pulled: PulledSuper;
    vessel: VesselRow;
    colony: ColonyRow & { fillId: number };
    honey: number;
    look: SuperLook;
  }[] = [];
  const seen = new Set<string>();
  const colonies = new Map<string, Awaited<ReturnType<typeof colonyIn>>>();
  for (const [i, pulled] of input.supers.entries()) {
    const at = (name: string) => `supers.${i}.${name}`;
    if (seen.size === seen.add(pulled.tag).size)
      refuse("twice", `Super ${pulled.tag} is in this pull twice.`, at("tag"));
    const vessel = await oneVessel(work.tx, "super", pulled.tag, at("tag"), work.at);
    const colony = colonies.get(pulled.colony) ?? (await colonyIn(work, pulled.colony, yard, at("colony")));
    colonies.set(pulled.colony, colony);
    mustMakeSense(pulled, vessel, at);
    const frames = framesOf(vessel);
    const honey =
      pulled.grossKg === undefined
        ? gramsFromKg(
            honeyInSuper(
              {
                name: pulled.tag,
                depth: (vessel.depth ?? "custom") as SuperDepth,
                framesTaken: Math.max(0, frames - pulled.framesLeft),
                cappedPct: pulled.cappedPct,
                netKg: null,
                frameClass: pulled.frameClass ?? null,
              },
              guesses,
            ).kg,
          )
        : honeyByWeight(vessel, pulled.grossKg, at("grossKg"));
    const sample = pulled.sample === undefined ? null : corrected(instrument, shown, pulled.sample, work.at);
    found.push({
      pulled,
      vessel,
      colony,
      honey,
      look: {
        name: pulled.tag,
        massKg: honey / 1000,
        cappedPct: pulled.cappedPct,
        frames,
        framesLeft: Math.min(frames, pulled.framesLeft),
        shake: pulled.shake ?? null,
        flags: pulled.flags,
        waitingUntil: pulled.waitingUntil ?? null,
        place: "colony",
        partlyCapped: pulled.partlyCapped ?? null,
        readings: sample ? [sample.reading] : [],
      },
    });
  }
  const judged = judgePull(
    found.map((f) => f.look),
    rulesOf(work.house, input.school),
    date,
  );
  return found.map(({ pulled, vessel, colony, honey }, i) => ({
    pulled,
    vessel,
    colony,
    honey,
    ripeness: (judged.supers[i] as (typeof judged.supers)[number]).ripeness,
  }));
}

async function yardOfColony(work: Work, colonyTag: string): Promise<string> {
  const colony = await maybeColony(work.tx, colonyTag);
  if (!colony)
    refuse(
      "unknown-tag",
      `There is no colony ${colonyTag}. Set it up in the Yard bay first.`,
      "supers.0.colony",
    );
  return nameOfYard(work.tx, colony.yard_id);
}
