"use client";

import { Toggle } from "radix-ui";

/** A few answers as keys to press with gloves on; pressing the pressed one takes it back when `optional`. */
export function ChoiceKeys<T extends string>({
  label,
  options,
  value,
  onChange,
  optional = false,
  unwritten = false,
}: {
  label: string;
  /** Where the keys tell by themselves what they choose, the label is only read out. */
  unwritten?: boolean;
  options: readonly { readonly value: T; readonly label: string }[];
  value: T | "" | readonly T[];
  onChange: (value: T | "") => void;
  optional?: boolean;
}) {
  const pressed = (v: T) => (Array.isArray(value) ? value.includes(v) : value === v);
  return (
    <fieldset className="min-w-0">
      <legend className={unwritten ? "sr-only" : "mb-1 text-[15px] font-semibold"}>{label}</legend>
      <div className="flex flex-wrap gap-1.5">
        {options.map((o) => (
          <Toggle.Root
            key={o.value}
            pressed={pressed(o.value)}
            onPressedChange={() => onChange(optional && value === o.value ? "" : o.value)}
            className="min-h-14 min-w-14 rounded border-[1.5px] border-edge px-3 aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-shelf"
          >
            {o.label}
          </Toggle.Root>
        ))}
      </div>
    </fieldset>
  );
}
