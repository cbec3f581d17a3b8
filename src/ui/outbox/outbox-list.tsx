"use client";

import { useState } from "react";
import { clockSaid, partsIn, weekdaySaid } from "@/house/language/said-time";
import { giveUp, mend } from "./road";
import type { Kept } from "./store";

type Leaf = readonly [path: string, value: string];

/** Every value of an input by its path, as it can be typed. */
function leavesOf(value: unknown, path = ""): Leaf[] {
  if (Array.isArray(value))
    return value.flatMap((v, i) => leavesOf(v, path === "" ? `${i}` : `${path}.${i}`));
  if (value !== null && typeof value === "object")
    return Object.entries(value).flatMap(([k, v]) => leavesOf(v, path === "" ? k : `${path}.${k}`));
  return [[path, value === null || value === undefined ? "" : String(value)]];
}

/** The input with one value changed; what was a number or a yes stays one where it can. */
function withLeaf(input: unknown, path: readonly string[], value: string): unknown {
  const [first, ...rest] = path;
  if (first === undefined) {
    if (typeof input === "boolean") return value.trim().toLowerCase() === "true";
    const figure = Number(value.replace(",", "."));
    return typeof input === "number" && value.trim() !== "" && Number.isFinite(figure) ? figure : value;
  }
  if (Array.isArray(input)) return input.map((v, i) => (String(i) === first ? withLeaf(v, rest, value) : v));
  return { ...(input as object), [first]: withLeaf((input as Record<string, unknown>)[first], rest, value) };
}

/** "grossKg" as it is said: "gross kg"; "supers.0.colony" as "supers 1 colony". */
const said = (path: string): string =>
  path
    .split(".")
    .map((part) =>
      /^\d+$/.test(part) ? String(Number(part) + 1) : part.replace(/([A-Z])/g, " $1").toLowerCase(),
    )
    .join(" ");

const MOST_FIELDS = 60;

function Entry({ entry, zone }: { entry: Kept; zone: string }) {
  const [open, setOpen] = useState(false);
  const [sure, setSure] = useState(false);
  const [input, setInput] = useState<object>(entry.input);
  const leaves = leavesOf(input);
  const { clock, day } = partsIn(zone, Date.parse(entry.at));
  const when = `${weekdaySaid(day)}, ${clockSaid(clock)}`;
  return (
    <li className="border-t border-rule py-3 first:border-0">
      <p>
        <b>{said(entry.command.replaceAll("-", " "))}</b>{" "}
        <span className="text-ink-2">
          {when}
          {entry.person && `, ${entry.person}`}
        </span>
      </p>
      <p className="font-mono text-[15px] text-ink-2 [overflow-wrap:anywhere]">
        {leaves
          .slice(0, 8)
          .map(([path, value]) => `${said(path)} ${value}`)
          .join(" · ")}
        {leaves.length > 8 && ` · and ${leaves.length - 8} more`}
      </p>
      {entry.refused && <p className="mt-1 font-semibold text-stop">Refused: {entry.refused}</p>}
      {open && (
        <form
          aria-label="Mend it"
          className="mt-3"
          onSubmit={(e) => {
            e.preventDefault();
            void mend(entry.id, input);
            setOpen(false);
          }}
        >
          <div className="grid gap-3 sm:grid-cols-2">
            {leaves.slice(0, MOST_FIELDS).map(([path, value]) => (
              <label key={path} className="block">
                <span className="mb-1 block text-[15px] font-semibold">{said(path)}</span>
                <input
                  className="min-h-12 w-full rounded border-[1.5px] border-edge bg-shelf px-3 font-mono text-[17px]"
                  value={value}
                  onChange={(e) =>
                    setInput((now) => withLeaf(now, path.split("."), e.target.value) as object)
                  }
                />
              </label>
            ))}
          </div>
          <button type="submit" className="do mt-3">
            Send it again
          </button>
        </form>
      )}
      <div className="mt-2 flex flex-wrap gap-2.5">
        {!open && (
          <button type="button" className="do" data-quiet="" onClick={() => setOpen(true)}>
            Mend it
          </button>
        )}
        {sure ? (
          <>
            <button type="button" className="do" data-stop="" onClick={() => void giveUp(entry.id)}>
              Yes, it is lost then
            </button>
            <button type="button" className="do" data-quiet="" onClick={() => setSure(false)}>
              Keep it
            </button>
          </>
        ) : (
          <button type="button" className="do" data-quiet="" onClick={() => setSure(true)}>
            Throw it away
          </button>
        )}
      </div>
    </li>
  );
}

/** Each entry that waits or was refused: what it says, why not, and the way to mend it or give it up. */
export function OutboxList({ list, zone }: { list: readonly Kept[]; zone: string }) {
  if (list.length === 0) return <p className="text-go">Nothing waits any more.</p>;
  return (
    <ul>
      {list.map((entry) => (
        <Entry key={`${entry.id} ${entry.refused ?? ""}`} entry={entry} zone={zone} />
      ))}
    </ul>
  );
}
