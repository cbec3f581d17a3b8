"use client";

import { Plus, X } from "lucide-react";
import { NO_TOOL, TOOLS, type Tool } from "@/core/dayplan";
import type { PlanInput } from "@/house/spin/plan-input";
import type { FloorView } from "@/house/spin/view";
import { FigureInput } from "../../fields/figure-input";
import { useRowNames } from "../../row-names";
import { Tick } from "../../tick";
import { ClockInput } from "./clock-input";

type Row = PlanInput["uncappers"][number];
const TOOL_NAMES = Object.entries(TOOLS) as [Tool, (typeof TOOLS)[Tool]][];
const PACE = { from: 0.1, to: 30, unit: "min", optional: true } as const;
const HOURS = { from: 1, to: 16, unit: "h" } as const;
const INPUT = "min-h-12 rounded border-[1.5px] border-edge bg-shelf px-2";

const skillOf = (who: string, floor: Pick<FloorView, "skills">) =>
  floor.skills.find((k) => k.name.toLowerCase() === who.trim().toLowerCase());

/** A row for the next of the crew, with what they can do. */
function nextRow(rows: readonly Row[], floor: Pick<FloorView, "crew" | "skills">): Row {
  const who = floor.crew.find((c) => !rows.some((u) => u.who === c)) ?? "one more";
  const can = skillOf(who, floor);
  return {
    who,
    tool: can ? (can.tools[0]?.tool ?? NO_TOOL) : (rows.at(-1)?.tool ?? "hot-knife"),
    hours: 10,
    ...(can ? { loads: can.loads, pails: can.pails } : {}),
  };
}

/** Who is on the floor, with which tool, from when to when, and what else they see to. */
export function CrewRows({
  rows,
  start,
  floor,
  onChange,
}: {
  rows: readonly Row[];
  start: string;
  floor: Pick<FloorView, "crew" | "skills">;
  onChange: (rows: readonly Row[]) => void;
}) {
  const change = (i: number, to: Partial<Row>) =>
    onChange(rows.map((r, j) => (j === i ? ({ ...r, ...to } as Row) : r)));
  const without = (i: number, key: "minPerFrame" | "from") =>
    onChange(rows.map((r, j) => (j === i ? (({ [key]: _, ...rest }) => rest as Row)(r) : r)));
  const { names, add, drop } = useRowNames(rows.length);
  return (
    <fieldset className="mt-3">
      <legend className="mb-1 text-[15px] font-semibold">Who is there</legend>
      <ul className="grid gap-2">
        {rows.map((u, i) => {
          const can = skillOf(u.who, floor);
          const knows = (tool: string) => !can || can.tools.some((k) => k.tool === tool);
          const usual =
            u.tool === NO_TOOL
              ? null
              : (can?.tools.find((k) => k.tool === u.tool)?.minPerFrame ?? TOOLS[u.tool].minPerFrame);
          const place = `place ${i + 1}`;
          const missing = [
            u.tool !== NO_TOOL && !knows(u.tool) && `the ${TOOLS[u.tool].name}`,
            can && u.loads && !can.loads && "the machines",
            can && u.pails && !can.pails && "the pails",
          ].filter(Boolean);
          return (
            <li key={names[i]} className="flex flex-wrap items-center gap-x-2.5 gap-y-1.5">
              <input
                aria-label={`Who, ${place}`}
                className={`${INPUT} w-28`}
                value={u.who}
                list="floor-crew"
                onChange={(e) => change(i, { who: e.target.value })}
              />
              <select
                aria-label={`The tool, ${place}`}
                className={`${INPUT} w-52`}
                value={u.tool}
                onChange={(e) => change(i, { tool: e.target.value as Row["tool"] })}
              >
                {TOOL_NAMES.map(([value, t]) => (
                  <option key={value} value={value}>
                    {t.name}
                    {knows(value) ? "" : ", not learnt"}
                  </option>
                ))}
                <option value={NO_TOOL}>does not uncap</option>
              </select>
              {usual !== null && (
                <div className="flex items-center gap-2 text-ink-2">
                  <FigureInput
                    name={`Minutes a frame, ${place}`}
                    value={u.minPerFrame}
                    bounds={PACE}
                    placeholder={String(usual)}
                    onChange={(minPerFrame) =>
                      minPerFrame === null ? without(i, "minPerFrame") : change(i, { minPerFrame })
                    }
                  />
                  min/frame
                </div>
              )}
              <div className="flex items-center gap-2 text-ink-2">
                from
                <ClockInput
                  name={`From, ${place}`}
                  value={u.from ?? ""}
                  placeholder={start}
                  optional
                  onChange={(from) => (from === "" ? without(i, "from") : change(i, { from }))}
                />
              </div>
              <div className="flex items-center gap-2 text-ink-2">
                <FigureInput
                  name={`Hours, ${place}`}
                  value={u.hours}
                  bounds={HOURS}
                  width="w-14"
                  onChange={(hours) => {
                    if (hours !== null) change(i, { hours });
                  }}
                />
                h
              </div>
              {(
                [
                  ["loads", "machines"],
                  ["pails", "pails"],
                ] as const
              ).map(([key, label]) => (
                <Tick
                  key={key}
                  name={`Sees to the ${label}, ${place}`}
                  checked={u[key] ?? false}
                  onChange={(on) => change(i, { [key]: on })}
                >
                  {label}
                </Tick>
              ))}
              {rows.length > 1 && (
                <button
                  type="button"
                  className="grid size-12 place-items-center"
                  aria-label={`Take ${place} away`}
                  onClick={() => {
                    drop(i);
                    onChange(rows.filter((_, j) => j !== i));
                  }}
                >
                  <X size={18} aria-hidden />
                </button>
              )}
              {missing.length > 0 && (
                <p className="w-full text-[15px] text-heat">
                  {u.who} has not learnt {missing.join(" and ")}.
                </p>
              )}
            </li>
          );
        })}
      </ul>
      <datalist id="floor-crew">
        {floor.crew.map((c) => (
          <option key={c} value={c} />
        ))}
      </datalist>
      <button
        type="button"
        className="do mt-2"
        data-quiet=""
        onClick={() => {
          add();
          onChange([...rows, nextRow(rows, floor)]);
        }}
      >
        <Plus size={18} aria-hidden /> One more pair of hands
      </button>
    </fieldset>
  );
}
