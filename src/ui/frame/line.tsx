"use client";

import { CornerDownLeft } from "lucide-react";
import { useRouter } from "next/navigation";
import { type ReactNode, useEffect, useRef, useState } from "react";
import type { Understood } from "@/house/line";
import { lateHeader } from "../late";
import { send } from "../send";

type Echo =
  | { kind: "quiet" }
  | { kind: "said"; text: string; of: Understood }
  | { kind: "done"; text: string }
  | { kind: "wrong"; text: string };

async function ask(text: string): Promise<Understood> {
  const response = await fetch("/api/v1/line", {
    method: "POST",
    headers: { "content-type": "application/json", ...lateHeader() },
    body: JSON.stringify({ text }),
  });
  const answer = await response.json();
  return response.ok ? answer : { kind: "unclear", say: answer.detail, hint: null };
}

/** One input for everything typed or scanned: it says back in words what it understood, and Enter does it. */
export function Line({ late, children }: { late?: ReactNode; children?: ReactNode }) {
  const router = useRouter();
  const input = useRef<HTMLInputElement>(null);
  const [text, setText] = useState("");
  const [echo, setEcho] = useState<Echo>({ kind: "quiet" });
  const asked = useRef(0);
  const busy = useRef(false);

  useEffect(() => {
    if (text.trim() === "") return;
    const turn = ++asked.current;
    const due = setTimeout(async () => {
      const of = await ask(text).catch(() => null);
      if (turn === asked.current && of) setEcho({ kind: "said", text, of });
    }, 120);
    return () => clearTimeout(due);
  }, [text]);

  const type = (typed: string) => {
    // Whoever is in the line already and presses its key again means the line, not a slash.
    const value = typed.replace(/^\/+/, "");
    setText(value);
    if (value.trim() === "") setEcho({ kind: "quiet" });
  };

  async function commit() {
    if (text.trim() === "" || busy.current) return;
    busy.current = true;
    asked.current++;
    try {
      const of = await ask(text);
      if (of.kind === "open") {
        setText("");
        setEcho({ kind: "quiet" });
        router.push(of.href);
      } else if (of.kind === "do") {
        const outcome = await send(of.command, of.input);
        if (outcome.ok) {
          setText("");
          setEcho({ kind: "done", text: outcome.answer.say });
          router.refresh();
        } else setEcho({ kind: "wrong", text: outcome.refused.message });
      } else setEcho({ kind: "said", text, of });
    } catch {
      setEcho({ kind: "wrong", text: "The house did not answer. What you typed is still here: try again." });
    } finally {
      busy.current = false;
    }
  }

  const hint = echo.kind === "said" && echo.of.kind === "unclear" ? echo.of.hint : null;
  const tone =
    echo.kind === "wrong" || (echo.kind === "said" && echo.of.kind === "unclear")
      ? hint
        ? "ink"
        : "stop"
      : "go";
  const said = echo.kind === "quiet" ? "" : echo.kind === "said" ? echo.of.say : echo.text;
  return (
    <footer
      className="z-10 flex flex-wrap items-center gap-x-4 gap-y-1 border-t border-rule bg-shelf px-4 py-2"
      style={{ gridArea: "line" }}
    >
      {late}
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
          void commit();
        }}
      >
        <input
          ref={input}
          id="line"
          value={text}
          onChange={(e) => type(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === "Escape") {
              type("");
              input.current?.blur();
            }
            if (
              e.key === "Tab" &&
              hint &&
              !e.shiftKey &&
              hint.startsWith(text.trim()) &&
              !hint.includes("·")
            ) {
              e.preventDefault();
              type(hint);
            }
          }}
          autoComplete="off"
          autoCapitalize="off"
          spellCheck={false}
          enterKeyHint="done"
          placeholder="type or scan: s41 17.6"
          aria-describedby="line-says"
          className="min-h-12 min-w-0 flex-1 border-b-2 border-ink bg-transparent px-1 font-mono text-[19px] placeholder:text-ink-2"
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
