import { z } from "zod";
import { gramsFromKg } from "@/core/units";
import { bottleGate } from "../../bottle/gate";
import { newLot } from "../../bottle/new-lot";
import { monthsLater } from "../../language/clock";
import { refuse } from "../../language/errors";
import { massKg, note, number, text } from "../../language/fields";
import { massG } from "../../language/shown";
import { capital } from "../../language/spoken";
import { vesselName } from "../../language/vessel-name";
import { defineCommand } from "../../ledger/command";
import { lastFillOf } from "../../ledger/records/fills";
import { oneVessel } from "../../vessels/records";
import { buyerFor } from "../buyers";
import { mustBeTheirs } from "../parcel";

export const sendVessel = defineCommand({
  name: "send-vessel",
  summary: "Sell honey in bulk: a whole vessel, or a part of it, is a lot of its own and goes to a buyer",
  who: ["lead", "office", "filler"],
  undo: "counter-entry",
  leaves: true,
  input: z.strictObject({
    vessel: vesselName("The vessel"),
    honeyKind: text("The kind of honey", 60),
    buyer: text("The buyer", 80),
    /** Left out, all of it. */
    kg: massKg("How much", 5000).optional(),
    newBuyer: z.boolean().optional(),
    price: number("The price of a kilogram", 0, 100_000).optional(),
    /** The vessel goes along and is to come back. */
    goesAlong: z.boolean().default(false),
    deposit: number("The deposit on the vessel", 0, 100_000).optional(),
    /** Why it goes although something speaks against it. */
    despite: note("The reason"),
  }),
  async run(work, input) {
    const { kind } = input.vessel;
    const vessel = await oneVessel(work.tx, kind, input.vessel.tag, "vessel");
    const name = `${kind} ${vessel.tag}`;
    const fill = await lastFillOf(work.tx, vessel.id);
    if (!fill || fill.grams === 0) refuse("nothing-in-it", `${capital(name)} is empty.`, "vessel");
    const grams = input.kg === undefined ? fill.grams : gramsFromKg(input.kg);
    if (grams > fill.grams)
      refuse(
        "overdrawn",
        `${capital(name)} holds ${massG(fill.grams)}; ${massG(grams)} cannot come out of it.`,
        "kg",
      );
    const gate = await bottleGate(work, [{ fillId: fill.id, name }], input.despite);
    const { seen, ...said } = gate;
    const lot = await newLot(work);
    const { code, filled_on: on } = lot;
    const buyer = await buyerFor(work, input.buyer, input.newBuyer === true);
    mustBeTheirs(gate.owner, buyer.name, capital(name), input.despite);
    const along = input.goesAlong || input.deposit !== undefined;
    if (along && grams < fill.grams)
      refuse("part-of-it", `A part of ${name} is sold: the vessel stays here with the rest.`, "goesAlong");
    const because = `${name} went to ${buyer.name} as lot ${code}`;
    const lotFill = await work.openFill({ kind: "lot", name: `lot ${code}` });
    await work.move({ from: fill.id, to: lotFill, grams, kind: "draw", fromName: capital(name), because });
    const lotId = await work.state("lot", {
      fill_id: lotFill,
      ...lot,
      honey_kind: input.honeyKind,
      nominal_g: grams,
      jars: 1,
      mean_fill_g: grams,
      best_before: monthsLater(on, work.house.best_before_months),
      vessel: name,
      product: "bulk",
      ...seen,
    });
    const parcel = await work.openFill({ kind: "parcel", name: buyer.name });
    await work.restOn(buyer, `${buyer.name} got ${name}`);
    await work.move({ from: lotFill, to: parcel, grams, kind: "send", fromName: `Lot ${code}`, because });
    await work.note("parcel", {
      lot_id: lotId,
      fill_id: parcel,
      buyer_id: buyer.id,
      jars: 1,
      sent_on: on,
      price: input.price ?? null,
    });
    if (along)
      await work.note("vessel_out", {
        vessel_id: vessel.id,
        buyer_id: buyer.id,
        lot_id: lotId,
        deposit: input.deposit ?? 0,
      });
    return { along, vessel: name, lot: code, buyer: buyer.name, grams, left: fill.grams - grams, ...said };
  },
  say: ({ vessel, lot, buyer, grams, left, despite, along }, { deposit }) =>
    `${left > 0 ? `${massG(grams)} of ${vessel}` : `${capital(vessel)}, ${massG(grams)},`} to ${buyer} as lot ${lot}${left > 0 ? `; ${massG(left)} stay in it` : ""}${along ? `; the vessel goes along${deposit ? `, ${deposit.toFixed(2)} deposit` : ""}` : ""}${despite ? `. Although ${despite}` : ""}.`,
  grams: ({ grams }) => grams,
});
