import { massFigureG, unitOf } from "@/house/language/shown";
import type { DayRow } from "@/house/standing/day";

/** Kilograms by what was done with them, to one scale. */
export function DayBars({ rows }: { rows: readonly DayRow[] }) {
  const most = Math.max(1, ...rows.map((r) => r.grams));
  if (rows.length === 0) return <p className="text-ink-2">No kilogram has moved today.</p>;
  return (
    <dl className="grid grid-cols-[auto_1fr_auto] items-center gap-x-3 gap-y-2.5">
      {rows.map((r) => (
        <div key={r.name} className="contents">
          <dt>{r.name}</dt>
          <dd aria-hidden className="h-5 min-w-0">
            <span
              className={`block h-full min-w-0.5 rounded-sm ${r.loss ? "bg-stop" : "bg-mass-fill"}`}
              style={{ width: `${(r.grams / most) * 100}%` }}
            />
          </dd>
          <dd className={`text-right font-mono font-bold ${r.loss ? "text-stop" : "text-mass"}`}>
            {massFigureG(r.grams)}
            <small className="font-normal text-ink-2"> {unitOf("kg")}</small>
          </dd>
        </div>
      ))}
    </dl>
  );
}
