/** The checklists as they stand today: what is on each, and who ticked what when. */
import type { Knex } from "knex";
import { dayIn, timeOfDayIn, todayFrom, whenIn } from "../language/clock";
import { houseNow } from "../ledger/records/house";
import { type CheckItem, itemsOf, nameOf } from "./items";
import { CHECK_KINDS, type CheckKind, WHOLE } from "./lists";
import { type CheckAside, checksAside, checksSince, ownItems, tickedSince } from "./records";

export interface ChecklistView {
  readonly kind: CheckKind;
  /** Ticked all at once, or by and by. */
  readonly whole: boolean;
  readonly items: readonly (CheckItem & {
    /** Who ticked it today, and at what time. */
    readonly ticked: { readonly who: string; readonly at: string } | null;
  })[];
  readonly aside: readonly (CheckAside & { readonly what: string })[];
  readonly left: number;
  /** When it was last done, and by whom; null where it was not today. */
  readonly said: string | null;
  readonly notes: readonly string[];
}

export async function checklistsView(
  db: Knex,
  now = new Date(),
): Promise<{ readonly today: string; readonly lists: readonly ChecklistView[] }> {
  const { zone } = await houseNow(db);
  const since = todayFrom(zone, now);
  const [aside, own, floor, ticked] = await Promise.all([
    checksAside(db),
    ownItems(db),
    checksSince(db, since),
    tickedSince(db, since),
  ]);
  const lists = CHECK_KINDS.map((kind): ChecklistView => {
    const done = [...floor, ...ticked].filter((t) => t.kind === kind && t.at <= now);
    const items = itemsOf(kind, aside, own).map((item) => {
      const by = done.findLast((t) => t.items.includes(item.id));
      return { ...item, ticked: by ? { who: by.who, at: timeOfDayIn(zone, by.at) } : null };
    });
    const last = done.at(-1);
    return {
      kind,
      whole: WHOLE.some((k) => k === kind),
      items,
      aside: aside.filter((a) => a.kind === kind).map((a) => ({ ...a, what: nameOf(kind, a.item, own) })),
      left: items.filter((i) => i.ticked === null).length,
      said: last ? `${last.who}, ${whenIn(zone, last.at, now)}` : null,
      notes: ticked.filter((t) => t.kind === kind && t.note !== "").map((t) => `${t.who}: ${t.note}`),
    };
  });
  return { today: dayIn(zone, now), lists };
}
