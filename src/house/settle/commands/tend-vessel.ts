import { z } from "zod";
import { heatAccount } from "@/core/heat";
import { gramsFromKg } from "@/core/units";
import { refuse } from "../../language/errors";
import { choice, massKgOrNone, note, tempC } from "../../language/fields";
import { asWritten, massG } from "../../language/shown";
import { capital, spoken } from "../../language/spoken";
import { vesselName } from "../../language/vessel-name";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { poured } from "../../moves/pouring";
import { standingIn } from "../../vessels/standing-in";
import { ceilingOfFill } from "../ceiling";
import { FOUND } from "../kinds";
import { underTheSameGate } from "../records";

/** What an hour and a day at a temperature cost. */
function costOf(warmC: number): string {
  const lost = (hours: number): number =>
    100 - heatAccount([{ hours, loC: warmC, hiC: warmC }]).diastaseHiPct;
  return `A day of it costs ${lost(24).toFixed(1)} % of its enzymes: cool it, or use it soon.`;
}

export const noteWarmth = defineCommand({
  name: "note-warmth",
  summary: "Note how warm the honey in a vessel is; it counts from then on",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    vessel: vesselName("The vessel"),
    tempC: tempC("The honey's temperature", -5, 75),
  }),
  async run(work, input) {
    const { fill, name } = await standingIn(work, input.vessel);
    await work.restOn(fill, `${name} was measured`);
    await work.note("vessel_warmth", { fill_id: fill.id, temp_c: input.tempC });
    const ceilingC = await ceilingOfFill(work, fill.id);
    return { name, over: ceilingC !== null && input.tempC > ceilingC ? ceilingC : null };
  },
  say: ({ name, over }, { tempC: warm }) =>
    `${capital(name)} is at ${asWritten(warm, "°C", 1)}${over === null ? "" : `, over this house's ${asWritten(over, "°C", 1)}`}.${over !== null || warm > 45 ? ` ${costOf(warm)}` : ""}`,
});

/** Scum is about so much of what stands, where nobody weighs it (common practice: half to one and a half per cent). */
const SCUM_SHARE = 0.01;

export const skim = defineCommand({
  name: "skim",
  summary: "Take the scum off a vessel that has cleared",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    vessel: vesselName("The vessel"),
    /** Weighed; estimated when left out. */
    kg: massKgOrNone("The skimmings", 100).optional(),
    /** Where they are kept to be melted again; booked as scum when left out. */
    into: vesselName("The vessel for the skimmings").optional(),
    /** Why skimmings of kept-apart honey are put together with others. */
    despite: note("The reason"),
  }),
  async run(work, input) {
    const { fill, grams, name } = await standingIn(work, input.vessel);
    const guessed = input.kg === undefined;
    const off = guessed ? Math.round(grams * SCUM_SHARE) : gramsFromKg(input.kg ?? 0);
    if (off >= grams)
      refuse("more-than-there", `${capital(name)} holds ${massG(grams)}: that is more than its scum.`, "kg");
    const because = `${name} was skimmed`;
    await work.restOn(fill, because);
    const kept = input.into && off > 0 ? `${input.into.kind} ${input.into.tag}` : null;
    if (input.into && kept)
      await poured(work, {
        from: [{ vessel: input.vessel, kg: off / 1000, emptied: false }],
        to: [{ vessel: input.into }],
        cause: "scum",
        honeyC: 25,
        despite: input.despite,
      });
    else
      await work.lose({
        from: fill.id,
        fromName: capital(name),
        grams: off,
        cause: "scum",
        of: name,
        because,
      });
    await work.note("skimming", { fill_id: fill.id, grams: off, guessed });
    return { name, off, left: grams - off, guessed, kept };
  },
  say: ({ name, off, left, guessed, kept }) =>
    off === 0
      ? `${capital(name)} looked at: no scum to take off, ${massG(left)} stay.`
      : `${capital(name)}: ${guessed ? "about " : ""}${massG(off, 2)} of scum off${kept ? ` into ${kept}` : ""}, ${massG(left)} stay.`,
  grams: ({ off, kept }) => (kept ? off : -off),
});

/** Things that are in the honey, not of it. */
const IN_IT: ReadonlySet<string> = new Set(["fly or wasp", "glass", "chemical"]);

export const inspect = defineCommand({
  name: "inspect",
  summary: "Look at honey before jars: clear, scum gone, nothing in it, smell and taste right, lid on",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    vessel: vesselName("The vessel"),
    found: choice("What was found", FOUND).default("nothing"),
    why: note("What was seen"),
  }),
  async run(work, input) {
    const { fill, name } = await standingIn(work, input.vessel);
    await work.restOn(fill, `${name} was inspected`);
    const good = input.found === "nothing";
    await work.note("inspection", {
      fill_id: fill.id,
      verdict: good ? "good" : "held",
      found: [good ? "" : input.found, input.why].filter((t) => t !== "").join(": "),
    });
    // What fell into one pail may be in those that stood under the same gate.
    const beside = IN_IT.has(input.found) ? await underTheSameGate(work.tx, fill.id) : [];
    return { name, good, beside };
  },
  say: ({ name, good, beside }, { found, why }) =>
    good
      ? `${capital(name)} looked at: clear, clean, smell and taste right, lid on.`
      : `${capital(name)} held: ${found}${why ? `, ${why}` : ""}. Nothing of it goes into jars until it is looked at again and good.${beside.length > 0 ? ` Look at ${spoken(beside)} too, filled at the same gate.` : ""}`,
});
