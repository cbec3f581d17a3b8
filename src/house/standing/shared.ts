/**
 * What many screens ask for is read once for each moment of the house: a moment lasts until the next entry, the
 * next word of a device, or the next minute. Whoever asks in between shares what was read, also while it is read.
 */

import type { Knex } from "knex";
import { shownText } from "@/core/units";
import { shown } from "../language/shown";
import { momentOf } from "./records";

interface Kept {
  readonly moment: string;
  readonly answer: Promise<unknown>;
}

const keptOf = new WeakMap<Knex, Map<string, Kept>>();

/**
 * The answer to `part` as it is in this moment of the house.
 * @param part names what is read, with whatever it depends on besides the house
 */
export async function shared<T>(db: Knex, part: string, now: Date, read: () => Promise<T> | T): Promise<T> {
  const parts = keptOf.get(db) ?? new Map<string, Kept>();
  keptOf.set(db, parts);
  const moment = await momentOf(db, now);
  // What was read holds sentences, and those are in the units of whoever asked.
  const own = `${part} ${shownText(shown())}`;
  const known = parts.get(own);
  if (known?.moment === moment) return known.answer as Promise<T>;
  const answer = Promise.resolve().then(read);
  const mine: Kept = { moment, answer };
  parts.set(own, mine);
  // What could not be read is asked again by the next.
  answer.catch(() => parts.get(own) === mine && parts.delete(own));
  return answer;
}
