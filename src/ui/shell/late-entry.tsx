"use client";

import { Clock } from "lucide-react";
import { useState } from "react";
import { clockSaid, weekdaySaid } from "@/house/language/said-time";
import { setHappenedAt, useHappenedAt } from "../late";
import { Modal } from "../modal";

const inWords = (at: string): string => {
  const [day = "", clock = ""] = at.split("T");
  return `${clockSaid(clock)} on ${weekdaySaid(day)}`;
};

const AGO = [
  [15, "15 min ago"],
  [60, "an hour ago"],
  [180, "3 h ago"],
] as const;
/** So many minutes before a day and time of the house's clock. */
const before = (at: string, minutes: number): string =>
  new Date(Date.parse(`${at}Z`) - minutes * 60_000).toISOString().slice(0, 16);

/** For what was done an hour ago with both hands full: everything is booked at the time set here, until it is set back. */
export function LateEntry({ now }: { now: string }) {
  const at = useHappenedAt();
  const [open, setOpen] = useState(false);
  const [wanted, setWanted] = useState(now);
  return (
    <>
      {at !== null && (
        <p className="flex w-full flex-wrap items-center gap-x-4 border-l-[6px] border-heat px-3 font-semibold">
          Everything entered now is booked at {inWords(at)}.
          <button
            type="button"
            className="min-h-12 underline underline-offset-4"
            onClick={() => setHappenedAt(null)}
          >
            Back to now
          </button>
        </p>
      )}
      <Modal
        title="When did it happen?"
        stands="md"
        open={open}
        onOpenChange={(to) => {
          setOpen(to);
          if (to) setWanted(at ?? now);
        }}
        trigger={
          <button
            type="button"
            className="grid size-12 shrink-0 place-items-center rounded"
            aria-label="Enter something that happened earlier"
            title="Enter something that happened earlier"
          >
            <Clock size={20} aria-hidden />
          </button>
        }
      >
        <form
          onSubmit={(e) => {
            e.preventDefault();
            setHappenedAt(wanted >= now ? null : wanted);
            setOpen(false);
          }}
        >
          <p className="mb-3 text-ink-2">
            Forms, buttons and the line book what you enter at this time, until you set it back. The tape
            keeps both: when it happened and when it was entered.
          </p>
          <div className="mb-3 flex flex-wrap gap-2">
            {AGO.map(([minutes, label]) => (
              <button
                key={label}
                type="button"
                className="do"
                data-quiet=""
                aria-pressed={wanted === before(now, minutes)}
                onClick={() => setWanted(before(now, minutes))}
              >
                {label}
              </button>
            ))}
          </div>
          <label className="field block">
            <span className="mb-1 block text-[15px] font-semibold">Day and time, the house's clock</span>
            <input
              type="datetime-local"
              required
              max={now}
              value={wanted}
              onChange={(e) => setWanted(e.target.value)}
            />
          </label>
          <div className="mt-4 flex gap-3">
            <button type="submit" className="do">
              Book at this time
            </button>
            <button
              type="button"
              className="do"
              data-quiet=""
              onClick={() => {
                setHappenedAt(null);
                setOpen(false);
              }}
            >
              Now
            </button>
          </div>
        </form>
      </Modal>
    </>
  );
}
