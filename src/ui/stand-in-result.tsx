"use client";

import { useState } from "react";
import { SaysStanding } from "./fields/standing";
import { useCommand } from "./fields/use-command";

/** Asks the stand-in laboratory for its answer and enters it as what it is: made up. */
export function StandInResult({ order }: { order: number }) {
  const { standing, submit } = useCommand("enter-results");
  const [says, setSays] = useState("");
  async function ask(): Promise<void> {
    setSays("");
    try {
      const response = await fetch(`/api/v1/laboratory?order=${order}`);
      const text = await response.text();
      if (!response.ok)
        return setSays((JSON.parse(text) as { detail?: string }).detail ?? "It did not answer.");
      await submit({ order, file: text, source: "stand-in", report: `stand-in ${order}` });
    } catch {
      setSays("It did not answer. Try again.");
    }
  }
  return (
    <span className="inline-flex flex-wrap items-center gap-3">
      <button type="button" className="do" data-quiet="" onClick={() => void ask()}>
        Fetch the stand-in's answer
      </button>
      {says && (
        <span role="alert" className="text-ink-2">
          {says}
        </span>
      )}
      <SaysStanding standing={standing} />
    </span>
  );
}
