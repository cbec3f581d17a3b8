"use client";

/**
 * What is half typed in a form outlives a reload of its tab, until it is done. Only what somebody changed is kept:
 * everything else is as the house says now, also when another tablet changed it meanwhile.
 */
import type { FieldSpec } from "./spec";

const PREFIX = "aumbry-draft";

type Typed = Readonly<Record<string, string | boolean>>;

/** `form` names the command and what it is about: what was typed of one machine is not shown for another. */
const keyOf = (form: string): string => `${PREFIX} ${location.pathname} ${form}`;

export function keepDraft(form: string, typed: Typed): void {
  try {
    sessionStorage.setItem(keyOf(form), JSON.stringify(typed));
  } catch {
    // Nothing is kept where nothing may be.
  }
}

export function dropDraft(form: string): void {
  try {
    sessionStorage.removeItem(keyOf(form));
  } catch {
    // As above.
  }
}

/** What of a draft still fits these fields: a choice that is not offered any more is not made by it. */
export function fitting(kept: unknown, fields: readonly FieldSpec[]): Typed {
  if (typeof kept !== "object" || kept === null) return {};
  return Object.fromEntries(
    fields.flatMap((f) => {
      const value: unknown = (kept as Record<string, unknown>)[f.name];
      const fits =
        f.kind === "check"
          ? typeof value === "boolean"
          : typeof value === "string" && (!f.options || f.options.some((o) => o.value === value));
      return fits ? [[f.name, value as string | boolean] as const] : [];
    }),
  );
}

/** What was half typed here before, by field; empty when nothing was, or it cannot be read. */
export function draftOf(form: string, fields: readonly FieldSpec[]): Typed {
  try {
    return fitting(JSON.parse(sessionStorage.getItem(keyOf(form)) ?? "null"), fields);
  } catch {
    return {};
  }
}
