/** What a typed or scanned line means: something to do, something to open, or a sentence about what is wrong. */

import type { Knex } from "knex";
import { lotsMarked, markOf } from "../bottle/records";
import { COMMANDS, WORDS } from "../commands";
import { asRefusal, Refusal } from "../language/errors";
import { vesselNamed } from "../language/vessel-name";
import type { Verb } from "../language/words";
import { isWritable } from "../language/writable";
import { rehearse } from "../ledger/command";
import type { Who } from "../people/records";
import { batchKnown } from "../spin/records/batches";
import { maybeColony, maybeVessel } from "../vessels/records";
import { cardHere } from "./here";
import { asOneLine, heardIn } from "./words";

export type Understood =
  | {
      readonly kind: "do";
      readonly command: string;
      readonly input: Record<string, unknown>;
      readonly say: string;
    }
  | { readonly kind: "open"; readonly href: string; readonly say: string }
  | { readonly kind: "unclear"; readonly say: string; readonly hint: string | null };

const BAY_WORDS: Record<string, string> = {
  yard: "/yard",
  "hot room": "/hot-room",
  hot: "/hot-room",
  spin: "/spin",
  settle: "/settle",
  store: "/store",
  bottle: "/bottle",
  out: "/out",
  today: "/",
  trace: "/trace",
  held: "/held",
  laboratory: "/laboratory",
  recall: "/recall",
  season: "/season",
  "set-up": "/set-up",
  setup: "/set-up",
};

/** The lot in the address a label's code holds: ".../01/09506000134352/10/WB26-003-2", ".../lot/WB26-003-2". */
function lotInAddress(text: string): string | null {
  if (!/^https?:/i.test(text) || !URL.canParse(text)) return null;
  const [key, lot] = new URL(text).pathname.split("/").slice(-2);
  return lot && (key === "10" || key === "lot") ? lot : null;
}

/** A scanned or typed tag, lot code or batch: what it opens. */
async function thingNamed(db: Knex, text: string): Promise<{ href: string; say: string } | null> {
  const bay = BAY_WORDS[text.toLowerCase()];
  if (bay) return { href: bay, say: `Open ${text.toLowerCase()}.` };
  const [, letter = "", tag = ""] = /^([sbctdvu])(\d[A-Z0-9-]*)$/i.exec(text) ?? [];
  const upper = tag.toUpperCase();
  if (/[st]/i.test(letter) && (await maybeVessel(db, "super", upper)))
    return { href: `/trace/super/${upper}`, say: `Open super ${upper}.` };
  const vessel = letter === "" && !/^(?:pail|drum|tank|tub) /i.test(text) ? null : vesselNamed(text);
  if (vessel && (await maybeVessel(db, vessel.kind, vessel.tag)))
    return {
      href: `/trace/${vessel.kind}/${encodeURIComponent(vessel.tag)}`,
      say: `Open ${vessel.kind} ${vessel.tag}.`,
    };
  if (/c/i.test(letter) && (await maybeColony(db, upper)))
    return { href: `/trace/colony/${upper}`, say: `Open colony ${upper}.` };
  const [, batch] = /^batch (\d{1,6})$/i.exec(text) ?? [];
  if (batch && (await batchKnown(db, Number(batch))))
    return { href: `/trace/batch/${batch}`, say: `Open batch ${batch}.` };
  const code = lotInAddress(text) ?? text;
  const [lot, another] = /^[A-Z0-9][A-Z0-9./-]{3,29}$/i.test(code) ? await lotsMarked(db, code) : [];
  if (lot) {
    // A jar's code means all that was filled under it, whatever the size.
    const name = another ? markOf(lot) : lot.code;
    return { href: `/trace/lot/${name}`, say: `Open lot ${name}, ${lot.honey_kind}.` };
  }
  // A printed tag without a letter in front.
  if (/^[A-Z0-9][A-Z0-9-]{0,15}$/i.test(text)) {
    const plain = text.toUpperCase();
    for (const [kind, found] of [
      ["super", await maybeVessel(db, "super", plain)],
      ["pail", await maybeVessel(db, "pail", plain)],
      ["drum", await maybeVessel(db, "drum", plain)],
      ["tank", await maybeVessel(db, "tank", plain)],
    ] as const)
      if (found) return { href: `/trace/${kind}/${plain}`, say: `Open ${kind} ${plain}.` };
  }
  return null;
}

/** A thing whose tag has letters, named without its own letter: how the line wants it written. */
async function letteredTag(db: Knex, text: string): Promise<{ say: string; hint: string } | null> {
  const [, word = "", rest = ""] = /^([a-z][a-z0-9-]{0,15}) (.{1,40})$/i.exec(text) ?? [];
  if (!/\d/.test(word)) return null;
  const tag = word.toUpperCase();
  for (const [kind, letter] of [
    ["super", "s"],
    ["pail", "b"],
    ["bin", "k"],
  ] as const)
    if (await maybeVessel(db, kind, tag))
      return {
        say: `${kind[0]?.toUpperCase()}${kind.slice(1)} ${tag} has letters in its tag: write ${letter}: in front of it.`,
        hint: `${letter}:${word} ${rest}`,
      };
  if (/^[sbctk]\d/i.test(word)) return null;
  return {
    say: `"${word}" is the tag of nothing here, and no word the line knows.`,
    hint: "s41 17.4  ·  super 41 reads 17.4 %; tags with letters stand behind a colon: s:H2 17.4",
  };
}

/** The verb a beginning could become, for completion: shares its first word or letter. */
function nearestVerb(text: string): Verb | undefined {
  const first = text.split(/\s/)[0]?.toLowerCase() ?? "";
  const byWord = WORDS.find(
    (v) =>
      v.example.split(" ")[0]?.toLowerCase() === first || (first.length > 1 && v.example.startsWith(first)),
  );
  return (
    byWord ??
    WORDS.find(
      (v) =>
        /^[stbc]\d/i.test(first) && v.example[0] === first[0]?.toLowerCase() && /^[a-z]\d/.test(v.example),
    )
  );
}

export async function understand(db: Knex, raw: string, who: Who, at?: string): Promise<Understood> {
  const text = isWritable(raw) ? asOneLine(raw) : "";
  if (text === "") return { kind: "unclear", say: "", hint: null };
  const opened = await thingNamed(db, text);
  if (opened) return { kind: "open", ...opened };
  const heard = heardIn(WORDS, text);
  if (heard) {
    const { verb, input } = heard;
    const command = COMMANDS.get(verb.command);
    if (!command) throw new Error(`The line names an unknown command: ${verb.command}`);
    try {
      const { say } = await rehearse(db, command, {
        input,
        who,
        device: "line",
        key: `rehearsal-${crypto.randomUUID()}`,
        at,
      });
      return { kind: "do", command: verb.command, input, say };
    } catch (fault) {
      const refusal = asRefusal(fault);
      if (refusal instanceof Refusal && refusal.status !== 503)
        return { kind: "unclear", say: refusal.message, hint: null };
      throw refusal;
    }
  }
  const lettered = await letteredTag(db, text);
  if (lettered) return { kind: "unclear", ...lettered };
  const nearest = nearestVerb(text);
  const near = nearest && cardHere(nearest);
  const tag = /^[sbct]\d[a-z0-9-]*$/i.exec(text);
  if (tag)
    return {
      kind: "unclear",
      say: `Nothing here carries the tag ${text.toUpperCase()}.`,
      hint: near ? `${near.example}  ·  ${near.means}` : null,
    };
  if (near) return { kind: "unclear", say: `Go on: ${near.means}.`, hint: near.example };
  return { kind: "unclear", say: "Not understood. Press ? for the card of keys and words.", hint: null };
}
