"use client";

import { usePathname, useRouter, useSearchParams } from "next/navigation";
import { Suspense, useEffect, useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { BAY_HREF, BAYS, type BayName } from "@/house/bays";
import { Modal } from "../modal";

interface CardLine {
  readonly bay: string;
  readonly example: string;
  readonly means: string;
}

const KEYS: readonly [key: string, does: string][] = [
  ["1 – 7", "open a bay, Yard to Out"],
  ["0", "open today"],
  ["/", "to the line"],
  ["?", "this card"],
  ["W", "what is this? at every word of the trade"],
  ["Esc", "close what is open; leave the line"],
  ["Tab, Enter", "move to the next thing, press it"],
];

/** While something is open over the page, keys are its own. */
const isOpen = (what: string): boolean => document.querySelector(what) !== null;

function Listener({ onCard }: { onCard: () => void }) {
  const router = useRouter();
  const path = usePathname();
  const doing = useSearchParams().get("do");
  const free = { enabled: () => !isOpen("[role=dialog]"), preventDefault: true };
  useHotkeys(
    ["0", ...BAYS.map((_, i) => String(i + 1))],
    (e) => router.push(BAY_HREF[BAYS[Number(e.key) - 1] as BayName] ?? "/"),
    { ...free, useKey: true },
    [router],
  );
  useHotkeys("/", () => document.getElementById("line")?.focus(), { ...free, useKey: true });
  useHotkeys("?", onCard, { ...free, useKey: true }, [onCard]);
  useHotkeys(
    "escape",
    () => {
      const at = document.activeElement;
      if (!doing || at === document.getElementById("line")) return;
      // What is typed next is not for a field that is about to go.
      if (at instanceof HTMLElement) at.blur();
      router.push(path);
    },
    {
      enabled: () => !isOpen("[role=dialog],[role=menu],[data-what-is-this]"),
      // What this Escape has closed already is no longer there to be seen.
      ignoreEventWhen: (e) => e.defaultPrevented,
      enableOnFormTags: true,
    },
    [router, path, doing],
  );
  useEffect(() => {
    document.documentElement.dataset.keys = "on";
  }, []);
  return null;
}

/** Keys that work everywhere, and the card that lists them with the words of the line. */
export function Keys({ card }: { card: readonly CardLine[] }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Suspense>
        <Listener onCard={() => setOpen(true)} />
      </Suspense>
      <Modal title="Keys and the line" stands="4xl" open={open} onOpenChange={setOpen}>
        <div className="grid gap-6 md:grid-cols-[220px_1fr]">
          <dl className="grid h-fit grid-cols-[auto_1fr] gap-x-3 gap-y-2">
            {KEYS.map(([key, does]) => (
              <div key={key} className="contents">
                <dt className="font-mono font-bold whitespace-nowrap">{key}</dt>
                <dd>{does}</dd>
              </div>
            ))}
          </dl>
          <dl className="grid gap-y-2">
            {card.map((line) => (
              <div
                key={line.example}
                className="grid gap-x-4 border-b border-rule pb-1.5 md:grid-cols-[250px_1fr]"
              >
                <dt className="font-mono text-[15px] font-bold">{line.example}</dt>
                <dd className="text-[15px] text-ink-2">{line.means}</dd>
              </div>
            ))}
            <p className="text-[15px] text-ink-2">
              A tag alone (s41, b12, c7), a lot code or a scan opens the thing. Commas and points both mark
              decimals.
            </p>
          </dl>
        </div>
      </Modal>
    </>
  );
}
