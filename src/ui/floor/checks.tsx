"use client";

import { useState } from "react";
import { CHECKS, type CheckKind } from "@/house/spin/checks";
import type { FloorView } from "@/house/spin/view";
import { SaysStanding } from "../fields/standing";
import { useCommand } from "../fields/use-command";
import { Tick } from "../tick";

/** The look over the floor before the first frame, and after the last. */
export function Checks({
  kind,
  said,
  aside,
}: {
  kind: CheckKind;
  said: string | null;
  /** What was set aside because it does not apply here. */
  aside: FloorView["checks"]["aside"];
}) {
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const { standing, submit } = useCommand("check-floor");
  const apart = useCommand("set-check-aside");
  const own = aside.filter((a) => a.kind === kind);
  const title = kind === "opening" ? "Opening check" : "Closing check";
  return (
    <form
      className="panel mb-3"
      aria-label={title}
      onSubmit={(e) => {
        e.preventDefault();
        void submit({ kind, items: [...ticked] });
      }}
    >
      <h2>
        {title}
        {said && <span className="ml-3 font-normal text-ink-2">last done by {said}</span>}
      </h2>
      <div className="my-2 grid gap-x-6 md:grid-cols-2">
        {CHECKS[kind]
          .filter((c) => !own.some((a) => a.item === c.id))
          .map((c) => (
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
                {c.what}
              </Tick>
              <button
                type="button"
                className="min-h-12 shrink-0 px-2 text-[14px] text-ink-2 underline underline-offset-4"
                aria-label={`Does not apply here: ${c.what}`}
                onClick={() => void apart.submit({ kind, item: c.id })}
              >
                not here
              </button>
            </div>
          ))}
      </div>
      {own.length > 0 && (
        <ul className="mb-2 text-[15px] text-ink-2">
          {own.map((a) => (
            <li key={a.item} className="flex flex-wrap items-center gap-x-3">
              Does not apply here, says {a.who}: {CHECKS[kind].find((c) => c.id === a.item)?.what}
              <button
                type="button"
                className="min-h-12 px-2 underline underline-offset-4"
                onClick={() => void apart.submit({ kind, item: a.item, aside: false })}
              >
                look at it again
              </button>
            </li>
          ))}
        </ul>
      )}
      <SaysStanding standing={apart.standing} />
      <div className="flex flex-wrap items-center gap-4">
        <button type="submit" className="do min-h-14">
          {title} done
        </button>
        <SaysStanding standing={standing} />
      </div>
    </form>
  );
}
