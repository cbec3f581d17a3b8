"use client";

import { useId } from "react";
import { unitOf } from "@/house/language/shown";
import { Tick } from "../tick";
import { DayInput } from "./day-input";
import type { FieldSpec } from "./spec";

const WIDTH = { 1: "w-32", 2: "w-48", 3: "w-72" } as const;

/** Told where another unit may be typed; every field of that unit is read so. */
const OTHER_UNIT: Readonly<Record<string, readonly string[]>> = { kg: ["kg", "lb"], "°C": ["°C", "°F"] };
const unitsOf = (unit: string): string | undefined => {
  const both = OTHER_UNIT[unit];
  return both && (unitOf(unit) === both[0] ? both : both.toReversed()).join(" or ");
};

/** Label, input, hint and error, wired together so that no id can be forgotten. */
export function Field({
  spec,
  value,
  error,
  autoFocus,
  onChange,
  onEnter,
}: {
  spec: FieldSpec;
  value: string | boolean;
  error?: string | undefined;
  autoFocus?: boolean;
  onChange: (value: string | boolean) => void;
  /** What Enter does here instead of sending the form. */
  onEnter?: () => void;
}) {
  const id = useId();
  const described =
    [spec.hint && `${id}-hint`, error && `${id}-error`].filter(Boolean).join(" ") || undefined;
  const aria = {
    id,
    "aria-describedby": described,
    "aria-invalid": error ? true : undefined,
    autoFocus,
  };
  const common = { ...aria, name: spec.name };
  const beneath = (
    <>
      {spec.hint && (
        <p id={`${id}-hint`} className="mt-1 text-[14px] text-ink-2">
          {spec.hint}
        </p>
      )}
      {error && (
        <p id={`${id}-error`} className="mt-1 text-[15px] font-semibold text-stop">
          {error}
        </p>
      )}
    </>
  );
  if (spec.kind === "ticks") {
    const chosen = String(value)
      .split(",")
      .filter((v) => v !== "");
    const options = spec.options ?? [];
    return (
      <fieldset className="field w-full" data-wrong={error ? "" : undefined} aria-describedby={described}>
        <legend className="mb-1 text-[15px] font-semibold">{spec.label}</legend>
        <div className="flex flex-wrap gap-x-7">
          {options.map((o) => (
            <Tick
              key={o.value}
              checked={chosen.includes(o.value)}
              onChange={(on) =>
                onChange(
                  options
                    .flatMap((x) => ((x.value === o.value ? on : chosen.includes(x.value)) ? [x.value] : []))
                    .join(","),
                )
              }
            >
              {o.label}
            </Tick>
          ))}
        </div>
        {beneath}
      </fieldset>
    );
  }
  if (spec.kind === "check")
    return (
      <div className="field flex w-full items-center" data-wrong={error ? "" : undefined}>
        <Tick {...aria} field={spec.name} checked={value === true} onChange={onChange}>
          {spec.label}
        </Tick>
      </div>
    );
  return (
    <div className={`field max-w-full ${WIDTH[spec.span ?? 2]}`} data-wrong={error ? "" : undefined}>
      <label className="mb-1 block text-[15px] font-semibold" htmlFor={id}>
        {spec.label}
        {spec.unit && <span className="font-normal text-ink-2">, {unitOf(spec.unit)}</span>}
      </label>
      {spec.kind === "choice" ? (
        // The system's own list, on purpose: it opens large on a tablet and is pressed with gloves on.
        <select {...common} value={String(value)} onChange={(e) => onChange(e.target.value)}>
          {spec.options?.map((o) => (
            <option key={o.value} value={o.value}>
              {o.label}
            </option>
          ))}
        </select>
      ) : spec.kind === "day" ? (
        <DayInput {...common} label={spec.label} value={String(value)} onDay={onChange} />
      ) : (
        <input
          {...common}
          type="text"
          inputMode={spec.kind === "figure" ? "decimal" : undefined}
          className={spec.kind === "figure" ? "font-mono" : ""}
          placeholder={
            spec.placeholder ?? (spec.kind === "figure" && spec.unit ? unitsOf(spec.unit) : undefined)
          }
          value={String(value)}
          autoComplete="off"
          list={spec.offers ? `${id}-offers` : undefined}
          onChange={(e) => onChange(e.target.value)}
          onKeyDown={(e) => {
            if (!onEnter || e.key !== "Enter") return;
            e.preventDefault();
            onEnter();
          }}
        />
      )}
      {spec.offers && (
        <datalist id={`${id}-offers`}>
          {spec.offers.map((o) => (
            <option key={o} value={o} />
          ))}
        </datalist>
      )}
      {beneath}
    </div>
  );
}
