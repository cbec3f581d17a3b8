"use client";

import { Field } from "../fields/field";
import { figureIn } from "../fields/figure";

/** The first sheet as it lies there: what is used, where it begins, what is printed. */
export function SheetPlaces({
  perSheet,
  columns,
  beginAt,
  count,
  onBegin,
}: {
  perSheet: number;
  columns: number;
  beginAt: number;
  count: number;
  onBegin: (place: number) => void;
}) {
  if (perSheet < 1) return <p className="max-w-60 text-stop">Larger than a sheet: print it on a roll.</p>;
  const sheets = Math.ceil((beginAt + count) / perSheet);
  return (
    <div className="flex items-start gap-3">
      {/* The field beside it says the same to whoever does not point. */}
      <div
        aria-hidden="true"
        className="grid gap-0.5 border border-rule bg-wall p-1"
        style={{ gridTemplateColumns: `repeat(${columns}, 20px)` }}
      >
        {Array.from({ length: perSheet }, (_, place) => place).map((place) => (
          <button
            key={place}
            type="button"
            tabIndex={-1}
            className="h-3.5 border border-edge"
            style={{
              borderStyle: place < beginAt ? "dashed" : "solid",
              background:
                place === beginAt
                  ? "var(--go)"
                  : place > beginAt && place < beginAt + count
                    ? "var(--mass-fill)"
                    : "none",
            }}
            onClick={() => onBegin(place)}
          />
        ))}
      </div>
      <Field
        spec={{
          name: "begin",
          label: "Begin at place",
          kind: "figure",
          span: 1,
          hint: `of ${perSheet}; ${sheets} ${sheets === 1 ? "sheet" : "sheets"}`,
        }}
        value={String(beginAt + 1)}
        onChange={(v) => {
          const place = figureIn(String(v));
          if (place !== null) onBegin(Math.min(perSheet - 1, Math.max(0, Math.round(place) - 1)));
        }}
      />
    </div>
  );
}
