"use client";

import { USUAL } from "@/core/dayplan";
import { FLOOR_FIGURE_NAMES, FLOOR_FIGURES, type FloorFigures } from "@/house/spin/figures";
import { FigureField } from "../../fields/figure-input";

/** What this floor takes its time for: as practice has it, where nobody measured. */
export function FigureRows({
  figures,
  onChange,
}: {
  figures: FloorFigures;
  onChange: (figures: FloorFigures) => void;
}) {
  const own = FLOOR_FIGURE_NAMES.filter((name) => figures[name] !== undefined).length;
  return (
    <details className="mt-3">
      <summary className="min-h-12 cursor-pointer py-3 font-semibold">
        Figures of this floor
        <span className="font-normal text-ink-2">
          {own === 0 ? ": as is common practice" : `: ${own} of its own, the rest common practice`}
        </span>
      </summary>
      <div className="flex flex-wrap items-start gap-4">
        {FLOOR_FIGURE_NAMES.map((name) => {
          const { label, unit, from, to } = FLOOR_FIGURES[name];
          return (
            <FigureField
              key={name}
              spec={{ name, label, span: 2, placeholder: String(USUAL[name]) }}
              value={figures[name]}
              bounds={{ unit, from, to, optional: true }}
              onChange={(value) => onChange({ ...figures, [name]: value ?? undefined })}
            />
          );
        })}
      </div>
    </details>
  );
}
