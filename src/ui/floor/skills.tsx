"use client";

import { useState } from "react";
import { TOOLS, type Tool } from "@/core/dayplan";
import type { FloorView } from "@/house/spin/view";
import { SaysStanding } from "../fields/standing";
import { useCommand } from "../fields/use-command";
import { Tick } from "../tick";

const TOOL_LIST = Object.entries(TOOLS) as [Tool, (typeof TOOLS)[Tool]][];

/** Who can do what on the floor: the day's plan and its advice go by it. */
export function Skills({ floor }: { floor: Pick<FloorView, "crew" | "skills"> }) {
  return (
    <section className="panel mb-3" aria-label="Who can do what">
      <h2>Who can do what</h2>
      <p className="mb-2 text-[15px] text-ink-2">
        Tick the tools somebody knows. Their own pace, minutes a frame, where it is not the usual one.
      </p>
      {floor.crew.map((name) => (
        <OneOfThem key={name} name={name} known={floor.skills.find((k) => k.name === name)} />
      ))}
    </section>
  );
}

function OneOfThem({ name, known }: { name: string; known: FloorView["skills"][number] | undefined }) {
  const { standing, submit } = useCommand("set-skills");
  const [paces, setPaces] = useState<Readonly<Partial<Record<Tool, string>>>>(() =>
    Object.fromEntries((known?.tools ?? []).map((t) => [t.tool, String(t.minPerFrame ?? "")])),
  );
  const [rest, setRest] = useState({ loads: known?.loads ?? false, pails: known?.pails ?? false });
  return (
    <form
      aria-label={`What ${name} can do`}
      className="border-t border-rule py-2"
      onSubmit={(e) => {
        e.preventDefault();
        void submit({
          name,
          tools: Object.entries(paces).map(([tool, pace]) => ({
            tool,
            minPerFrame: pace === "" ? null : pace,
          })),
          ...rest,
        });
      }}
    >
      <h3 className="font-bold [overflow-wrap:anywhere]">{name}</h3>
      <div className="flex flex-wrap items-center gap-x-5 gap-y-1">
        {TOOL_LIST.map(([tool, t]) => (
          <div key={tool} className="flex items-center gap-2">
            <Tick
              checked={tool in paces}
              onChange={(on) => {
                const { [tool]: _, ...others } = paces;
                setPaces(on ? { ...others, [tool]: "" } : others);
              }}
            >
              {t.name}
            </Tick>
            {tool in paces && (
              <input
                aria-label={`${name} with the ${t.name}, minutes a frame`}
                inputMode="decimal"
                className="min-h-12 w-16 rounded border-[1.5px] border-edge bg-shelf px-2 text-right font-mono"
                placeholder={String(t.minPerFrame)}
                value={paces[tool]}
                onChange={(e) => setPaces({ ...paces, [tool]: e.target.value })}
              />
            )}
          </div>
        ))}
        {(
          [
            ["loads", "loads machines"],
            ["pails", "swaps pails"],
          ] as const
        ).map(([key, label]) => (
          <Tick key={key} checked={rest[key]} onChange={(on) => setRest({ ...rest, [key]: on })}>
            {label}
          </Tick>
        ))}
        <button
          type="submit"
          className="do ml-auto max-w-full whitespace-normal!"
          data-quiet=""
          aria-disabled={standing.step === "sending"}
        >
          <span className="[overflow-wrap:anywhere]">Keep for {name}</span>
        </button>
      </div>
      <SaysStanding standing={standing} />
    </form>
  );
}
