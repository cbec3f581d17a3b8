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

const followed = new WeakMap<object, Map<string, Promise<unknown>>>();

/**
 * What follows from the house as it was read, found out once for that reading however many ask. Under a moment of its
 * own it could be kept with another reading than it came from.
 * @param read what it follows from, the same object for all who share it
 */
export function onceFor<T>(read: object, part: string, find: () => Promise<T>): Promise<T> {
  const parts = followed.get(read) ?? new Map<string, Promise<unknown>>();
  followed.set(read, parts);
  const known = parts.get(part);
  if (known) return known as Promise<T>;
  const answer = find();
  parts.set(part, answer);
  answer.catch(() => parts.get(part) === answer && parts.delete(part));
  return answer;
}
