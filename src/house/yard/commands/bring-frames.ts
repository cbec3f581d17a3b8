import { z } from "zod";
import { BARE_FRAME_KG } from "@/core/extraction";
import { gramsFromKg } from "@/core/units";
import { refuse } from "../../language/errors";
import { count, day, massKg, note, pct, tag } from "../../language/fields";
import { asWritten, massG } from "../../language/shown";
import { plural } from "../../language/spoken";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import type { Work } from "../../ledger/work";
import { maybeColony, maybeYard, nameOfYard, nextTag, yards } from "../../vessels/records";
import { setUpVessels } from "../../vessels/set-up";
import { addColonies } from "./add-colonies";
import { addYard } from "./add-yard";
import { pullSupers } from "./pull-supers";

/** A carry box of thin wood weighs about so much (common practice). */
const CRATE_KG = 2;
/** What is called where nobody named the place. */
const HOME = "Home";

/** The yard meant: the one named, the colony's, the only one there is, or a first one called Home. */
async function yardMeant(work: Work, named: string, colonyTag: string): Promise<string> {
  const colony = await maybeColony(work.tx, colonyTag);
  if (colony) return nameOfYard(work.tx, colony.yard_id);
  if (named !== "" && (await maybeYard(work.tx, named))) return named;
  const [only, more] = await yards(work.tx);
  if (named === "" && only && !more) return only.name;
  if (named === "" && more) refuse("which-yard", "There are several yards: say which.", "yard");
  const name = named === "" ? HOME : named;
  await addYard.run(work, addYard.input.parse({ name }));
  return name;
}

/** "Ada Fen" brings the honey of ADA-FEN; a name no tag can be made of is a guest. */
const tagAfter = (owner: string): string => tag("colony").safeParse(owner.slice(0, 16)).data ?? "GUEST";

export const bringFrames = defineCommand({
  name: "bring-frames",
  summary: "Bring in a crate of loose frames, weighed as one: the house numbers the crate by itself",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    frames: count("Frames in the crate", 1, 40),
    grossKg: massKg("The crate's weight with its frames", 200),
    /** Crate and frames without honey; estimated when left out, and learnt when it is weighed after spinning. */
    emptyKg: massKg("Crate and empty frames", 60).optional(),
    /** Left out, 1; or one called after the owner. */
    colony: tag("colony").optional(),
    yard: note("The yard", 60),
    /** Somebody brought them to have them spun: the honey stays theirs. */
    owner: note("Whose honey it stays", 60),
    cappedPct: pct("The share capped").default(95),
    date: day("The day of the pull").optional(),
  }),
  async run(work, input) {
    const { owner } = input;
    const colony = input.colony ?? (owner === "" ? "1" : tagAfter(owner));
    const yard = await yardMeant(work, input.yard || owner, colony);
    const known = await maybeColony(work.tx, colony);
    if (!known) await addColonies.run(work, addColonies.input.parse({ yard, tags: [colony], owner }));
    else if (owner !== "" && known.owner !== owner)
      refuse("other-owner", `Colony ${colony} is not kept separate for ${owner}: name another.`, "owner");
    const crate =
      (await work.before<{ tag: string }>("vessel", ["tag"], { kind: "super" }))?.tag ??
      (await nextTag(work.tx, "super"));
    const empty = gramsFromKg(input.emptyKg ?? CRATE_KG + input.frames * BARE_FRAME_KG);
    await setUpVessels(work, "super", [crate], {
      depth: "custom",
      frames: input.frames,
      empty_g: empty,
      guessed: input.emptyKg === undefined,
    });
    const pulled = await pullSupers.run(
      work,
      pullSupers.input.parse({
        yard,
        ...(input.date ? { date: input.date } : {}),
        supers: [
          {
            tag: crate,
            colony,
            cappedPct: input.cappedPct,
            grossKg: input.grossKg,
          },
        ],
      }),
    );
    return {
      crate,
      colony,
      owner,
      yard,
      frames: input.frames,
      grams: pulled.grams,
      // They are off the hive already: a verdict against them is told, not asked about.
      doubt: pulled.verdicts.flatMap((v) => (v.verdict === "spin" ? [] : [v.says]))[0] ?? "",
      empty,
      guessed: input.emptyKg === undefined,
    };
  },
  say: ({ crate, colony, owner, yard, frames, grams, empty, guessed, doubt }, { grossKg }) =>
    `Crate ${crate}: ${plural(frames, "frame")} off colony ${colony} in ${yard}, ${asWritten(grossKg, "kg")}, ${guessed ? "about " : ""}${massG(grams)} of honey${guessed ? ` (crate and frames taken at ${massG(empty)} until they are weighed after spinning)` : ""}${owner ? `, kept separate for ${owner}` : ""}.${doubt ? ` ${doubt}` : ""}`,
  grams: ({ grams }) => grams,
});
