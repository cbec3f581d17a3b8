import type { Knex } from "knex";
import type { FrameWidth, Machine, MachineKind } from "@/core/extraction";
import { refuse } from "../../language/errors";
import type { Known } from "../../vessels/records";

export interface MachineRow extends Known {
  readonly name: string;
  readonly kind: MachineKind;
  readonly slots: number;
  readonly radius_m: number;
  readonly drum_m: number;
  readonly clearance_m: number;
  readonly allowed_kgm: number;
  /** Turned by hand. */
  readonly cranked: boolean;
  /** Its honey runs into a pail of its own, not into the sump all share. */
  readonly own_gate: boolean;
  /** Slots a deep frame takes. */
  readonly deep_slots: FrameWidth;
}

export const machines = (db: Knex): Promise<MachineRow[]> => db("machine_now").orderBy("id");

export async function oneMachine(db: Knex, name: string): Promise<MachineRow> {
  return (
    (await db("machine_now").whereRaw("lower(name) = lower(?)", [name]).first()) ??
    refuse(
      "unknown-machine",
      `There is no machine called "${name}". Set it up in the Spin bay first.`,
      "machine",
    )
  );
}

export const asMachine = (m: Omit<MachineRow, "id" | "entry_id" | "name" | "known_from">): Machine => ({
  kind: m.kind,
  slots: m.slots,
  radiusM: m.radius_m,
  drumDiameterM: m.drum_m,
  clearanceM: m.clearance_m,
  allowedKgM: m.allowed_kgm,
});

export const machineKnown = async (db: Knex, name: string): Promise<boolean> =>
  Boolean(await db("live_machine").whereRaw("lower(name) = lower(?)", [name]).first("id"));
