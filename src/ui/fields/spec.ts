/** What a form's field is, as plain data a server page can hand to it. `name` is the path in the command's input. */
export interface FieldSpec {
  readonly name: string;
  readonly label: string;
  readonly kind?: "text" | "figure" | "choice" | "check" | "day";
  readonly unit?: string;
  readonly hint?: string;
  readonly value?: string;
  readonly options?: readonly { value: string; label: string }[];
  /** Names offered while typing. */
  readonly offers?: readonly string[];
  readonly placeholder?: string;
  /** Shown only once the house has asked about it; answered anew when anything else changes. */
  readonly whenAsked?: boolean;
  /** Share of the row: 1 is narrow. */
  readonly span?: 1 | 2 | 3;
}

export type Values = Readonly<Record<string, string | boolean>>;

/** Builds the command's input out of dotted paths ("supers.0.tag"); empty text is left out. */
export function inputFrom(values: Values): Record<string, unknown> {
  const root: Record<string, unknown> = {};
  for (const [path, value] of Object.entries(values)) {
    if (value === "") continue;
    const steps = path.split(".");
    let at: Record<string, unknown> = root;
    for (const [i, step] of steps.entries()) {
      if (i === steps.length - 1) at[step] = value;
      else {
        at[step] ??= /^\d+$/.test(steps[i + 1] ?? "") ? [] : {};
        at = at[step] as Record<string, unknown>;
      }
    }
  }
  return root;
}
