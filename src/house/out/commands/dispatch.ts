import { z } from "zod";
import { dayIn } from "../../language/clock";
import { refuse } from "../../language/errors";
import { choice, count, list, note, number, text } from "../../language/fields";
import { massG } from "../../language/shown";
import { plural, spoken } from "../../language/spoken";
import { defineCommand } from "../../ledger/command";
import { backToStock, writtenOff } from "../back";
import { buyerFor } from "../buyers";
import { sendParcel } from "../parcel";
import {
  DISPATCH_KINDS,
  type DispatchKind,
  nextDispatchNumber,
  oneDispatch,
  parcelsOfDispatch,
} from "../records";

const WHO = ["lead", "office", "filler"] as const;

/** Where nobody is named. */
const NOBODY: Readonly<Record<DispatchKind, string | null>> = {
  sale: null,
  market: "Market",
  sample: "Samples",
  gift: "Gifts",
  own: "Own use",
};
const SAID: Readonly<Record<DispatchKind, string>> = {
  sale: "to",
  market: "taken to",
  sample: "as samples for",
  gift: "given to",
  own: "for",
};

export const sendDispatch = defineCommand({
  name: "send-dispatch",
  summary: "Send jars of several lots together: sold, to market, as samples, given away, for the house",
  who: WHO,
  undo: "counter-entry",
  leaves: true,
  input: z.strictObject({
    kind: choice("What it is", DISPATCH_KINDS).default("sale"),
    /** Samples, gifts and the house's own need nobody. */
    buyer: note("To whom", 80),
    lines: list(
      "What is sent",
      z.strictObject({
        lot: text("The lot", 30),
        jars: count("The number of jars", 1, 100_000),
        price: number("The price of a jar", 0, 100_000).optional(),
      }),
      200,
    ),
    newBuyer: z.boolean().optional(),
    note: note("A note"),
    despite: note("The reason"),
  }),
  async run(work, input) {
    const named = input.buyer === "" ? NOBODY[input.kind] : input.buyer;
    if (named === null) refuse("no-buyer", "To whom is it sold?", "buyer");
    const buyer = await buyerFor(work, named, input.newBuyer === true || input.buyer === "");
    const numbered =
      (await work.before<{ number: number }>("dispatch", ["number"]))?.number ??
      (await nextDispatchNumber(work.tx));
    const dispatch = await work.state("dispatch", {
      number: numbered,
      buyer_id: buyer.id,
      kind: input.kind,
      note: input.note,
    });
    const lines: { lot: string; jars: number }[] = [];
    let grams = 0;
    for (const [i, line] of input.lines.entries()) {
      const sent = await sendParcel(work, {
        code: line.lot,
        jars: line.jars,
        buyer,
        price: line.price,
        dispatch,
        despite: input.despite,
        at: `lines.${i}.`,
      });
      lines.push({ lot: sent.lot.code, jars: sent.jars });
      grams += sent.grams;
    }
    return { dispatch: numbered, buyer: buyer.name, lines, grams };
  },
  say: ({ dispatch, buyer, lines, grams }, { kind, note: why }) => {
    const jars = lines.reduce((n, l) => n + l.jars, 0);
    const named = lines.slice(0, 4).map((l) => `${l.jars} of ${l.lot}`);
    return `Dispatch ${dispatch}: ${plural(jars, "jar")} ${SAID[kind]} ${buyer}, ${massG(grams)}: ${spoken(named)}${lines.length > 4 ? ` and ${plural(lines.length - 4, "more lot")}` : ""}${why ? `. ${why}` : ""}.`;
  },
  grams: ({ grams }) => grams,
});

export const backFromMarket = defineCommand({
  name: "back-from-market",
  summary: "Bring back from market what was not sold: the rest is sold",
  who: WHO,
  undo: "counter-entry",
  input: z.strictObject({
    dispatch: count("The dispatch", 1, 1e9),
    /** Left out, everything was sold. */
    back: z
      .array(
        z.strictObject({
          lot: text("The lot", 30),
          jars: count("The jars that came back", 0, 100_000),
          broken: count("Of those, broken", 0, 100_000).default(0),
        }),
        { error: "What came back is a list." },
      )
      .max(200)
      .default([]),
    note: note("A note"),
  }),
  async run(work, input) {
    const dispatch = await oneDispatch(work.tx, input.dispatch);
    if (dispatch.kind !== "market")
      refuse("no-market", `Dispatch ${dispatch.number} did not go to a market.`, "dispatch");
    if (dispatch.closed) refuse("closed-already", `Dispatch ${dispatch.number} is back already.`, "dispatch");
    const parcels = await parcelsOfDispatch(work.tx, dispatch.id);
    await work.restOn([dispatch, ...parcels], `dispatch ${dispatch.number} came back from market`);
    const seen = new Set<string>();
    let [came, broken, grams] = [0, 0, 0];
    for (const [i, line] of input.back.entries()) {
      const at = `back.${i}.`;
      const parcel = parcels.find((p) => p.code.toLowerCase() === line.lot.toLowerCase());
      if (!parcel)
        refuse(
          "not-on-it",
          `No jars of lot ${line.lot.toUpperCase().slice(0, 30)} were on dispatch ${dispatch.number}.`,
          `${at}lot`,
        );
      if (seen.size === seen.add(parcel.code).size)
        refuse("twice", `Lot ${parcel.code} is told twice.`, `${at}lot`);
      if (line.broken > line.jars) refuse("more-broken", "More are broken than came back.", `${at}broken`);
      const whole = line.jars - line.broken;
      // Broken ones first: what is left of the parcel then is what the rest is measured by.
      if (line.broken > 0)
        grams += await writtenOff(work, parcel, line.broken, "broken at the market", `${at}jars`);
      const left = { ...parcel, back: parcel.back + line.broken };
      if (whole > 0) grams += await backToStock(work, left, whole, "back from market", `${at}jars`);
      came += whole;
      broken += line.broken;
    }
    await work.note("dispatch_closed", { dispatch_id: dispatch.id, note: input.note });
    const taken = parcels.reduce((n, p) => n + p.jars - p.back, 0);
    return {
      dispatch: dispatch.number,
      buyer: dispatch.buyer,
      taken,
      came,
      broken,
      sold: taken - came - broken,
      grams,
      on: dayIn(work.house.zone, work.at),
    };
  },
  say: ({ dispatch, buyer, taken, came, broken, sold }, { note: why }) =>
    `Back from ${buyer}, dispatch ${dispatch}: ${taken} taken, ${came} back${broken > 0 ? `, ${broken} broken` : ""}, ${sold} sold${why ? `. ${why}` : ""}.`,
  grams: ({ grams }) => grams,
});
