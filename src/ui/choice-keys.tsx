"use client";

import { ToggleGroup } from "radix-ui";

/** A few answers as keys to press with gloves on; pressing the pressed one takes it back when `optional`. */
export function ChoiceKeys<T extends string>({
  label,
  options,
  value,
  onChange,
  optional = false,
}: {
  label: string;
  options: readonly { readonly value: T; readonly label: string }[];
  value: T | "" | readonly T[];
  onChange: (value: T | "") => void;
  optional?: boolean;
}) {
  const pressed: readonly string[] = Array.isArray(value) ? value : value === "" ? [] : [value];
  // Which key was pressed is what differs; the caller says what becomes of the others.
  const press = (next: readonly string[]): void => {
    const key = next.find((v) => !pressed.includes(v)) ?? pressed.find((v) => !next.includes(v));
    if (key !== undefined) onChange(optional && value === key ? "" : (key as T));
  };
  return (
    <fieldset className="min-w-0">
      <legend className="mb-1 text-[15px] font-semibold">{label}</legend>
      <ToggleGroup.Root
        type="multiple"
        className="flex flex-wrap gap-1.5"
        value={[...pressed]}
        onValueChange={press}
      >
        {options.map((o) => (
          <ToggleGroup.Item
            key={o.value}
            value={o.value}
            className="min-h-14 min-w-14 rounded border-[1.5px] border-edge px-3 aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-shelf"
          >
            {o.label}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
    </fieldset>
  );
}
