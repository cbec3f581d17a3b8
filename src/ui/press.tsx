"use client";

import type { CommandName, InputOf } from "@/house";
import { SaysStanding } from "./fields/standing";
import { useCommand } from "./fields/use-command";
import { useMay } from "./people/rights";

/** One press does one thing, and says what came of it. */
export function Press<N extends CommandName>({
  command,
  input,
  label,
  tone,
}: {
  command: N;
  input: InputOf<N>;
  label: string;
  tone?: "quiet" | "stop";
}) {
  const { standing, submit } = useCommand(command);
  if (!useMay(command)) return null;
  return (
    <span className="inline-flex flex-wrap items-center gap-3">
      <button
        type="button"
        className="do"
        {...(tone === "quiet" ? { "data-quiet": "" } : tone === "stop" ? { "data-stop": "" } : {})}
        aria-disabled={standing.step === "sending"}
        onClick={() => void submit(input as Record<string, unknown>)}
      >
        {label}
      </button>
      <SaysStanding standing={standing} />
    </span>
  );
}
