import { z } from "zod";
import { oneLot, sameParcelSince } from "../../bottle/records";
import { refuse } from "../../language/errors";
import { count, note, number, text } from "../../language/fields";
import { massG } from "../../language/shown";
import { plural } from "../../language/spoken";
import { defineCommand } from "../../ledger/command";
import type { Work } from "../../ledger/work";
import { buyerFor } from "../buyers";
import { type Buyer, sendParcel } from "../parcel";

/** A parcel like the last one, entered within so many minutes, is asked about. */
const TWICE_MIN = 10;

async function notTwice(work: Work, code: string, jars: number, buyer: Buyer) {
  const lot = await oneLot(work.tx, code);
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
  leaves: true,
  input: z.strictObject({
    lot: text("The lot", 24),
    jars: count("The number of jars", 1, 100_000),
    buyer: text("The buyer", 80),
    price: number("The price of a jar", 0, 100_000).optional(),
    /** The name is like a known buyer's, and is another's all the same. */
    newBuyer: z.boolean().optional(),
    /** The same went to the same buyer minutes ago, and this is another parcel. */
    again: z.boolean().optional(),
    /** What an owner said, where their honey goes to somebody else. */
    despite: note("The reason"),
  }),
  async run(work, input) {
    const buyer = await buyerFor(work, input.buyer, input.newBuyer === true);
    if (!input.again) await notTwice(work, input.lot, input.jars, buyer);
    const { lot, jars, grams } = await sendParcel(work, {
      code: input.lot,
      jars: input.jars,
      buyer,
      price: input.price,
      despite: input.despite,
    });
    return { lot: lot.code, jars, buyer: buyer.name, grams };
  },
  say: ({ lot, jars, buyer, grams }, { despite }) =>
    `${plural(jars, "jar")} of lot ${lot} to ${buyer}: ${massG(grams)}${despite ? `. ${despite}` : ""}.`,
  grams: ({ grams }) => grams,
});
