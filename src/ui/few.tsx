"use client";

import { Children, type ReactNode, useState } from "react";
import { flushSync } from "react-dom";
import { plural } from "@/house/language/spoken";

/** A screen with more than this of one kind is slow on a tablet, and nobody reads it to its end. */
const FEW = 120;

/**
 * The first of many, and a button for the rest. What `stays` names by its place is shown wherever it stands: what was
 * chosen is not hidden.
 */
export function Few({
  what,
  stays = [],
  children,
}: {
  /** "super" */
  readonly what: string;
  readonly stays?: readonly number[];
  readonly children?: ReactNode;
}) {
  const [all, setAll] = useState(false);
  const every = Children.toArray(children);
  const staying = new Set(stays);
  const shown = all ? every : every.filter((_, i) => i < FEW || staying.has(i));
  const rest = every.length - shown.length;
  return (
    <>
      {shown}
      {rest > 0 && (
        <button
          type="button"
          className="do col-span-full justify-self-start"
          data-quiet=""
          onClick={({ currentTarget }) => {
            const within = currentTarget.parentElement;
            flushSync(() => setAll(true));
            // Who came here by keys goes on with the first that was not there.
            (within?.children[FEW] as HTMLElement | undefined)?.focus();
          }}
        >
          Show {plural(rest, `more ${what}`)}
        </button>
      )}
    </>
  );
}
