import { z } from "zod";
import { checkMachine, MACHINE_KINDS } from "@/core/extraction";
import { knownFrom } from "../../language/clock";
import { refuse } from "../../language/errors";
import { choice, count, number, since, text } from "../../language/fields";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { asMachine, type MachineRow, machineKnown, oneMachine } from "../records/machines";
import { turningIn } from "../records/runs";

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
    await work.note("machine", {
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
    await work.note("machine_change", { machine_id: machine.id, ...described(input) });
    return { name: machine.name };
  },
  say: ({ name }, input) => `Machine ${name} is now: ${inWords(input)}.`,
});
