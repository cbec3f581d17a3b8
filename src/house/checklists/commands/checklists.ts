import { z } from "zod";
import { todayFrom } from "../../language/clock";
import { refuse } from "../../language/errors";
import { choice, note, text } from "../../language/fields";
import { plural } from "../../language/spoken";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { itemsOf } from "../items";
import { BY_AND_BY, CHECK_KINDS, CHECK_TITLES } from "../lists";
import { checksAside, nextOwnItem, ownItems, tickedSince } from "../records";

/** Longer lists are ticked without looking. */
const MOST_OWN = 30;

export const setCheckItem = defineCommand({
  name: "set-check-item",
  summary: "Add something to a checklist, or drop what the house had added",
  who: ["lead"],
  undo: "counter-entry",
  input: z.strictObject({
    kind: choice("The list", CHECK_KINDS),
    /** What is looked at, in words; or which one is dropped, by its name on the list. */
    what: text("What is looked at", 120),
    drop: z.boolean().default(false),
  }),
  async run(work, { kind, what, drop }) {
    const own = (await ownItems(work.tx)).filter((o) => o.kind === kind && o.kept);
    const same = (o: { readonly what: string }) => o.what.toLowerCase() === what.toLowerCase();
    if (drop) {
      const found = own.find(same);
      if (!found)
        refuse(
          "not-own",
          `"${what}" is none that the house added. What the list began with is set aside: "not here".`,
          "what",
        );
      await work.note("check_item", { kind, item: found.item, what: found.what, kept: false });
      return { what: found.what };
    }
    if (itemsOf(kind, [], own).some(same)) refuse("twice", `"${what}" is on the list already.`, "what");
    if (own.length >= MOST_OWN)
      refuse("too-many", `A list takes ${MOST_OWN} of the house's own at most.`, "what");
    const item =
      (await work.before<{ item: string }>("check_item", ["item"]))?.item ??
      (await nextOwnItem(work.tx, kind));
    await work.note("check_item", { kind, item, what, kept: true });
    return { what };
  },
  say: ({ what }, { kind, drop }) =>
    drop
      ? `${CHECK_TITLES[kind]}: "${what}" is dropped.`
      : `${CHECK_TITLES[kind]}: "${what}" is looked at too.`,
});

export const tickChecks = defineCommand({
  name: "tick-checks",
  summary: "Tick what was done of the hygiene, sanitising or filler list",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    kind: choice("The list", BY_AND_BY),
    items: z
      .array(z.string().max(20), { error: "Tick what was done." })
      .min(1, "Tick what was done.")
      .max(60, "At most sixty at a time."),
    /** Which vessel, which agent and how strong, what was found. */
    note: note("A note"),
  }),
  async run(work, { kind, items, note: said }) {
    const list = itemsOf(kind, await checksAside(work.tx), await ownItems(work.tx));
    const unknown = items.find((id) => !list.some((c) => c.id === id));
    if (unknown !== undefined)
      refuse("unknown-check", "One of these is not on the list any more: look at it again.", "items");
    const ids = list.map((c) => c.id).filter((id) => items.includes(id));
    await work.note("check_ticked", { kind, items: ids, note: said, who: work.actor.name, at: work.at });
    const before = (await tickedSince(work.tx, todayFrom(work.house.zone, work.at))).filter(
      (t) => t.kind === kind && t.at <= work.at,
    );
    const done = new Set([...ids, ...before.flatMap((t) => t.items)]);
    return { kind, ticked: ids.length, left: list.filter((c) => !done.has(c.id)).length };
  },
  say: ({ kind, ticked, left }) =>
    `${CHECK_TITLES[kind]}: ${plural(ticked, "thing")} ticked${left > 0 ? `, ${left} still to do` : "; all of it is done today"}.`,
});
