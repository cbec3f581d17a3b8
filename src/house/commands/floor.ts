import { DateTime } from "luxon";
import { z } from "zod";
import { checkMachine, MACHINE_KINDS } from "@/core/extraction";
import { ANY_HAND, defineCommand } from "../command";
import { refuse } from "../errors";
import { choice, count, number, tag, text } from "../fields";
import { CHECKS, type CheckKind } from "../floor-checks";
import { openBatch } from "../records/batches";
import { oneVessel, vessels } from "../records/equipment";
import { lastFillOf } from "../records/fills";
import { asMachine, checksSince, gatePails, type MachineRow } from "../records/floor";
import type { Work } from "../work";

export const addMachine = defineCommand({
  name: "add-machine",
  summary: "Set up an extractor: its slots, size and the imbalance it stands",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.object({
    name: text("The machine's name", 30),
    kind: choice("The kind", MACHINE_KINDS).default("radial"),
    slots: count("Slots", 2, 120),
    radiusCm: number("From axle to a frame's middle", 5, 150, "cm").default(30),
    drumCm: number("The drum's diameter", 20, 320, "cm").default(76),
    clearanceCm: number("Clearance under the frames", 1, 100, "cm").default(15),
    allowedKgM: number("The imbalance it stands", 0.01, 20, "kg·m").default(0.3),
  }),
  async run(work, input) {
    const known = await work.tx("live_machine").whereRaw("lower(name) = lower(?)", [input.name]).first("id");
    if (known) refuse("duplicate", `There is a machine called "${input.name}" already.`, "name");
    const row = {
      name: input.name,
      kind: input.kind,
      slots: input.slots,
      radius_m: input.radiusCm / 100,
      drum_m: input.drumCm / 100,
      clearance_m: input.clearanceCm / 100,
      allowed_kgm: input.allowedKgM,
    };
    checkMachine(asMachine(row as MachineRow));
    await work.state("machine", row);
    return { name: input.name };
  },
  say: ({ name }, { kind, slots }) => `Machine ${name}: ${kind}, ${slots} slots.`,
});

/** Midnight of the house's day. */
export const houseMidnight = (work: Work): Date =>
  DateTime.fromJSDate(work.at, { zone: work.house.zone }).startOf("day").toJSDate();

export const checkFloor = defineCommand({
  name: "check-floor",
  summary: "Tick the opening or closing check of the floor",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.object({
    kind: choice("The check", ["opening", "closing"]),
    items: z.array(z.string(), { error: "Tick what was looked at." }).max(12),
  }),
  async run(work, input) {
    const missing = CHECKS[input.kind].filter((c) => !input.items.includes(c.id));
    if (missing.length > 0)
      refuse(
        "not-all",
        `Not ticked: ${missing.map((c) => c.what.charAt(0).toLowerCase() + c.what.slice(1)).join("; ")}.`,
        "items",
      );
    await work.state("floor_check", {
      kind: input.kind,
      items: CHECKS[input.kind].map((c) => c.id),
      who: work.actor.name,
      at: work.at,
    });
    return { kind: input.kind };
  },
  say: ({ kind }) =>
    kind === "opening" ? "Opening check done: the floor may run." : "Closing check done: the floor is shut.",
});

/** No frame goes in before the floor was looked over today. */
export async function mustBeOpened(work: Work): Promise<void> {
  const done = (await checksSince(work.tx, houseMidnight(work))).filter((c) => c.at <= work.at);
  if (done.at(-1)?.kind !== ("opening" satisfies CheckKind))
    refuse(
      "not-opened",
      "The opening check is not done today: gates shut, lid, hair and sleeves, residual-current switch. Tick it first.",
    );
}

export const swapPail = defineCommand({
  name: "swap-pail",
  summary: "Put the next empty pail under the gate",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.object({
    batch: count("The batch", 1, 99_999).optional(),
    /** Left out, the next empty pail by its number. */
    pail: tag("pail").optional(),
  }),
  async run(work, input) {
    const batch = await openBatch(work.tx, input.batch);
    const under = (await gatePails(work.tx, [batch.id])).get(batch.id);
    const taken = async (vesselId: number) => ((await lastFillOf(work.tx, vesselId))?.grams ?? 0) > 0;
    let vessel = input.pail ? await oneVessel(work.tx, "pail", input.pail) : undefined;
    if (vessel && (await taken(vessel.id)))
      refuse("pail-full", `Pail ${vessel.tag} still holds honey: take an empty one.`, "pail");
    if (!vessel) {
      // On from the one that stands there, round to the beginning.
      const all = await vessels(work.tx, "pail");
      const at = all.findIndex((p) => p.id === under?.vessel_id);
      for (const next of [...all.slice(at + 1), ...all.slice(0, Math.max(0, at))])
        if (!(await taken(next.id))) {
          vessel = next;
          break;
        }
    }
    if (!vessel) refuse("no-pail", "No empty pail is left: set more up, or empty one.", "pail");
    await work.state("gate_pail", { batch_id: batch.id, vessel_id: vessel.id, at: work.at });
    await work.restOn([batch, vessel], `pail ${vessel.tag} stands under the gate`);
    return { batch: batch.number, pail: vessel.tag, before: under?.tag ?? null };
  },
  say: ({ batch, pail, before }) =>
    `Pail ${pail} under the gate of batch ${batch}${before ? `; weigh pail ${before}` : ""}.`,
});

export const planDay = defineCommand({
  name: "plan-day",
  summary: "Keep the day's plan: who uncaps with what, which machines, from when, with which breaks",
  who: ["lead", "floor"],
  undo: "counter-entry",
  input: z.object({
    date: z.iso.date({ error: "The day must be a day such as 2026-08-13." }),
    start: z.string().regex(/^\d{2}:\d{2}$/, "The start must be a time such as 08:00."),
    uncappers: z
      .array(
        z.object({
          who: text("Who", 30),
          tool: text("The tool", 20),
          hours: number("Hours", 1, 16, "h").default(10),
          minPerFrame: number("Minutes a frame", 0.1, 30, "min").optional(),
        }),
      )
      .min(1, "Somebody must uncap.")
      .max(20),
    machines: z.array(text("A machine", 30)).min(1, "At least one machine must spin.").max(10),
    tenders: count("People who load", 1, 20),
    breaks: z
      .array(z.object({ at: z.string().regex(/^\d{2}:\d{2}$/), minutes: number("Minutes", 1, 240, "min") }))
      .max(6)
      .default([]),
    cleaningMin: number("Cleaning", 0, 480, "min").default(60),
    deepTakesTwo: z.boolean().default(false),
  }),
  async run(work, input) {
    await work.state("day_plan", { date: input.date, plan: JSON.stringify(input) });
    return { date: input.date };
  },
  say: (_, { uncappers, machines, start }) =>
    `The day is planned: from ${start}, ${uncappers.length} uncapping, ${machines.join(" and ")} spinning.`,
});
