import { z } from "zod";
import { dayIn, writtenDay } from "../../language/clock";
import { refuse } from "../../language/errors";
import { count, day, jarMassG, note, number, text } from "../../language/fields";
import { jar } from "../../language/shown";
import { plural } from "../../language/spoken";
import { defineCommand } from "../../ledger/command";
import { openOrders } from "../records";

export const takeOrder = defineCommand({
  name: "take-order",
  summary: "Take an order for jars, with the day they are wanted by",
  who: ["lead", "office", "filler"],
  undo: "counter-entry",
  input: z.strictObject({
    buyer: text("The buyer", 80),
    /** Left out, any honey does. */
    honeyKind: note("The kind of honey", 60),
    jarG: jarMassG("Net quantity of a jar", 5, 50_000),
    jars: count("The number of jars", 1, 100_000),
    by: day("The day they are wanted by"),
    price: number("The price of a jar", 0, 100_000).optional(),
  }),
  async run(work, { buyer, honeyKind, jarG, jars, by, price }) {
    if (by < dayIn(work.house.zone, work.at)) refuse("by-day", `${writtenDay(by)} is gone already.`, "by");
    const order = await work.state("jar_order", {
      buyer,
      honey_kind: honeyKind,
      jar_g: jarG,
      jars,
      by_day: by,
      price: price ?? null,
    });
    return { order };
  },
  say: (_, { buyer, honeyKind, jarG, jars, by }) =>
    `${buyer} orders ${plural(jars, "jar")} of ${jar(jarG)}${honeyKind ? `, ${honeyKind}` : ""} by ${writtenDay(by)}.`,
});

export const closeOrder = defineCommand({
  name: "close-order",
  summary: "Close an order that will not be met, or was met otherwise",
  who: ["lead", "office", "filler"],
  undo: "counter-entry",
  names: { order: "jar_order" },
  input: z.strictObject({
    order: count("The order's number", 1, 1_000_000_000),
    why: text("The reason", 200),
  }),
  async run(work, { order: id, why }) {
    const order = (await openOrders(work.tx)).find((o) => o.id === id);
    if (!order) refuse("unknown-order", `There is no open order ${id}.`, "order");
    await work.restOn(order, `order ${id} was closed`);
    await work.note("jar_order_met", { order_id: id, why });
    return { buyer: order.buyer };
  },
  say: ({ buyer }, { why }) => `The order of ${buyer} is closed: ${why}.`,
});
