import Link from "next/link";
import type { Decision } from "@/house/views/model";
import { Why } from "./why/why";

/** Rows of what wants deciding, most urgent on top. The edge is coloured by what it is about; the words say it too. */
export function Decisions({ list, none }: { list: readonly Decision[]; none: string }) {
  if (list.length === 0) return <p className="panel text-ink-2">{none}</p>;
  return (
    <ul className="grid gap-2.5" aria-label="Decisions">
      {list.map((d) => (
        <li
          key={d.id}
          data-tone={d.tone}
          className="panel grid grid-cols-[1fr_auto] items-center gap-x-4 gap-y-1 border-l-[6px] py-2.5 md:grid-cols-[128px_1fr_64px_152px]"
          style={{ borderLeftColor: "var(--tone)" }}
        >
          <span className="col-span-2 font-mono text-[15px] font-semibold md:col-span-1">{d.when}</span>
          <div className="col-span-2 min-w-0 md:col-span-1">
            <p className="font-bold">{d.what}</p>
            <p className="text-[15px] text-ink-2">{d.so}</p>
          </div>
          {d.why ? <Why why={d.why} /> : <span />}
          {d.action ? (
            <Link className="do max-md:w-full md:px-2" href={d.action.href}>
              {d.action.label}
            </Link>
          ) : (
            <span />
          )}
        </li>
      ))}
    </ul>
  );
}
