"use client";

import { useRouter } from "next/navigation";
import { useCallback, useEffect, useRef, useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import type { Part } from "@/core/practice";
import { mass } from "@/house/language/shown";
import type { CaseOver, GameView, OverView } from "@/practice/games";
import { Caution } from "../bench";
import { Link } from "../link";

const PART_SAID: Readonly<Record<Part, string>> = {
  lost: "lost for certain",
  risk: "risk taken",
  time: "time",
  giveAway: "given away",
  broken: "rules broken",
};

/** Afterwards what was risked is known: so much of it came, by what was true. */
const CAME_SAID = { ...PART_SAID, risk: "by what was true" } as const;

/** How costs are told, said once where they are read. */
const AS_GOOD_AS_LOST =
  "What a move costs for certain stands on it, in honey as good as lost; what it risks comes besides.";

const AGAIN_MS = 2500;
const kg = (value: number): string => mass(Math.abs(value) < 0.005 ? 0 : value, 1);

function Parts({ of, said = PART_SAID }: { of: OverView["beyond"]; said?: typeof PART_SAID }) {
  if (of.length === 0) return <p className="text-ink-2">Nothing.</p>;
  return (
    <table className="w-full">
      <tbody>
        {of.map(({ part, kg: amount }) => (
          <tr key={part} className="border-t border-rule first:border-0">
            <th scope="row" className="py-1 text-left font-normal">
              {said[part]}
            </th>
            <td className="py-1 text-right font-bold">{kg(amount)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const of100 = (p: number): string => `${Math.round(100 * p)} of 100`;

/** What could be believed then, in words. */
function thought({ was, belief }: CaseOver["believed"][number]): string {
  if (belief.kind === "figure")
    return belief.lo === belief.hi
      ? `Known: ${belief.middle}.`
      : `Believed: ${belief.lo} to ${belief.hi}, ${belief.middle} in the middle.`;
  if (belief.spokeFor >= 0.995) return "Known.";
  const spoke = `Spoke for it: ${of100(belief.spokeFor)}.`;
  return belief.likeliest === was
    ? spoke
    : `${spoke} More for: ${belief.likeliest} ${of100(belief.likeliestSpokeFor)}.`;
}

/** What was true beside what could be believed when it was decided. */
function Cases({ list }: { list: readonly CaseOver[] }) {
  return (
    <ol className="mt-1">
      {list.map((c) => (
        <li key={c.nth} className="border-t border-rule py-2 first:border-0">
          <p className="text-[15px] text-ink-2">
            {c.nth}. {c.asks}
          </p>
          <p>
            Decided: <b>{c.did}</b>
          </p>
          <ul className="mt-1 grid gap-x-6 md:grid-cols-2">
            {c.believed.map((b) => (
              <li key={b.was}>
                <b className="font-semibold">{b.was}</b> <span className="text-ink-2">{thought(b)}</span>
              </li>
            ))}
          </ul>
        </li>
      ))}
    </ol>
  );
}

function Over({ over, before, again }: { over: OverView; before: GameView["before"]; again: () => void }) {
  return (
    <>
      <section className="panel mb-4" aria-label="How it was decided">
        <h2>How it was decided</h2>
        <p className="my-2 flex flex-wrap items-baseline gap-x-4">
          <b className="text-[56px] leading-none">{over.points}</b>
          <span className="text-[18px]">
            of 100, by what could be known at each step; luck does not count
          </span>
        </p>
        <div className="grid gap-6 md:grid-cols-2">
          <div>
            <h3>Beyond the best that could be known: {kg(over.beyondKg)}</h3>
            <Parts of={over.beyond} />
          </div>
          <div>
            <h3>What it came to: {kg(over.cameKg)}</h3>
            <Parts of={over.came} said={CAME_SAID} />
            <p className="mt-1 text-[15px] text-ink-2">
              The best way was to be expected to cost {kg(over.bestKg)}. All in honey as good as lost.
            </p>
          </div>
        </div>
      </section>
      {over.dearest.length > 0 && (
        <section className="panel mb-4" aria-label="What cost most">
          <h2>What cost most</h2>
          <ol className="mt-1">
            {over.dearest.map((d) => (
              <li key={`${d.ofCase} ${d.nth}`} className="border-t border-rule py-2 first:border-0">
                Case {d.ofCase}, step {d.nth}, <b>{d.did}</b>: by what was known then it was to cost{" "}
                {kg(d.foreseenKg)}; <b>{d.better}</b> {kg(d.betterKg)}. That is {kg(d.kg)} more than it had
                to.
              </li>
            ))}
          </ol>
        </section>
      )}
      <section className="panel mb-4" aria-label="What was true">
        <h2>What was true all the while, and what could be believed</h2>
        <Cases list={[...before].reverse()} />
        <p className="mt-2 max-w-3xl text-[18px]">{over.teaches}</p>
      </section>
      <div className="flex flex-wrap gap-4">
        <button type="button" className="do min-h-14" onClick={again}>
          Once more, another day
        </button>
        <Link href="/practice" className="do min-h-14" data-quiet="">
          Other practice days
        </Link>
      </div>
    </>
  );
}

/** One practice day, on one tablet or on several at once: time goes on while nobody decides. */
export function Game({ first }: { first: GameView }) {
  const router = useRouter();
  const [view, setView] = useState(first);
  const [said, setSaid] = useState("");
  const [left, setLeft] = useState(first.leftS);
  const busy = useRef(false);
  const take = useCallback((next: GameView) => {
    setView(next);
    setLeft(next.leftS);
  }, []);
  const address = `/api/v1/practice/${view.id}`;

  const over = view.over !== null;
  useEffect(() => {
    if (over) return;
    const look = setInterval(async () => {
      if (busy.current) return;
      const answer = await fetch(address).catch(() => null);
      if (answer?.ok && !busy.current) take(await answer.json());
    }, AGAIN_MS);
    const tick = setInterval(() => setLeft((now) => (now === null ? null : Math.max(0, now - 1))), 1000);
    return () => {
      clearInterval(look);
      clearInterval(tick);
    };
  }, [address, over, take]);

  async function decide(move: string): Promise<void> {
    if (busy.current) return;
    busy.current = true;
    setSaid("");
    const answer = await fetch(address, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ nth: view.made + 1, move }),
    }).catch(() => null);
    busy.current = false;
    if (answer?.ok) take(await answer.json());
    else if (answer) setSaid((await answer.json().catch(() => null))?.detail ?? "It was not taken.");
    else setSaid("The house does not answer; decide again in a moment.");
  }

  async function again(): Promise<void> {
    const answer = await fetch("/api/v1/practice", {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ scenario: view.scenario.id }),
    }).catch(() => null);
    if (answer?.ok) router.push(`/practice/${(await answer.json()).id}`);
    else setSaid("The house does not answer.");
  }

  useHotkeys(
    ["1", "2", "3", "4", "5", "6", "7", "8", "9"],
    (e) => {
      const chosen = view.moves[Number(e.key) - 1];
      if (chosen) void decide(chosen.id);
    },
    { useKey: true, preventDefault: true },
    [view],
  );

  const { scenario } = view;
  return (
    <>
      <h1>{scenario.title}</h1>
      <p className="mt-1 mb-3 max-w-3xl text-ink-2">{scenario.asks}</p>
      {!over && (
        <p className="mb-3 max-w-4xl text-[20px] leading-snug">
          <b className="mr-2 whitespace-nowrap text-mass" aria-current="step">
            {view.round.nth} of {view.round.of}
          </b>
          {view.asks}
        </p>
      )}
      {scenario.caution && !over && <Caution>{scenario.caution}</Caution>}
      {view.over ? (
        <Over over={view.over} before={view.before} again={() => void again()} />
      ) : (
        <section className="panel mb-4" aria-label="What now?">
          <div className="mb-2 flex flex-wrap items-baseline justify-between gap-x-6">
            <h2>What now?</h2>
            <p className="text-ink-2" role="timer">
              {left === null ? "It waits for you." : `Time goes on by itself in ${left} s`}
            </p>
          </div>
          {left !== null && (
            <div className="mb-3 h-2 rounded bg-rule" aria-hidden>
              <div
                className="h-2 rounded bg-heat"
                style={{ width: `${(100 * left) / scenario.patienceS}%` }}
              />
            </div>
          )}
          <ol className="grid gap-2 md:grid-cols-2">
            {view.moves.map((m, i) => (
              <li key={m.id}>
                <button
                  type="button"
                  className="do min-h-16 w-full justify-start! py-2! text-left"
                  data-quiet=""
                  onClick={() => void decide(m.id)}
                >
                  <kbd className="mr-3 font-mono text-[15px] font-normal text-ink-2" aria-hidden>
                    {i + 1}
                  </kbd>
                  <span className="min-w-0 flex-1 whitespace-normal">
                    {m.label}
                    {m.means && <span className="block text-[15px] font-normal text-ink-2">{m.means}</span>}
                  </span>
                  {m.certainKg >= 0.05 && (
                    <span className="ml-3 shrink-0 text-[15px] font-normal text-ink-2">
                      costs {kg(m.certainKg)}
                    </span>
                  )}
                </button>
              </li>
            ))}
          </ol>
          <p aria-live="polite" className="mt-2 font-semibold text-stop">
            {said}
          </p>
        </section>
      )}
      {!over && (
        <div className="mt-4 grid gap-4 md:grid-cols-2">
          <section className="panel" aria-label="What is known">
            <h2>What is known</h2>
            <ul className="mt-1">
              {[...view.known, AS_GOOD_AS_LOST, ...view.stands].map((line) => (
                <li key={line} className="border-t border-rule py-1.5 first:border-0">
                  {line}
                </li>
              ))}
            </ul>
          </section>
          <section className="panel" aria-label="What was done">
            <h2>What was done</h2>
            {view.seen.length === 0 && <p className="mt-1 text-ink-2">Nothing yet.</p>}
            <ol className="mt-1" aria-live="polite">
              {view.seen.map((s) => (
                <li key={s.nth} className="border-t border-rule py-1.5 first:border-0">
                  <b>{s.did}</b>
                  <span className="text-ink-2">{s.who === "" ? ", nobody decided" : `, ${s.who}`}</span>
                  <br />
                  {s.says}
                </li>
              ))}
            </ol>
          </section>
        </div>
      )}
      {!over && view.before.length > 0 && (
        <section className="panel mt-4" aria-label="What was before">
          <h2>What was before</h2>
          <Cases list={view.before} />
        </section>
      )}
    </>
  );
}
