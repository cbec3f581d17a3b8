"use client";

import {
  columnFilteringFeature,
  columnVisibilityFeature,
  createFilteredRowModel,
  createSortedRowModel,
  filterFn_includesString,
  globalFilteringFeature,
  rowSortingFeature,
  sortFn_alphanumeric,
  sortFn_basic,
  tableFeatures,
  useTable,
} from "@tanstack/react-table";
import { useVirtualizer } from "@tanstack/react-virtual";
import { ArrowDown, ArrowUp } from "lucide-react";
import { useEffect, useMemo, useRef, useState } from "react";
import { keep, keptUnder } from "../kept";
import { TableTools } from "./tools";
import {
  AS_IT_COMES,
  fitting,
  laidOut,
  ROW_PX,
  type View,
  type WorkingColumn,
  type WorkingRow,
} from "./view";

const features = tableFeatures({
  columnFilteringFeature,
  globalFilteringFeature,
  rowSortingFeature,
  columnVisibilityFeature,
  filteredRowModel: createFilteredRowModel(),
  sortedRowModel: createSortedRowModel(),
});

/** From so many rows on only those in sight are drawn. */
const LONG = 150;

interface Kept {
  readonly now: View;
  readonly saved: Readonly<Record<string, View>>;
}

/** A table sorted, searched, with its columns chosen; how it was left and views that were named stay on this tablet. */
export function WorkingTable({
  name,
  columns,
  rows,
}: {
  name: string;
  columns: readonly WorkingColumn[];
  rows: readonly WorkingRow[];
}) {
  const key = `aumbry-table ${name}`;
  const [kept, setKept] = useState<Kept>({ now: AS_IT_COMES, saved: {} });
  const ids = useMemo(() => columns.filter((c) => c.works).map((c) => c.id), [columns]);
  useEffect(() => {
    const left = keptUnder<Partial<Kept>>(key);
    if (!left) return;
    const saved = Object.entries(left.saved ?? {}).map(([as, v]) => [as, fitting(v, ids)] as const);
    setKept({ now: fitting(left.now, ids), saved: Object.fromEntries(saved) });
  }, [key, ids]);
  const change = (next: Kept): void => {
    setKept(next);
    keep(key, next);
  };
  const view = kept.now;
  const show = (now: View): void => change({ ...kept, now });

  const table = useTable({
    features,
    data: rows as WorkingRow[],
    columns: useMemo(
      () =>
        columns.map((c, i) => ({
          id: c.id,
          // What is not known stands last, whichever way it is sorted.
          accessorFn: (row: WorkingRow) => row.values[i] ?? undefined,
          sortUndefined: "last" as const,
          sortFn: rows.some((r) => typeof r.values[i] === "string") ? sortFn_alphanumeric : sortFn_basic,
          enableSorting: c.works,
          enableHiding: c.works,
        })),
      [columns, rows],
    ),
    getRowId: (row) => row.key,
    globalFilterFn: filterFn_includesString,
    getColumnCanGlobalFilter: (column) => ids.includes(column.id),
    state: {
      sorting: view.sort ? [{ id: view.sort.by, desc: view.sort.down }] : [],
      globalFilter: view.find,
      columnVisibility: Object.fromEntries(view.hidden.map((id) => [id, false])),
    },
  });
  const list = table.getRowModel().rows;
  const at = columns.flatMap((c, i) => (view.hidden.includes(c.id) ? [] : [i]));

  const sortBy = (id: string): void => {
    const { sort } = view;
    show({
      ...view,
      sort: sort?.by !== id ? { by: id, down: false } : sort.down ? null : { by: id, down: true },
    });
  };

  const box = useRef<HTMLDivElement>(null);
  const isLong = list.length > LONG;
  const virtual = useVirtualizer({
    count: list.length,
    enabled: isLong,
    getScrollElement: () => box.current,
    estimateSize: () => ROW_PX,
    overscan: 12,
  });
  const seen = virtual.getVirtualItems();
  const inSight = isLong ? seen.map((v) => list[v.index]) : list;
  const above = isLong ? (seen[0]?.start ?? 0) : 0;
  const below = isLong ? virtual.getTotalSize() - (seen.at(-1)?.end ?? 0) : 0;

  return (
    <section aria-label={name} {...laidOut(isLong ? 0 : list.length)}>
      <TableTools
        name={name}
        columns={columns.filter((c) => c.works)}
        view={view}
        saved={kept.saved}
        count={{ shown: list.length, all: rows.length }}
        show={show}
        change={(saved) => change({ ...kept, saved })}
        asTable={() => ({
          fields: at.filter((i) => columns[i]?.works).map((i) => columns[i]?.id ?? ""),
          data: list.map((r) => at.filter((i) => columns[i]?.works).map((i) => r.original.values[i] ?? "")),
        })}
      />
      <div
        ref={box}
        className="overflow-x-auto"
        style={isLong ? { maxHeight: "70vh", overflowY: "auto" } : {}}
      >
        <table className="record" aria-rowcount={list.length + 1}>
          <thead>
            <tr>
              {at.map((i) => {
                const c = columns[i] as WorkingColumn;
                const sorted = view.sort?.by === c.id ? view.sort : null;
                return (
                  <th
                    key={c.id}
                    scope="col"
                    className={c.className.split(" ")[0]}
                    aria-sort={sorted ? (sorted.down ? "descending" : "ascending") : undefined}
                  >
                    {c.works ? (
                      <button
                        type="button"
                        className="inline-flex min-h-12 items-center gap-1 font-semibold"
                        onClick={() => sortBy(c.id)}
                      >
                        {c.head}
                        {sorted &&
                          (sorted.down ? (
                            <ArrowDown aria-hidden size={16} />
                          ) : (
                            <ArrowUp aria-hidden size={16} />
                          ))}
                      </button>
                    ) : (
                      c.head
                    )}
                  </th>
                );
              })}
            </tr>
          </thead>
          <tbody>
            {above > 0 && <tr aria-hidden style={{ height: above }} />}
            {inSight.map((row) => {
              if (!row) return null;
              const [first, ...rest] = at;
              return (
                <tr key={row.id}>
                  <th scope="row" className={columns[first ?? 0]?.className}>
                    {row.original.shown[first ?? 0]}
                  </th>
                  {rest.map((i) => (
                    <td key={columns[i]?.id} className={columns[i]?.className}>
                      {row.original.shown[i]}
                    </td>
                  ))}
                </tr>
              );
            })}
            {below > 0 && <tr aria-hidden style={{ height: below }} />}
          </tbody>
        </table>
        {list.length === 0 && (
          <p className="py-3 text-ink-2">
            None of the {rows.length} rows has "{view.find}" in it.
          </p>
        )}
      </div>
    </section>
  );
}
