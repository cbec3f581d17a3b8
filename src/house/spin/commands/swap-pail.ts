import { z } from "zod";
import { refuse } from "../../language/errors";
import { count, tag, text } from "../../language/fields";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { lastFillOf } from "../../ledger/records/fills";
import { oneVessel, vessels } from "../../vessels/records";
import { openBatch } from "../records/batches";
import { gatePails } from "../records/gate-pails";
import { oneMachine } from "../records/machines";

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
    await work.note("gate_pail", {
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
