import { z } from "zod";
import { todayFrom } from "../../language/clock";
import { refuse } from "../../language/errors";
import { choice, text } from "../../language/fields";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import type { Work } from "../../ledger/work";
import { itemsOf } from "../items";
import { CHECK_KINDS, CHECK_TITLES, CHECKS, type CheckKind, WHOLE } from "../lists";
import { checksAside, checksSince, ownItems } from "../records";

export const checkFloor = defineCommand({
  name: "check-floor",
  summary: "Tick the opening or closing check of the floor",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    kind: choice("The check", WHOLE),
    items: z.array(z.string(), { error: "Tick what was looked at." }).max(60),
  }),
  async run(work, input) {
    const list = itemsOf(input.kind, await checksAside(work.tx), await ownItems(work.tx));
    const missing = list.filter((c) => !input.items.includes(c.id));
    if (missing.length > 0)
      refuse(
        "not-all",
        `Not ticked: ${missing.map((c) => c.what.charAt(0).toLowerCase() + c.what.slice(1)).join("; ")}.`,
        "items",
      );
    await work.note("floor_check", {
      kind: input.kind,
      items: list.map((c) => c.id),
      who: work.actor.name,
      at: work.at,
    });
    return { kind: input.kind };
  },
  say: ({ kind }) =>
    kind === "opening" ? "Opening check done: the floor may run." : "Closing check done: the floor is shut.",
});

export const setCheckAside = defineCommand({
  name: "set-check-aside",
  summary: "Set a check aside that does not apply on this floor, or take it up again",
  who: ["lead", "floor"],
  undo: "counter-entry",
  input: z.strictObject({
    kind: choice("The check", CHECK_KINDS),
    item: text("What is looked at", 20),
    /** False takes it up again. */
    aside: z.boolean().default(true),
  }),
  async run(work, input) {
    const item = CHECKS[input.kind].find((c) => c.id === input.item);
    if (!item) refuse("unknown-check", "There is no such check.", "item");
    await work.note("check_aside", {
      kind: input.kind,
      item: item.id,
      aside: input.aside,
      who: work.actor.name,
    });
    return { what: item.what };
  },
  say: ({ what }, { kind, aside }) =>
    aside
      ? `${CHECK_TITLES[kind]}: "${what}" does not apply here.`
      : `${CHECK_TITLES[kind]}: "${what}" is looked at again.`,
});

/** No frame goes in before the floor was looked over, today or in this shift. */
export async function mustBeOpened(work: Work): Promise<void> {
  const done = (await checksSince(work.tx, todayFrom(work.house.zone, work.at))).filter(
    (c) => c.at <= work.at,
  );
  if (done.at(-1)?.kind !== ("opening" satisfies CheckKind))
    refuse(
      "not-opened",
      "The opening check is not done today: gates shut, lid, hair and sleeves, residual-current switch. Tick it first.",
    );
}
