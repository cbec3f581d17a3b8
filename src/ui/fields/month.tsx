"use client";

import { Popover } from "radix-ui";
import { type ReactElement, useState } from "react";
import { DayPicker } from "react-day-picker";

const BUTTON = "grid size-12 place-items-center rounded hover:bg-wall";

/** A month to press a day in, unfolded at once beside its key: it is fetched when that is pressed. */
export default function Month({
  of,
  day,
  unfolds,
  onDay,
}: {
  /** What day is chosen. */
  of: string;
  day: string;
  unfolds: ReactElement;
  onDay: (day: string) => void;
}) {
  const [open, setOpen] = useState(true);
  const selected = /^\d{4}-\d\d-\d\d$/.test(day) ? new Date(`${day}T12:00:00`) : undefined;
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>{unfolds}</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={4}
          collisionPadding={8}
          aria-label={of}
          className="z-50 rounded border border-edge bg-shelf p-2 text-ink shadow-lg"
        >
          <DayPicker
            mode="single"
            weekStartsOn={1}
            selected={selected}
            {...(selected ? { defaultMonth: selected } : {})}
            onSelect={(at) => {
              if (!at) return;
              const two = (n: number) => String(n).padStart(2, "0");
              onDay(`${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`);
              setOpen(false);
            }}
            classNames={{
              months: "relative",
              nav: "absolute right-0 top-0 flex",
              button_previous: BUTTON,
              button_next: BUTTON,
              chevron: "size-5 fill-current",
              month_caption: "flex h-12 items-center pl-3 font-semibold",
              weekday: "size-9 text-[14px] font-normal text-ink-2",
              day_button: BUTTON,
              selected: "rounded bg-go font-bold text-on-go",
              today: "underline underline-offset-4",
              outside: "text-ink-2",
            }}
          />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
