import Link from "next/link";

export interface DrawnSuper {
  readonly tag: string;
  readonly kg: number;
  readonly waterPct: number | null;
  readonly cappedPct: number;
  /** A word of judgement below the figures. */
  readonly says?: string;
}

/** Wetter is bluer: 16 % is bare, 21 % full. */
export const blueness = (waterPct: number | null): number =>
  waterPct === null ? 0 : Math.max(0, Math.min(1, (waterPct - 16) / 5));

/** One super as a box with its tag, honey and water; deeper blue is wetter. */
export function SuperBox({ box }: { box: DrawnSuper }) {
  return (
    <Link
      href={`/trace/super/${box.tag}`}
      className="flex min-h-12 items-center justify-between gap-3 rounded-sm border-[1.5px] border-edge px-2.5 no-underline"
      style={{
        background: `color-mix(in srgb, var(--water-fill) ${Math.round(blueness(box.waterPct) * 100)}%, var(--shelf))`,
      }}
    >
      <b>
        <span className="sr-only">Super </span>
        {box.tag}
      </b>
      <span className="text-right font-mono text-[14px] leading-tight">
        <span className="block">{box.kg.toFixed(1)} kg</span>
        <span className="block">
          {box.waterPct === null ? `${box.cappedPct} % capped` : `${box.waterPct.toFixed(1)} % water`}
        </span>
        {box.says && <span className="block font-sans font-semibold">{box.says}</span>}
      </span>
    </Link>
  );
}
