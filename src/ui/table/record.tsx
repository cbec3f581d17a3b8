import type { ReactNode } from "react";
import { TableToWorkWith } from "./lazy";
import type { Value } from "./view";

export interface Column<Row> {
  readonly head: ReactNode;
  readonly cell: (row: Row) => ReactNode;
  /** A figure: set in columns, to the right. */
  readonly figure?: boolean;
  readonly className?: string;
  /** Given, the column can be sorted, searched, hidden and written to a file. */
  readonly value?: (row: Row) => Value;
}

/** Heads are different words; one column a table may have a head only a screen reader hears. */
const keyOfColumn = <Row,>({ head }: Column<Row>): string => (typeof head === "string" ? head : "unseen");

/**
 * A table that is read by its first column: each row is announced by it, figures stand under each other. With a
 * `name` it is one to work with: it sorts, finds, hides columns, keeps such views under the name and writes them as CSV.
 */
export function RecordTable<Row>({
  columns,
  rows,
  keyOf,
  name,
}: {
  columns: readonly Column<Row>[];
  rows: readonly Row[];
  keyOf: (row: Row) => string | number;
  name?: string;
}) {
  if (name)
    return (
      <TableToWorkWith
        name={name}
        columns={columns.map((c) => ({
          id: keyOfColumn(c),
          head: c.head,
          className: `${c.figure ? "n" : ""} ${c.className ?? ""}`,
          works: c.value !== undefined,
        }))}
        rows={rows.map((row) => ({
          key: String(keyOf(row)),
          shown: columns.map((c) => c.cell(row)),
          values: columns.map((c) => c.value?.(row) ?? null),
        }))}
      />
    );
  return (
    <div className="overflow-x-auto">
      <table className="record">
        <thead>
          <tr>
            {columns.map((c) => (
              <th key={keyOfColumn(c)} scope="col" className={c.figure ? "n" : undefined}>
                {c.head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={keyOf(row)}>
              {columns.map((c, i) => {
                const className = `${c.figure ? "n" : ""} ${c.className ?? ""}`;
                return i === 0 ? (
                  <th key="head" scope="row" className={className}>
                    {c.cell(row)}
                  </th>
                ) : (
                  <td key={keyOfColumn(c)} className={className}>
                    {c.cell(row)}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
