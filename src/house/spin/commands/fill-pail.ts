import { z } from "zod";
import { gramsFromKg } from "@/core/units";
import { isOverFull } from "@/core/vessels";
import { mayTouchHeld } from "../../hold/gate";
import { refuse } from "../../language/errors";
import { count, massKg, tag } from "../../language/fields";
import { asWritten, massG } from "../../language/shown";
import { capital } from "../../language/spoken";
import { type NamedVessel, vesselName } from "../../language/vessel-name";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { fillAt, lastFillOf } from "../../ledger/records/fills";
import type { Work } from "../../ledger/work";
import { ownersOf } from "../../moves/owners";
import { holdsGrams } from "../../vessels/holds";
import { nextTag, oneVessel, statingVessel } from "../../vessels/records";
import { setUpVessels } from "../../vessels/set-up";
import { coverFromBatch } from "../batch-mass";
import { openBatch } from "../records/batches";

/** An empty pail of five gallons with its lid (common practice). */
const PAIL_EMPTY_KG = 1.1;

/** Sets a pail up under the next number. */
async function numbered(work: Work, emptyKg: number | undefined): Promise<NamedVessel> {
  const next =
    (await work.before<{ tag: string }>("vessel", ["tag"], { kind: "pail" }))?.tag ??
    (await nextTag(work.tx, "pail"));
  await setUpVessels(work, "pail", [next], {
    empty_g: gramsFromKg(emptyKg ?? PAIL_EMPTY_KG),
    guessed: emptyKg === undefined,
  });
  return { kind: "pail", tag: next };
}

export const fillPail = defineCommand({
  name: "fill-pail",
  summary: "Weigh a filled pail or other vessel: the honey in it comes out of the batch",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    pail: tag("pail").optional(),
    /** Any other vessel, or the pail: "tank 1". One that holds honey already is topped up, a pail is not. */
    vessel: vesselName("The vessel").optional(),
    grossKg: massKg("The weight with honey", 6000).optional(),
    /** The honey that came, where the vessel cannot be weighed. */
    kg: massKg("The honey that came", 5000).optional(),
    batch: count("The batch", 1, 99_999).optional(),
    /** A pail nobody set up: the house gives it the next number. */
    newPail: z.boolean().default(false),
    /** What the new pail weighs empty; estimated when left out. */
    emptyKg: massKg("Its empty weight", 30).optional(),
  }),
  async run(work, input) {
    if (input.newPail && (input.pail !== undefined || input.vessel))
      refuse("which", "A new pail gets its number by itself: leave the name out.", "pail");
    const named = input.newPail
      ? await numbered(work, input.emptyKg)
      : (input.vessel ?? (input.pail === undefined ? null : { kind: "pail" as const, tag: input.pail }));
    if (!named || (input.vessel && input.pail !== undefined))
      refuse("which", "Name one: the pail, or the other vessel that was filled.", "pail");
    const { kind } = named;
    const field = input.vessel ? "vessel" : "pail";
    const vessel = await oneVessel(work.tx, kind, named.tag, field, work.at);
    const name = `${kind} ${vessel.tag}`;
    const last = await lastFillOf(work.tx, vessel.id);
    const present = last?.grams ?? 0;
    if (present > 0 && kind === "pail")
      refuse(
        "pail-full",
        `Pail ${vessel.tag} still holds ${massG(present)}: empty it first, or take another.`,
        field,
      );
    const standing = present > 0 && last ? last : null;
    // A late entry speaks of what was in it then.
    const held = standing ? (await fillAt(work.tx, standing.id, work.at)).grams : 0;
    if ((input.grossKg === undefined) === (input.kg === undefined))
      refuse("one-of-two", `Say what ${name} weighs, or how much came into it.`, "grossKg");
    if (input.grossKg !== undefined && vessel.weighable === false)
      refuse("not-weighed", `${capital(name)} cannot be weighed: say how much came into it.`, "grossKg");
    const batch = await openBatch(work.tx, input.batch);
    const net =
      input.kg === undefined
        ? gramsFromKg(input.grossKg ?? 0) - vessel.empty_g - held
        : gramsFromKg(input.kg);
    if (net <= 0)
      refuse(
        "under-empty",
        held > 0
          ? `${capital(name)} weighs ${massG(vessel.empty_g)} empty and holds ${massG(held)}; ${asWritten(input.grossKg ?? 0, "kg")} adds nothing.`
          : `${capital(name)} weighs ${massG(vessel.empty_g)} empty; ${asWritten(input.grossKg ?? 0, "kg")} leaves no honey in it.`,
        "grossKg",
      );
    const full = holdsGrams(vessel);
    if (isOverFull(Math.max(held, present) + net, full))
      refuse(
        "over-full",
        `${capital(name)} holds ${massG(full ?? 0)}; ${massG(held + net)} does not fit: check the scale.`,
        input.kg === undefined ? "grossKg" : "kg",
      );
    if (standing) {
      const owners = new Set([
        ...(await ownersOf(work, [standing.id])),
        ...(await ownersOf(work, [batch.fill_id])),
      ]);
      if (owners.size > 1)
        refuse(
          "kept-apart",
          `What is kept apart would be mixed in ${name}: take another vessel, or pour it over with the reason.`,
          field,
        );
      // Held honey is poured onto other honey with its reason, which this gate has no room for.
      await mayTouchHeld(work, [standing.id, batch.fill_id], name, "", field);
    }
    const gained = await coverFromBatch(work, batch, net);
    const refilled = `${name} was filled again`;
    // Nothing is topped up before it was there to be topped up.
    if (standing) await work.restOn(standing, refilled);
    const fillId =
      standing?.id ?? (await work.openFill({ kind, name, vessel: { id: vessel.id, because: refilled } }));
    if (standing && input.kg === undefined) await work.restOnAllOf(fillId, refilled);
    await work.move({
      from: batch.fill_id,
      to: fillId,
      grams: net,
      kind: "pail",
      fromName: `Batch ${batch.number}`,
      because: `${name} was filled from batch ${batch.number}`,
    });
    await work.restOn([...statingVessel(vessel), batch], refilled);
    return {
      name,
      pail: vessel.tag,
      batch: batch.number,
      grams: net,
      holds: held + net,
      gained,
      guessed: vessel.guessed === true && input.kg === undefined,
    };
  },
  say: ({ name, batch, grams, holds, gained, guessed }, { grossKg }) =>
    `${capital(name)} ${grossKg === undefined ? `got ${massG(grams)} of` : `weighs ${asWritten(grossKg, "kg")}: ${massG(grams)} net,`} batch ${batch}${holds > grams ? `, and holds ${massG(holds)} now` : ""}.${gained > 0 ? ` ${massG(gained)} more than paper had, booked as a gain.` : ""}${guessed ? " Its empty weight is a guess until it is weighed." : ""}`,
  grams: ({ grams }) => grams,
});
