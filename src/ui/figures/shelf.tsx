"use client";

import { unitOf } from "@/house/language/shown";
import { capital } from "@/house/language/spoken";
import type { OnShelf } from "@/house/store/view";
import { Link } from "../link";

/**
 * Vessels on a shelf, filled to their true level, with water, age and what to do with each. Drawn by the browser
 * too, so that a full store travels as figures and not as markup twice.
 */
export function Shelf({ vessels }: { vessels: readonly OnShelf[] }) {
  return (
    <ul className="flex flex-wrap gap-x-3 gap-y-5">
      {vessels.map((p) => (
        <li key={`${p.kind} ${p.tag}`} className="w-[136px]">
          <Link href={p.href} className="block no-underline">
            <span className="relative mx-1 block h-[92px] overflow-hidden rounded-b-xl border-[1.5px] border-t-4 border-edge bg-wall">
              <span
                className="fill-level absolute inset-x-0 bottom-0 border-t-2 border-mass bg-mass-fill opacity-60"
                style={{ height: `${Math.round(Math.min(1, p.level) * 100)}%` }}
              />
              {p.set > 0 && (
                // Crystals rise as a hatch over what has set of it.
                <svg
                  aria-hidden
                  className="absolute inset-x-0 bottom-0 w-full text-ink-2 opacity-50"
                  style={{ height: `${Math.round(Math.min(1, p.level) * p.set * 100)}%` }}
                >
                  <defs>
                    <pattern
                      id="set-hatch"
                      width="7"
                      height="7"
                      patternUnits="userSpaceOnUse"
                      patternTransform="rotate(45)"
                    >
                      <path d="M0 0V7" stroke="currentColor" strokeWidth="1.5" />
                    </pattern>
                  </defs>
                  <rect width="100%" height="100%" fill="url(#set-hatch)" />
                </svg>
              )}
              <b className="absolute top-1.5 left-2.5 text-[17px]">
                <span className={p.kind === "pail" ? "sr-only" : "text-[14px] font-normal"}>
                  {capital(p.kind)}{" "}
                </span>
                {p.tag}
              </b>
              <span className="absolute right-2.5 bottom-1.5 left-2.5 flex items-baseline justify-between">
                <b className="text-[19px]">{p.kg}</b>
                <small>{unitOf("kg")}</small>
              </span>
            </span>
            <span className="block border-t-[5px] border-timber px-1 pt-1 text-[14px] leading-tight">
              <b className="text-water">
                {p.waterPct === null ? "unread" : `${p.waterPct.toFixed(1)} % water`}
              </b>
              <span className="block text-ink-2">
                {p.swatch && (
                  <span
                    aria-hidden
                    className="mr-1 inline-block size-3 rounded-full border border-edge align-[-1px]"
                    style={{ background: p.swatch }}
                  />
                )}
                {p.line}
              </span>
              <b data-tone={p.tone} className="block" style={{ color: "var(--tone)" }}>
                {p.verdict}
              </b>
            </span>
          </Link>
        </li>
      ))}
    </ul>
  );
}
