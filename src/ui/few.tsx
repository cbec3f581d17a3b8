"use client";

import { Children, type ReactNode, useState } from "react";
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
  const shown = all ? every : every.filter((_, i) => i < FEW || stays.includes(i));
  const rest = every.length - shown.length;
  return (
    <>
      {shown}
      {rest > 0 && (
        <button
          type="button"
          className="do col-span-full justify-self-start"
          data-quiet=""
          onClick={() => setAll(true)}
        >
          Show {plural(rest, `more ${what}`)}
        </button>
      )}
    </>
  );
}
