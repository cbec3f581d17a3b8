"use client";

import { type BreakAdvice, HOT_ROOM } from "@/core/dayplan";
import { plural, span } from "@/house/language/spoken";
import { clockOf, DayBoard, type Done, timeOfDay } from "./board";
import type { Foretold } from "./use-day";

const lasts = (min: number): string => (min >= 90 ? `${(min / 60).toFixed(1)} h` : `${Math.round(min)} min`);

/** When to break, and what the break costs there and where it is planned. */
function WhenToBreak({
  rest: { atMin, costsMin, minutes, planned },
  at,
  kept,
  onTake,
}: {
  rest: BreakAdvice;
  at: (min: number) => string;
  /** The same as a plan keeps it. */
  kept: (min: number) => string;
  onTake?: ((clock: string, minutes: number, instead: string | null) => void) | undefined;
}) {
  const cost = (min: number) => (min < 1 ? "costs nothing" : `makes the day ${lasts(min)} longer`);
  if (planned?.atMin === atMin)
    return (
      <p>
        the break at {at(atMin)} lies well: it {cost(costsMin)}
      </p>
    );
  return (
    <p>
      a break of {minutes} min is best at {at(atMin)}
      {planned && Math.abs(planned.costsMin - costsMin) < 3
        ? `, nearer the middle: it ${cost(costsMin)} there as at ${at(planned.atMin)}`
        : `: it ${cost(costsMin)}${planned ? `, at ${at(planned.atMin)} it ${cost(planned.costsMin)}` : ""}`}
      {onTake && (
        <button
          type="button"
          className="block min-h-12 font-semibold underline underline-offset-4 print:hidden"
          onClick={() => onTake(kept(atMin), minutes, planned && kept(planned.atMin))}
        >
          Break at {at(atMin)}
        </button>
      )}
    </p>
  );
}

/** What was done since the plan's start. */
export interface Past {
  readonly startMin: number;
  readonly done: readonly Done[];
  readonly nowMin: number;
}

/** What a thousand days say: when it is done, what holds it up, the board, and what would help. */
export function Foreseen({
  foretold: { of, forecast, advice, rest },
  past,
  stale,
  onBreak,
}: {
  foretold: Foretold;
  /** Null before the day began. */
  past: Past | null;
  /** Something else was asked meanwhile. */
  stale: boolean;
  onBreak: (clock: string, minutes: number, instead: string | null) => void;
}) {
  const { finishMin, stations, bottleneck, pails } = forecast;
  const { startMin, underWay } = of;
  const at = (min: number) => (Number.isFinite(min) ? clockOf(min, startMin) : "not today");
  // A plan for another start than the past is told from is drawn without it.
  const before = past && (underWay || past.startMin === startMin) ? past : null;
  return (
    <div aria-busy={stale} className={stale ? "opacity-60" : undefined}>
      <div className="flex flex-wrap items-baseline gap-x-6 gap-y-1">
        <p>
          Done by{" "}
          <output
            aria-label="Finish"
            className={`text-[24px] font-bold ${Number.isFinite(finishMin.p50) ? "text-go" : "text-stop"}`}
          >
            {at(finishMin.p50)}
          </output>{" "}
          {Number.isFinite(finishMin.p10) && (
            <span className="text-ink-2">({span(at(finishMin.p10), at(finishMin.p90))}, 80 %)</span>
          )}
        </p>
        <p>
          <b className="text-stop">{bottleneck === HOT_ROOM ? "The hot room" : bottleneck}</b> holds the day
          up, {Math.round((stations.find((x) => x.station === bottleneck)?.utilisation ?? 0) * 100)} %{" "}
          {bottleneck === HOT_ROOM ? "of the day everybody waits for it" : "busy"}
        </p>
        {pails && (
          <p>
            <b className="text-mass">{plural(pails.p50, "pail")}</b> and lids
            {pails.p90 > pails.p50 && ` (up to ${pails.p90})`}, {forecast.meshChanges} mesh changes
          </p>
        )}
        {rest && (
          <WhenToBreak
            rest={rest}
            at={at}
            kept={(min) => timeOfDay(min, startMin)}
            onTake={stale ? undefined : onBreak}
          />
        )}
        {forecast.unfinished > 0 && (
          <p className="font-semibold text-stop">
            The shifts end too early in {Math.round((forecast.unfinished / forecast.replicates) * 100)} % of
            days.
          </p>
        )}
      </div>
      <div className="my-3">
        <DayBoard
          forecast={forecast}
          startMin={before?.startMin ?? startMin}
          comesAt={before && underWay ? (startMin - before.startMin + 1440) % 1440 : 0}
          done={before?.done ?? []}
          breaks={of.plan.breaks}
          nowMin={before?.nowMin ?? null}
        />
        {before && before.done.length > 0 && (
          <p className="text-[14px] text-ink-2">
            {underWay
              ? "Dark is done, as it was recorded; the rest is to come."
              : "The dark strip is what was done, as it was recorded; over it lies the plan."}
          </p>
        )}
      </div>
      <div className="grid gap-4 md:grid-cols-2">
        <div>
          <h3 className="font-bold">How busy each is</h3>
          <dl className="grid grid-cols-[auto_1fr_48px] items-center gap-x-3 gap-y-1">
            {stations.map((x) => (
              <div key={x.station} className="contents">
                <dt>{x.station}</dt>
                <dd className="h-3 rounded-sm border border-edge" aria-hidden>
                  <span
                    className="block h-full"
                    style={{
                      width: `${Math.min(100, x.utilisation * 100)}%`,
                      background: x.station === bottleneck ? "var(--stop)" : "var(--go)",
                    }}
                  />
                </dd>
                <dd className="text-right font-mono text-[15px]">{Math.round(x.utilisation * 100)} %</dd>
              </div>
            ))}
          </dl>
        </div>
        <div>
          <h3 className="font-bold">What would help</h3>
          {advice === undefined ? (
            <p className="text-ink-2">Trying…</p>
          ) : (
            <ol aria-label="What would help">
              {advice
                .filter((a) => !(underWay && /earlier/.test(a.what)))
                .slice(0, 6)
                .map((a) => (
                  <li key={a.what} className="flex justify-between gap-4 border-b border-rule py-1">
                    <span>{a.what}</span>
                    <b className="whitespace-nowrap">
                      {Number.isFinite(finishMin.p50)
                        ? `${lasts(a.savesMin)} sooner`
                        : `done by ${at(a.finishMin)}`}
                    </b>
                  </li>
                ))}
              {advice.length === 0 && <li className="text-ink-2">Nothing on the list saves five minutes.</li>}
            </ol>
          )}
        </div>
      </div>
    </div>
  );
}
