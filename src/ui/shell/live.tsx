"use client";

import { WifiOff } from "lucide-react";
import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import { clockSaid, partsIn } from "@/house/language/said-time";
import { clockOffset } from "../outbox/clock";
import { refreshOnce } from "../refresh-once";
import type { LineState, Told } from "./live-line";

/** A break shorter than this is mended before anybody would have read of it. */
const WORTH_SAYING_MS = 4000;

/** Screens that tell what a device says by itself, by the word it comes with; the others wait for the next entry. */
const SHOWN_BY_DEVICES: Readonly<Record<number, ReadonlySet<string>>> = {
  0: new Set(["/", "/hot-room", "/set-up"]),
  [-2]: new Set(["/", "/settle", "/store", "/set-up"]),
};
/** Something is too warm: every screen says so. */
const ALL_SCREENS = -1;

const SAYS: Partial<Record<LineState, { what: string; so: string }>> = {
  silent: {
    what: "No word from the house",
    so: "What you see may be old. What you enter is kept in this browser and goes by itself later.",
  },
  away: {
    what: "The house's records are away",
    so: "What you enter is kept in this browser until they are back.",
  },
};

/** Anything anybody enters refreshes this screen; what is being typed stays. A line that is down is said in words. */
export function LiveRefresh({ zone, nowMs }: { zone: string; nowMs: number }) {
  const router = useRouter();
  const [down, setDown] = useState<{ readonly state: LineState; readonly since: string } | null>(null);
  const [keptAt, setKeptAt] = useState<string | null>(null);
  useEffect(() => {
    clockOffset(nowMs);
    const { keptAt: kept } = document.documentElement.dataset;
    if (kept) setKeptAt(clockSaid(partsIn(zone, Number(kept)).clock));
  }, [nowMs, zone]);
  useEffect(() => {
    let due: ReturnType<typeof setTimeout> | undefined;
    let saying: ReturnType<typeof setTimeout> | undefined;
    let standing: LineState = "opening";
    /** A word came while the line stood still: its screen is refreshed when it goes again. */
    let owed = false;
    const refresh = () => {
      clearTimeout(due);
      due = setTimeout(() => {
        owed = standing !== "live";
        if (!owed) router.refresh();
      }, 60);
    };
    const heard = (told: Told) => {
      if (told.kind === "entry") {
        const { id } = told;
        if (id === null || id === ALL_SCREENS) refresh();
        else if (id > 0) refreshOnce(id, refresh);
        else if (SHOWN_BY_DEVICES[id]?.has(location.pathname)) refresh();
      }
      if (told.kind !== "state" || told.state === standing) return;
      const wasDown = standing === "silent" || standing === "away";
      standing = told.state;
      document.documentElement.dataset.live = standing === "live" ? "on" : "off";
      clearTimeout(saying);
      if (standing === "live") {
        setDown(null);
        if (wasDown || owed) refresh();
        window.dispatchEvent(new Event("aumbry-live-again"));
        return;
      }
      // The house's clock, as everything else on the screen.
      const since = clockSaid(partsIn(zone, Date.now()).clock);
      const state = standing;
      saying = setTimeout(
        () => setDown((before) => ({ state, since: before?.since ?? since })),
        state === "away" ? 0 : WORTH_SAYING_MS,
      );
    };
    let stop = () => {};
    let left = false;
    // What listens is loaded once the screen stands.
    import("./live-line").then(
      ({ hearHouse }) => {
        if (!left) stop = hearHouse("/api/v1/events", heard);
      },
      () => heard({ kind: "state", state: "silent" }),
    );
    return () => {
      left = true;
      clearTimeout(due);
      clearTimeout(saying);
      stop();
    };
  }, [router, zone]);
  const says = down && SAYS[down.state];
  return (
    <div role="status" aria-live="polite">
      {says && (
        <p className="flex items-start gap-3 border-stop border-y-2 bg-shelf px-4 py-3 text-ink">
          <WifiOff size={22} aria-hidden className="mt-0.5 shrink-0 text-stop" />
          <span>
            <b>
              {says.what} since {down.since}.
            </b>{" "}
            {keptAt ? `This screen is as it was at ${keptAt}. ` : ""}
            {says.so}
          </span>
        </p>
      )}
    </div>
  );
}
