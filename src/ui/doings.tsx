"use client";

import type { CommandName } from "@/house";
import type { Part } from "@/house/people/parts";
import { Link } from "./link";
import { useAway, useNotFor } from "./people/rights";

export interface Doing {
  readonly id: string;
  readonly label: string;
  /** What it does in the end: whoever may not do that has no key for it. */
  readonly needs?: CommandName;
  /** A house that has it out of the way shows no key for it, unless it is open. */
  readonly part?: Part;
}

/** What can be done in this bay, as buttons that open their form in place. */
export function Doings({
  bay,
  list,
  rest = [],
  open,
}: {
  bay: string;
  list: readonly Doing[];
  /** What is done seldom, folded away. */
  rest?: readonly Doing[];
  open: string | undefined;
}) {
  const notFor = useNotFor();
  const away = useAway();
  const may = (d: Doing) =>
    (d.needs === undefined || !notFor.has(d.needs)) &&
    (d.part === undefined || !away.has(d.part) || d.id === open);
  const [often, seldom] = [list.filter(may), rest.filter(may)];
  if (often.length + seldom.length === 0) return null;
  const link = (d: Doing) => (
    <Link
      key={d.id}
      className="do"
      data-quiet=""
      href={open === d.id ? bay : `${bay}?do=${d.id}`}
      aria-current={open === d.id ? "true" : undefined}
    >
      {d.label}
    </Link>
  );
  return (
    <fieldset className="my-3 flex flex-wrap gap-2.5" aria-label="What can be done here">
      {often.map(link)}
      {seldom.some((d) => d.id === open)
        ? seldom.map(link)
        : seldom.length > 0 && (
            <details>
              <summary className="do cursor-pointer list-none" data-quiet="">
                Other
              </summary>
              <div className="mt-2.5 flex flex-wrap gap-2.5">{seldom.map(link)}</div>
            </details>
          )}
    </fieldset>
  );
}
