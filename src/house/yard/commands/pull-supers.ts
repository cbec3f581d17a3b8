import { holdAtThePull } from "../../hold/at-the-pull";
import { mustBeUsable } from "../../hold/gate";
import { heldBoxes, holdRules } from "../../hold/records";
import { dayIn, momentOf, writtenDay } from "../../language/clock";
import { refuse } from "../../language/errors";
import { massG } from "../../language/shown";
import { capital, plural } from "../../language/spoken";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { stateReadings } from "../../readings/samples";
import { emptied } from "../../vessels/emptied";
import { statingVessel } from "../../vessels/records";
import { pullInput } from "../pull/input";
import { type Looked, lookAt, namedIn } from "../pull/look";

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
    const [named, boxes, rules] = await Promise.all([
      namedIn(work, input),
      heldBoxes(work.tx, work.house.zone, work.at),
      holdRules(work.tx, work.at),
    ]);
    const { yard } = named;
    const looked = await lookAt(work, input, named, date);
    const at = (row: { readonly i: number }, name: string) => `supers.${row.i}.${name}`;
    const rows = looked.map((row, i) => ({ ...row, i }));
    const [taken, left] = [rows.filter((r) => r.pulled.take), rows.filter((r) => !r.pulled.take)];
    for (const row of taken) {
      const { pulled, vessel, colony, ripeness } = row;
      if (ripeness.verdict === "do-not-take" && !pulled.despite)
        refuse(
          "do-not-take",
          `Super ${pulled.tag}: ${ripeness.sentence.charAt(0).toLowerCase()}${ripeness.sentence.slice(1)} Leave it, or say why it is taken all the same.`,
          at(row, "take"),
        );
      mustBeUsable(boxes.get(vessel.id), colony.id, pulled.tag, at(row, "tag"));
    }
    const again = ({ tag }: { readonly tag: string }) => `super ${tag} was pulled again`;
    const off = ({ pulled, colony }: Looked) => `super ${pulled.tag} was pulled off colony ${colony.tag}`;
    await emptied(
      work,
      taken.map((row) => ({ vessel: row.vessel, because: again(row.vessel), field: at(row, "tag") })),
    );
    const [pullId, fills] = await Promise.all([
      work.state("pull", { yard_id: yard.id, date }),
      work.openFills(
        taken.map(({ pulled, vessel, colony }) => ({
          kind: "comb",
          name: `super ${pulled.tag}`,
          vessel: { id: vessel.id, because: again(vessel) },
          colonyId: colony.id,
        })),
      ),
    ]);
    await work.noteMany(
      "left_super",
      left.map(({ pulled, vessel, colony, ripeness }) => ({
        pull_id: pullId,
        vessel_id: vessel.id,
        colony_id: colony.id,
        capped_pct: pulled.cappedPct,
        verdict: ripeness.verdict,
        why: ripeness.sentence,
      })),
    );
    for (const { pulled, vessel, colony } of left)
      await work.restOn([vessel, colony], `super ${pulled.tag} was looked at`);
    const combs = taken.map((row, i) => ({ ...row, fillId: fills[i] as number }));
    await Promise.all([
      work.moveMany(
        combs.map((comb) => ({
          from: comb.colony.fillId,
          to: comb.fillId,
          grams: comb.honey,
          kind: "pull",
          fromName: `Colony ${comb.colony.tag}`,
          because: off(comb),
        })),
      ),
      work.stateMany(
        "pull_super",
        combs.map(({ fillId, pulled, vessel, colony, honey, ripeness }) => ({
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
        })),
      ),
    ]);
    for (const comb of combs) await work.restOn([...statingVessel(comb.vessel), comb.colony], off(comb));
    await stateReadings(
      work,
      { instrument: input.instrument, tempC: input.sampleC },
      combs.flatMap(({ fillId, pulled, sample }) =>
        sample && pulled.sample !== undefined ? { fillId, value: pulled.sample, taken: sample } : [],
      ),
    );
    const held = await holdAtThePull(work, rules, {
      yard: yard.name,
      country: yard.country,
      date,
      combs: combs.map(({ fillId, pulled }) => ({
        tag: pulled.tag,
        fillId,
        flags: pulled.flags,
        waitingUntil: pulled.waitingUntil ?? null,
      })),
    });
    await work.restOn(yard, `supers were pulled in ${yard.name}`);
    return {
      yard: yard.name,
      date,
      supers: taken.map((l) => l.pulled.tag),
      left: left.map((l) => l.pulled.tag),
      verdicts: looked.map((l) => ({
        super: l.pulled.tag,
        verdict: l.ripeness.verdict,
        says: l.ripeness.sentence,
      })),
      held,
      estimated: taken.filter((l) => l.pulled.grossKg === undefined).length,
      grams: combs.reduce((g, comb) => g + comb.honey, 0),
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
