import { asRead, unitOf } from "@/house/language/shown";

export interface SpreadBar {
  readonly name: string;
  /** In the unit's own measure: kg. */
  readonly value: number;
  readonly lo?: number | undefined;
  readonly hi?: number | undefined;
  /** Of how many, said beside it. */
  readonly n?: string | undefined;
}

const round = (x: number): string => (x >= 100 ? x.toFixed(0) : x.toFixed(1));

/** Bars to one scale from nothing, with what each may be and of how many it is: to be read, not to be impressed by. */
export function SpreadBars({ bars, unit, label }: { bars: readonly SpreadBar[]; unit: "kg"; label: string }) {
  const most = Math.max(
    1e-9,
    ...bars.map((b) => Math.max(b.value, Number.isFinite(b.hi ?? 0) ? (b.hi ?? 0) : 0)),
  );
  const at = (x: number): string => `${(100 * Math.min(most, Math.max(0, x))) / most}%`;
  return (
    <ul aria-label={label}>
      {bars.map((b) => {
        const band = b.lo !== undefined && b.hi !== undefined && Number.isFinite(b.hi);
        return (
          <li
            key={b.name}
            className="grid grid-cols-[minmax(90px,150px)_1fr_minmax(120px,180px)] items-center gap-3 py-1"
          >
            <span className="truncate" title={b.name}>
              {b.name}
            </span>
            <span className="relative block h-6" aria-hidden>
              <span className="absolute inset-y-1 left-0 bg-mass-fill" style={{ width: at(b.value) }} />
              {band && (
                <span
                  className="absolute top-1/2 h-0.5 bg-ink"
                  style={{ left: at(b.lo ?? 0), width: `calc(${at(b.hi ?? 0)} - ${at(b.lo ?? 0)})` }}
                />
              )}
              <span className="absolute inset-y-0 w-1 bg-mass" style={{ left: at(b.value) }} />
            </span>
            <span className="text-right font-mono text-[15px]">
              <b className="text-mass">{round(asRead(b.value, unit))}</b> {unitOf(unit)}
              {(band || b.n) && (
                <span className="block text-[13px] text-ink-2">
                  {band && `${round(asRead(b.lo ?? 0, unit))} to ${round(asRead(b.hi ?? 0, unit))}`}
                  {band && b.n && ", "}
                  {b.n}
                </span>
              )}
            </span>
          </li>
        );
      })}
    </ul>
  );
}
