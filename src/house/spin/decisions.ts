/** What the floor wants next: open it, load, weigh back, fill pails, close. */

import { fitting } from "@/core/extraction";
import { clockIn } from "../language/clock";
import { massG } from "../language/shown";
import { plural, spoken } from "../language/spoken";
import type { Decision } from "../standing/model";
import type { BatchState, Snapshot } from "../standing/snapshot";
import { URGENCY } from "../standing/urgency";
import { framesStill } from "./day-work";
import type { BatchComb } from "./records/batches";
import type { MachineRow } from "./records/machines";
import type { RunRow } from "./records/runs";

const MINUTE_MS = 60_000;

const endOf = (run: RunRow): number => run.started_at.getTime() + run.minutes * MINUTE_MS;

type Base = Pick<Decision, "bay" | "why">;

function baseOf(batch: BatchState, notBack: readonly BatchComb[]): Base {
  const { account } = batch;
  return {
    bay: "Spin",
    why: {
      title: `Batch ${batch.number}: where its honey is`,
      because: [
        {
          what: `${plural(batch.combs.length, "super")} came in, weighed less their empty weight`,
          figure: massG(account.inGrams),
        },
        ...(account.gainedGrams > 0
          ? [{ what: "Weighed out beyond that", figure: massG(account.gainedGrams) }]
          : []),
        { what: "In pails", figure: massG(account.outGrams) },
        ...(account.cappingsGrams !== 0
          ? [{ what: "In cappings", figure: massG(account.cappingsGrams) }]
          : []),
        { what: "Stayed in spun combs", figure: massG(account.wetsGrams) },
        { what: "Lost, by name", figure: massG(account.lostGrams) },
        { what: "Still in the batch on paper", figure: massG(account.remainderGrams) },
      ],
      change:
        notBack.length > 0
          ? `Weighing back super ${spoken(notBack.map((c) => c.tag))}.`
          : "Nothing is left to weigh: what remains is unexplained.",
    },
  };
}

const weighs = (tag: string) => ({ label: "Weigh back", href: `/spin?do=weigh&super=${tag}` });
const stands = ({ account }: BatchState): string =>
  `${massG(account.outGrams)} in pails, ${massG(account.remainderGrams)} still in drum and combs.`;

/** Everything is back: its honey wants pails, then it is closed. */
function toClose(batch: BatchState, base: Base): Decision {
  const { account } = batch;
  const noPail = account.outGrams === 0;
  return {
    ...base,
    id: `batch-${batch.number}`,
    urgency: URGENCY.finishBatch,
    tone: account.remainderGrams > account.inGrams * 0.02 ? "stop" : "go",
    when: "today",
    what: noPail
      ? `Batch ${batch.number}: fill the pails`
      : `Batch ${batch.number}: fill the rest or close it`,
    short: noPail ? "fill pails" : `close batch ${batch.number}`,
    so: `${massG(account.outGrams)} in pails, ${massG(account.remainderGrams)} unexplained so far.`,
    action: noPail
      ? { label: "Fill a pail", href: "/spin?do=pail" }
      : { label: "Close it", href: `/spin?do=close&batch=${batch.number}` },
  };
}

/** In a house without a machine in the books nothing tells what was spun: it is known when it is weighed. */
const toSpinUnseen = (batch: BatchState, base: Base, notBack: readonly BatchComb[]): Decision => ({
  ...base,
  id: `batch-${batch.number}`,
  urgency: URGENCY.batchGoesOn,
  tone: "mass",
  when: "now",
  what: `Batch ${batch.number}: ${notBack.length} of ${plural(batch.combs.length, "super")} to spin and weigh back`,
  short: `${notBack.length} to weigh back`,
  so: `${stands(batch)} Next: super ${notBack[0]?.tag}.`,
  action: weighs(notBack[0]?.tag ?? ""),
});

/** Machines this day goes by: those that ran, or any while none has. */
const machinesOf = (s: Snapshot): MachineRow[] => {
  const ran = s.machines.filter((m) => s.runs.some((r) => r.machine_id === m.id));
  return [...(ran.length > 0 ? ran : s.machines)].sort((a, b) => b.slots - a.slots);
};

/** Frames wait: the floor is opened, the free machine loaded, or the next load made ready until one is. */
function toLoad(
  s: Snapshot,
  batch: BatchState,
  base: Base,
  waiting: readonly BatchComb[],
  still: ReadonlyMap<number, number>,
): Decision {
  const left = waiting.map((comb) => ({ comb, frames: still.get(comb.comb_fill) ?? 0 }));
  const wait = plural(
    left.reduce((n, x) => n + x.frames, 0),
    "frame",
  );
  const action = {
    label: "Next load",
    href: `/spin?do=load${s.openBatches.length > 1 ? `&batch=${batch.number}` : ""}`,
  };
  const decision = { ...base, id: `batch-${batch.number}`, urgency: URGENCY.batchGoesOn, when: "now" };
  const check = s.checks.at(-1)?.kind;
  if (check !== "opening")
    return {
      ...decision,
      // Shut for the day, they wait for the next.
      ...(check === "closing" ? { urgency: URGENCY.whenThereIsTime, when: "next day" } : {}),
      tone: check === "closing" ? "ink" : "mass",
      what: `Open the floor: ${wait} of batch ${batch.number} wait`,
      short: "opening check",
      so: "Gates, floor, bees, hair and sleeves, lid, residual-current switch: looked at before the first frame goes in.",
      action: { label: "Opening check", href: "/spin?do=opening" },
    };
  const turning = s.runs.filter((r) => r.ended_at === null);
  const machines = machinesOf(s);
  const free = machines.find((m) => !turning.some((r) => r.machine_id === m.id));
  if (free) {
    const { inside } = fitting(
      left.flatMap(({ comb, frames }) =>
        Array.from({ length: frames }, () => ({
          tag: comb.tag,
          width: comb.depth === "deep" ? free.deep_slots : (1 as const),
        })),
      ),
      free.slots,
    );
    return {
      ...decision,
      tone: "mass",
      what: `Batch ${batch.number}: load ${free.name}, ${wait} wait`,
      short: `load ${free.name}`,
      so: `${stands(batch)} Next: ${plural(inside.length, "frame")} of super ${spoken([...new Set(inside.map((f) => f.tag))])}.`,
      action,
    };
  }
  const { machine, out } = firstOut(s, turning);
  return {
    ...decision,
    urgency: URGENCY.waitsForAnother,
    tone: "ink",
    when: out,
    what: `Batch ${batch.number}: uncap the next load for ${machine}`,
    short: `${machine} till ${out}`,
    so: `${wait} wait. ${stands(batch)}`,
    action,
  };
}

/** Which of these machines stands first, and when. */
function firstOut(s: Snapshot, turning: readonly RunRow[]): { machine: string; out: string } {
  const next = turning.reduce((a, b) => (endOf(b) < endOf(a) ? b : a));
  return { machine: next.machine, out: clockIn(s.house.zone, new Date(endOf(next))) };
}

/** A run beyond its programme: until somebody ends it nothing else goes on in that machine. */
const toEnd = (base: Base, run: RunRow): Decision => ({
  ...base,
  id: `run-${run.id}`,
  urgency: URGENCY.runIsOver,
  tone: "stop",
  when: "now",
  what: `${run.machine}: run ${run.number} is over, end it`,
  short: `end run in ${run.machine}`,
  so: "Speed to zero, wait for standstill, then open; say how each frame came out.",
  action: { label: "Open the run", href: "/spin" },
});

/** Nothing waits and nothing is out: the last frames turn. */
function lastLoad(s: Snapshot, batch: BatchState, base: Base, turning: readonly RunRow[]): Decision {
  const { machine, out } = firstOut(s, turning);
  return {
    ...base,
    id: `batch-${batch.number}`,
    urgency: URGENCY.waitsForAnother,
    tone: "ink",
    when: out,
    what: `Batch ${batch.number}: the last load turns in ${machine}`,
    short: `${machine} till ${out}`,
    so: `${stands(batch)} Then its boxes are weighed back.`,
  };
}

/** All their frames are out: how much stayed in the comb is known only when they are weighed. */
const toWeigh = (batch: BatchState, base: Base, out: readonly BatchComb[]): Decision => ({
  ...base,
  id: `batch-${batch.number}-back`,
  urgency: URGENCY.weighBack,
  tone: "mass",
  when: "now",
  what: `Batch ${batch.number}: weigh back super ${spoken(out.map((c) => c.tag))}`,
  short: `${out.length} to weigh back`,
  so: `${out.length === 1 ? "All its frames are" : "All their frames are"} spun; what stayed in the comb is known only then.`,
  action: weighs(out[0]?.tag ?? ""),
});

function ofBatch(s: Snapshot, batch: BatchState): Decision[] {
  const notBack = batch.combs.filter((c) => c.spun_entry === null);
  const base = baseOf(batch, notBack);
  if (notBack.length === 0) return [toClose(batch, base)];
  if (s.machines.length === 0) return [toSpinUnseen(batch, base, notBack)];
  const turning = s.runs.filter((r) => r.ended_at === null && r.batch_id === batch.id);
  const over = turning.filter((r) => endOf(r) <= s.now.getTime());
  const turns = (c: BatchComb): boolean => turning.some((r) => r.slots.some((f) => f?.super === c.tag));
  const still = framesStill(
    batch,
    s.runs.filter((r) => r.batch_id === batch.id),
  );
  const waiting = notBack.filter((c) => still.has(c.comb_fill));
  const out = notBack.filter((c) => !still.has(c.comb_fill) && !turns(c));
  const last = waiting.length === 0 && out.length === 0 && over.length === 0 && turning.length > 0;
  return [
    ...over.map((run) => toEnd(base, run)),
    ...(waiting.length > 0 ? [toLoad(s, batch, base, waiting, still)] : []),
    ...(out.length > 0 ? [toWeigh(batch, base, out)] : []),
    ...(last ? [lastLoad(s, batch, base, turning)] : []),
  ];
}

/** Boxes that lost comb weigh less than they did: their next honey would be read too low. */
export function emptyDecisions(s: Snapshot): Decision[] {
  const [first] = s.toWeighEmpty;
  if (!first) return [];
  const n = s.toWeighEmpty.length;
  return [
    {
      id: "weigh-empty",
      bay: "Spin",
      urgency: URGENCY.weighEmpty,
      tone: "ink",
      when: "before they go out",
      what: `Weigh ${plural(n, "super")} empty: comb is missing`,
      short: `${n} to weigh empty`,
      so: `Super ${s.toWeighEmpty
        .slice(0, 4)
        .map((x) => `${x.tag} (${x.what})`)
        .join(
          ", ",
        )}${n > 4 ? ` and ${n - 4} more` : ""}: until then ${n === 1 ? "its" : "their"} next honey is read too low.`,
      action: { label: "Weigh empty", href: `/spin?do=empty&super=${first.tag}` },
    },
  ];
}

export const floorDecisions = (s: Snapshot): Decision[] => [
  ...s.openBatches.flatMap((batch) => ofBatch(s, batch)),
  ...emptyDecisions(s),
];
