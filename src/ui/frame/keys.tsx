"use client";

import { usePathname, useRouter, useSearchParams } from "next/navigation";
import { Suspense, useEffect, useState } from "react";
import { BAY_HREF, BAYS } from "@/house/standing/model";
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
  ["Esc", "close what is open; leave the line"],
  ["Tab, Enter", "move to the next thing, press it"],
];

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable || ["INPUT", "SELECT", "TEXTAREA"].includes(target.tagName));

function Listener({ onCard }: { onCard: () => void }) {
  const router = useRouter();
  const path = usePathname();
  const doing = useSearchParams().get("do");
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      if (e.ctrlKey || e.metaKey || e.altKey || e.defaultPrevented) return;
      if (e.key === "Escape" && doing && !document.querySelector("[role=dialog],[role=menu]")) {
        const line = document.getElementById("line");
        if (document.activeElement !== line) router.push(path);
        return;
      }
      if (isTyping(e.target) || document.querySelector("[role=dialog]")) return;
      const bay = BAYS[Number(e.key) - 1];
      if (bay) router.push(BAY_HREF[bay]);
      else if (e.key === "0") router.push("/");
      else if (e.key === "/") document.getElementById("line")?.focus();
      else if (e.key === "?") onCard();
      else return;
      e.preventDefault();
    };
    document.addEventListener("keydown", press);
    document.documentElement.dataset.keys = "on";
    return () => document.removeEventListener("keydown", press);
  }, [router, path, doing, onCard]);
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
      <Modal title="Keys and the line" width="4xl" open={open} onOpenChange={setOpen}>
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
