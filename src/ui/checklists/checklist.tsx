"use client";

import { useState } from "react";
import { CHECK_TITLES } from "@/house/checklists/lists";
import type { ChecklistView } from "@/house/checklists/view";
import { SaysStanding } from "../fields/standing";
import { useCommand } from "../fields/use-command";
import { useMay } from "../people/rights";
import { Tick } from "../tick";

const QUIET = "min-h-12 shrink-0 px-2 text-[14px] text-ink-2 underline underline-offset-4";

/** What is looked at, to be ticked with a glove: all at once where the floor waits for it, else as it is done. */
export function Checklist({ list, edit = false }: { list: ChecklistView; edit?: boolean }) {
  const { kind, whole, items, aside, said, left, notes } = list;
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const [note, setNote] = useState("");
  const { standing, submit } = useCommand(whole ? "check-floor" : "tick-checks");
  const change = useCommand("set-check-aside");
  const own = useCommand("set-check-item");
  const [may, mayAside, mayAdd] = [
    useMay(whole ? "check-floor" : "tick-checks"),
    useMay("set-check-aside"),
    useMay("set-check-item"),
  ];
  const [more, setMore] = useState("");
  const [changing, setChanging] = useState(false);
  const title = CHECK_TITLES[kind];
  return (
    <form
      className="panel mb-3"
      aria-label={title}
      onSubmit={async (e) => {
        e.preventDefault();
        const done = await submit({ kind, items: [...ticked], ...(whole ? {} : { note }) });
        if (!done) return;
        setTicked(new Set());
        setNote("");
      }}
    >
      <h2>
        {title}
        <span className="ml-3 font-normal text-ink-2">
          {said === null ? "not yet today" : `${left === 0 ? "done" : `${left} to do, last`} by ${said}`}
        </span>
      </h2>
      <div className="my-2 grid gap-x-6 md:grid-cols-2">
        {items.map((c) => (
          <div key={c.id} className="flex items-center gap-2 border-b border-rule">
            <Tick
              className="min-h-14 flex-1"
              checked={ticked.has(c.id)}
              onChange={(on) =>
                setTicked((now) => {
                  const next = new Set(now);
                  on ? next.add(c.id) : next.delete(c.id);
                  return next;
                })
              }
            >
              <span>
                {c.what}
                {c.ticked && (
                  <span className="block text-[14px] font-semibold text-go">
                    {c.ticked.who}, {c.ticked.at}
                  </span>
                )}
              </span>
            </Tick>
            {changing && c.own && (
              <button
                type="button"
                className={QUIET}
                aria-label={`Drop it: ${c.what}`}
                onClick={() => void own.submit({ kind, what: c.what, drop: true })}
              >
                drop
              </button>
            )}
            {!c.own && mayAside && (
              <button
                type="button"
                className={QUIET}
                aria-label={`not here: ${c.what}`}
                onClick={() => void change.submit({ kind, item: c.id })}
              >
                not here
              </button>
            )}
          </div>
        ))}
      </div>
      {aside.length > 0 && (
        <ul className="mb-2 text-[15px] text-ink-2">
          {aside.map((a) => (
            <li key={a.item} className="flex flex-wrap items-center gap-x-3">
              Does not apply here, says {a.who}: {a.what}
              {mayAside && (
                <button
                  type="button"
                  className="min-h-12 px-2 underline underline-offset-4"
                  onClick={() => void change.submit({ kind, item: a.item, aside: false })}
                >
                  look at it again
                </button>
              )}
            </li>
          ))}
        </ul>
      )}
      <SaysStanding standing={change.standing} />
      {notes.length > 0 && (
        <ul className="mb-2 text-[15px]" aria-label="Noted today">
          {notes.map((n) => (
            <li key={n}>{n}</li>
          ))}
        </ul>
      )}
      {may && (
        <div className="flex flex-wrap items-end gap-4">
          {!whole && (
            <label className="field block min-w-56 flex-1">
              <span className="mb-1 block text-[15px] font-semibold">Note</span>
              <input
                value={note}
                maxLength={200}
                placeholder={kind === "sanitising" ? "which vessel, which agent, how strong" : ""}
                onChange={(e) => setNote(e.target.value)}
              />
            </label>
          )}
          <button type="submit" className="do min-h-14" data-quiet={left === 0 ? "" : undefined}>
            {whole ? `${title} done` : "Tick these"}
          </button>
        </div>
      )}
      <SaysStanding standing={standing} />
      {edit && mayAdd && !changing && (
        <button
          type="button"
          className="min-h-12 px-2 font-semibold underline underline-offset-4"
          onClick={() => setChanging(true)}
        >
          Change this list
        </button>
      )}
      {changing && (
        <div className="mt-3 flex flex-wrap items-end gap-4 border-t border-rule pt-3">
          <label className="field block min-w-56 flex-1">
            <span className="mb-1 block text-[15px] font-semibold">Look at this too</span>
            <input value={more} maxLength={120} onChange={(e) => setMore(e.target.value)} />
          </label>
          <button
            type="button"
            className="do"
            data-quiet=""
            onClick={async () => {
              if (await own.submit({ kind, what: more })) setMore("");
            }}
          >
            Add to the list
          </button>
          <SaysStanding standing={own.standing} />
        </div>
      )}
    </form>
  );
}
