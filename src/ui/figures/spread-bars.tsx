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
    // Where there is no room beside them, the bars lie under what they are of: never without a length.
    <ul aria-label={label} className="@container">
      {bars.map((b) => {
        const band = b.lo !== undefined && b.hi !== undefined && Number.isFinite(b.hi);
        return (
          <li
            key={b.name}
            className="grid grid-cols-[1fr_auto] items-center gap-x-3 py-1 @min-[26rem]:grid-cols-[9rem_1fr_7rem] @min-[44rem]:grid-cols-[9rem_1fr_12rem]"
          >
            <span className="truncate" title={b.name}>
              {b.name}
            </span>
            <span
              className="relative order-last col-span-2 block h-6 @min-[26rem]:order-none @min-[26rem]:col-span-1"
              aria-hidden
            >
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
