"use client";

import { useId, useState } from "react";
import { CLOCK_TIME } from "@/house/language/clock-time";

/** A time of the day as it is typed: handed on once it is one, and said until then. */
export function ClockInput({
  name,
  value,
  placeholder,
  optional = false,
  onChange,
}: {
  name: string;
  value: string;
  placeholder: string;
  /** May be left empty. */
  optional?: boolean;
  onChange: (clock: string) => void;
}) {
  const id = useId();
  const [typed, setTyped] = useState(value);
  const fits = (text: string) => CLOCK_TIME.test(text) || (optional && text === "");
  const wrong = !fits(typed);
  return (
    <>
      <input
        aria-label={name}
        aria-invalid={wrong || undefined}
        aria-describedby={wrong ? id : undefined}
        className="min-h-12 w-20 rounded border-[1.5px] border-edge bg-shelf px-2 text-center font-mono text-ink aria-invalid:border-stop"
        placeholder={placeholder}
        value={typed}
        onChange={(e) => {
          setTyped(e.target.value);
          if (fits(e.target.value)) onChange(e.target.value);
        }}
      />
      {wrong && (
        <span id={id} className="text-[15px] text-stop">
          a time such as {placeholder}
        </span>
      )}
    </>
  );
}
