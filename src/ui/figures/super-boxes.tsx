"use client";

import { mass } from "@/house/language/shown";
import { Few } from "../few";
import { Link } from "../link";

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

/**
 * Supers as boxes with their tag, honey and water; deeper blue is wetter. Drawn by the browser too, so that
 * hundreds of them travel as figures and not as markup twice.
 */
export function SuperBoxes({ boxes }: { boxes: readonly DrawnSuper[] }) {
  return (
    <div className="grid grid-cols-[repeat(auto-fill,minmax(170px,1fr))] gap-2">
      <Few what="super">
        {boxes.map((box) => (
          <Link
            key={box.tag}
            href={`/trace/super/${box.tag}`}
            className="superbox"
            style={{
              background: `color-mix(in srgb, var(--water-fill) ${Math.round(blueness(box.waterPct) * 100)}%, var(--shelf))`,
            }}
          >
            <b>
              <span className="sr-only">Super </span>
              {box.tag}
            </b>
            <span>
              <span>{mass(box.kg)}</span>
              <span>
                {box.waterPct === null ? `${box.cappedPct} % capped` : `${box.waterPct.toFixed(1)} % water`}
              </span>
              {box.says && <strong>{box.says}</strong>}
            </span>
          </Link>
        ))}
      </Few>
    </div>
  );
}
