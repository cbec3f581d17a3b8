import type { WarmerCard } from "@/house/warmth/view";
import { Link } from "../link";
import { Why } from "../why/why";

/** What honey is warmed in, and how far each vessel in it is on its way to being liquid. */
export function Warmers({ list }: { list: readonly WarmerCard[] }) {
  return (
    <ul className="grid gap-5">
      {list.map((w) => (
        <li key={w.name} data-tone={w.tone}>
          <p className="flex flex-wrap items-baseline gap-x-4">
            <b>{w.title}</b>
            <span className="font-semibold" style={{ color: "var(--tone)" }}>
              {w.says}
            </span>
            <span className="text-ink-2">{w.room}</span>
          </p>
          {w.vessels.length === 0 ? (
            <p className="text-ink-2">Nothing warms in it.</p>
          ) : (
            <ul>
              {w.vessels.map((v) => (
                <li
                  key={v.name}
                  className="grid grid-cols-[1fr_auto] items-center gap-x-4 gap-y-1 border-t border-rule py-2 md:grid-cols-[150px_1fr_250px_64px]"
                >
                  <span>
                    <Link href={v.href} className="font-bold">
                      {v.title}
                    </Link>{" "}
                    <b className="whitespace-nowrap text-mass">{v.mass}</b>
                  </span>
                  <span className="max-md:col-span-2">
                    <span
                      className="block h-5 overflow-hidden rounded border border-edge bg-wall"
                      role="img"
                      aria-label={`${Math.round(v.done * 100)} % of the reckoned time is over`}
                    >
                      <span
                        className="block h-full bg-heat opacity-70"
                        style={{ width: `${Math.round(v.done * 100)}%` }}
                      />
                    </span>
                    <span className="text-[15px] text-ink-2">
                      core reckoned at <b className="text-heat">{v.core}</b>; {v.cost}
                    </span>
                  </span>
                  <span className="max-md:col-span-2">
                    <b data-tone={v.late ? "stop" : v.ready ? "go" : "ink"} style={{ color: "var(--tone)" }}>
                      {v.liquid}
                    </b>
                    <span className="block text-[15px] text-ink-2">
                      {v.late ? "late for its day" : v.check}
                    </span>
                  </span>
                  <Why
                    why={{
                      title: `${v.title}: when is it liquid?`,
                      because: v.because,
                      change: "Its temperature measured, how it looks, or how warm it stands.",
                    }}
                  />
                </li>
              ))}
            </ul>
          )}
        </li>
      ))}
    </ul>
  );
}
