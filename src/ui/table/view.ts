import type { CSSProperties, ReactNode } from "react";

/** What a cell is worth: it is sorted, searched and written to a file by this. */
export type Value = string | number | null;

export interface WorkingColumn {
  readonly id: string;
  readonly head: ReactNode;
  readonly className: string;
  /** Has values: can be sorted, searched, hidden and written. */
  readonly works: boolean;
}

export interface WorkingRow {
  readonly key: string;
  readonly shown: readonly ReactNode[];
  readonly values: readonly Value[];
}

const MANY = 20;
/** As high as a row of one line, and the head with what works with it, px. */
export const ROW_PX = 46;
const HEAD_PX = 140;

/** Many rows are laid out when they come near, few at once: nothing that stands below a short table moves. */
export const laidOut = (rows: number): { className?: string; style?: CSSProperties } =>
  rows > MANY
    ? { className: "many-rows", style: { containIntrinsicBlockSize: `auto ${rows * ROW_PX + HEAD_PX}px` } }
    : {};

/** How a table is looked at: by which column it is sorted, what is sought in it, which columns are left out. */
export interface View {
  readonly sort: { readonly by: string; readonly down: boolean } | null;
  readonly find: string;
  readonly hidden: readonly string[];
}

export const AS_IT_COMES: View = { sort: null, find: "", hidden: [] };

/** What was kept of a view, as far as the table still has its columns; one that cannot be read is none. */
export function fitting(kept: unknown, ids: readonly string[]): View {
  if (typeof kept !== "object" || kept === null) return AS_IT_COMES;
  const { sort, find, hidden } = kept as Partial<View>;
  return {
    sort: sort && ids.includes(sort.by) ? { by: sort.by, down: sort.down === true } : null,
    find: typeof find === "string" ? find : "",
    hidden: Array.isArray(hidden) ? hidden.filter((id) => ids.includes(id)) : [],
  };
}
