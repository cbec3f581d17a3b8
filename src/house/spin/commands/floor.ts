import { z } from "zod";
import { NO_TOOL, TOOLS, type Tool } from "@/core/dayplan";
import { checkMachine, MACHINE_KINDS } from "@/core/extraction";
import { knownFrom, todayFrom, writtenDay } from "../../language/clock";
import { CLOCK_TIME } from "../../language/clock-time";
import { refuse } from "../../language/errors";
import { choice, count, number, since, tag, text } from "../../language/fields";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { lastFillOf } from "../../ledger/records/fills";
import type { Work } from "../../ledger/work";
import { crewNow } from "../../people/records";
import { oneVessel, vessels } from "../../vessels/records";
import { CHECKS, type CheckKind } from "../checks";
import { FLOOR_FIGURE_NAMES, FLOOR_FIGURES, type FloorFigure } from "../figures";
import { openBatch } from "../records/batches";
import {
  asMachine,
  checksAside,
  checksSince,
  gatePails,
  type MachineRow,
  machineKnown,
  oneMachine,
  turningIn,
} from "../records/floor";

const machineInput = z.strictObject({
  name: text("The machine's name", 30),
  kind: choice("The kind", MACHINE_KINDS).default("radial"),
  slots: count("Slots", 2, 120),
  radiusCm: number("From axle to a frame's middle", 5, 150, "cm").default(30),
  drumCm: number("The drum's diameter", 20, 320, "cm").default(76),
  clearanceCm: number("Clearance under the frames", 1, 100, "cm").default(15),
  allowedKgM: number("The imbalance it stands", 0.01, 20, "kg·m").default(0.3),
  /** Turned by hand: somebody stands at the crank. */
  cranked: z.boolean().default(false),
  /** Its honey runs into a pail of its own, not where all machines drain to. */
  ownGate: z.boolean().default(false),
  /** A deep frame lies across two slots. */
  deepTakesTwo: z.boolean().default(false),
});
type MachineInput = z.infer<typeof machineInput>;

function described(input: MachineInput): Omit<MachineRow, "id" | "entry_id" | "name" | "known_from"> {
  const row = {
    kind: input.kind,
    slots: input.slots,
    radius_m: input.radiusCm / 100,
    drum_m: input.drumCm / 100,
    clearance_m: input.clearanceCm / 100,
    allowed_kgm: input.allowedKgM,
    cranked: input.cranked,
    own_gate: input.ownGate,
    deep_slots: input.deepTakesTwo ? 2 : 1,
  } as const;
  checkMachine(asMachine(row));
  if (input.deepTakesTwo && (input.kind !== "radial" || input.slots < 4))
    refuse(
      "too-wide",
      "A deep frame lies across two slots only in a radial machine of four or more.",
      "deepTakesTwo",
    );
  return row;
}

const inWords = ({ kind, slots, cranked, ownGate, deepTakesTwo }: MachineInput): string =>
  `${kind}, ${slots} slots${deepTakesTwo ? ", a deep frame takes two" : ""}${cranked ? ", turned by hand" : ""}${ownGate ? ", a gate of its own" : ""}`;

export const addMachine = defineCommand({
  name: "add-machine",
  summary: "Set up an extractor: its slots, size and the imbalance it stands",
  who: ANY_HAND,
  undo: "counter-entry",
  input: machineInput.extend({ since: since() }),
  async run(work, input) {
    if (await machineKnown(work.tx, input.name))
      refuse("duplicate", `There is a machine called "${input.name}" already.`, "name");
    await work.state("machine", {
      name: input.name,
      ...described(input),
      known_from: knownFrom(work.house.zone, input.since),
    });
    return { name: input.name };
  },
  say: ({ name }, input) => `Machine ${name}: ${inWords(input)}.`,
});

export const changeMachine = defineCommand({
  name: "change-machine",
  summary: "Describe an extractor anew: what was measured wrong, or built otherwise",
  who: ANY_HAND,
  undo: "counter-entry",
  input: machineInput,
  async run(work, input) {
    const machine = await oneMachine(work.tx, input.name);
    const turning = (await turningIn(work.tx, machine.id))?.number;
    if (turning !== undefined)
      refuse("turning", `${machine.name} is turning, run ${turning}: end that first.`, "name");
    await work.restOn(machine, `${machine.name} was described anew`);
    await work.state("machine_change", { machine_id: machine.id, ...described(input) });
    return { name: machine.name };
  },
  say: ({ name }, input) => `Machine ${name} is now: ${inWords(input)}.`,
});

export const checkFloor = defineCommand({
  name: "check-floor",
  summary: "Tick the opening or closing check of the floor",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    kind: choice("The check", ["opening", "closing"]),
    items: z.array(z.string(), { error: "Tick what was looked at." }).max(12),
  }),
  async run(work, input) {
    const aside = (await checksAside(work.tx)).filter((a) => a.kind === input.kind);
    const missing = CHECKS[input.kind].filter(
      (c) => !input.items.includes(c.id) && !aside.some((a) => a.item === c.id),
    );
    if (missing.length > 0)
      refuse(
        "not-all",
        `Not ticked: ${missing.map((c) => c.what.charAt(0).toLowerCase() + c.what.slice(1)).join("; ")}.`,
        "items",
      );
    await work.state("floor_check", {
      kind: input.kind,
      items: CHECKS[input.kind].map((c) => c.id).filter((id) => input.items.includes(id)),
      who: work.actor.name,
      at: work.at,
    });
    return { kind: input.kind };
  },
  say: ({ kind }) =>
    kind === "opening" ? "Opening check done: the floor may run." : "Closing check done: the floor is shut.",
});

export const setCheckAside = defineCommand({
  name: "set-check-aside",
  summary: "Set a check aside that does not apply on this floor, or take it up again",
  who: ["lead", "floor"],
  undo: "counter-entry",
  input: z.strictObject({
    kind: choice("The check", ["opening", "closing"]),
    item: text("What is looked at", 20),
    /** False takes it up again. */
    aside: z.boolean().default(true),
  }),
  async run(work, input) {
    const item = CHECKS[input.kind].find((c) => c.id === input.item);
    if (!item) refuse("unknown-check", "There is no such check.", "item");
    await work.state("check_aside", {
      kind: input.kind,
      item: item.id,
      aside: input.aside,
      who: work.actor.name,
    });
    return { what: item.what };
  },
  say: ({ what }, { kind, aside }) =>
    aside
      ? `${kind === "opening" ? "Opening" : "Closing"} check: "${what}" does not apply here.`
      : `${kind === "opening" ? "Opening" : "Closing"} check: "${what}" is looked at again.`,
});

/** No frame goes in before the floor was looked over, today or in this shift. */
export async function mustBeOpened(work: Work): Promise<void> {
  const done = (await checksSince(work.tx, todayFrom(work.house.zone, work.at))).filter(
    (c) => c.at <= work.at,
  );
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
  input: z.strictObject({
    batch: count("The batch", 1, 99_999).optional(),
    /** Left out, the next empty pail by its number. */
    pail: tag("pail").optional(),
    /** Whose gate, where a machine has one of its own. */
    machine: text("The machine", 30).optional(),
  }),
  async run(work, input) {
    const batch = await openBatch(work.tx, input.batch);
    const machine = input.machine === undefined ? null : await oneMachine(work.tx, input.machine);
    if (machine && !machine.own_gate)
      refuse("shared-gate", `${machine.name} has no gate of its own: leave the machine out.`, "machine");
    const gates = await gatePails(work.tx, [batch.id]);
    const under = gates.findLast((g) => g.machine_id === (machine?.id ?? null));
    const standing = new Set(
      [...new Map(gates.map((g) => [g.machine_id, g.vessel_id]))]
        .filter(([id]) => id !== (machine?.id ?? null))
        .map(([, vesselId]) => vesselId),
    );
    const taken = async (vesselId: number) => ((await lastFillOf(work.tx, vesselId))?.grams ?? 0) > 0;
    let vessel = input.pail ? await oneVessel(work.tx, "pail", input.pail) : undefined;
    if (vessel && (await taken(vessel.id)))
      refuse("pail-full", `Pail ${vessel.tag} still holds honey: take an empty one.`, "pail");
    if (vessel && standing.has(vessel.id))
      refuse("pail-there", `Pail ${vessel.tag} stands under another gate: take an empty one.`, "pail");
    if (!vessel) {
      // On from the one that stands there, round to the beginning.
      const all = await vessels(work.tx, "pail");
      const at = all.findIndex((p) => p.id === under?.vessel_id);
      for (const next of [...all.slice(at + 1), ...all.slice(0, Math.max(0, at))])
        if (!standing.has(next.id) && !(await taken(next.id))) {
          vessel = next;
          break;
        }
    }
    if (!vessel) refuse("no-pail", "No empty pail is left: set more up, or empty one.", "pail");
    await work.state("gate_pail", {
      batch_id: batch.id,
      vessel_id: vessel.id,
      machine_id: machine?.id ?? null,
      at: work.at,
    });
    await work.restOn(
      [batch, vessel, ...(machine ? [machine] : [])],
      `pail ${vessel.tag} stands under the gate`,
    );
    // A pail weighed since it was put there is on the shelf already.
    const last = under && ((await lastFillOf(work.tx, under.vessel_id))?.grams ?? 0) > 0 ? null : under;
    return {
      batch: batch.number,
      pail: vessel.tag,
      before: last?.tag ?? null,
      machine: machine?.name ?? null,
    };
  },
  say: ({ batch, pail, before, machine }) =>
    `Pail ${pail} under the gate of ${machine ? `${machine}, batch` : "batch"} ${batch}${before ? `; weigh pail ${before}` : ""}.`,
});

export const planDay = defineCommand({
  name: "plan-day",
  summary: "Keep the day's plan: who uncaps with what, which machines, from when, with which breaks",
  who: ["lead", "floor"],
  undo: "counter-entry",
  input: z.strictObject({
    date: z.iso.date({ error: "The day must be a day such as 2026-08-13." }),
    start: z.string().regex(CLOCK_TIME, "The start must be a time such as 08:00."),
    uncappers: z
      .array(
        z.strictObject({
          who: text("Who", 30),
          tool: choice("The tool", [...Object.keys(TOOLS), NO_TOOL] as [Tool | typeof NO_TOOL]),
          /** When they come, where it is not at the start. */
          from: z.string().regex(CLOCK_TIME, "A shift begins at a time such as 10:30.").optional(),
          hours: number("Hours", 1, 16, "h").default(10),
          minPerFrame: number("Minutes a frame", 0.1, 30, "min").optional(),
          loads: z.boolean().default(false),
          pails: z.boolean().default(false),
        }),
      )
      .refine((list) => list.some((u) => u.tool !== NO_TOOL), "Somebody must uncap.")
      .max(20),
    machines: z.array(text("A machine", 30)).min(1, "At least one machine must spin.").max(10),
    /** Others, without a name, who load machines and see to the pails all day. */
    tenders: count("Others who load", 0, 20),
    breaks: z
      .array(
        z.strictObject({
          at: z.string().regex(CLOCK_TIME, "A break begins at a time such as 12:30."),
          minutes: number("Minutes", 1, 240, "min"),
        }),
      )
      .max(6)
      .default([]),
    cleaningMin: number("Cleaning", 0, 480, "min").default(60),
    /** Of this floor, where they differ from common practice. */
    figures: z
      .object(
        Object.fromEntries(
          FLOOR_FIGURE_NAMES.map((name) => {
            const { label, from, to, unit } = FLOOR_FIGURES[name];
            return [name, number(label, from, to, unit).optional()];
          }),
        ) as Record<FloorFigure, z.ZodOptional<ReturnType<typeof number>>>,
      )
      .optional(),
  }),
  async run(work, input) {
    for (const [skill, what] of [
      ["loads", "load the machines"],
      ["pails", "swap the pails"],
    ] as const)
      if (input.tenders === 0 && !input.uncappers.some((u) => u[skill]))
        refuse("nobody", `Somebody must ${what}.`, "tenders");
    await work.state("day_plan", { date: input.date, plan: JSON.stringify(input) });
    return { date: input.date };
  },
  say: (_, { date, uncappers, machines, start }) =>
    `The floor is planned for ${writtenDay(date)}: from ${start}, ${uncappers.filter((u) => u.tool !== NO_TOOL).length} uncapping, ${machines.join(" and ")} spinning.`,
});

export const setSkills = defineCommand({
  name: "set-skills",
  summary: "Say what somebody can do on the floor: tools they know with their own pace, machines, pails",
  who: ["lead", "floor"],
  undo: "counter-entry",
  input: z.strictObject({
    name: text("The name", 40),
    tools: z
      .array(
        z.strictObject({
          tool: choice("The tool", Object.keys(TOOLS) as [Tool, ...Tool[]]),
          minPerFrame: number("Minutes a frame", 0.1, 30, "min").nullable().default(null),
        }),
      )
      .max(10)
      .default([]),
    loads: z.boolean().default(false),
    pails: z.boolean().default(false),
  }),
  async run(work, input) {
    const known = (await crewNow(work.tx)).find((c) => c.name.toLowerCase() === input.name.toLowerCase());
    if (!known)
      refuse("unknown-crew", `Nobody called "${input.name}" works here: name them in Set-up.`, "name");
    await work.state("skill", {
      name: known.name,
      tools: JSON.stringify(input.tools),
      loads: input.loads,
      pails: input.pails,
    });
    return { name: known.name };
  },
  say: ({ name }, { tools, loads, pails }) => {
    const can = [
      ...tools.map(
        (t) => `${TOOLS[t.tool].name}${t.minPerFrame === null ? "" : ` (${t.minPerFrame} min a frame)`}`,
      ),
      ...(loads ? ["machines"] : []),
      ...(pails ? ["pails"] : []),
    ];
    return `${name}: ${can.length > 0 ? can.join(", ") : "nothing on the floor"}.`;
  },
});
