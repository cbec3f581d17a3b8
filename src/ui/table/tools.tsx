"use client";

import { Popover, ToggleGroup } from "radix-ui";
import { useId, useState } from "react";
import { Tick } from "../tick";
import { AS_IT_COMES, type View, type WorkingColumn } from "./view";

const same = (a: View, b: View): boolean => JSON.stringify(a) === JSON.stringify(b);
const QUIET = "min-h-12 px-2 font-semibold underline underline-offset-4";

/** Over a table: what is sought in it, its columns, the views that were named, and its rows as a file. */
export function TableTools({
  name,
  columns,
  view,
  saved,
  count,
  show,
  change,
  asTable,
}: {
  name: string;
  columns: readonly WorkingColumn[];
  view: View;
  saved: Readonly<Record<string, View>>;
  count: { readonly shown: number; readonly all: number };
  show: (view: View) => void;
  change: (saved: Readonly<Record<string, View>>) => void;
  asTable: () => { fields: string[]; data: (string | number)[][] };
}) {
  const id = useId();
  const [as, setAs] = useState("");
  const now = Object.keys(saved).find((k) => same(saved[k] ?? AS_IT_COMES, view)) ?? "";

  async function write(): Promise<void> {
    const { default: Papa } = await import("papaparse");
    const text = `${Papa.unparse(asTable(), { newline: "\r\n", escapeFormulae: true })}\r\n`;
    const href = URL.createObjectURL(new Blob([text], { type: "text/csv;charset=utf-8" }));
    const link = Object.assign(document.createElement("a"), {
      href,
      download: `${name.toLowerCase().replaceAll(" ", "-")}.csv`,
    });
    link.click();
    URL.revokeObjectURL(href);
  }

  return (
    <div className="mb-2 flex flex-wrap items-end gap-x-4 gap-y-2 print:hidden">
      <div className="field w-56">
        <label className="mb-1 block text-[15px] font-semibold" htmlFor={id}>
          Find in these rows
        </label>
        <input
          id={id}
          type="search"
          autoComplete="off"
          value={view.find}
          onChange={(e) => show({ ...view, find: e.target.value })}
        />
      </div>
      <Popover.Root>
        <Popover.Trigger className={QUIET}>
          Columns{view.hidden.length > 0 ? `, ${view.hidden.length} hidden` : ""}
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content className="panel z-20 min-w-56 shadow-xl" align="start" sideOffset={4}>
            {columns.map((c, i) => (
              <Tick
                key={c.id}
                checked={!view.hidden.includes(c.id)}
                onChange={(on) =>
                  show({
                    ...view,
                    hidden: on ? view.hidden.filter((h) => h !== c.id) : [...view.hidden, c.id],
                  })
                }
                {...(i === 0 ? { fixed: true } : {})}
              >
                {c.head}
              </Tick>
            ))}
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
      {Object.keys(saved).length > 0 && (
        <ToggleGroup.Root
          type="single"
          aria-label="Views kept here"
          className="flex flex-wrap gap-1.5"
          value={now}
          onValueChange={(k) => show((k !== "" && saved[k]) || AS_IT_COMES)}
        >
          {Object.keys(saved).map((k) => (
            <ToggleGroup.Item
              key={k}
              value={k}
              className="min-h-12 rounded border-[1.5px] border-edge px-3 data-[state=on]:border-ink data-[state=on]:bg-ink data-[state=on]:text-shelf"
            >
              {k}
            </ToggleGroup.Item>
          ))}
        </ToggleGroup.Root>
      )}
      {now !== "" && (
        <button
          type="button"
          className={QUIET}
          onClick={() => change(Object.fromEntries(Object.entries(saved).filter(([k]) => k !== now)))}
        >
          Forget "{now}"
        </button>
      )}
      {now === "" && !same(view, AS_IT_COMES) && (
        <>
          <form
            className="field flex items-end gap-2"
            onSubmit={(e) => {
              e.preventDefault();
              if (as.trim() === "") return;
              change({ ...saved, [as.trim().slice(0, 40)]: view });
              setAs("");
            }}
          >
            <input
              aria-label="Keep this view as"
              placeholder="keep this view as"
              className="w-48"
              value={as}
              onChange={(e) => setAs(e.target.value)}
            />
            <button type="submit" className={QUIET} aria-disabled={as.trim() === ""}>
              Keep view
            </button>
          </form>
          <button type="button" className={QUIET} onClick={() => show(AS_IT_COMES)}>
            As it comes
          </button>
        </>
      )}
      <button type="button" className={`${QUIET} ml-auto`} onClick={() => void write()}>
        Write {count.shown === count.all ? `${count.all}` : `${count.shown} of ${count.all}`}{" "}
        {count.all === 1 ? "row" : "rows"} as CSV
      </button>
    </div>
  );
}
