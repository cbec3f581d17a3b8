"use client";

import { CornerDownLeft } from "lucide-react";
import { usePathname, useRouter } from "next/navigation";
import { type ReactNode, useCallback, useEffect, useRef, useState } from "react";
import type { Understood } from "@/house/line";
import { happenedAt, lateHeader } from "../late";
import { refreshOnce } from "../refresh-once";
import { AWAY, send } from "../send";
import { Scan } from "./later";
import { type LineOutcome, type LineQueue, lineQueue } from "./line-queue";
import { meantHere } from "./scan-here";

type Echo =
  | { kind: "quiet" }
  | { kind: "said"; text: string; of: Understood }
  /** What was said belongs to the screen it was said on. */
  | { kind: "done"; text: string; on: string };

async function ask(text: string, at: string | null = happenedAt()): Promise<Understood> {
  const response = await fetch("/api/v1/line", {
    method: "POST",
    headers: { "content-type": "application/json", ...lateHeader(at) },
    body: JSON.stringify({ text }),
  }).catch(() => null);
  if (response === null || AWAY.has(response.status)) {
    // What hears without the house is fetched when it is needed; where it cannot be, the line waits.
    const { heardOffline } = await import("../outbox/hear-offline");
    return heardOffline(text);
  }
  if (response.status >= 500) throw new Error("The house did not answer.");
  const answer = await response.json();
  return response.ok ? answer : { kind: "unclear", say: answer.detail, hint: null };
}

/** So long the house is given before a line is tried again. */
const AGAIN_MS = 2000;
/** More lines than this that came back are counted, not shown. */
const MOST_SHOWN = 4;

/** One input for everything typed or scanned: it says back in words what it understood, and Enter does it. */
export function Line({ late, children }: { late?: ReactNode; children?: ReactNode }) {
  const router = useRouter();
  const path = usePathname();
  const input = useRef<HTMLInputElement>(null);
  /** A fresh object each time it is to be heard anew, also when only the house has moved on. */
  const [typed, setTyped] = useState({ text: "" });
  const [echo, setEcho] = useState<Echo>({ kind: "quiet" });
  const [waits, setWaits] = useState({ count: 0, silent: false });
  const [back, setBack] = useState<readonly Extract<LineOutcome, { kind: "refused" }>[]>([]);
  const asked = useRef(0);
  const queue = useRef<LineQueue | null>(null);
  const waiting = useRef(0);

  /** What stands in the input itself: a scanner types faster than a screen is drawn. */
  const put = useCallback((value: string) => {
    if (input.current) input.current.value = value;
    setTyped({ text: value });
    if (value.trim() === "") setEcho((now) => (now.kind === "said" ? { kind: "quiet" } : now));
  }, []);

  useEffect(() => {
    let newest: number | null = null;
    queue.current = lineQueue({
      ask: ({ text: line, at }) => ask(line, at),
      async carryOut({ at }, command, what) {
        const outcome = await send(command, what, at);
        if (outcome.ok) {
          newest = outcome.answer.entry;
          return { ok: true, say: outcome.answer.say };
        }
        if (outcome.silent) throw new Error(outcome.refused.message);
        return { ok: false, say: outcome.refused.message };
      },
      heard(outcome) {
        if (outcome.kind === "opened") router.push(outcome.href);
        // What is being typed meanwhile is heard anew: the house has moved on under it.
        else if (outcome.kind === "done" && input.current?.value.trim()) setTyped((now) => ({ ...now }));
        else if (outcome.kind === "done") setEcho({ kind: "done", text: outcome.say, on: location.pathname });
        // Alone it goes back into the line to be mended; among others it waits above it.
        else if (input.current?.value.trim() === "" && waiting.current <= 1) {
          put(outcome.line.text);
          setEcho({
            kind: "said",
            text: outcome.line.text,
            of: outcome.of ?? { kind: "unclear", say: outcome.say, hint: null },
          });
          asked.current++;
        } else setBack((now) => [...now, outcome]);
      },
      waits(count, silent) {
        waiting.current = count;
        setWaits({ count, silent });
        if (count === 0 && newest !== null) refreshOnce(newest, router.refresh);
      },
      pause: () => new Promise((resolve) => setTimeout(resolve, AGAIN_MS)),
    });
  }, [router, put]);

  // What is still on its way is not left behind unasked.
  useEffect(() => {
    if (waits.count === 0) return;
    const stay = (e: BeforeUnloadEvent) => e.preventDefault();
    addEventListener("beforeunload", stay);
    return () => removeEventListener("beforeunload", stay);
  }, [waits.count]);

  useEffect(() => {
    const { text } = typed;
    if (text.trim() === "") return;
    const turn = ++asked.current;
    const hear = async () => {
      const of = await ask(meantHere(text)).catch(() => null);
      if (turn !== asked.current) return;
      if (of) setEcho({ kind: "said", text, of });
      // The house stumbled: what still stands in the line is heard again.
      else due = setTimeout(hear, AGAIN_MS);
    };
    let due = setTimeout(hear, 120);
    return () => clearTimeout(due);
  }, [typed]);

  // What was typed before the screen could hear is heard now.
  useEffect(() => {
    const early = input.current?.value ?? "";
    if (early.trim() !== "") setTyped({ text: early });
  }, []);

  const type = (keyed: string) => {
    // Whoever is in the line already and presses its key again means the line, not a slash.
    const value = keyed.replace(/^\/+/, "");
    if (value !== keyed && input.current) input.current.value = value;
    setTyped({ text: value });
    if (value.trim() === "") setEcho({ kind: "quiet" });
  };

  function commit() {
    const line = input.current?.value.replace(/^\/+/, "") ?? "";
    if (line.trim() === "") return;
    asked.current++;
    put("");
    setEcho({ kind: "quiet" });
    queue.current?.take({ text: meantHere(line), at: happenedAt() });
  }

  const hint = echo.kind === "said" && echo.of.kind === "unclear" ? echo.of.hint : null;
  const tone = waits.silent
    ? "stop"
    : echo.kind === "said" && echo.of.kind === "unclear"
      ? hint
        ? "ink"
        : "stop"
      : "go";
  const underWay = waits.silent
    ? `The house does not answer. ${waits.count === 1 ? "The line waits" : `${waits.count} lines wait`} and will be tried again.`
    : waits.count > 1
      ? `${waits.count} lines on their way…`
      : "";
  const said =
    underWay ||
    (echo.kind === "quiet" ? "" : echo.kind === "said" ? echo.of.say : echo.on === path ? echo.text : "");
  return (
    <footer
      className="z-10 flex flex-wrap items-center gap-x-4 gap-y-1 border-t border-rule bg-shelf px-4 py-2"
      style={{ gridArea: "line" }}
    >
      {late}
      {back.length > 0 && (
        <ul className="w-full" aria-label="Lines that came back">
          {back.slice(0, MOST_SHOWN).map((r) => (
            <li key={`${r.line.text} ${r.say}`} className="flex flex-wrap items-center gap-x-3 text-[15px]">
              <b className="font-mono">{r.line.text}</b>
              <span className="min-w-0 flex-1 font-semibold text-stop [overflow-wrap:anywhere]">{r.say}</span>
              <button
                type="button"
                className="min-h-12 px-2 underline underline-offset-4"
                onClick={() => {
                  put(r.line.text);
                  setBack((now) => now.filter((x) => x !== r));
                  input.current?.focus();
                }}
              >
                Mend it
              </button>
              <button
                type="button"
                className="min-h-12 px-2 underline underline-offset-4"
                onClick={() => setBack((now) => now.filter((x) => x !== r))}
              >
                Let it go
              </button>
            </li>
          ))}
          {back.length > MOST_SHOWN && <li>and {back.length - MOST_SHOWN} more</li>}
        </ul>
      )}
      <label
        htmlFor="line"
        className="hidden rounded border border-edge px-2 py-0.5 font-mono text-[15px] font-semibold md:block"
        title="Press / to type here"
      >
        /<span className="sr-only">The line: type or scan</span>
      </label>
      <form
        className="flex min-w-0 flex-1 basis-72 items-center gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          commit();
        }}
      >
        <input
          ref={input}
          id="line"
          defaultValue=""
          onInput={(e) => type(e.currentTarget.value)}
          onKeyDown={(e) => {
            if (e.key === "Escape") {
              put("");
              setEcho({ kind: "quiet" });
              input.current?.blur();
            }
            if (
              e.key === "Tab" &&
              hint &&
              !e.shiftKey &&
              hint.startsWith(typed.text.trim()) &&
              !hint.includes("·")
            ) {
              e.preventDefault();
              put(hint);
            }
          }}
          autoComplete="off"
          autoCapitalize="off"
          spellCheck={false}
          enterKeyHint="done"
          placeholder="type or scan"
          aria-describedby="line-says"
          className="min-h-12 min-w-0 flex-1 border-b-2 border-ink bg-transparent px-1 font-mono text-[19px] placeholder:text-ink-2"
        />
        <Scan
          onText={(text) => {
            put("");
            setEcho({ kind: "quiet" });
            queue.current?.take({ text, at: happenedAt() });
          }}
        />
        <button type="submit" className="do" data-quiet="" aria-label="Enter">
          <CornerDownLeft size={20} aria-hidden />
        </button>
        {children}
      </form>
      <output
        id="line-says"
        aria-live="polite"
        data-tone={tone}
        className="min-h-6 max-w-full flex-[1.4] basis-72 max-[900px]:basis-full font-semibold [overflow-wrap:anywhere]"
        style={{ color: tone === "ink" ? "var(--ink)" : "var(--tone)" }}
      >
        {said}
        {hint && <span className="ml-2 font-mono font-normal text-ink-2">{hint}</span>}
        {echo.kind === "said" && echo.of.kind === "do" && (
          <span className="ml-2 font-normal text-ink-2">Enter puts it on the tape.</span>
        )}
      </output>
    </footer>
  );
}
