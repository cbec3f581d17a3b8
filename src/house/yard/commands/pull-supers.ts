import { holdAtThePull, type PulledNow } from "../../hold/at-the-pull";
import { mustBeUsable } from "../../hold/gate";
import { heldBoxes } from "../../hold/records";
import { dayIn, momentOf, writtenDay } from "../../language/clock";
import { refuse } from "../../language/errors";
import { massG } from "../../language/shown";
import { capital, plural } from "../../language/spoken";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import type { Work } from "../../ledger/work";
import { corrected, meantBy, stateReading } from "../../readings/samples";
import { emptied } from "../../vessels/emptied";
import { maybeColony, nameOfYard, oneYard, statingVessel } from "../../vessels/records";
import { pullInput } from "../pull/input";
import { lookAt } from "../pull/look";

export const pullSupers = defineCommand({
  name: "pull-supers",
  summary: "Record supers pulled off colonies, judged and weighed in",
  who: ANY_HAND,
  undo: "counter-entry",
  input: pullInput,
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
    const boxes = await heldBoxes(work.tx, work.house.zone, work.at);
    const combs: PulledNow[] = [];
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
      mustBeUsable(boxes.get(vessel.id), colony.id, pulled.tag, at("tag"));
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
      combs.push({
        tag: pulled.tag,
        fillId,
        flags: pulled.flags,
        waitingUntil: pulled.waitingUntil ?? null,
      });
      grams += honey;
    }
    const held = await holdAtThePull(work, { yard: yard.name, country: yard.country, date, combs });
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
      held,
      estimated: taken.filter((l) => l.pulled.grossKg === undefined).length,
      grams,
    };
  },
  say: ({ yard, supers, left, estimated, grams, held }) => {
    const stayed = left.length > 0 ? ` ${plural(left.length, "super")} looked at and left.` : "";
    if (supers.length === 0) return `Nothing pulled in ${yard}.${stayed}`;
    const what = supers.length === 1 ? `Super ${supers[0]}` : plural(supers.length, "super");
    const guess =
      estimated > 0 ? `, ${estimated === supers.length ? "" : `${estimated} of them `}by estimate` : "";
    return `${what} pulled in ${yard}: ${massG(grams)} of honey${guess}.${stayed}${held.length > 0 ? ` ${capital(held.join("; "))}.` : ""}`;
  },
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
  return nameOfYard(work.tx, colony.yard_id);
}
