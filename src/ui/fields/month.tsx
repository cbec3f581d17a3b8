"use client";

import { DayPicker } from "react-day-picker";

const BUTTON = "grid size-12 place-items-center rounded hover:bg-wall";

/** A month to press a day in; loaded when it is wanted. */
export default function Month({ day, onDay }: { day: string; onDay: (day: string) => void }) {
  const selected = /^\d{4}-\d\d-\d\d$/.test(day) ? new Date(`${day}T12:00:00`) : undefined;
  return (
    <DayPicker
      mode="single"
      weekStartsOn={1}
      selected={selected}
      {...(selected ? { defaultMonth: selected } : {})}
      onSelect={(at) => {
        if (!at) return;
        const two = (n: number) => String(n).padStart(2, "0");
        onDay(`${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`);
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
  );
}
