"use client";

import { mass } from "@/house/language/shown";
import { Why } from "../why/why";
import { type Around, bareTag, honeyOf, type judgeRows, type PullRow } from "./rows";
import { VERDICT } from "./words";

/** The supers done on this sheet, each with its verdict; one the house refused says why in its place. */
export function DoneRows({
  rows,
  judged,
  around,
  wrongRow,
  refusal,
  again,
}: {
  rows: readonly PullRow[];
  judged: ReturnType<typeof judgeRows>;
  around: Around;
  /** Which row the house refused; -1 none. */
  wrongRow: number;
  refusal: string;
  /** Takes a row back into the hand. */
  again: (key: number) => void;
}) {
  return (
    <ol className="mb-3 grid gap-1">
      {rows.map((r, i) => {
        const verdict = judged.supers[i]?.ripeness;
        const honey = honeyOf(r, around);
        return (
          <li
            key={r.key}
            className="flex flex-wrap items-center gap-x-4 gap-y-0.5 border-b border-rule py-1"
            data-wrong={i === wrongRow ? "" : undefined}
          >
            <b className="w-24">Super {bareTag(r.tag)}</b>
            <span className="w-24">colony {r.colony}</span>
            <span className="w-32 text-right font-mono text-[15px] whitespace-nowrap">
              {r.cappedPct} % capped
            </span>
            {verdict && (
              <b data-tone={VERDICT[verdict.verdict].tone} className="w-28" style={{ color: "var(--tone)" }}>
                {VERDICT[verdict.verdict].word}
              </b>
            )}
            <span className="w-28 text-right font-mono text-[15px]">
              {r.take ? `${honey.weighed ? "" : "≈ "}${mass(honey.kg)}` : "left"}
            </span>
            {verdict && <Why why={{ title: `Super ${bareTag(r.tag)}`, because: verdict.because }} />}
            <button
              type="button"
              className="min-h-12 px-2 font-semibold underline underline-offset-4"
              onClick={() => again(r.key)}
            >
              Change
            </button>
            {i === wrongRow && <p className="basis-full font-semibold text-stop">{refusal}</p>}
          </li>
        );
      })}
    </ol>
  );
}
