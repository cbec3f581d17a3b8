import { houseDatabase } from "@/house/door";
import { writtenDay } from "@/house/language/clock";
import { plural } from "@/house/language/spoken";
import { whatIf } from "@/house/spin/what-if";
import { Link } from "@/ui/link";

/** A past day run again from its own records, with one thing changed. */
export async function WhatIfWeHad({ day }: { day: string | undefined }) {
  const view = await whatIf(houseDatabase(), day);
  return (
    <section className="panel mb-3" aria-label="What if we had">
      <h2>What if we had</h2>
      {view.days.length > 1 && (
        <nav aria-label="Which day" className="mt-1 flex flex-wrap gap-x-2">
          {view.days.map((d) => (
            <Link
              key={d}
              href={`/spin?do=what-if&day=${d}`}
              aria-current={d === view.day ? "page" : undefined}
              className="flex min-h-12 items-center px-2 underline underline-offset-4 aria-[current]:font-bold aria-[current]:no-underline"
            >
              {writtenDay(d)}
            </Link>
          ))}
        </nav>
      )}
      {view.none && <p className="mt-2">{view.none}</p>}
      {view.really && view.day && (
        <>
          <p className="mt-2 mb-3 text-[18px]">
            {writtenDay(view.day)}: {plural(view.really.runs, "run")}, {plural(view.boxes, "box", "boxes")},
            from the first run at {view.really.from} to the last one’s end at {view.really.to}, as it was
            told. With {view.really.cleaningMin} min of cleaning after it, clean at {view.really.clean}.
          </p>
          <div className="overflow-x-auto">
            <table className="w-full min-w-[640px]">
              <thead>
                <tr className="text-left text-[15px] text-ink-2">
                  <th className="py-1 pr-3 font-semibold">With</th>
                  <th className="py-1 pr-3 font-semibold">Floor clean at</th>
                  <th className="py-1 pr-3 font-semibold">eight times in ten between</th>
                  <th className="py-1 pr-3 font-semibold">That is</th>
                </tr>
              </thead>
              <tbody>
                {view.ways.map((w) => (
                  <tr key={w.name} className="border-t border-rule align-top">
                    <th scope="row" className="py-2 pr-3 text-left font-semibold">
                      {w.name}
                      <span className="block text-[15px] font-normal text-ink-2">{w.what}</span>
                    </th>
                    <td className="py-2 pr-3 text-[20px] font-bold">{w.finish?.p50 ?? "not that day"}</td>
                    <td className="py-2 pr-3">{w.finish ? `${w.finish.p10} and ${w.finish.p90}` : ""}</td>
                    <td className="py-2">{w.says}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          <p className="mt-2 text-[15px] text-ink-2">
            By that day’s own boxes and runs and this house’s paces, run four hundred times over with the same
            chances each way. What nobody told, such as a long telephone call, is not in it.
          </p>
        </>
      )}
    </section>
  );
}
