"use client";

import { usePathname } from "next/navigation";
import { unitOf } from "@/house/language/shown";
import type { StripView } from "@/house/standing/strip-and-tape";
import { Link } from "../link";
import { MoreShelves } from "./later";

/** On a narrow screen the open bay is the one that is seen. */
const intoSight = (niche: HTMLAnchorElement | null): void =>
  niche?.scrollIntoView({ block: "nearest", inline: "center" });

/** The seven bays as niches filled to one scale: where the kilograms are, and what each bay wants most. */
export function Strip({ view }: { view: StripView }) {
  const path = usePathname();
  return (
    <nav
      aria-label="The house, bay by bay"
      className="flex items-stretch gap-2.5 overflow-x-auto bg-timber px-4 pt-2.5 pb-3 [scroll-snap-type:x_proximity]"
      style={{ gridArea: "strip" }}
    >
      <Link
        href="/"
        aria-current={path === "/" ? "page" : undefined}
        className="flex w-36 shrink-0 snap-start flex-col justify-center rounded px-1 leading-tight text-on-timber no-underline aria-[current]:bg-timber-2"
      >
        <b className="text-[18px] leading-[1.1]">{view.houseName}</b>
        <span className="mt-1 text-[14px] text-on-timber-2">
          Today, {view.today}, <time suppressHydrationWarning>{view.clock}</time>
        </span>
      </Link>
      {view.bays.map((bay) => (
        <Link
          ref={path === bay.href ? intoSight : undefined}
          key={bay.name}
          href={bay.href}
          aria-current={path === bay.href ? "page" : undefined}
          className="niche min-w-[132px] flex-1 snap-start"
        >
          {/* Filled to one scale, above the words so that a little still shows. */}
          <span className="absolute inset-x-0 top-0 bottom-[27px]">
            {bay.level > 0 && (
              <span
                className="fill-level absolute inset-x-0 bottom-0 border-t-2 border-mass bg-mass-fill opacity-55"
                style={{ height: `max(3px, ${Math.round(bay.level * 88)}%)` }}
              />
            )}
          </span>
          <span className="absolute inset-x-5 top-2.5 flex justify-between text-[15px] font-bold">
            {bay.name}
            <kbd className="font-mono text-[13px] font-normal text-ink-2" aria-hidden>
              {bay.key}
            </kbd>
          </span>
          <span className="absolute top-8 left-4 text-[23px] font-bold">
            {bay.kg}
            <small className="ml-1 text-[13px] font-medium text-ink-2">{unitOf("kg")}</small>
          </span>
          <span
            data-tone={bay.tone}
            className="absolute inset-x-0 bottom-0 overflow-hidden bg-niche py-1 pr-1 pl-4 text-[13.5px] text-ellipsis whitespace-nowrap"
            style={{ color: "var(--tone)", fontWeight: bay.tone === "ink" ? 400 : 650 }}
          >
            {bay.urgent}
          </span>
        </Link>
      ))}
      <MoreShelves />
    </nav>
  );
}
