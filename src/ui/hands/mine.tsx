"use client";

import { useRouter } from "next/navigation";
import { useEffect } from "react";
import type { Next, PersonsWork } from "@/house/spin/my-work";
import { SaysStanding } from "../fields/standing";
import { useCommand } from "../fields/use-command";
import { useHouseClock } from "../house-clock";
import { Link } from "../link";
import { useMay } from "../people/rights";
import { useScanMeans } from "../shell/scan-here";

const MINUTE = 60_000;
/** The plan is looked at anew so often, whether anything was entered or not. */
const AGAIN_MS = 60_000;

const upper = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

const inMinutes = (minutes: number): string =>
  minutes < 1
    ? "now"
    : minutes < 60
      ? `in ${minutes} min`
      : `in ${Math.floor(minutes / 60)} h ${minutes % 60} min`;

/** One press for done, where a press can say it; else the way to where it is said. */
function Done({ task }: { task: Next }) {
  const { standing, submit } = useCommand(task.done?.command ?? "");
  const may = useMay(task.done?.command ?? "");
  const big = "do min-h-[88px]! px-10! text-[30px]!";
  if (!task.done)
    return (
      <Link className={big} href={task.href}>
        {task.kind === "load" || task.kind === "crank" ? "Arrange it" : "There"}
      </Link>
    );
  if (!may) return null;
  return (
    <span className="inline-flex flex-wrap items-center gap-4">
      <button
        type="button"
        className={big}
        aria-disabled={standing.step === "sending"}
        onClick={() => task.done && void submit(task.done.input)}
      >
        Done
      </button>
      <SaysStanding standing={standing} />
    </span>
  );
}

/** Whoever sees it says it: then somebody is sent, and the machines are not filled faster than honey goes through. */
function MeshClogged() {
  const { standing, submit } = useCommand("note-mesh");
  if (!useMay("note-mesh")) return null;
  return (
    <div className="mt-4 flex flex-wrap items-center gap-4">
      <button
        type="button"
        className="do"
        data-quiet=""
        aria-disabled={standing.step === "sending"}
        onClick={() => void submit({ what: "clogged" })}
      >
        The mesh is clogged
      </button>
      <SaysStanding standing={standing} />
    </div>
  );
}

/** Somebody's own screen: what now, what next, and when, read from two metres. */
export function Mine({
  work,
  pail,
  clogged,
  nowMs,
}: {
  work: PersonsWork;
  pail: string | null;
  clogged: boolean;
  nowMs: number;
}) {
  const router = useRouter();
  const gone = Math.floor((useHouseClock(nowMs, 5000) - nowMs) / MINUTE);
  useEffect(() => {
    const beat = setInterval(() => {
      if (document.documentElement.dataset.live === "on") router.refresh();
    }, AGAIN_MS);
    return () => clearInterval(beat);
  }, [router]);
  const { person, now, next, waits } = work;
  const [first] = next;
  useScanMeans(now?.scan ?? null);
  return (
    <section aria-label={`${person}'s work`}>
      <h1 className="mb-2">{person}</h1>
      {now ? (
        <div className="panel" data-tone="go" style={{ borderLeft: "10px solid var(--go)" }}>
          <p className="text-[20px] font-semibold text-ink-2">now</p>
          <p className="text-[clamp(40px,7vw,84px)] leading-[1.05] font-bold [overflow-wrap:anywhere]">
            {upper(now.says)}
          </p>
          <p className="mt-2 mb-4 text-[22px] text-ink-2">
            about {Math.max(1, now.minutes - gone)} min{" "}
            {now.begun ? `more, begun ${now.begun}` : "from when it is begun"}
            {now.kind === "pail" && pail && `; ${pail}`}
          </p>
          <Done key={`${now.kind} ${now.of}`} task={now} />
        </div>
      ) : (
        <div className="panel" style={{ borderLeft: "10px solid var(--edge)" }}>
          <p className="text-[20px] font-semibold text-ink-2">{first ? "wait" : "done"}</p>
          <p className="text-[clamp(34px,5.5vw,64px)] leading-[1.1] font-bold">
            {first
              ? `Until ${first.at}, ${inMinutes(Math.max(0, first.inMin - gone))}`
              : "Nothing more today"}
          </p>
          {waits && <p className="mt-2 text-[22px] text-ink-2">{upper(waits)}.</p>}
        </div>
      )}
      {next.length > 0 && (
        <ol className="mt-3" aria-label="Then">
          {next.map((n) => (
            <li
              key={`${n.kind} ${n.of} ${n.at}`}
              className="flex flex-wrap items-baseline gap-x-6 border-b border-rule py-2 text-[clamp(24px,3.4vw,40px)] leading-tight"
            >
              <span className="shrink-0 font-mono sm:w-36">{n.at}</span>
              <b className="min-w-0 flex-1 basis-40 [overflow-wrap:anywhere]">{n.says}</b>
              <span className="text-[20px] text-ink-2">{inMinutes(Math.max(0, n.inMin - gone))}</span>
            </li>
          ))}
        </ol>
      )}
      {!clogged && <MeshClogged />}
    </section>
  );
}

/** Everybody else in a row: who is at what, and who waits for what. */
export function WhoElse({ people }: { people: readonly PersonsWork[] }) {
  if (people.length === 0) return <p className="text-ink-2">Nobody else is in today's plan.</p>;
  return (
    <ul>
      {people.map((p) => {
        const [first] = p.next;
        return (
          <li key={p.person} className="border-t border-rule py-2 first:border-0">
            <Link
              href={`/work?who=${encodeURIComponent(p.person)}`}
              className="flex min-h-12 flex-wrap items-center gap-x-4 no-underline"
            >
              <b className="w-20 shrink-0 underline sm:w-32 underline-offset-4 [overflow-wrap:anywhere]">
                {p.person}
              </b>
              <span className="min-w-0 flex-1">
                {p.now ? `${p.now.says}, about ${p.now.minutes} min` : `waits: ${p.waits}`}
                {first && (
                  <span className="text-ink-2">
                    ; then {first.says} at {first.at}
                  </span>
                )}
              </span>
            </Link>
          </li>
        );
      })}
    </ul>
  );
}
