import type { FieldPath, FieldValues } from "react-hook-form";
import type { ShownKind } from "@/core/units";
import type { CommandName, InputOf } from "@/house";

/** A path in a command's input, "supers.0.tag": a field that was renamed there no longer compiles here. */
export type FieldOf<N extends CommandName> = InputOf<N> extends FieldValues ? FieldPath<InputOf<N>> : never;

/** What a form's field is, as plain data a server page can hand to it. `name` is the path in the command's input. */
export interface FieldSpec<Name extends string = string> {
  readonly name: Name;
  readonly label: string;
  /** "ticks": several of its options, as names behind commas. */
  readonly kind?: "text" | "figure" | "choice" | "check" | "day" | "ticks";
  readonly unit?: string;
  readonly hint?: string;
  readonly value?: string;
  readonly options?: readonly { value: string; label: string }[];
  /** Names offered while typing. */
  readonly offers?: readonly string[];
  readonly placeholder?: string;
  /** Proposed by the browser while nobody filled it in: the zone of its clock, the country and units of its language. */
  readonly proposed?: "zone" | "country" | ShownKind;
  /** Shown only once the house has asked about it; answered anew when anything else changes. */
  readonly whenAsked?: boolean;
  /** Share of the row: 1 is narrow. */
  readonly span?: 1 | 2 | 3;
}

/** A form's values as a command's input: what was not filled in is left out, at any depth. */
export function inputFrom(values: unknown): Record<string, unknown> {
  return (withoutEmpty(values) ?? {}) as Record<string, unknown>;
}

function withoutEmpty(value: unknown): unknown {
  if (value === "" || value === undefined) return undefined;
  if (Array.isArray(value)) return value.map(withoutEmpty).filter((inner) => inner !== undefined);
  if (typeof value !== "object" || value === null) return value;
  const kept = Object.entries(value).flatMap(([key, inner]) => {
    const left = withoutEmpty(inner);
    return left === undefined ? [] : [[key, left] as const];
  });
  return kept.length === 0 ? undefined : Object.fromEntries(kept);
}
