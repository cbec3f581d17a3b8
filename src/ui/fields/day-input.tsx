"use client";

import { CalendarDays } from "lucide-react";
import { Popover } from "radix-ui";
import { type ComponentProps, lazy, Suspense, useState } from "react";
import { dayOfYearSaid } from "@/house/language/said-time";
import { readDay, writeDay } from "./day";

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
  const [open, setOpen] = useState(false);
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
      <Popover.Root open={open} onOpenChange={setOpen}>
        <Popover.Trigger
          className="-ml-12 grid w-12 shrink-0 place-items-center"
          aria-label="Choose in a month"
        >
          <CalendarDays size={20} aria-hidden />
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content
            align="start"
            sideOffset={4}
            collisionPadding={8}
            aria-label={label}
            className="z-50 rounded border border-edge bg-shelf p-2 text-ink shadow-lg"
          >
            <Suspense fallback={<p className="p-4 text-ink-2">The month…</p>}>
              <Month
                day={value}
                onDay={(day) => {
                  setTyped(null);
                  onDay(day);
                  setOpen(false);
                }}
              />
            </Suspense>
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
    </div>
  );
}
