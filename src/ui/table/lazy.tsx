"use client";

import { type ComponentType, useEffect, useRef, useState } from "react";
import { flushSync } from "react-dom";
import { useNear } from "../near";
import { laidOut, type WorkingColumn, type WorkingRow } from "./view";

/** Near enough to be pressed in a moment. */
const NEAR_PX = 300;
/** A finger's press counts a moment after it is lifted. */
const AFTER_PRESS_MS = 300;

interface Given {
  readonly name: string;
  readonly columns: readonly WorkingColumn[];
  readonly rows: readonly WorkingRow[];
}

/** When a finger that is down is lifted and what it pressed was told so. */
const pressIsOver = (): Promise<void> =>
  new Promise((resolve) => {
    const over = new AbortController();
    for (const end of ["pointerup", "pointercancel"])
      window.addEventListener(
        end,
        () => {
          over.abort();
          setTimeout(resolve, AFTER_PRESS_MS);
        },
        { signal: over.signal },
      );
  });

/** The table as it is to read, at once; what works with it is fetched when it comes near, and makes each row anew. */
export function TableToWorkWith(given: Given) {
  const [Working, setWorking] = useState<ComponentType<Given> | null>(null);
  const place = useRef<HTMLElement>(null);
  const press = useRef<Promise<void>>(Promise.resolve());
  const near = useNear(place, NEAR_PX);
  useEffect(() => {
    if (!near) return;
    const show = (WorkingTable: ComponentType<Given>) => {
      const within = place.current?.parentElement;
      const held = place.current?.contains(document.activeElement)
        ? document.activeElement?.getAttribute("href")
        : null;
      flushSync(() => setWorking(() => WorkingTable));
      // Who came here by keys stays on the link where they are.
      if (held) within?.querySelector<HTMLElement>(`section a[href="${CSS.escape(held)}"]`)?.focus();
    };
    void import("./working").then(async ({ WorkingTable }) => {
      // A link that is being pressed stays until the press has counted.
      for (let waited: unknown; waited !== press.current; ) {
        waited = press.current;
        await press.current;
      }
      show(WorkingTable);
    });
  }, [near]);
  if (Working) return <Working {...given} />;
  const { name, columns, rows } = given;
  return (
    <section
      ref={place}
      aria-label={name}
      {...laidOut(rows.length)}
      onPointerDownCapture={() => {
        press.current = pressIsOver();
      }}
    >
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
