import { z } from "zod";
import { gramsFromKg } from "@/core/units";
import { knownFrom } from "../../language/clock";
import { massKg, since } from "../../language/fields";
import { tags } from "../../language/ranges";
import { asWritten } from "../../language/shown";
import { spoken } from "../../language/spoken";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { setUpVessels } from "../set-up";

export const addPails = defineCommand({
  name: "add-pails",
  summary: "Set up pails with their empty weight and what they hold",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    tags: tags("pail"),
    emptyKg: massKg("The empty weight with lid", 30),
    holdsKg: massKg("What it holds", 400),
    since: since(),
  }),
  async run(work, input) {
    await setUpVessels(work, "pail", input.tags, {
      empty_g: gramsFromKg(input.emptyKg),
      capacity_g: gramsFromKg(input.holdsKg),
      known_from: knownFrom(work.house.zone, input.since),
    });
    return { tags: input.tags, emptyKg: input.emptyKg, holdsKg: input.holdsKg };
  },
  say: ({ tags, emptyKg, holdsKg }) =>
    `Pail${tags.length === 1 ? "" : "s"} ${spoken(tags)} stand ready: ${asWritten(emptyKg, "kg")} empty, room for ${asWritten(holdsKg, "kg")}.`,
});
