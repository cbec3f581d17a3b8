"use client";

import { Plus, X } from "lucide-react";
import type { PlanInput } from "@/house/spin/plan-input";
import { FigureInput } from "../../fields/figure-input";
import { useRowNames } from "../../row-names";
import { ClockInput } from "./clock-input";

type Row = PlanInput["breaks"][number];
const MINUTES = { from: 1, to: 240, unit: "min", whole: true } as const;
const USUAL: Row = { at: "12:30", minutes: 45 };

/** When everybody stops, and for how long; the machines go on. */
export function BreakRows({
  rows,
  onChange,
}: {
  rows: readonly Row[];
  onChange: (rows: readonly Row[]) => void;
}) {
  const change = (i: number, to: Partial<Row>) =>
    onChange(rows.map((r, j) => (j === i ? { ...r, ...to } : r)));
  const { names, add, drop } = useRowNames(rows.length);
  return (
    <fieldset className="mt-3">
      <legend className="mb-1 text-[15px] font-semibold">Breaks</legend>
      <ul className="flex flex-wrap gap-x-6 gap-y-2">
        {rows.map((b, i) => (
          <li key={names[i]} className="flex flex-wrap items-center gap-2 text-ink-2">
            at
            <ClockInput
              name={`Break ${i + 1} at`}
              value={b.at}
              placeholder={USUAL.at}
              onChange={(at) => change(i, { at })}
            />
            for
            <FigureInput
              name={`Break ${i + 1}, minutes`}
              value={b.minutes}
              bounds={MINUTES}
              placeholder={String(USUAL.minutes)}
              onChange={(minutes) => {
                if (minutes !== null) change(i, { minutes });
              }}
            />
            min
            <button
              type="button"
              className="grid size-12 place-items-center"
              aria-label={`Take break ${i + 1} away`}
              onClick={() => {
                drop(i);
                onChange(rows.filter((_, j) => j !== i));
              }}
            >
              <X size={18} aria-hidden />
            </button>
          </li>
        ))}
        <li>
          <button
            type="button"
            className="do"
            data-quiet=""
            aria-disabled={rows.length >= 6}
            onClick={() => {
              if (rows.length >= 6) return;
              add();
              onChange([...rows, USUAL]);
            }}
          >
            <Plus size={18} aria-hidden /> {rows.length === 0 ? "A break" : "Another break"}
          </button>
        </li>
      </ul>
    </fieldset>
  );
}
