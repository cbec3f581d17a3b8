"use client";

import { useState } from "react";
import { Field } from "./fields/field";
import { SaysStanding } from "./fields/standing";
import { useCommand } from "./fields/use-command";
import { Tick } from "./tick";

export interface AskedFor {
  readonly id: string;
  readonly name: string;
  readonly unit: string;
}

interface Typed {
  readonly value: string;
  readonly expanded: string;
  readonly method: string;
}
const NOTHING: Typed = { value: "", expanded: "", method: "" };

/** What a laboratory found: figure by figure as the report has it, "<0,01" where nothing over it was found; or its file. */
export function LabResult({ order, asked }: { order: number; asked: readonly AskedFor[] }) {
  const { standing, errorAt, submit } = useCommand("enter-results");
  const [typed, setTyped] = useState<Readonly<Record<string, Typed>>>({});
  const [file, setFile] = useState<{ name: string; text: string } | null>(null);
  const [report, setReport] = useState("");
  const [cameOn, setCameOn] = useState("");
  const [accredited, setAccredited] = useState(false);
  const told = asked.filter((a) => (typed[a.id]?.value ?? "").trim() !== "");

  const change = (id: string, part: Partial<Typed>) =>
    setTyped((all) => ({ ...all, [id]: { ...(all[id] ?? NOTHING), ...part } }));
  const error = (id: string, part: string) => errorAt(`values.${told.findIndex((t) => t.id === id)}.${part}`);

  async function enter(): Promise<void> {
    const answer = await submit({
      order,
      values: told.map((a) => {
        const { value, expanded, method } = typed[a.id] ?? NOTHING;
        const bare = value.trim();
        return {
          analyte: a.id,
          value: bare.replace(/^<\s*/, ""),
          below: bare.startsWith("<"),
          ...(expanded.trim() === "" ? {} : { expanded }),
          ...(method.trim() === "" ? {} : { method }),
        };
      }),
      ...(file ? { file: file.text } : {}),
      ...(report.trim() === "" ? {} : { report }),
      ...(cameOn === "" ? {} : { cameOn }),
      accredited,
    });
    if (answer) {
      setTyped({});
      setFile(null);
    }
  }

  return (
    <form
      aria-label={`Result of order ${order}`}
      onSubmit={(e) => {
        e.preventDefault();
        void enter();
      }}
      noValidate
    >
      <div className="grid gap-x-4 gap-y-2">
        {asked.map((a) => (
          <div key={a.id} className="flex flex-wrap items-start gap-4">
            <Field
              spec={{
                name: `${order}-${a.id}`,
                label: `${a.name}, ${a.unit}`,
                kind: "figure",
                hint: "<0.01: nothing over it",
                span: 2,
              }}
              value={typed[a.id]?.value ?? ""}
              error={error(a.id, "value")}
              onChange={(v) => change(a.id, { value: String(v) })}
            />
            <Field
              spec={{
                name: `${order}-${a.id}-u`,
                label: "Uncertainty ±",
                kind: "figure",
                hint: "k = 2",
                span: 1,
              }}
              value={typed[a.id]?.expanded ?? ""}
              error={error(a.id, "expanded")}
              onChange={(v) => change(a.id, { expanded: String(v) })}
            />
            <Field
              spec={{ name: `${order}-${a.id}-m`, label: "Method", span: 1 }}
              value={typed[a.id]?.method ?? ""}
              error={error(a.id, "method")}
              onChange={(v) => change(a.id, { method: String(v) })}
            />
          </div>
        ))}
      </div>
      <div className="mt-3 flex flex-wrap items-end gap-4">
        <Field
          spec={{ name: `${order}-report`, label: "Report", placeholder: "2026-114" }}
          value={report}
          error={errorAt("report")}
          onChange={(v) => setReport(String(v))}
        />
        <Field
          spec={{ name: `${order}-came`, label: "Came on", kind: "day" }}
          value={cameOn}
          error={errorAt("cameOn")}
          onChange={(v) => setCameOn(String(v))}
        />
        <label className="do cursor-pointer focus-within:outline-2" data-quiet="">
          {file ? file.name.slice(0, 30) : "Their file (CSV, JSON)"}
          <input
            type="file"
            className="sr-only"
            accept=".csv,.json,text/csv,application/json"
            aria-label={`The laboratory's file for order ${order}`}
            onChange={(e) => {
              const chosen = e.target.files?.[0];
              e.target.value = "";
              if (chosen)
                void chosen
                  .slice(0, 30_000)
                  .text()
                  .then((text) => setFile({ name: chosen.name, text }));
            }}
          />
        </label>
        <Tick checked={accredited} onChange={setAccredited}>
          Accredited for these methods
        </Tick>
      </div>
      {errorAt("file") && (
        <p role="alert" className="mt-2 font-semibold text-stop">
          {errorAt("file")}
        </p>
      )}
      <div className="mt-3 flex flex-wrap items-center gap-4">
        <button type="submit" className="do" aria-disabled={standing.step === "sending"}>
          Enter the result
        </button>
        <SaysStanding standing={standing} />
      </div>
    </form>
  );
}
