import { z } from "zod";
import { DRAWN_PARTS, RULE_PACK_IDS, RULE_PACKS } from "@/core/labels";
import { markOf, oneLot } from "../../bottle/records";
import { mustBeFree } from "../../hold/gate";
import { refuse } from "../../language/errors";
import { choice, count, note, text } from "../../language/fields";
import { plural } from "../../language/spoken";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { designField } from "../design";
import { checked, labelSource } from "../facts";
import { labelsCounted } from "../records";
import { designOf, MOST_LABELS } from "../sheet";

const PART_SAID = { one: "label", front: "front label", back: "back label", seal: "seal" } as const;
/** Sentences of a tape stay short: so many unmet rules are named. */
const MOST_NAMED = 3;

export const printLabels = defineCommand({
  name: "print-labels",
  summary: "Print labels of a lot for sale, looked over by the rules of where it is sold",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    lot: text("The lot", 30),
    part: choice("The part", DRAWN_PARTS).default("one"),
    labels: count("Labels", 1, MOST_LABELS),
    /** Besides, for what spoils. */
    spare: count("Spare labels", 0, 500).default(0),
    output: choice("Where to", ["pdf", "printer"]).default("pdf"),
    page: choice("The sheet", ["a4", "letter", "roll"]).default("a4"),
    /** Places of the first sheet that are used already. */
    beginAt: count("Used places of the first sheet", 0, 400).default(0),
    design: designField.optional(),
    pack: choice("Where it is sold", RULE_PACK_IDS).optional(),
    /** Rules that only a person can check, and that were. */
    answered: z.array(text("A rule", 40), { error: "What was answered is a list." }).max(60).default([]),
    despite: note("The reason"),
  }),
  async run(work, input) {
    const lot = await oneLot(work.tx, input.lot);
    await mustBeFree(
      work,
      [{ fillId: lot.fill_id, name: `lot ${lot.code}` }],
      "be labelled for sale (a proof can be looked at)",
      "lot",
    );
    const source = await labelSource(work.tx, lot);
    const design = input.design ?? (await designOf(work.tx, lot));
    const pack = input.pack ?? source.rules.pack;
    if (input.labels + input.spare > MOST_LABELS)
      refuse("label-count", `Between 1 and ${MOST_LABELS} labels can be printed at a time.`, "labels");
    const parts = design.parts === "one" ? ["one", "seal"] : ["front", "back", "seal"];
    if (!parts.includes(input.part))
      refuse(
        "label-part",
        `This look has ${parts.map((p) => PART_SAID[p as keyof typeof PART_SAID]).join(", ")}.`,
        "part",
      );
    const { findings } = checked(source, design, { answered: input.answered, pack });
    const open = findings.filter((f) => f.state !== "met");
    const unmet = open.filter((f) => f.state === "not-met");
    if (unmet.length > 0 && input.despite === "")
      refuse(
        "preflight",
        `${unmet
          .slice(0, MOST_NAMED)
          .map((f) => `${f.says} (${f.paragraph})`)
          .join(
            "; ",
          )}${unmet.length > MOST_NAMED ? `; and ${unmet.length - MOST_NAMED} more` : ""}. Mend it, or say why it is printed for sale all the same.`,
        "despite",
      );
    await work.restOn(lot, `labels of lot ${lot.code} were printed`);
    const print = await work.state("label_print", {
      lot_id: lot.id,
      part: input.part,
      labels: input.labels,
      spare: input.spare,
      output: input.output,
      page: input.output === "printer" ? "roll" : input.page,
      begin_at: input.output === "printer" || input.page === "roll" ? 0 : input.beginAt,
      design: JSON.stringify(design),
      pack,
      answered: input.answered,
      unmet: open.map((f) => `${f.state}: ${f.says}`),
      despite: unmet.length > 0 ? input.despite : "",
    });
    await work.note("label_design", {
      lot_id: lot.id,
      jar_g: lot.nominal_g,
      design: JSON.stringify(design),
    });
    return {
      print,
      // One mark may be on jars of several sizes: the row says which.
      lot: lot.code,
      mark: markOf(lot),
      unmet: unmet.length,
      toCheck: open.length - unmet.length,
      pack: RULE_PACKS[pack].name,
      despite: unmet.length > 0 ? input.despite : "",
    };
  },
  say: ({ lot, unmet, toCheck, pack, despite }, { labels, spare, part, output }) =>
    [
      `${plural(labels, PART_SAID[part])}${spare > 0 ? ` and ${spare} spare` : ""} of lot ${lot} ${output === "printer" ? "sent to the label printer" : "printed"}`,
      `by the rules of ${pack}`,
      unmet > 0 ? `${plural(unmet, "rule")} not met: ${despite}` : "",
      toCheck > 0 ? `${toCheck} not answered` : "",
    ]
      .filter((t) => t !== "")
      .join("; ")
      .concat("."),
});

export const keepLabel = defineCommand({
  name: "keep-label",
  summary: "Keep how a lot's label looks; the next lot in jars of its size begins with it",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({ lot: text("The lot", 30), design: designField }),
  async run(work, { lot: code, design }) {
    const lot = await oneLot(work.tx, code);
    await work.restOn(lot, `the label of lot ${lot.code} looks so`);
    await work.note("label_design", {
      lot_id: lot.id,
      jar_g: lot.nominal_g,
      design: JSON.stringify(design),
    });
    return { lot: lot.code };
  },
  say: ({ lot }, { design }) =>
    `The label of lot ${lot} is kept: ${design.widthMm} by ${design.heightMm} mm.`,
});

export const spoilLabels = defineCommand({
  name: "spoil-labels",
  summary: "Count labels that were spoiled and thrown away",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    lot: text("The lot", 30),
    labels: count("Labels spoiled", 1, MOST_LABELS),
    why: note("What happened"),
  }),
  async run(work, { lot: code, labels, why }) {
    const lot = await oneLot(work.tx, code);
    const { printed, spare, spoiled } = await labelsCounted(work.tx, lot.id);
    const there = printed + spare - spoiled;
    if (labels > there)
      refuse(
        "more-than-printed",
        `${there === 0 ? "No label" : plural(there, "label")} of lot ${lot.code} ${there < 2 ? "is" : "are"} left to spoil.`,
        "labels",
      );
    await work.restOn(lot, `labels of lot ${lot.code} were spoiled`);
    await work.note("label_spoiled", { lot_id: lot.id, labels, why });
    return { lot: lot.code };
  },
  say: ({ lot }, { labels, why }) =>
    `${plural(labels, "label")} of lot ${lot} spoiled${why ? `: ${why}` : ""}.`,
});
