"use client";

import { useState } from "react";
import { NO_TOOL, TOOLS, type Tool } from "@/core/dayplan";
import { programme, spinTime } from "@/core/extraction";
import { asWritten } from "@/house/language/shown";
import type { FloorMachine } from "@/house/spin/model";
import { wholeMinutes } from "@/house/spin/plan-input";
import type { FloorView } from "@/house/spin/view";
import { Caution } from "../../bench";
import { Field } from "../../fields/field";
import { asProposed, figureIn, tempIn, wrongFigure } from "../../fields/figure";
import { Tick } from "../../tick";

/** Comb colder than this breaks easily (common practice). */
const COLD_COMB_C = 18;

/** Where people get hurt uncapping. */
const HOT =
  "hot blades and steam burn: off or in the rest between frames, dry hands, plugged in behind the residual-current switch.";
const CAUTIONS: Partial<Record<Tool, string>> = {
  "cold-knife": "the knife is sharp and slips on honey: cut away from the hand that holds the frame.",
  "hot-knife": HOT,
  "heated-plane": HOT,
  machine: "moving blades: guard shut, at standstill and unplugged before reaching in.",
};

const HONEY_C = { from: 10, to: 45, unit: "°C" } as const;
const PROGRAMME_MIN = { from: 1, to: 120, unit: "min", optional: true } as const;

/** How the next run will go: what it was uncapped with, how warm the honey is, and for how long. */
export function useProgramme(floor: FloorView, machine: FloorMachine | undefined, tenderComb: boolean) {
  const [honeyC, setHoneyC] = useState(asProposed(String(floor.honeyC), "°C"));
  const [minutesSaid, setMinutes] = useState("");
  /** As ticked; until then as the combs and the cold say. */
  const [tenderSaid, setTender] = useState<boolean | null>(null);
  const [tool, setTool] = useState<string>(floor.plan?.uncappers.find((u) => u.tool !== NO_TOOL)?.tool ?? "");
  const warm = tempIn(honeyC);
  const known =
    machine && warm !== null && warm >= 10 && warm <= 45
      ? spinTime(machine.baseMin, { waterPct: floor.waterPct, tempC: warm })
      : null;
  const suggested = known ? wholeMinutes(known.minutes) : (machine?.suggestedMin ?? 0);
  const said = figureIn(minutesSaid);
  return {
    honeyC,
    setHoneyC,
    minutesSaid,
    setMinutes,
    tool,
    setTool,
    setTender,
    warm,
    suggested,
    /** True when the suggestion is for the honey as warm as it was said to be. */
    forThisHoney: known !== null,
    tooCold: known?.tooCold ?? false,
    minutes: said !== null && said >= 1 && said <= 120 ? Math.round(said) : suggested,
    tender: tenderSaid ?? ((warm !== null && warm < COLD_COMB_C) || tenderComb),
  };
}

export function ProgrammeFields({
  run,
  machine,
  waterPct,
}: {
  run: ReturnType<typeof useProgramme>;
  machine: FloorMachine;
  waterPct: number;
}) {
  const caution = CAUTIONS[run.tool as Tool];
  return (
    <>
      <div className="mt-3 flex flex-wrap items-end gap-4 border-t border-rule pt-3">
        <Field
          spec={{
            name: "tool",
            label: "Uncapped with",
            kind: "choice",
            options: [
              { value: "", label: "not noted" },
              ...Object.entries(TOOLS).map(([value, t]) => ({ value, label: t.name })),
            ],
          }}
          value={run.tool}
          onChange={(v) => run.setTool(String(v))}
        />
        <Field
          spec={{ name: "honeyC", label: "Honey at", unit: "°C", kind: "figure", span: 1 }}
          value={run.honeyC}
          error={wrongFigure(run.honeyC, HONEY_C)}
          onChange={(v) => run.setHoneyC(String(v))}
        />
        <Tick checked={run.tender} onChange={run.setTender}>
          New, unwired or cold comb: slower
        </Tick>
        <Field
          spec={{
            name: "minutes",
            label: "Programme",
            unit: "min",
            kind: "figure",
            span: 1,
            placeholder: String(run.suggested),
          }}
          value={run.minutesSaid}
          error={wrongFigure(run.minutesSaid, PROGRAMME_MIN)}
          onChange={(v) => run.setMinutes(String(v))}
        />
      </div>
      {caution && <Caution>{caution}</Caution>}
      <p className="mt-2">
        Programme: <b>{run.minutes} min</b>, {programme(machine.kind, run.minutes, run.tender).length - 1}{" "}
        steps
        {machine.learntFrom > 0 && (
          <span className="text-ink-2">, learnt from {machine.learntFrom} runs</span>
        )}
        {machine.learntFrom > 0 &&
          run.forThisHoney &&
          run.warm !== null &&
          `, for ${waterPct.toFixed(1)} % water at ${asWritten(run.warm, "°C", 1)}`}
        {run.tooCold && <b className="text-heat"> The honey is too cold to spin well: warm it first.</b>}
      </p>
    </>
  );
}
