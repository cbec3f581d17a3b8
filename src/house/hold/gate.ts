/** What is held goes into no jar, onto no label for sale, out of no door and into no good honey. */
import { writtenDay } from "../language/clock";
import { refuse } from "../language/errors";
import { capital } from "../language/spoken";
import type { Work } from "../ledger/work";
import { type HoldRow, heldFills, openHolds, releasesBehind } from "./records";

/** "tutin may be in it (held on drum 3, 12 Aug); released by: a result under 0.7 mg/kg" */
export const saidHold = (h: Pick<HoldRow, "why" | "name" | "until">): string =>
  `${h.why} (held: ${h.name}). What releases it: ${h.until}`;

/** Holds that lay on each of these fills at the entry's moment. */
export async function holdsThen(
  work: Work,
  fills: readonly number[],
): Promise<ReadonlyMap<number, readonly HoldRow[]>> {
  const held = await heldFills(work.tx, work.house.zone, work.at);
  const rows = held.size === 0 ? [] : await openHolds(work.tx, work.house.zone, work.at);
  return new Map(
    fills.map((fill): [number, readonly HoldRow[]] => {
      const ids = new Set(held.get(fill) ?? []);
      return [fill, rows.filter((h) => ids.has(h.id))];
    }),
  );
}

/**
 * Lets honey go on only where nothing holds it, and rests on whatever released it.
 * @param doing "go into jars"
 * @throws Refusal `held` with why, and what would release it
 */
export async function mustBeFree(
  work: Work,
  things: readonly { readonly fillId: number; readonly name: string }[],
  doing: string,
  field?: string,
): Promise<void> {
  const ids = things.map((t) => t.fillId);
  const on = await holdsThen(work, ids);
  for (const { fillId, name } of things) {
    const [hold, more] = on.get(fillId) ?? [];
    if (!hold) continue;
    refuse(
      "held",
      `${capital(name)} is held and cannot ${doing}: ${saidHold(hold)}${more ? `. And it is held besides: ${more.why}` : ""}.`,
      field,
    );
  }
  const behind = await releasesBehind(work.tx, ids, work.at);
  if (behind.length > 0)
    await work.restOn(behind, `${things.map((t) => t.name).join(", ")} went on after it was released`);
}

/** Held honey meets other honey only with a reason: all of it is held then. @returns what is said of it, or "" */
export async function mayTouchHeld(
  work: Work,
  fills: readonly number[],
  into: string,
  despite: string,
  field = "despite",
): Promise<string> {
  const on = await holdsThen(work, fills);
  const every = [...on.values()].map((list) => list.map((h) => h.id).join(" "));
  if (new Set(every).size < 2) return "";
  const first = [...on.values()].flat()[0];
  if (!first) return "";
  if (despite === "")
    refuse(
      "held",
      `Held honey would be mixed with other honey in ${into}, and all of it would be held then: ${saidHold(first)}. Keep it by itself, or say why it is mixed.`,
      field,
    );
  return `all of it is held now: ${first.why}`;
}

/** A box that must not be used again. @throws Refusal */
export function mustBeUsable(hold: HoldRow | undefined, colonyId: number, tag: string, field: string): void {
  // It still comes off the colony it is held for.
  if (hold && hold.colony_id !== colonyId)
    refuse(
      "box-held",
      `Super ${tag} must not be used again: ${saidHold(hold)} (since ${writtenDay(hold.from_day ?? "")}).`,
      field,
    );
}
