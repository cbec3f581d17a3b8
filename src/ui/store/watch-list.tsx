import type { WatchRow } from "@/house/store/watch";
import { Link } from "../link";
import { Why } from "../why/why";

const TONE: Readonly<Record<WatchRow["watch"], string>> = {
  calm: "go",
  monthly: "go",
  fortnightly: "water",
  weekly: "stop",
};

/** What may ferment, those most in danger first, with what to do and until when. */
export function WatchList({ rows, more }: { rows: readonly WatchRow[]; more: number }) {
  return (
    <>
      <ul>
        {rows.map((r) => (
          <li
            key={r.name}
            data-tone={TONE[r.likely]}
            className="grid grid-cols-[1fr_auto] items-center gap-x-4 border-t border-rule py-2 md:grid-cols-[150px_232px_1fr_60px_126px]"
          >
            <span className="max-md:col-span-2">
              <Link href={r.href} className="font-bold">
                {r.title}
              </Link>{" "}
              <b className="whitespace-nowrap text-mass">{r.mass}</b>
            </span>
            <span className="text-water max-md:col-span-2">liquid {r.liquid}</span>
            <span className="max-md:col-span-2">
              <b style={{ color: "var(--tone)" }}>look {r.watch}</b>,{" "}
              <b className={r.over ? "text-stop" : ""}>{r.due}</b>
              <span className="block text-[15px] text-ink-2">{r.todo}</span>
            </span>
            <Why
              why={{
                title: `${r.title}: may it ferment?`,
                because: r.because,
                change: "A reading, a look at how far it has set, or a colder place.",
              }}
            />
            <Link
              className="do"
              data-quiet=""
              href={`/store?do=look&from=${encodeURIComponent(r.name)}`}
              aria-label={`Look at it: ${r.name}`}
            >
              Look at it
            </Link>
          </li>
        ))}
      </ul>
      {more > 0 && <p className="mt-2 text-ink-2">{more} more stand in the record below.</p>}
    </>
  );
}
