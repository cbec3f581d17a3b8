"use client";

import { useState } from "react";
import { PART_NAMES, PARTS, type Part, PRESET_NAMES, PRESETS, presetOf } from "@/house/people/parts";
import { SaysStanding } from "../fields/standing";
import { useCommand } from "../fields/use-command";
import { Tick } from "../tick";
import { NotYours, useMay } from "./rights";

/** A size of house at a press, then any part by itself. */
export function ChooseParts({ parts }: { parts: readonly Part[] }) {
  const [chosen, setChosen] = useState<readonly Part[]>(parts);
  const { standing, submit } = useCommand("set-parts");
  const now = presetOf(chosen);
  if (!useMay("set-parts")) return <NotYours />;
  return (
    <form
      aria-label="What this house shows"
      onSubmit={(e) => {
        e.preventDefault();
        void submit({ parts: [...chosen] });
      }}
    >
      <div className="mb-3 flex flex-wrap gap-2.5">
        {PRESET_NAMES.map((name) => (
          <button
            key={name}
            type="button"
            className="do"
            data-quiet=""
            aria-pressed={now === name}
            aria-current={now === name ? "true" : undefined}
            onClick={() => setChosen(PRESETS[name].parts)}
          >
            {PRESETS[name].label}
          </button>
        ))}
      </div>
      <div className="mb-3 grid gap-x-6 sm:grid-cols-2">
        {PART_NAMES.map((name) => (
          <Tick
            key={name}
            checked={chosen.includes(name)}
            onChange={(on) => setChosen((all) => (on ? [...all, name] : all.filter((p) => p !== name)))}
          >
            <span>
              {PARTS[name].label} <span className="text-ink-2">{PARTS[name].so}</span>
            </span>
          </Tick>
        ))}
      </div>
      <button type="submit" className="do" aria-disabled={standing.step === "sending"}>
        Show so
      </button>
      <span className="ml-3">
        <SaysStanding standing={standing} />
      </span>
    </form>
  );
}
