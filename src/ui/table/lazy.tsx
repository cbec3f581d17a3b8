"use client";

import { type ComponentType, useEffect, useState } from "react";
import { laidOut, type WorkingColumn, type WorkingRow } from "./view";

interface Given {
  readonly name: string;
  readonly columns: readonly WorkingColumn[];
  readonly rows: readonly WorkingRow[];
}

/** The table as it is to read, at once; what works with it is fetched when the page stands. */
export function TableToWorkWith(given: Given) {
  const [Working, setWorking] = useState<ComponentType<Given> | null>(null);
  useEffect(() => {
    void import("./working").then(({ WorkingTable }) => setWorking(() => WorkingTable));
  }, []);
  if (Working) return <Working {...given} />;
  const { name, columns, rows } = given;
  return (
    <section aria-label={name} className={laidOut(rows.length)}>
      {/* As high as what will stand here, so that nothing jumps. */}
      <div className="mb-2 min-h-20" />
      <div className="overflow-x-auto">
        <table className="record">
          <thead>
            <tr>
              {columns.map((c) => (
                <th key={c.id} scope="col" className={c.className.split(" ")[0]}>
                  <span className="inline-flex min-h-12 items-center">{c.head}</span>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row.key}>
                {columns.map((c, i) =>
                  i === 0 ? (
                    <th key={c.id} scope="row" className={c.className}>
                      {row.shown[i]}
                    </th>
                  ) : (
                    <td key={c.id} className={c.className}>
                      {row.shown[i]}
                    </td>
                  ),
                )}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
