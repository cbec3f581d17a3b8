import { z } from "zod";
import { gramsOfJars } from "../../bottle/off";
import { type LotRow, oneLot, sameParcelSince } from "../../bottle/records";
import { mustBeFree } from "../../hold/gate";
import { dayIn } from "../../language/clock";
import { refuse } from "../../language/errors";
import { count, text } from "../../language/fields";
import { massG } from "../../language/shown";
import { plural } from "../../language/spoken";
import { defineCommand } from "../../ledger/command";
import type { Work } from "../../ledger/work";
import { buyerFor } from "../buyers";

/** A parcel like the last one, entered within so many minutes, is asked about. */
const TWICE_MIN = 10;

async function notTwice(work: Work, lot: LotRow, jars: number, buyer: { id: number; name: string }) {
  const before = await sameParcelSince(work.tx, lot.id, buyer.id, jars, TWICE_MIN);
  if (!before) return;
  refuse(
    "parcel-twice",
    `${plural(jars, "jar")} of lot ${lot.code} to ${buyer.name} went onto the tape within the last ${TWICE_MIN} minutes, by ${before.who}. Say so if this is another parcel (on the line: ", again" behind the name).`,
    "again",
  );
}

export const sendJars = defineCommand({
  name: "send-jars",
  summary: "Send jars of a lot to a named buyer",
  who: ["lead", "office", "filler"],
  undo: "counter-entry",
  input: z.strictObject({
    lot: text("The lot", 24),
    jars: count("The number of jars", 1, 100_000),
    buyer: text("The buyer", 80),
    /** The name is like a known buyer's, and is another's all the same. */
    newBuyer: z.boolean().optional(),
    /** The same went to the same buyer minutes ago, and this is another parcel. */
    again: z.boolean().optional(),
  }),
  async run(work, input) {
    const lot = await oneLot(work.tx, input.lot);
    const left = lot.jars - lot.jars_out;
    if (left === 0) refuse("lot-gone", `All ${lot.jars} jars of lot ${lot.code} have left already.`, "jars");
    if (input.jars > left)
      refuse(
        "too-many-jars",
        `${plural(left, "jar")} of lot ${lot.code} ${left === 1 ? "is" : "are"} here, not ${input.jars}.`,
        "jars",
      );
    await mustBeFree(work, [{ fillId: lot.fill_id, name: `lot ${lot.code}` }], "be sent", "lot");
    const grams = gramsOfJars(lot, input.jars);
    const buyer = await buyerFor(work, input.buyer, input.newBuyer === true);
    if (!input.again) await notTwice(work, lot, input.jars, buyer);
    const fillId = await work.openFill({ kind: "parcel", name: buyer.name });
    const because = `${plural(input.jars, "jar")} of lot ${lot.code} went to ${buyer.name}`;
    await work.restOn(lot, because);
    await work.restOn(buyer, `${buyer.name} got jars of lot ${lot.code}`);
    await work.move({
      from: lot.fill_id,
      to: fillId,
      grams,
      kind: "send",
      fromName: `Lot ${lot.code}`,
      because,
    });
    await work.state("parcel", {
      lot_id: lot.id,
      fill_id: fillId,
      buyer_id: buyer.id,
      jars: input.jars,
      sent_on: dayIn(work.house.zone, work.at),
    });
    return { lot: lot.code, jars: input.jars, buyer: buyer.name, grams };
  },
  say: ({ lot, jars, buyer, grams }) => `${plural(jars, "jar")} of lot ${lot} to ${buyer}: ${massG(grams)}.`,
  grams: ({ grams }) => grams,
});
