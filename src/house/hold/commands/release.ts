import { z } from "zod";
import { ANALYTES, againstLimit, inWords, saidMeasured } from "@/core/laboratory";
import { oneOrder, resultOf, valuesOf } from "../../laboratory/records";
import { refuse } from "../../language/errors";
import { count, note, text } from "../../language/fields";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import type { Work } from "../../ledger/work";
import { meant } from "../named";
import { type HoldRow, holdNumbered, openHolds, releaseById, releaseWantsTwo } from "../records";

async function standingHold(work: Work, number: number): Promise<HoldRow> {
  const row = await holdNumbered(work.tx, number);
  if (!row) refuse("unknown-hold", `There is no hold ${number}.`, "hold");
  const open = await openHolds(work.tx, work.house.zone, work.at);
  if (!open.some((h) => h.id === row.id))
    refuse(
      "released-already",
      row.stated_at > work.at
        ? `Hold ${number} was not there yet then.`
        : `Hold ${number} was released already.`,
      "hold",
    );
  await work.restOn(row, `hold ${number} was released`);
  return row;
}

/** What a laboratory found, held against the hold's limit. @returns the sample's fill and moment */
async function byResult(work: Work, held: HoldRow, order: number, despite: string) {
  const asked = await oneOrder(work.tx, order, "result");
  const result = await resultOf(work.tx, asked.id);
  if (!result) refuse("no-result", `No result of order ${order} is in yet.`, "result");
  await work.restOn([asked, result], `hold ${held.number} was released by the result of order ${order}`);
  const values = await valuesOf(work.tx, [result.id]);
  const { analyte, most } = held;
  if (!analyte || most === null) return { asked, result, found: values.map(saidMeasured).join(", ") };
  const { name, unit } = ANALYTES[analyte];
  const measured = values.find((v) => v.analyte === analyte);
  if (!measured)
    refuse(
      "not-measured",
      `Order ${order} says nothing of ${inWords(analyte)}, which is what the hold waits for.`,
      "result",
    );
  const state = againstLimit(measured, "most", most);
  const found = `${name} ${saidMeasured(measured)}`;
  if (state === "not-met" || state === "not-told")
    refuse("not-released", `${found}: over the limit of ${most} ${unit}. It stays held.`, "result");
  if (state === "close" && despite === "")
    refuse(
      "close-to-limit",
      `${found}: with what it may be off it reaches over the limit of ${most} ${unit}. Have it measured again, or say why it is released.`,
      "despite",
    );
  return { asked, result, found };
}

export const releaseHold = defineCommand({
  name: "release-hold",
  summary: "Release a hold on its evidence, for all it lies on or for one vessel or lot alone",
  who: ["lead", "office"],
  undo: "counter-entry",
  input: z.strictObject({
    hold: count("The hold's number", 1, 1e9),
    /** One vessel, batch or lot alone: "tank 1". Left out with a result, what was sampled; without one, all of it. */
    of: note("What is released of it", 60),
    /** The laboratory order whose result is the evidence. */
    result: count("The laboratory order", 1, 1e9).optional(),
    why: text("The evidence", 200),
    /** Why it is released although no result speaks for it, or only a close one. */
    despite: note("The reason"),
  }),
  async run(work, input) {
    const held = await standingHold(work, input.hold);
    if (held.analyte && input.result === undefined && input.despite === "")
      refuse(
        "wants-result",
        `Hold ${held.number} waits for ${held.until}: give the laboratory order's number, or say why it is released without.`,
        "despite",
      );
    const seen = input.result === undefined ? null : await byResult(work, held, input.result, input.despite);
    const one = input.of === "" ? null : await meant(work, input.of, {}, "of");
    if (one) await work.restOn(one.rests, `${one.name} was released`);
    if (seen && one && !one.fills.includes(seen.asked.fill_id))
      refuse(
        "another-sample",
        `Order ${input.result} was a sample of ${seen.asked.name}, not of ${one.name}: it says nothing of it.`,
        "of",
      );
    // A result speaks for what was sampled, as it stood when the sample was taken. Without an analyte it may lift all.
    const fills = one?.fills ?? (seen && held.analyte ? [seen.asked.fill_id] : [null]);
    const name = one?.name ?? (seen && held.analyte ? seen.asked.name : "");
    const second = await releaseWantsTwo(work.tx);
    for (const fill of fills)
      await work.note("hold_release", {
        hold_id: held.id,
        fill_id: fill,
        name,
        as_of: seen ? seen.asked.stated_at : work.at,
        why: input.despite === "" ? input.why : `${input.why}; ${input.despite}`,
        lab_result_id: seen?.result.id ?? null,
        second,
      });
    return { hold: held.number, held: held.name, name, found: seen?.found ?? "", second };
  },
  say: ({ hold, held, name, found, second }, { why, despite }) =>
    [
      second
        ? `${name === "" ? `Hold ${hold} (${held})` : `${name[0]?.toUpperCase()}${name.slice(1)} under hold ${hold}`} is to be released: a second person must agree`
        : `${name === "" ? `Hold ${hold} (${held}) is released` : `${name[0]?.toUpperCase()}${name.slice(1)} is released from hold ${hold} (${held})`}`,
      found,
      why,
      despite,
    ]
      .filter((t) => t !== "")
      .join("; ")
      .concat("."),
});

export const confirmRelease = defineCommand({
  name: "confirm-release",
  summary: "Agree to a release as the second person",
  who: ANY_HAND,
  undo: "counter-entry",
  names: { release: "hold_release" },
  input: z.strictObject({ release: count("The release", 1, 1e9) }),
  async run(work, { release: id }) {
    const release = await releaseById(work.tx, id);
    if (!release?.second)
      refuse("unknown-release", "There is no such release that waits for anybody.", "release");
    if (release.confirmed_by)
      refuse("agreed-already", `${release.confirmed_by} agreed to that already.`, "release");
    if (release.who === work.actor.name)
      refuse(
        "second-person",
        `${release.who} asked for this release: somebody else must agree to it.`,
        "release",
      );
    await work.restOn(release, `${work.actor.name} agreed to a release of hold ${release.hold_number}`);
    await work.note("release_confirmed", { release_id: id });
    return { hold: release.hold_number, name: release.name, by: release.who };
  },
  say: ({ hold, name, by }) =>
    `${name === "" ? `Hold ${hold} is released` : `${name[0]?.toUpperCase()}${name.slice(1)} is released from hold ${hold}`}: agreed to what ${by} asked.`,
});

export const setReleaseRules = defineCommand({
  name: "set-release-rules",
  summary: "Say whether a release wants a second person here",
  who: ["lead"],
  undo: "counter-entry",
  input: z.strictObject({ second: z.boolean({ error: "Say yes or no." }) }),
  async run(work, { second }) {
    await work.note("release_rules", { second });
    return {};
  },
  say: (_, { second }) =>
    second ? "A release wants a second person from now on." : "One person may release what is held.",
});
