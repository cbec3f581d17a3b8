import { z } from "zod";
import { maySpin } from "@/core/moisture";
import { mayTouchHeld } from "../../hold/gate";
import { boxesAt } from "../../hot-room/boxes";
import { waterRules } from "../../hot-room/waiting";
import { refuse } from "../../language/errors";
import { count, note } from "../../language/fields";
import { tags } from "../../language/ranges";
import { massG } from "../../language/shown";
import { plural, spoken } from "../../language/spoken";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { gramsIn } from "../../ledger/records/fills";
import type { Work } from "../../ledger/work";
import { asBoxReading, currentOf, readingsOf } from "../../readings/records/readings";
import { oneVessel } from "../../vessels/records";
import { combsNamed, type PulledComb, waitingCombs } from "../../yard/records/pulls";
import { fillsInBatch, lastStayOf, nextBatchNumber, openBatch } from "../records/batches";

/** Honey that is kept apart: for an owner, or because it must never go into jars. */
const keptApart = (c: PulledComb): string =>
  c.verdict === "divert" || c.verdict === "do-not-take"
    ? "diverted"
    : c.owner && `kept separate for ${c.owner}`;

/** What is kept apart is only batched with its like. */
async function mayMix(
  work: Work,
  batch: { id: number; number: number },
  joining: readonly PulledComb[],
): Promise<void> {
  const there = await combsNamed(work.tx, await fillsInBatch(work.tx, batch.id));
  const [first, ...others] = [...there, ...joining];
  const odd = first && others.find((c) => keptApart(c) !== keptApart(first));
  if (!first || !odd) return;
  const [apart, other] = keptApart(odd) ? [odd, first] : [first, odd];
  refuse(
    "kept-apart",
    `Super ${apart.tag} is ${keptApart(apart)}; super ${other.tag} is ${keptApart(other) || "not"}. They do not go into one batch.`,
    "supers",
  );
}

/** Judged anew, at the moment, with all readings there are: over the limit it needs a reason. */
async function mayBeSpun(
  work: Work,
  batch: { id: number },
  joining: readonly PulledComb[],
  despite: string,
): Promise<void> {
  const there = await combsNamed(work.tx, await fillsInBatch(work.tx, batch.id));
  const rows = await readingsOf(
    work.tx,
    there.map((c) => c.fill_id),
  );
  const boxes = [
    ...(await boxesAt(work.tx, work.house, work.at, new Set(joining.map((c) => c.fill_id)))),
    ...there.map((c) => ({
      name: c.tag,
      massKg: (c.gross_g - c.empty_g) / 1000,
      cappedPct: c.capped_pct,
      readings: currentOf(rows.filter((r) => r.fill_id === c.fill_id)).map(asBoxReading),
    })),
  ];
  const { free, sentence } = maySpin(boxes, {
    ...waterRules(work.house),
    school: joining[0]?.school ?? work.house.school,
  });
  if (!free && despite === "")
    refuse(
      "over-the-limit",
      `${sentence} Leave out what is wet, dry it first, or say why it is spun (on the line: because, and the reason).`,
      "despite",
    );
}

/** Brings supers into a batch with all the honey in them; what stays in the comb comes back when they are weighed. */
async function joinSupers(
  work: Work,
  batch: { id: number; number: number; fill_id: number },
  supers: readonly string[],
  despite: string,
): Promise<{ grams: number; heldNow: string }> {
  const waiting = new Map((await waitingCombs(work.tx)).map((c) => [c.tag, c]));
  const joining = supers.flatMap((tag) => waiting.get(tag) ?? []);
  await mayMix(work, batch, joining);
  await mayBeSpun(work, batch, joining, despite);
  const heldNow = await mayTouchHeld(
    work,
    [...joining.map((c) => c.fill_id), ...(await fillsInBatch(work.tx, batch.id))],
    `batch ${batch.number}`,
    despite,
  );
  const odd = supers.find((tag) => !waiting.has(tag));
  if (odd !== undefined) {
    const vessel = await oneVessel(work.tx, "super", odd, "supers");
    const stay = await lastStayOf(work.tx, vessel.id);
    if (stay && stay.spun_entry === null && stay.closed_by === null)
      refuse("in-a-batch", `Super ${odd} is in batch ${stay.batch_number} already.`, "supers");
    refuse("not-pulled", `Super ${odd} holds no honey: it was not pulled, or it is spun already.`, "supers");
  }
  const because = (comb: PulledComb) => `super ${comb.tag} is in batch ${batch.number}`;
  await work.noteMany(
    "batch_super",
    joining.map((comb) => ({ batch_id: batch.id, fill_id: comb.fill_id })),
  );
  for (const comb of joining) await work.restOn(comb, because(comb));
  // All of it comes along: no weighing of it may be taken back afterwards and leave honey in the comb.
  await work.restOnAllOfMany(joining.map((comb) => ({ fillId: comb.fill_id, because: because(comb) })));
  await work.moveMany(
    joining.map((comb) => ({
      because: because(comb),
      from: comb.fill_id,
      to: batch.fill_id,
      grams: comb.grams,
      kind: "join",
      fromName: `Super ${comb.tag}`,
    })),
  );
  const grams = joining.reduce((g, comb) => g + comb.grams, 0);
  return { grams, heldNow };
}

const despite = note("Why it is spun although it is over the limit, or held");
/** Entries from before honey could be held say nothing of it. */
const said = (reason: string, heldNow: string | undefined): string => {
  if (heldNow)
    return ` Held honey is among it, ${heldNow}${reason === "" ? "" : `. Mixed because: ${reason}`}.`;
  return reason === "" ? "" : ` Although over the limit: ${reason}.`;
};

export const startBatch = defineCommand({
  name: "start-batch",
  summary: "Choose supers into a new batch",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({ supers: tags("super"), despite }),
  async run(work, input) {
    const number =
      (await work.before<{ number: number }>("batch", ["number"]))?.number ??
      (await nextBatchNumber(work.tx));
    const fillId = await work.openFill({ kind: "batch", name: `batch ${number}` });
    const id = await work.state("batch", { number, fill_id: fillId, despite: input.despite });
    const joined = await joinSupers(work, { id, number, fill_id: fillId }, input.supers, input.despite);
    return { batch: number, supers: input.supers, ...joined };
  },
  say: ({ batch, supers, grams, heldNow }, { despite: reason }) =>
    `Batch ${batch} started: super${supers.length === 1 ? "" : "s"} ${spoken(supers)}, ${massG(grams)}.${said(reason, heldNow)}`,
  grams: ({ grams }) => grams,
});

export const addToBatch = defineCommand({
  name: "add-to-batch",
  summary: "Bring more supers into an open batch",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({ batch: count("The batch", 1, 99_999).optional(), supers: tags("super"), despite }),
  async run(work, input) {
    const batch = await openBatch(work.tx, input.batch);
    await work.restOn(batch, `supers were added to batch ${batch.number}`);
    const joined = await joinSupers(work, batch, input.supers, input.despite);
    const now = await gramsIn(work.tx, batch.fill_id);
    return { batch: batch.number, supers: input.supers, ...joined, nowGrams: now.grams };
  },
  say: ({ batch, supers, grams, heldNow }, { despite: reason }) =>
    `${plural(supers.length, "super")} (${spoken(supers)}) more in batch ${batch}: ${massG(grams)}.${said(reason, heldNow)}`,
  grams: ({ grams }) => grams,
});
