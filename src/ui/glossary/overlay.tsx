"use client";

import { X } from "lucide-react";
import { Popover } from "radix-ui";
import { useEffect, useId, useState } from "react";
import { termsIn } from "@/house/glossary/find";
import { TERM_KEYS, type TermKey, termOf } from "@/house/glossary/terms";
import { retold } from "@/house/language/shown";

interface Mark {
  readonly key: TermKey;
  readonly nth: number;
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** Names of figures and of what is asked for are marked wherever they stand; other words once a screen. */
const NAMES = "label, legend, dt, th, summary";
const MOST_MARKS = 90;
const MOST_SHOWN = 8;
/** A finger in a glove is wider than a word is high. */
const AROUND = 7;

/** What of the screen is seen: nothing behind the overlay is changed, so that what is typed and open stays. */
function marksNow(): Mark[] {
  const main = document.querySelector("main");
  if (!main) return [];
  const marks: Mark[] = [];
  const once = new Set<TermKey>();
  const walker = document.createTreeWalker(main, NodeFilter.SHOW_TEXT);
  for (let node = walker.nextNode(); node && marks.length < MOST_MARKS; node = walker.nextNode()) {
    const parent = node.parentElement;
    if (!parent || !node.nodeValue?.trim() || parent.closest("option, script, style, textarea")) continue;
    const isName = parent.closest(NAMES) !== null;
    for (const { key, from, to } of termsIn(node.nodeValue)) {
      if (once.has(key) && !isName) continue;
      const range = document.createRange();
      range.setStart(node, from);
      range.setEnd(node, to);
      const rect = range.getClientRects()[0];
      if (!rect || rect.width < 4 || rect.bottom < 0 || rect.top > innerHeight) continue;
      const [x, y] = [rect.left + rect.width / 2, rect.top + rect.height / 2];
      // What lies under something else, or is cut off, is not seen.
      if (!document.elementsFromPoint(x, y).some((e) => e === parent)) continue;
      once.add(key);
      marks.push({
        key,
        nth: marks.length,
        left: rect.left,
        top: rect.top,
        width: rect.width,
        height: rect.height,
      });
    }
  }
  return marks;
}

const same = (a: readonly Mark[], b: readonly Mark[]): boolean =>
  a.length === b.length &&
  a.every((m, i) => {
    const other = b[i];
    return other && other.key === m.key && other.left === m.left && other.top === m.top;
  });

function useMarks(): readonly Mark[] {
  const [marks, setMarks] = useState<readonly Mark[]>([]);
  useEffect(() => {
    let due = 0;
    const look = () => {
      cancelAnimationFrame(due);
      due = requestAnimationFrame(() => {
        const now = marksNow();
        setMarks((before) => (same(before, now) ? before : now));
      });
    };
    look();
    const main = document.querySelector("main");
    const seen = new MutationObserver(look);
    if (main) seen.observe(main, { childList: true, subtree: true, characterData: true });
    addEventListener("scroll", look, { capture: true, passive: true });
    addEventListener("resize", look);
    return () => {
      cancelAnimationFrame(due);
      seen.disconnect();
      removeEventListener("scroll", look, { capture: true });
      removeEventListener("resize", look);
    };
  }, []);
  return marks;
}

/** What one term means, and the way to those it leads to. */
function Meaning({ of, onSee }: { of: TermKey; onSee: (key: TermKey) => void }) {
  const { written, means, source, see = [] } = termOf(of);
  return (
    <div data-term={of}>
      <p className="text-[20px] font-bold first-letter:uppercase">{written[0]}</p>
      <p className="mt-1 text-[17px] leading-snug">{retold(means)}</p>
      {source && <p className="mt-1.5 text-[14px] text-ink-2 first-letter:uppercase">{retold(source)}.</p>}
      {see.length > 0 && (
        <p className="mt-1 flex flex-wrap gap-x-1">
          {see.map((key) => (
            <button
              key={key}
              type="button"
              className="min-h-12 px-2 underline underline-offset-4"
              onClick={() => onSee(key as TermKey)}
            >
              {termOf(key as TermKey).written[0]}
            </button>
          ))}
        </p>
      )}
    </div>
  );
}

function Marked({ mark }: { mark: Mark }) {
  const [of, setOf] = useState<TermKey>(mark.key);
  const name = termOf(mark.key).written[0];
  return (
    <Popover.Root onOpenChange={(open) => open && setOf(mark.key)}>
      <Popover.Trigger
        className="pointer-events-auto fixed cursor-help rounded hover:outline-2 hover:outline-go data-[state=open]:outline-3 data-[state=open]:outline-go"
        aria-label={`What is this: ${name}`}
        style={{
          left: mark.left - 3,
          top: mark.top - AROUND,
          width: mark.width + 6,
          height: mark.height + 2 * AROUND,
        }}
      >
        {/* Right under its word: what stands in the next line stays to be read. */}
        <span
          aria-hidden
          className="absolute inset-x-[3px] border-b-[3px] border-dotted border-go"
          style={{ bottom: AROUND - 1 }}
        />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={6}
          collisionPadding={12}
          className="z-50 w-[min(26rem,calc(100vw-24px))] rounded border border-rule bg-shelf p-4 text-ink shadow-lg"
        >
          <Meaning of={of} onSee={setOf} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** Words of the trade on the open screen are marked; one pressed says what it means. Any other is looked up by name. */
export function WhatIsThisOverlay({ onEnd }: { onEnd: () => void }) {
  const marks = useMarks();
  const [asked, setAsked] = useState("");
  const [of, setOf] = useState<TermKey | null>(null);
  const id = useId();
  const wanted = asked.trim().toLowerCase();
  const found =
    wanted === ""
      ? []
      : TERM_KEYS.filter((key) => termOf(key).written.some((w) => w.toLowerCase().includes(wanted))).slice(
          0,
          MOST_SHOWN,
        );
  return (
    <div className="pointer-events-none fixed inset-0 z-40" data-what-is-this={marks.length}>
      {marks.map((mark) => (
        <Marked key={`${mark.key} ${mark.nth}`} mark={mark} />
      ))}
      <section
        aria-label="What is this?"
        className="pointer-events-auto fixed inset-x-3 bottom-3 mx-auto max-w-2xl rounded border-2 border-go bg-shelf p-3 text-ink shadow-lg"
      >
        <div className="flex flex-wrap items-center gap-3">
          <p className="min-w-0 flex-1 basis-56 font-semibold">
            What is this? {marks.length > 0 ? "Press a marked word" : "No marked word is in sight"}, or look
            one up.
          </p>
          <label className="sr-only" htmlFor={id}>
            A word
          </label>
          <input
            id={id}
            className="min-h-12 w-44 rounded border border-edge bg-wall px-3"
            placeholder="a word"
            autoComplete="off"
            value={asked}
            onChange={(e) => {
              setAsked(e.target.value);
              setOf(null);
            }}
          />
          <button type="button" className="do" data-quiet="" onClick={onEnd}>
            <X size={18} aria-hidden /> Done
          </button>
        </div>
        <div aria-live="polite">
          {wanted !== "" && found.length === 0 && (
            <p className="mt-2 text-ink-2">“{asked.trim().slice(0, 40)}” is none of the house's words.</p>
          )}
          {found.length > 0 && of === null && (
            <p className="mt-1 flex flex-wrap gap-x-1">
              {found.map((key) => (
                <button
                  key={key}
                  type="button"
                  className="min-h-12 px-2 underline underline-offset-4"
                  onClick={() => setOf(key)}
                >
                  {termOf(key).written[0]}
                </button>
              ))}
            </p>
          )}
          {of && (
            <div className="mt-3 border-t border-rule pt-3">
              <Meaning of={of} onSee={setOf} />
            </div>
          )}
        </div>
      </section>
    </div>
  );
}
