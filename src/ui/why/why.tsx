"use client";

import { X } from "lucide-react";
import { Dialog } from "radix-ui";
import type { Why as WhyData } from "@/house/views/model";

/** The working behind a number or a verdict: inputs, formula in words, source, what would change it. */
export function Why({ why, label = "Why?" }: { why: WhyData; label?: string }) {
  return (
    <Dialog.Root>
      <Dialog.Trigger
        className="min-h-12 justify-self-start rounded px-2 text-[15px] font-semibold underline decoration-dotted underline-offset-4"
        aria-label={`${label} ${why.title}`}
      >
        {label}
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/50" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-4 z-50 m-auto h-fit max-h-[calc(100dvh-32px)] max-w-xl overflow-y-auto rounded border border-rule bg-shelf p-5 text-ink"
        >
          <div className="mb-2 flex items-start justify-between gap-4">
            <Dialog.Title className="text-[19px] font-bold">{why.title}</Dialog.Title>
            <Dialog.Close className="grid size-12 shrink-0 place-items-center" aria-label="Close">
              <X size={20} aria-hidden />
            </Dialog.Close>
          </div>
          <ol>
            {why.because.map((reason, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: the working is a fixed list, in order.
              <li key={i} className="flex items-baseline justify-between gap-4 border-b border-rule py-2">
                <span>
                  {reason.what}
                  {reason.by && <span className="block text-[14px] text-ink-2">{reason.by}</span>}
                  {reason.source && <span className="block text-[14px] text-ink-2">{reason.source}</span>}
                </span>
                {reason.figure && <b className="text-right font-mono text-[15px]">{reason.figure}</b>}
              </li>
            ))}
          </ol>
          {why.change && (
            <p className="pt-3">
              <b>What would change it: </b>
              {why.change}
            </p>
          )}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
