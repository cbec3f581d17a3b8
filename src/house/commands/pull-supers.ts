import { z } from "zod";
import { formatKgFromG, gramsFromKg } from "@/core/units";
import { dayIn, momentOf, writtenDay } from "../clock";
import { ANY_HAND, defineCommand } from "../command";
import { refuse } from "../errors";
import { day, list, massKg, pct, tag, text } from "../fields";
import { plural } from "../ranges";
import { stayOfComb } from "../records/batches";
import {
  maybeColony,
  oneColony,
  oneVessel,
  oneYard,
  type VesselRow,
  type YardRow,
} from "../records/equipment";
import { lastDrawFrom, lastFillOf } from "../records/fills";
import type { Work } from "../work";

/** More honey than the fullest deep super of twelve frames of about 5.4 kg could carry (common practice). */
const MOST_HONEY_G = 65_000;

/** A super goes out again: what the bees licked out of its spun combs is booked, and nothing else may be in it. */
async function emptied(work: Work, vessel: VesselRow, field: string): Promise<void> {
  const last = await lastFillOf(work.tx, vessel.id);
  if (!last) return;
  const name = `super ${vessel.tag}`;
  if (last.kind === "comb" && last.grams > 0) {
    refuse(
      "super-full",
      `Super ${vessel.tag} is here already with ${formatKgFromG(last.grams)} kg in it, pulled ${writtenDay(dayIn(work.house.zone, last.opened_at))}.`,
      field,
    );
  }
  if (last.kind === "comb") {
    const stay = await stayOfComb(work.tx, last.id);
    // In a closed batch what stayed in the comb is in the remainder already: the super is free.
    if (stay && stay.closed_by === null)
      refuse(
        "not-weighed-back",
        `Super ${vessel.tag} is still in batch ${stay.batch_number}: weigh it back first.`,
        field,
      );
  }
  const emptiedBy = await lastDrawFrom(work.tx, last.id);
  await work.restOn(emptiedBy ? [last, emptiedBy] : last, `${name} was pulled again`);
  if (last.kind === "wets")
    await work.lose(last.id, name, last.grams, `cleaned by the bees from ${name}`, "cleaned");
}

async function colonyIn(work: Work, tagged: string, yard: YardRow, field: string) {
  const colony = await oneColony(work.tx, tagged, field);
  if (colony.yard_id !== yard.id)
    refuse("wrong-yard", `Colony ${tagged} does not stand in ${yard.name}.`, field);
  const fill = await work.tx("live_fill").where({ kind: "colony", colony_id: colony.id }).first("id");
  return { ...colony, fillId: fill.id as number };
}

export const pullSupers = defineCommand({
  name: "pull-supers",
  summary: "Record supers pulled off colonies, weighed in",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.object({
    /** May be left out when the colony tells it. */
    yard: text("The yard", 60).optional(),
    date: day("The day of the pull").optional(),
    supers: list(
      "The supers pulled",
      z.object(
        {
          tag: tag("super"),
          colony: tag("colony"),
          cappedPct: pct("The share capped"),
          grossKg: massKg("The weight with honey", 90),
        },
        { error: "Each super needs its tag, colony, share capped and weight." },
      ),
      300,
    ),
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
    if (input.date) work.happenedAt(momentOf(date, work.house.zone, work.now));
    const yardName = input.yard ?? (await yardOfColony(work, input.supers[0]?.colony ?? ""));
    const yard = await oneYard(work.tx, yardName);
    const pullId = await work.state("pull", { yard_id: yard.id, date });
    let grams = 0;
    for (const [i, pulled] of input.supers.entries()) {
      const at = (name: string) => `supers.${i}.${name}`;
      if (input.supers.findIndex((s) => s.tag === pulled.tag) !== i)
        refuse("twice", `Super ${pulled.tag} is in this pull twice.`, at("tag"));
      const vessel = await oneVessel(work.tx, "super", pulled.tag, at("tag"));
      const colony = await colonyIn(work, pulled.colony, yard, at("colony"));
      const honey = gramsFromKg(pulled.grossKg) - vessel.empty_g;
      if (honey <= 0)
        refuse(
          "under-empty",
          `Super ${pulled.tag} weighs ${formatKgFromG(vessel.empty_g)} kg empty; ${pulled.grossKg} kg leaves no honey in it.`,
          at("grossKg"),
        );
      if (honey > MOST_HONEY_G)
        refuse(
          "too-heavy",
          `${formatKgFromG(honey)} kg of honey in super ${pulled.tag}? No super holds that: check the scale.`,
          at("grossKg"),
        );
      await emptied(work, vessel, at("tag"));
      const fillId = await work.openFill({
        kind: "comb",
        name: `super ${pulled.tag}`,
        vesselId: vessel.id,
        colonyId: colony.id,
      });
      await work.move({
        from: colony.fillId,
        to: fillId,
        grams: honey,
        kind: "pull",
        fromName: `Colony ${colony.tag}`,
      });
      await work.state("pull_super", {
        pull_id: pullId,
        fill_id: fillId,
        vessel_id: vessel.id,
        colony_id: colony.id,
        capped_pct: pulled.cappedPct,
        gross_g: gramsFromKg(pulled.grossKg),
      });
      await work.restOn([vessel, colony], `super ${pulled.tag} was pulled off colony ${colony.tag}`);
      grams += honey;
    }
    await work.restOn(yard, `supers were pulled in ${yard.name}`);
    return { yard: yard.name, date, supers: input.supers.map((s) => s.tag), grams };
  },
  say: ({ yard, supers, grams }) =>
    `${supers.length === 1 ? `Super ${supers[0]}` : plural(supers.length, "super")} pulled in ${yard}: ${formatKgFromG(grams)} kg of honey.`,
  grams: ({ grams }) => grams,
});

async function yardOfColony(work: Work, colonyTag: string): Promise<string> {
  const colony = await maybeColony(work.tx, colonyTag);
  if (!colony)
    refuse(
      "unknown-tag",
      `There is no colony ${colonyTag}. Set it up in the Yard bay first.`,
      "supers.0.colony",
    );
  const yard = await work.tx("live_yard").where({ id: colony.yard_id }).first("name");
  return yard.name as string;
}
