"use client";

import { CalendarDays } from "lucide-react";
import { type ComponentProps, lazy, Suspense, useState } from "react";
import { dayOfYearSaid } from "@/house/language/said-time";
import { readDay, writeDay } from "./day";

/** A month, and what unfolds it beside a key, are fetched when somebody wants one: most days are typed or left as they are. */
const Month = lazy(() => import("./month"));

/**
 * A day, typed as people write it or pressed in a month. What is typed stays as typed until the field is left; what
 * is no day is handed on as it is, and the house says what is wrong with it.
 */
export function DayInput({
  value,
  onDay,
  label,
  ...input
}: {
  value: string;
  onDay: (day: string) => void;
  label: string;
} & Omit<ComponentProps<"input">, "value" | "onChange">) {
  const [typed, setTyped] = useState<string | null>(null);
  const [wanted, setWanted] = useState(false);
  const key = (
    <button
      type="button"
      className="-ml-12 grid w-12 shrink-0 place-items-center"
      aria-label="Choose in a month"
      aria-haspopup="dialog"
      onClick={() => setWanted(true)}
    >
      <CalendarDays size={20} aria-hidden />
    </button>
  );
  return (
    <div className="flex items-stretch">
      <input
        {...input}
        type="text"
        placeholder={dayOfYearSaid("2026-08-13")}
        autoComplete="off"
        value={typed ?? writeDay(value)}
        onChange={(e) => {
          setTyped(e.target.value);
          onDay(readDay(e.target.value, new Date().getFullYear()) ?? e.target.value);
        }}
        onBlur={() => setTyped(null)}
      />
      {wanted ? (
        <Suspense fallback={key}>
          <Month
            of={label}
            day={value}
            unfolds={key}
            onDay={(day) => {
              setTyped(null);
              onDay(day);
            }}
          />
        </Suspense>
      ) : (
        key
      )}
    </div>
  );
}
