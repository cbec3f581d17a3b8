"use client";

import { useId, useState } from "react";
import { Field } from "./field";
import { asProposed, type Bounds, figureOf, wrongFigure } from "./figure";
import type { FieldSpec } from "./spec";

/** What is typed and what is handed on: only a figure within its bounds, or null where it may be left out. */
function useFigure(value: number | undefined, bounds: Bounds, onChange: (value: number | null) => void) {
  const [typed, setTyped] = useState(value === undefined ? "" : asProposed(String(value), bounds.unit));
  const type = (text: string): void => {
    setTyped(text);
    if (wrongFigure(text, bounds) === undefined) onChange(figureOf(text, bounds.unit));
  };
  return { typed, wrong: wrongFigure(typed, bounds), type };
}

/** A figure within a line of words. */
export function FigureInput({
  name,
  value,
  bounds,
  placeholder,
  width = "w-16",
  onChange,
}: {
  name: string;
  value: number | undefined;
  bounds: Bounds;
  placeholder?: string;
  width?: string;
  onChange: (value: number | null) => void;
}) {
  const id = useId();
  const { typed, wrong, type } = useFigure(value, bounds, onChange);
  return (
    <>
      <input
        aria-label={name}
        aria-invalid={wrong ? true : undefined}
        aria-describedby={wrong ? id : undefined}
        inputMode="decimal"
        autoComplete="off"
        className={`min-h-12 ${width} rounded border-[1.5px] border-edge bg-shelf px-2 text-right font-mono text-ink aria-invalid:border-stop`}
        placeholder={placeholder}
        value={typed}
        onChange={(e) => type(e.target.value)}
      />
      {wrong && (
        <span id={id} className="text-[15px] text-stop">
          {wrong}
        </span>
      )}
    </>
  );
}

/** A figure with its label over it. */
export function FigureField({
  spec,
  value,
  bounds,
  error,
  onChange,
}: {
  spec: Omit<FieldSpec, "kind">;
  value: number | undefined;
  bounds: Bounds;
  error?: string | undefined;
  onChange: (value: number | null) => void;
}) {
  const { typed, wrong, type } = useFigure(value, bounds, onChange);
  return (
    <Field
      spec={{ ...spec, kind: "figure", ...(bounds.unit ? { unit: bounds.unit } : {}) }}
      value={typed}
      error={wrong ?? error}
      onChange={(v) => type(String(v))}
    />
  );
}
