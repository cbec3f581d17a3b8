"use client";

import { Progress as Bar } from "radix-ui";

/** How far something is, in the house's own look. */
export function Progress({ label, done, of }: { label: string; done: number; of: number }) {
  const part = of > 0 ? Math.min(1, done / of) : 0;
  return (
    <Bar.Root
      aria-label={label}
      max={of}
      value={Math.min(done, of)}
      className="ml-3 inline-block h-4 w-56 max-w-full overflow-hidden rounded-sm border-[1.5px] border-edge bg-niche align-middle"
    >
      <Bar.Indicator className="block h-full bg-go" style={{ width: `${part * 100}%` }} />
    </Bar.Root>
  );
}
