import { z } from "zod";
import { oneLot } from "../../bottle/records";
import { refuse } from "../../language/errors";
import { choice, count, note, number, text } from "../../language/fields";
import { massG } from "../../language/shown";
import { capital, plural } from "../../language/spoken";
import { vesselName } from "../../language/vessel-name";
import { defineCommand } from "../../ledger/command";
import { BACK_WHAT, backToStock, toInspect, writtenOff } from "../back";
import { buyerFor } from "../buyers";
import { parcelsWith, vesselsOut } from "../records";

const SAID = {
  stock: "back to stock",
  inspect: "held until they are looked at",
  "written-off": "written off",
} as const;

export const takeBack = defineCommand({
  name: "take-back",
  summary: "Take jars back from a buyer: to stock, to be inspected, or written off",
  who: ["lead", "office", "filler"],
  undo: "counter-entry",
  input: z.strictObject({
    lot: text("The lot", 30),
    jars: count("The number of jars", 1, 100_000),
    buyer: text("From whom", 80),
    what: choice("What becomes of them", BACK_WHAT),
    why: text("Why they came back", 200),
  }),
  async run(work, input) {
    const lot = await oneLot(work.tx, input.lot);
    const buyer = await buyerFor(work, input.buyer, false);
    const parcels = (await parcelsWith(work.tx, buyer.id, lot.id)).filter((p) => p.jars > p.back);
    const there = parcels.reduce((n, p) => n + p.jars - p.back, 0);
    if (there < input.jars)
      refuse(
        there === 0 ? "never-sent" : "more-than-sent",
        there === 0
          ? `No jars of lot ${lot.code} are with ${buyer.name}.`
          : `${plural(there, "jar")} of lot ${lot.code} ${there === 1 ? "is" : "are"} with ${buyer.name}, not ${input.jars}.`,
        "jars",
      );
    let [left, grams] = [input.jars, 0];
    const parts: string[] = [];
    for (const parcel of parcels) {
      const jars = Math.min(left, parcel.jars - parcel.back);
      if (jars === 0) break;
      if (input.what === "inspect") {
        const part = await toInspect(work, parcel, jars, input.why);
        grams += part.grams;
        parts.push(part.code);
      } else
        grams += await (input.what === "stock" ? backToStock : writtenOff)(work, parcel, jars, input.why);
      left -= jars;
    }
    return { lot: lot.code, buyer: buyer.name, grams, parts };
  },
  say: ({ lot, buyer, grams, parts }, { jars, what, why }) =>
    `${plural(jars, "jar")} of lot ${lot} back from ${buyer}, ${massG(grams)}: ${SAID[what]}${parts.length > 0 ? ` as ${parts.join(", ")}` : ""}. ${capital(why)}.`,
  grams: ({ grams }) => grams,
});

export const vesselBack = defineCommand({
  name: "vessel-back",
  summary: "Take back a vessel that went along with its honey, and its deposit",
  who: ["lead", "office", "filler"],
  undo: "counter-entry",
  input: z.strictObject({
    vessel: vesselName("The vessel"),
    refunded: number("The deposit given back", 0, 100_000).optional(),
    note: note("How it came back"),
  }),
  async run(work, input) {
    const name = `${input.vessel.kind} ${input.vessel.tag}`;
    const out = (await vesselsOut(work.tx)).find((v) => v.name.toLowerCase() === name.toLowerCase());
    if (!out) refuse("not-out", `${capital(name)} is with nobody.`, "vessel");
    const refunded = input.refunded ?? out.deposit;
    if (refunded > out.deposit)
      refuse(
        "more-than-deposit",
        `The deposit was ${out.deposit.toFixed(2)}: more cannot be given back.`,
        "refunded",
      );
    await work.restOn(out, `${name} came back from ${out.buyer}`);
    await work.note("vessel_back", { out_id: out.id, refunded, note: input.note });
    return { name: out.name, buyer: out.buyer, refunded, deposit: out.deposit };
  },
  say: ({ name, buyer, refunded, deposit }, { note: how }) =>
    `${capital(name)} is back from ${buyer}${deposit > 0 ? `; ${refunded.toFixed(2)} of ${deposit.toFixed(2)} deposit given back` : ""}${how ? `. ${capital(how)}` : ""}.`,
});
