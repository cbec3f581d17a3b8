/** A list as this house keeps it: what it began with less what does not apply, and what the house added. */
import { CHECKS, type CheckKind } from "./lists";
import type { CheckAside, OwnItem } from "./records";

export interface CheckItem {
  readonly id: string;
  readonly what: string;
  /** Added by the house. */
  readonly own: boolean;
}

export const itemsOf = (
  kind: CheckKind,
  aside: readonly Pick<CheckAside, "kind" | "item">[],
  own: readonly OwnItem[],
): CheckItem[] => [
  ...CHECKS[kind]
    .filter((c) => !aside.some((a) => a.kind === kind && a.item === c.id))
    .map((c) => ({ ...c, own: false })),
  ...own.filter((o) => o.kind === kind && o.kept).map((o) => ({ id: o.item, what: o.what, own: true })),
];

/** What an item was called as it was ticked, whatever became of it. */
export const nameOf = (kind: CheckKind, id: string, own: readonly OwnItem[]): string =>
  CHECKS[kind].find((c) => c.id === id)?.what ??
  own.find((o) => o.kind === kind && o.item === id)?.what ??
  id;

/** Of many words on one thing the last one before a moment; words come in their order. */
export function asOf<R extends { readonly kind: CheckKind; readonly item: string; readonly stated_at: Date }>(
  words: readonly R[],
  before: Date,
): R[] {
  const last = new Map<string, R>();
  for (const word of words) if (word.stated_at < before) last.set(`${word.kind} ${word.item}`, word);
  return [...last.values()];
}
