import { z } from "zod";
import { formatKgFromG } from "@/core/units";
import { dayIn } from "../clock";
import { defineCommand } from "../command";
import { refuse } from "../errors";
import { count, text } from "../fields";
import { plural } from "../ranges";
import { maybeBuyer, oneLot } from "../records/lots";

export const sendJars = defineCommand({
  name: "send-jars",
  summary: "Send jars of a lot to a named buyer",
  who: ["lead", "office", "filler"],
  undo: "counter-entry",
  input: z.object({
    lot: text("The lot", 24),
    jars: count("The number of jars", 1, 100_000),
    buyer: text("The buyer", 80),
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
    // Whole grams for every parcel; the last jars take what is left, so that the lot ends at exactly nothing.
    const grams = input.jars === left ? lot.grams : Math.round((lot.grams * input.jars) / left);
    const known = await maybeBuyer(work.tx, input.buyer);
    const buyer = known ?? {
      id: await work.state("buyer", { name: input.buyer }),
      entry_id: work.entryId,
      name: input.buyer,
    };
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
  say: ({ lot, jars, buyer, grams }) =>
    `${plural(jars, "jar")} of lot ${lot} to ${buyer}: ${formatKgFromG(grams)} kg.`,
  grams: ({ grams }) => grams,
});
