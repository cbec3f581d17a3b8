import { z } from "zod";
import { dayIn } from "../../language/clock";
import { refuse } from "../../language/errors";
import { choice, count, tag, text } from "../../language/fields";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { crewNow } from "../../people/records";
import { combsOfBatches, openBatch, openBatches } from "../records/batches";
import { wasUncapped } from "../records/hands";

export const noteUncapped = defineCommand({
  name: "note-uncapped",
  summary: "Say that a box is uncapped: its frames stand at the machines",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({ super: tag("super"), batch: count("The batch", 1, 99_999).optional() }),
  async run(work, input) {
    // The box says which batch, where more than one is open.
    const open =
      input.batch === undefined ? await openBatches(work.tx) : [await openBatch(work.tx, input.batch)];
    const combs = await combsOfBatches(
      work.tx,
      open.map((b) => b.id),
    );
    const comb =
      combs.find((c) => c.tag === input.super && c.spun_entry === null) ??
      combs.find((c) => c.tag === input.super);
    const batch = open.find((b) => b.id === comb?.batch_id);
    if (!comb || !batch)
      refuse(
        "not-here",
        `Super ${input.super} is not in ${input.batch === undefined ? "an open batch" : `batch ${input.batch}`}.`,
        "super",
      );
    if (comb.spun_entry !== null) refuse("spun", `Super ${input.super} is spun already.`, "super");
    if (await wasUncapped(work.tx, comb.comb_fill))
      refuse("twice", `Super ${input.super} was told to be uncapped already.`, "super");
    await work.note("uncapped", { fill_id: comb.comb_fill, who: work.actor.name, at: work.at });
    await work.restOn([batch, comb], `super ${input.super} is uncapped`);
    return { super: input.super, batch: batch.number };
  },
  say: ({ super: name, batch }) => `Super ${name} is uncapped, batch ${batch}.`,
});

export const noteMesh = defineCommand({
  name: "note-mesh",
  summary: "Say that the mesh under the machines is clogged, or that another was put in",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({ what: choice("What", ["clogged", "changed"]) }),
  async run(work, { what }) {
    await work.note("gate_mesh", { what, at: work.at });
    return { what };
  },
  say: ({ what }) =>
    what === "clogged"
      ? "The mesh is clogged: close the gate before you lift it out, and put a washed one in."
      : "Another mesh is in.",
});

const PLACE_SAID = { box: "super", machine: "", strainer: "the strainer" } as const;

export const giveWork = defineCommand({
  name: "give-work",
  summary: "Send somebody to a box, a machine or the strainer for today",
  who: ["lead"],
  undo: "counter-entry",
  input: z.strictObject({
    what: choice("What", ["box", "machine", "strainer"]),
    of: text("Which", 30).optional(),
    to: text("Who", 40),
  }),
  async run(work, { what, of = "", to }) {
    const known = (await crewNow(work.tx)).find((c) => c.name.toLowerCase() === to.toLowerCase());
    if (!known) refuse("unknown", `Nobody called "${to}" works here.`, "to");
    if (known.role === "auditor")
      refuse("looks", `${known.name} looks, and does nothing on the floor.`, "to");
    if (what !== "strainer" && of === "") refuse("which", "Say which one.", "of");
    await work.note("work_given", {
      day: dayIn(work.house.zone, work.at),
      what,
      of: what === "strainer" ? "" : of,
      person: known.name,
    });
    return { what, of, to: known.name };
  },
  say: ({ what, of, to }) => `${to} sees to ${[PLACE_SAID[what], of].filter(Boolean).join(" ")} today.`,
});
