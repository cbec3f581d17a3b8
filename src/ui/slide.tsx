"use client";

import { Slider } from "radix-ui";

/** A figure moved by hand; its knob is large enough for a glove, arrows move it by a step. */
export function Slide({
  name,
  value,
  min,
  max,
  step = 1,
  tone = "ink",
  className = "",
  onChange,
}: {
  /** What it sets, with its unit. */
  name: string;
  value: number;
  min: number;
  max: number;
  step?: number;
  tone?: string;
  className?: string;
  onChange: (value: number) => void;
}) {
  return (
    <Slider.Root
      className={`relative flex h-12 touch-none items-center select-none ${className}`}
      min={min}
      max={max}
      step={step}
      value={[value]}
      onValueChange={([v]) => v !== undefined && onChange(v)}
    >
      <Slider.Track className="relative h-2.5 grow rounded-full bg-rule">
        <Slider.Range className="absolute h-full rounded-full" style={{ background: `var(--${tone})` }} />
      </Slider.Track>
      <Slider.Thumb
        aria-label={name}
        className="block size-8 rounded-full border-[3px] bg-shelf shadow"
        style={{ borderColor: `var(--${tone})` }}
      />
    </Slider.Root>
  );
}
