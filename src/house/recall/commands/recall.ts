import { z } from "zod";
import { maybeBuyer } from "../../bottle/records";
import { stateHold } from "../../hold/state";
import { saidTouched, touchedBy } from "../../hold/touched";
import { refuse } from "../../language/errors";
import { choice, count, note, text } from "../../language/fields";
import { plural } from "../../language/spoken";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import type { Work } from "../../ledger/work";
import { endOf, nextRecallNumber, oneRecall, RECALL_KINDS, SCOPES, toldIn } from "../records";
import { resolve } from "../resolve";
import { recallView, sourceFills, stopWatch } from "../view";

async function thingOf(work: Work, what: string) {
  const answer = await resolve(work.tx, what);
  if (answer.found) return answer.found;
  return refuse(
    "unknown-thing",
    `${answer.says}${answer.near.length > 0 ? ` Did you mean ${answer.near.join(", ")}?` : ""}`,
    "what",
  );
}

export const beginRecall = defineCommand({
  name: "begin-recall",
  summary: "Begin a recall drill, or the real thing: the clock runs from here",
  who: ["lead", "office"],
  undo: "counter-entry",
  input: z.strictObject({
    kind: choice("What it is", RECALL_KINDS).default("drill"),
    what: text("What it is about", 60),
    scope: choice("How wide", SCOPES).default("batches"),
    question: text("What happened", 200),
  }),
  async run(work, input) {
    const thing = await thingOf(work, input.what);
    const number =
      (await work.before<{ number: number }>("recall", ["number"]))?.number ??
      (await nextRecallNumber(work.tx));
    await work.note("recall", {
      number,
      kind: input.kind,
      what: thing.what,
      scope: input.scope,
      question: input.question,
    });
    return { recall: number, what: thing.what };
  },
  say: ({ recall, what }, { kind, question }) =>
    `${kind === "drill" ? "Drill" : kind === "recall" ? "RECALL" : "WITHDRAWAL"} ${recall} begun, ${what}: ${question}.`,
});

export const blockAll = defineCommand({
  name: "block-all",
  summary: "Hold everything of a recall that is still here, in one press",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    what: text("What it is about", 60),
    scope: choice("How wide", SCOPES).default("batches"),
    why: text("The reason", 200),
  }),
  async run(work, { what, scope, why }) {
    const thing = await thingOf(work, what);
    const fills = await sourceFills(work.tx, thing, scope);
    if (fills.length === 0) refuse("nothing-of-it", `No honey of ${thing.title} is on record.`, "what");
    const touched = await touchedBy(work, fills);
    const hold = await stateHold(work, {
      about: thing.kind === "lot" ? "lot" : "batch",
      name: `recall of ${thing.what}`,
      fill_ids: fills,
      why,
      until: "the lead's decision on the recall",
    });
    return { hold, what: thing.what, touched };
  },
  say: ({ hold, what, touched }, { why }) =>
    `Blocked with ${what} (hold ${hold}): ${saidTouched(touched)}. ${why[0]?.toUpperCase()}${why.slice(1)}.`,
});

export const tellBuyer = defineCommand({
  name: "tell-buyer",
  summary: "Note that a buyer was told of a recall, and what they said",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    recall: count("The recall", 1, 1e9),
    buyer: text("The buyer", 80),
    how: choice("How", ["called", "written to", "visited", "not reached"]),
    note: note("What they said"),
  }),
  async run(work, input) {
    const recall = await oneRecall(work.tx, input.recall);
    const buyer = await maybeBuyer(work.tx, input.buyer);
    if (!buyer) refuse("unknown-buyer", `There is no buyer called "${input.buyer}".`, "buyer");
    await work.restOn([recall, buyer], `${buyer.name} was told`);
    await work.note("recall_told", {
      recall_id: recall.id,
      buyer_id: buyer.id,
      how: input.how,
      note: input.note,
    });
    return { buyer: buyer.name };
  },
  say: ({ buyer }, { recall, how, note: said }) =>
    `Recall ${recall}: ${buyer} ${how}${said ? `. ${said}` : ""}.`,
});

export const endRecall = defineCommand({
  name: "end-recall",
  summary: "End a drill or recall: its time, what was found and what was missing are kept",
  who: ["lead", "office"],
  undo: "counter-entry",
  input: z.strictObject({
    recall: count("The recall", 1, 1e9),
    gaps: note("What was missing, and what changes", 400),
  }),
  async run(work, input) {
    const recall = await oneRecall(work.tx, input.recall);
    if (await endOf(work.tx, recall.id))
      refuse("ended-already", `Recall ${recall.number} has ended already.`, "recall");
    await work.restOn(recall, `recall ${recall.number} was ended`);
    const thing = await thingOf(work, recall.what);
    const [view, told] = await Promise.all([
      recallView(work.tx, thing, recall.scope, { house: work.house, now: work.now, drill: recall }),
      toldIn(work.tx, recall.id),
    ]);
    const seconds = Math.max(0, Math.round((work.now.getTime() - recall.at.getTime()) / 1000));
    const gaps = [...view.gaps, input.gaps].filter((g) => g !== "").join(" ");
    const reached = new Set(told.filter((t) => t.how !== "not reached").map((t) => t.buyer_id)).size;
    await work.note("recall_ended", {
      recall_id: recall.id,
      seconds,
      found_pct: view.foundPct,
      buyers: view.buyers.length,
      told: reached,
      gaps,
    });
    return {
      kind: recall.kind,
      seconds,
      foundPct: view.foundPct,
      passes: view.passes,
      buyers: view.buyers.length,
      told: reached,
    };
  },
  say: ({ kind, seconds, foundPct, passes, buyers, told }, { recall }) =>
    `${kind === "drill" ? "Drill" : "Recall"} ${recall} ended after ${stopWatch(seconds)}: ${foundPct === null ? "nothing to account for" : `${foundPct.toFixed(1)} % found, ${passes ? "which passes" : "which does not pass"}`}; ${told} of ${plural(buyers, "buyer")} reached.`,
});

export const setRecallContacts = defineCommand({
  name: "set-recall-contacts",
  summary: "Say whom to call in a recall: the authority, and who answers here day and night",
  who: ["lead", "office"],
  undo: "counter-entry",
  input: z.strictObject({
    authority: text("The authority", 80),
    authorityPhone: text("Its number, day and night", 40),
    ownName: note("Who answers here", 60),
    ownPhone: note("Their number", 40),
  }),
  async run(work, input) {
    await work.note("recall_contacts", {
      authority: input.authority,
      authority_phone: input.authorityPhone,
      own_name: input.ownName,
      own_phone: input.ownPhone,
    });
    return {};
  },
  say: (_, { authority, authorityPhone, ownName, ownPhone }) =>
    `In a recall: ${authority}, ${authorityPhone}${ownPhone ? `; here ${ownName || "the house"}, ${ownPhone}` : ""}.`,
});
