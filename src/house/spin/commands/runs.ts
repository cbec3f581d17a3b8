import type { Knex } from "knex";
import { z } from "zod";
import { TOOLS, type Tool } from "@/core/dayplan";
import { FRAME_KNOWN, honeyInFrameKg, judgeLoad, OUT_SHARE } from "@/core/extraction";
import { mustBeOpened } from "../../checklists/commands/check-floor";
import { refuse } from "../../language/errors";
import { choice, count, massKgOrNone, number, tag, tempC, text } from "../../language/fields";
import { massG } from "../../language/shown";
import { plural } from "../../language/spoken";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { combsOfBatches, entriesFeeding, numberOfBatch, openBatch } from "../records/batches";
import { asMachine, oneMachine } from "../records/machines";
import {
  MARKS,
  oneRun,
  type RunMark,
  type RunRow,
  runsOfBatches,
  turningIn,
  turningNow,
} from "../records/runs";

const frame = z.strictObject({
  super: tag("super"),
  kg: massKgOrNone("A frame's weight", 15),
  /** 2: it lies across this slot and the next, which is null. */
  width: z.union([z.literal(1), z.literal(2)]).optional(),
  /** On the scale, judged by hand, or unknown: then it is its box's mean. */
  known: choice("How its weight is known", FRAME_KNOWN).default("unknown"),
});

export const startRun = defineCommand({
  name: "start-run",
  summary: "Start a run: a load of frames in a machine",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    machine: text("The machine", 30),
    batch: count("The batch", 1, 99_999).optional(),
    /** By slot, null where it stays empty. */
    slots: z.array(frame.nullable(), { error: "The load is missing." }).min(2).max(120),
    minutes: number("Minutes of the programme", 1, 120, "min"),
    tender: z.boolean().default(false),
    honeyC: tempC("The honey's temperature", 10, 45).default(27),
    waterPct: number("Its water", 13, 22, "%").default(17.5),
    /** What it was uncapped with: what stays in the comb is told by it. */
    tool: choice("The tool", Object.keys(TOOLS) as [Tool, ...Tool[]]).optional(),
  }),
  async run(work, input) {
    await mustBeOpened(work);
    const batch = await openBatch(work.tx, input.batch);
    const machine = await oneMachine(work.tx, input.machine);
    const runs = await runsOfBatches(work.tx, [batch.id]);
    const turning = await turningIn(work.tx, machine.id);
    if (turning)
      refuse(
        "turning",
        `${machine.name} is turning already, run ${turning.number}: end that first.`,
        "machine",
      );
    const loaded = input.slots.filter((s) => s !== null);
    if (loaded.length === 0) refuse("empty-load", "Nothing is loaded.", "slots");
    const combs = await combsOfBatches(work.tx, [batch.id]);
    for (const name of new Set(loaded.map((f) => f.super))) {
      const comb = combs.find((c) => c.tag === name);
      if (!comb) refuse("not-in-batch", `Super ${name} is not in batch ${batch.number}.`, "slots");
      if (comb.spun_entry !== null)
        refuse("spun", `Super ${name} is spun and weighed back already.`, "slots");
    }
    if (machine.deep_slots === 1 && loaded.some((f) => f.width === 2))
      refuse("too-wide", `In ${machine.name} every frame takes one slot.`, "slots");
    const { kgM, unweighed } = judgeLoad(
      Array.from({ length: Math.max(machine.slots, input.slots.length) }, (_, i) => {
        const f = input.slots[i];
        return f ? { massKg: f.kg, width: f.width ?? 1, known: f.known } : null;
      }),
      asMachine(machine),
      machine.allowed_kgm,
    );
    const honeyKg = loaded.reduce((kg, f) => kg + honeyInFrameKg(f.kg), 0) * OUT_SHARE;
    const number = (runs.at(-1)?.number ?? 0) + 1;
    const id = await work.state("run", {
      machine_id: machine.id,
      batch_id: batch.id,
      number,
      slots: JSON.stringify(input.slots),
      kgm: kgM,
      minutes: input.minutes,
      tender: input.tender,
      temp_c: input.honeyC,
      water_pct: input.waterPct,
      tool: input.tool ?? null,
      expected_g: Math.round(honeyKg * 1000),
      started_at: work.at,
    });
    await work.restOn(
      [machine, ...(await entriesFeeding(work.tx, batch))],
      `run ${number} of batch ${batch.number} was spun`,
    );
    return {
      run: id,
      number,
      batch: batch.number,
      machine: machine.name,
      frames: loaded.length,
      unweighed,
      kgM,
      expectedGrams: Math.round(honeyKg * 1000),
    };
  },
  say: ({ number, machine, frames, expectedGrams }) =>
    `Run ${number} started in ${machine}: ${plural(frames, "frame")}, about ${massG(expectedGrams)} to come.`,
});

async function runMeant(
  db: Knex,
  { run, machine }: { readonly run?: number | undefined; readonly machine?: string | undefined },
): Promise<RunRow> {
  if (run !== undefined) return oneRun(db, run);
  if (machine !== undefined) {
    const { id, name } = await oneMachine(db, machine);
    return (
      (await turningIn(db, id)) ?? refuse("stands", `${name} stands still: no run to end in it.`, "machine")
    );
  }
  const turning = await turningNow(db);
  const [only] = turning;
  if (!only) refuse("stands", "No machine turns: there is no run to end.", "run");
  if (turning.length > 1)
    refuse("which-run", `${turning.map((r) => r.machine).join(" and ")} turn: say which.`, "machine");
  return only;
}

export const endRun = defineCommand({
  name: "end-run",
  summary: "End a run: how it stood, and which frames were not clean",
  who: ANY_HAND,
  undo: "counter-entry",
  names: { run: "run" },
  input: z.strictObject({
    run: count("The run", 1, Number.MAX_SAFE_INTEGER).optional(),
    /** Or the machine it turns in; neither where only one turns. */
    machine: text("The machine", 30).optional(),
    shaky: z.boolean().default(false),
    marks: z
      .array(z.strictObject({ slot: count("The slot", 1, 120), mark: choice("The mark", MARKS) }))
      .max(120)
      .default([]),
  }),
  async run(work, input) {
    const run = await runMeant(work.tx, input);
    if (run.ended_at) refuse("ended", `Run ${run.number} has ended already.`, "run");
    const open = await openBatch(work.tx, await numberOfBatch(work.tx, run.batch_id));
    for (const [i, m] of input.marks.entries())
      if (!run.slots[m.slot - 1]) refuse("empty-slot", `Slot ${m.slot} was empty.`, `marks.${i}.slot`);
    const marks: readonly RunMark[] = input.marks;
    await work.restOn([run, open], `run ${run.number} of batch ${open.number} has ended`);
    await work.note("run_end", {
      run_id: run.id,
      shaky: input.shaky,
      marks: JSON.stringify(marks),
      ended_at: work.at,
    });
    const count = (mark: RunMark["mark"]) => marks.filter((m) => m.mark === mark).length;
    // A burst comb's honey ends in the drum; its wax is missing when the box is weighed back. A brood frame
    // goes out with all its honey.
    const lostGrams = marks
      .filter((m) => m.mark === "brood")
      .reduce((g, m) => g + Math.round(honeyInFrameKg(run.slots[m.slot - 1]?.kg ?? 0) * 1000), 0);
    await work.lose({
      from: open.fill_id,
      fromName: `Batch ${open.number}`,
      grams: lostGrams,
      cause: "brood frames taken out",
      of: `run ${run.number}`,
      because: `run ${run.number} of batch ${open.number} has ended`,
    });
    return {
      number: run.number,
      machine: run.machine,
      shaky: input.shaky,
      again: count("again"),
      burst: count("burst"),
      brood: count("brood"),
      lostGrams,
    };
  },
  say: ({ number, machine, shaky, again, burst, brood }) => {
    const odd = [
      again > 0 ? `${again} to uncap again` : "",
      burst > 0 ? `${burst} comb${burst === 1 ? "" : "s"} burst` : "",
      brood > 0 ? `${brood} with brood taken out` : "",
      shaky ? "it shook" : "",
    ].filter(Boolean);
    return `Run ${number} in ${machine} done${odd.length > 0 ? `: ${odd.join(", ")}` : ", all clean"}.`;
  },
  grams: ({ lostGrams }) => (lostGrams > 0 ? -lostGrams : null),
});
