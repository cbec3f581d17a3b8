import { z } from "zod";
import { gramsFromKg, written } from "@/core/units";
import { isOverFull } from "@/core/vessels";
import { mayTouchHeld } from "../../hold/gate";
import { dayIn, momentOf, writtenDay } from "../../language/clock";
import { refuse } from "../../language/errors";
import { choice, day, list, massKg, note, pct } from "../../language/fields";
import { massG } from "../../language/shown";
import { capital, plural, spoken } from "../../language/spoken";
import { type NamedVessel, vesselName } from "../../language/vessel-name";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { fillAt, lastFillOf } from "../../ledger/records/fills";
import { mayMeet } from "../../moves/owners";
import { corrected, stateReadings } from "../../readings/samples";
import { holdsGrams } from "../../vessels/holds";
import { oneVessel, statingVessel } from "../../vessels/records";
import { COMES, nextDeliveryNumber, sameDelivery } from "../records";

export const receiveHoney = defineCommand({
  name: "receive-honey",
  summary: "Honey comes from outside: bought, brought to be packed, or here before the house began",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    what: choice("Why it came", COMES).default("bought"),
    /** Whom it is from; for what was here already it may be left out. */
    supplier: note("The supplier", 60),
    theirLot: note("Their lot", 40),
    country: note("The country it is from", 60),
    region: note("The region", 60),
    honeyKind: note("The kind of honey", 60),
    /** As the paper says it, % water; it counts as a reading nobody here made. */
    waterPct: pct("The water they state", 10, 30).optional(),
    price: note("The price", 40),
    papers: note("Its papers"),
    date: day("The day it came").optional(),
    into: list(
      "The vessels it is in",
      z.strictObject({
        vessel: vesselName("The vessel it is in"),
        kg: massKg("The honey in it", 5000).optional(),
        grossKg: massKg("Its weight with honey", 6000).optional(),
      }),
      60,
    ),
    despite: note("The reason"),
  }),
  async run(work, input) {
    const today = dayIn(work.house.zone, work.now);
    const date = input.date ?? dayIn(work.house.zone, work.at);
    if (date > today) refuse("in-the-future", `The ${writtenDay(date)} is still to come.`, "date");
    if (input.date && dayIn(work.house.zone, work.at) !== date)
      work.happenedAt(momentOf(date, work.house.zone, work.now));
    if (input.supplier === "" && input.what !== "opening")
      refuse("no-supplier", "Whom is it from?", "supplier");
    if (input.country === "" && input.what !== "opening")
      refuse("no-country", "Which country is it from? The label must say it.", "country");
    if (input.theirLot !== "") {
      const before = await sameDelivery(work.tx, input.supplier, input.theirLot);
      if (before)
        refuse(
          "same-lot",
          `Lot ${input.theirLot} of ${input.supplier} came already, as delivery ${before.number} on ${writtenDay(before.came_on)}.`,
          "theirLot",
        );
    }
    const number =
      (await work.before<{ number: number }>("delivery", ["number"]))?.number ??
      (await nextDeliveryNumber(work.tx));
    const owner = input.what === "to-pack" ? input.supplier : "";
    const name =
      input.what === "opening" ? `what was here, ${number}` : `${input.supplier}'s delivery ${number}`;
    const because = `${name} came`;
    const got: {
      name: string;
      fillId: number | null;
      grams: number;
      vesselId: number;
      kind: NamedVessel["kind"];
      at: string;
    }[] = [];
    for (const [i, into] of input.into.entries()) {
      const at = `into.${i}`;
      const vessel = await oneVessel(work.tx, into.vessel.kind, into.vessel.tag, `${at}.vessel`, work.at);
      const called = `${into.vessel.kind} ${vessel.tag}`;
      if (got.some((g) => g.vesselId === vessel.id))
        refuse("twice", `${capital(called)} is named twice.`, `${at}.vessel`);
      const last = await lastFillOf(work.tx, vessel.id);
      const standing = last && last.grams > 0 ? last : null;
      // A late entry speaks of what was in it then.
      const held = standing ? (await fillAt(work.tx, standing.id, work.at)).grams : 0;
      if (into.grossKg !== undefined && vessel.weighable === false)
        refuse("not-weighed", `${capital(called)} cannot be weighed: say the honey in it.`, `${at}.grossKg`);
      if ((into.kg === undefined) === (into.grossKg === undefined))
        refuse("one-of-two", `${capital(called)}: say its honey or its weight, one of the two.`, `${at}.kg`);
      const grams =
        into.kg !== undefined ? gramsFromKg(into.kg) : gramsFromKg(into.grossKg ?? 0) - vessel.empty_g - held;
      if (grams <= 0)
        refuse(
          "under-empty",
          `${capital(called)} weighs ${massG(vessel.empty_g)} empty and holds ${massG(held)}: that leaves no honey.`,
          `${at}.grossKg`,
        );
      const full = holdsGrams(vessel, input.waterPct ?? null);
      if (isOverFull(Math.max(held, standing?.grams ?? 0) + grams, full))
        refuse(
          "does-not-fit",
          `${capital(called)} holds ${massG(full ?? 0)}; ${massG(held + grams)} does not fit.`,
          `${at}.kg`,
        );
      await work.restOn([...statingVessel(vessel), ...(standing ? [standing] : [])], because);
      if (standing && into.kg === undefined) await work.restOnAllOf(standing.id, because);
      got.push({
        name: called,
        fillId: standing?.id ?? null,
        grams,
        vesselId: vessel.id,
        kind: into.vessel.kind,
        at,
      });
    }
    const total = got.reduce((g, v) => g + v.grams, 0);
    const source = await work.openFill({ kind: "outside", name: input.supplier || "here before" });
    const delivery = await work.openFill({ kind: "delivery", name });
    await work.note("delivery", {
      number,
      fill_id: delivery,
      what: input.what,
      supplier: input.supplier,
      owner,
      their_lot: input.theirLot,
      country: input.country,
      region: input.region,
      honey_kind: input.honeyKind,
      price: input.price,
      papers: input.papers,
      came_on: date,
    });
    await work.move({ from: source, to: delivery, grams: total, kind: "deliver", fromName: "It", because });
    if (input.waterPct !== undefined) {
      const told = { scale: "water", tempC: 20, compensates: true } as const;
      const taken = corrected(null, told, input.waterPct, work.at);
      await stateReadings(
        work,
        told,
        [{ fillId: delivery, value: input.waterPct, taken }],
        `by the word of ${input.supplier || "nobody named"}`,
      );
    }
    for (const v of got) {
      if (v.fillId !== null) await mayTouchHeld(work, [delivery, v.fillId], v.name, input.despite);
      const owners = await mayMeet(work, [delivery], { name: v.name, holds: v.fillId }, input.despite);
      const fillId =
        v.fillId ??
        (await work.openFill({
          kind: v.kind,
          name: v.name,
          vessel: { id: v.vesselId, because: `${v.name} was filled again` },
        }));
      await work.move({
        from: delivery,
        to: fillId,
        grams: v.grams,
        kind: "move",
        fromName: capital(name),
        because,
      });
      if (owners)
        await work.note("release", {
          fill_id: fillId,
          owners: [...owners],
          why: input.despite,
          who: work.actor.name,
        });
    }
    return { number, name, owner, vessels: got.map((v) => v.name), grams: total };
  },
  say: ({ number, vessels, grams, owner }, { what, supplier, country, waterPct }) =>
    [
      `Delivery ${number}: ${massG(grams)} ${what === "opening" ? "that was here already" : `from ${supplier}${country ? `, ${country}` : ""}`}`,
      `in ${vessels.length > 4 ? plural(vessels.length, "vessel") : spoken(vessels)}`,
      waterPct === undefined ? "" : `${written(waterPct)} % water by their word`,
      owner === "" ? "" : `kept separate for ${owner}`,
    ]
      .filter((s) => s !== "")
      .join(", ")
      .concat("."),
  grams: ({ grams }) => grams,
});
