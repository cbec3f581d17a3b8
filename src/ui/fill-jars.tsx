"use client";

import { useState } from "react";
import { Field } from "./fields/field";
import { figureIn } from "./fields/figure";
import { type FieldSpec, inputFrom, type Values } from "./fields/spec";
import { SaysStanding } from "./fields/standing";
import { useCommand } from "./fields/use-command";

interface PailChoice {
  readonly tag: string;
  readonly kg: number;
  readonly waterPct: number | null;
  readonly batch: number;
  readonly warning: string | null;
}

const figure = (text: string | boolean | undefined): number => figureIn(text) ?? 0;

/** Pails into jars: choose pails, jar and count; what is over or short is said while typing. */
export function FillJars({
  pails,
  chosen,
  kinds,
}: {
  pails: readonly PailChoice[];
  chosen: readonly string[];
  kinds: readonly string[];
}) {
  const [taken, setTaken] = useState<Readonly<Record<string, string>>>(
    Object.fromEntries(chosen.map((t) => [t, ""])),
  );
  const [values, setValues] = useState<Values>({
    honeyKind: "",
    jarG: "454",
    jars: "",
    lossBy: "computed",
    lostKg: "",
    meanFillG: "",
  });
  const { standing, errorAt, submit } = useCommand("issue-lot");
  const set = (name: string) => (v: string | boolean) => setValues((now) => ({ ...now, [name]: v }));
  const picked = pails.filter((p) => p.tag in taken);
  const kgOf = (p: PailChoice): number => (taken[p.tag] ? figure(taken[p.tag]) : p.kg);
  const drawnG = picked.reduce((sum, p) => sum + kgOf(p) * 1000, 0);
  const each =
    values.lossBy === "computed" && values.meanFillG ? figure(values.meanFillG) : figure(values.jarG);
  const fits = each > 0 && drawnG > 0 ? Math.floor(drawnG / each + 1e-6) : 0;
  const entered = values.lossBy === "entered";
  const field = (spec: FieldSpec, focus = false) => (
    <Field
      spec={spec}
      value={values[spec.name] ?? ""}
      error={errorAt(spec.name)}
      autoFocus={focus}
      onChange={set(spec.name)}
    />
  );

  async function issue() {
    const { lossBy, lostKg, meanFillG, ...rest } = values;
    const input = inputFrom({
      ...rest,
      ...(entered ? { lostKg: lostKg ?? "" } : { meanFillG: meanFillG ?? "" }),
    });
    const answer = await submit({
      ...input,
      pails: picked.map((p) => (taken[p.tag] ? { pail: p.tag, kg: taken[p.tag] } : { pail: p.tag })),
    });
    if (answer) {
      setTaken({});
      setValues((now) => ({ ...now, jars: "", lostKg: "", meanFillG: "" }));
    }
  }

  return (
    <form
      className="panel mb-3"
      aria-label="Fill jars"
      onSubmit={(e) => {
        e.preventDefault();
        void issue();
      }}
    >
      <div className="flex flex-wrap gap-4">
        {field(
          { name: "honeyKind", label: "Kind of honey", placeholder: "Lime honey", offers: kinds, span: 3 },
          true,
        )}
        {field({ name: "jarG", label: "Net a jar", unit: "g", kind: "figure", span: 1 })}
        {field({
          name: "jars",
          label: "Jars",
          kind: "figure",
          span: 1,
          hint: fits > 0 ? `enough for ${fits}` : "choose pails",
        })}
        {field({
          name: "lossBy",
          label: "Loss",
          kind: "choice",
          span: 1,
          options: [
            { value: "computed", label: "computed" },
            { value: "entered", label: "entered" },
          ],
        })}
        {entered
          ? field({ name: "lostKg", label: "Lost", unit: "kg", kind: "figure", span: 1 })
          : field({
              name: "meanFillG",
              label: "Mean fill",
              unit: "g",
              kind: "figure",
              span: 1,
              hint: "label if left out",
            })}
      </div>
      <fieldset className="mt-4">
        <legend className="mb-2 font-semibold">Pails</legend>
        {pails.length === 0 && (
          <p className="text-ink-2">No pail holds honey. Fill one in the Spin bay first.</p>
        )}
        <ul className="grid gap-2 md:grid-cols-2">
          {pails.map((p) => {
            const on = p.tag in taken;
            const error =
              errorAt(`pails.${picked.indexOf(p)}.kg`) ?? errorAt(`pails.${picked.indexOf(p)}.pail`);
            return (
              <li
                key={p.tag}
                className="flex flex-wrap items-center gap-3 rounded border border-rule px-3 py-1"
              >
                <label className="flex min-h-12 flex-1 items-center gap-3">
                  <input
                    type="checkbox"
                    className="size-6"
                    checked={on}
                    onChange={(e) =>
                      setTaken((now) =>
                        e.target.checked
                          ? { ...now, [p.tag]: "" }
                          : Object.fromEntries(Object.entries(now).filter(([t]) => t !== p.tag)),
                      )
                    }
                  />
                  <span>
                    <b>Pail {p.tag}</b>, <b className="text-mass">{p.kg.toFixed(1)}</b> kg, batch {p.batch},{" "}
                    <span className="text-water">
                      {p.waterPct === null ? "unread" : `${p.waterPct.toFixed(1)} % water`}
                    </span>
                    {p.warning && (
                      <span className="block text-[14px] font-semibold text-stop">{p.warning}</span>
                    )}
                  </span>
                </label>
                {on && (
                  <label
                    className="field flex items-center gap-2 text-[15px]"
                    data-wrong={error ? "" : undefined}
                  >
                    take
                    <input
                      className="w-24! font-mono"
                      inputMode="decimal"
                      placeholder="all"
                      aria-label={`Take from pail ${p.tag}, kg`}
                      value={taken[p.tag]}
                      onChange={(e) => setTaken((now) => ({ ...now, [p.tag]: e.target.value }))}
                    />
                    kg
                  </label>
                )}
                {on && error && <p className="w-full text-[15px] font-semibold text-stop">{error}</p>}
              </li>
            );
          })}
        </ul>
      </fieldset>
      <div className="mt-4 flex flex-wrap items-center gap-4">
        <button type="submit" className="do" aria-disabled={standing.step === "sending"}>
          Issue the lot
        </button>
        <p>
          <b className="text-mass">{(drawnG / 1000).toFixed(1)}</b> kg chosen
        </p>
        <SaysStanding standing={standing} />
      </div>
    </form>
  );
}
