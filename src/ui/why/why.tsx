"use client";

import type { Why as WhyData } from "@/house/standing/model";
import { Modal } from "../modal";

/** The working behind a number or a verdict: inputs, formula in words, source, what would change it. */
export function Why({ why, label = "Why?" }: { why: WhyData; label?: string }) {
  return (
    <Modal
      title={why.title}
      trigger={
        <button
          type="button"
          className="min-h-12 justify-self-start rounded px-2 text-[15px] font-semibold underline decoration-dotted underline-offset-4"
          aria-label={`${label} ${why.title}`}
        >
          {label}
        </button>
      }
    >
      <ol>
        {why.because.map((reason, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: the working is a fixed list, in order.
          <li key={i} className="flex items-baseline justify-between gap-4 border-b border-rule py-2">
            <span>
              {reason.what}
              {reason.by && <span className="block text-[14px] text-ink-2">{reason.by}</span>}
              {reason.source && <span className="block text-[14px] text-ink-2">{reason.source}</span>}
            </span>
            {reason.figure && (
              // A figure keeps its unit and its uncertainty beside it; only what is longer than half the sheet breaks.
              <b className="max-w-[55%] shrink-0 text-right font-mono text-[15px]">{reason.figure}</b>
            )}
          </li>
        ))}
      </ol>
      {why.change && (
        <p className="pt-3">
          <b>What would change it: </b>
          {why.change}
        </p>
      )}
    </Modal>
  );
}
