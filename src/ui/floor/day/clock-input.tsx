"use client";

import { useId, useState } from "react";
import { readClock } from "@/house/language/clock-time";
import { clockSaid } from "@/house/language/said-time";

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
  const [typed, setTyped] = useState(clockSaid(value));
  const timeIn = (text: string) => (optional && text === "" ? "" : readClock(text));
  const wrong = timeIn(typed) === null;
  return (
    <>
      <input
        aria-label={name}
        aria-invalid={wrong || undefined}
        aria-describedby={wrong ? id : undefined}
        className="min-h-12 w-24 rounded border-[1.5px] border-edge bg-shelf px-2 text-center font-mono text-ink aria-invalid:border-stop"
        placeholder={clockSaid(placeholder)}
        value={typed}
        onChange={(e) => {
          setTyped(e.target.value);
          const time = timeIn(e.target.value);
          if (time !== null) onChange(time);
        }}
      />
      {wrong && (
        <span id={id} className="text-[15px] text-stop">
          a time such as {clockSaid(placeholder)}
        </span>
      )}
    </>
  );
}
