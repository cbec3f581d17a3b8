"use client";

import { useState } from "react";
import { CHECKS, type CheckKind } from "@/house/floor-checks";
import { SaysStanding } from "../fields/standing";
import { useCommand } from "../fields/use-command";
import { Tick } from "../tick";

/** The look over the floor before the first frame, and after the last. */
export function Checks({ kind, said }: { kind: CheckKind; said: string | null }) {
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const { standing, submit } = useCommand("check-floor");
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
        {CHECKS[kind].map((c) => (
          <Tick
            key={c.id}
            className="min-h-14 border-b border-rule"
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
        ))}
      </div>
      <div className="flex flex-wrap items-center gap-4">
        <button type="submit" className="do min-h-14">
          {title} done
        </button>
        <SaysStanding standing={standing} />
      </div>
    </form>
  );
}
