import { z } from "zod";
import { gramsFromKg } from "@/core/units";
import { knownFrom } from "../../language/clock";
import { choice, count, massKg, since } from "../../language/fields";
import { tags } from "../../language/ranges";
import { spoken } from "../../language/spoken";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { setUpVessels } from "../set-up";

export const DEPTHS = ["deep", "medium", "shallow", "custom"] as const;

export const FOUNDATIONS = ["wired wax", "unwired wax", "plastic", "foundationless"] as const;

export const addSupers = defineCommand({
  name: "add-supers",
  summary: "Set up supers with depth, frames and empty weight",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    tags: tags("super"),
    depth: choice("The depth", DEPTHS),
    frames: count("Frames in a super", 1, 14),
    emptyKg: massKg("The empty weight, drawn comb included", 25),
    foundation: choice("The foundation", FOUNDATIONS).optional(),
    since: since(),
  }),
  async run(work, input) {
    await setUpVessels(work, "super", input.tags, {
      depth: input.depth,
      frames: input.frames,
      empty_g: gramsFromKg(input.emptyKg),
      foundation: input.foundation ?? null,
      known_from: knownFrom(work.house.zone, input.since),
    });
    return { tags: input.tags, depth: input.depth, frames: input.frames };
  },
  say: ({ tags, depth, frames }) =>
    `Super${tags.length === 1 ? "" : "s"} ${spoken(tags)} set up: ${depth}, ${frames} frames.`,
});
