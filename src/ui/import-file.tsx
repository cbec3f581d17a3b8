"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { CsvTable } from "@/house/files/tables";
import type { ToldName } from "@/house/files/told";
import { lateHeader } from "./late";
import { Progress } from "./progress";

interface Problem {
  readonly path: string;
  readonly message: string;
}
type Standing =
  | { readonly step: "choosing" }
  | { readonly step: "working"; readonly what: string; readonly done: number; readonly of: number }
  | {
      readonly step: "checked";
      readonly say: string;
      readonly rows: number;
      readonly order: readonly string[] | null;
      readonly remarks: number;
    }
  | {
      readonly step: "problems";
      readonly say: string;
      readonly errors: readonly Problem[];
      readonly sound: number;
    }
  | { readonly step: "done"; readonly say: string };

interface Told {
  progress?: { done: number; of: number };
  done?: { say: string; rows: number; order?: string[] | null; remarks?: number };
  problem?: { detail: string; errors: Problem[]; rows: number };
  detail?: string;
  errors?: Problem[];
}

/** Reads the answer line by line, so that progress shows while the house is at it. */
async function* linesOf(response: Response): AsyncGenerator<Told> {
  const reader = response.body?.pipeThrough(new TextDecoderStream()).getReader();
  let rest = "";
  for (;;) {
    const { done, value } = (await reader?.read()) ?? { done: true, value: undefined };
    rest += value ?? "";
    const lines = rest.split("\n");
    rest = lines.pop() ?? "";
    for (const line of lines) if (line.trim()) yield JSON.parse(line);
    if (done) break;
  }
  if (rest.trim()) yield JSON.parse(rest);
}

const TABLES = {
  "What there is": ["yards", "colonies", "supers", "vessels", "buyers", "materials", "orders"],
  "What was done, each row at its time": [
    "deliveries",
    "readings",
    "supplies",
    "lots",
    "prints",
    "parcels",
    "dispatches",
  ],
} as const satisfies Readonly<Record<string, readonly (CsvTable | ToldName)[]>>;

/** Bringing rows in, from a file or pasted: first a dry run that shows every problem by row, then all or nothing. */
export function ImportFile() {
  const router = useRouter();
  const [table, setTable] = useState("supers");
  const [file, setFile] = useState<File | null>(null);
  const [pasted, setPasted] = useState("");
  const body = pasted.trim() === "" ? file : pasted;
  const toFillIn = TABLES["What there is"].some((t) => t === table);
  const [standing, setStanding] = useState<Standing>({ step: "choosing" });

  async function send(query: string, what: string) {
    if (!body || standing.step === "working") return;
    setStanding({ step: "working", what, done: 0, of: 0 });
    try {
      const response = await fetch(`/api/v1/csv/${table}?${query}${body === pasted ? "&pasted=1" : ""}`, {
        method: "POST",
        headers: { "content-type": "text/csv", ...lateHeader() },
        body,
      });
      if (!response.ok) {
        const told = (await response.json()) as Told;
        setStanding({
          step: "problems",
          say: told.detail ?? "The house did not answer.",
          errors: [],
          sound: 0,
        });
        return;
      }
      for await (const told of linesOf(response)) {
        if (told.progress) setStanding({ step: "working", what, ...told.progress });
        if (told.problem) {
          const bad = new Set(told.problem.errors.map((e) => e.path)).size;
          setStanding({
            step: "problems",
            say: told.problem.detail,
            errors: told.problem.errors,
            sound: bad > 0 ? told.problem.rows - bad : 0,
          });
        }
        if (told.done)
          setStanding(
            query.includes("dry-run")
              ? {
                  step: "checked",
                  say: told.done.say,
                  rows: told.done.rows,
                  order: told.done.order ?? null,
                  remarks: told.done.remarks ?? 0,
                }
              : { step: "done", say: told.done.say },
          );
      }
      if (!query.includes("dry-run")) {
        setPasted("");
        router.refresh();
      }
    } catch {
      setStanding({
        step: "problems",
        say: "The house did not answer; nothing is known to be written. Check the table and try again.",
        errors: [],
        sound: 0,
      });
    }
  }

  return (
    <section className="panel mb-3" aria-label="Files in and out">
      <div className="flex flex-wrap items-end gap-4">
        <div className="field w-48">
          <label className="mb-1 block text-[15px] font-semibold" htmlFor="csv-table">
            Table
          </label>
          <select
            id="csv-table"
            value={table}
            onChange={(e) => {
              setTable(e.target.value);
              setStanding({ step: "choosing" });
            }}
          >
            {Object.entries(TABLES).map(([what, tables]) => (
              <optgroup key={what} label={what}>
                {tables.map((t) => (
                  <option key={t}>{t}</option>
                ))}
              </optgroup>
            ))}
          </select>
        </div>
        <a className="do" data-quiet="" href={`/api/v1/csv/${table}`} download>
          Write {table}.csv
        </a>
        {toFillIn && (
          <a className="do" data-quiet="" href={`/api/v1/csv/${table}?template=1`} download>
            To fill in
          </a>
        )}
        <div className="field min-w-72 flex-1">
          <label className="mb-1 block text-[15px] font-semibold" htmlFor="csv-file">
            CSV file to bring in
          </label>
          <input
            id="csv-file"
            type="file"
            accept=".csv,text/csv,text/plain"
            className="py-2"
            onChange={(e) => {
              setFile(e.target.files?.[0] ?? null);
              setPasted("");
              setStanding({ step: "choosing" });
            }}
          />
        </div>
        <button
          type="button"
          className="do"
          data-quiet={standing.step === "checked" ? "" : undefined}
          aria-disabled={!body}
          onClick={() => void send("dry-run=1", "Checking")}
        >
          Check {pasted.trim() === "" ? "the file" : "what was pasted"}
        </button>
      </div>
      <div className="field mt-3">
        <label className="mb-1 block text-[15px] font-semibold" htmlFor="csv-pasted">
          Or rows copied out of a spreadsheet
        </label>
        <textarea
          id="csv-pasted"
          rows={pasted === "" ? 2 : Math.min(12, pasted.split("\n", 13).length + 1)}
          className="w-full rounded border border-edge bg-shelf p-2 font-mono text-[15px]"
          placeholder="Copy the cells there, with or without their heads, and paste them here"
          value={pasted}
          onChange={(e) => {
            setPasted(e.target.value);
            setStanding({ step: "choosing" });
          }}
        />
      </div>
      <p className="mt-2 text-[14px] text-ink-2">
        Columns as in the file written here; commas, semicolons or tabs, decimal points or commas. Nothing is
        written until every row is sound.
      </p>
      <div aria-live="polite" className="mt-2">
        {standing.step === "working" && (
          <p>
            {standing.what}…{" "}
            {standing.of > 0 &&
              `${standing.done.toLocaleString("en-GB")} of ${standing.of.toLocaleString("en-GB")} rows`}
            {standing.of > 0 && <Progress label="Rows done" done={standing.done} of={standing.of} />}
          </p>
        )}
        {standing.step === "checked" && (
          <div className="flex flex-wrap items-center gap-4">
            <p className="font-semibold text-go">
              Every row is sound: {standing.rows.toLocaleString("en-GB")} rows
              {standing.order && `, read as ${standing.order.join(", ")}`}
              {standing.remarks > 0 && `; ${standing.remarks} marked # left out`}. Nothing is written yet.
            </p>
            <button type="button" className="do" onClick={() => void send("", "Bringing in")}>
              Bring them in
            </button>
          </div>
        )}
        {standing.step === "problems" && (
          <div>
            <p className="font-semibold text-stop">{standing.say}</p>
            {standing.errors.length > 0 && (
              <ul className="my-2 max-h-72 overflow-y-auto" aria-label="Problems by row">
                {standing.errors.slice(0, 200).map((e) => (
                  <li key={`${e.path} ${e.message}`} className="flex gap-4 border-b border-rule py-1">
                    <b className="w-24 shrink-0 font-mono text-[15px]">{e.path}</b>
                    <span>{e.message.replace(/^Row \d+ /, "It ")}</span>
                  </li>
                ))}
                {standing.errors.length > 200 && (
                  <li className="py-1">and {standing.errors.length - 200} more</li>
                )}
              </ul>
            )}
            {standing.sound > 0 && (
              <button
                type="button"
                className="do"
                data-quiet=""
                onClick={() => void send("leave-out-bad=1", "Bringing in")}
              >
                Bring in the {standing.sound.toLocaleString("en-GB")} sound{" "}
                {standing.sound === 1 ? "row" : "rows"}, leave the others out
              </button>
            )}
          </div>
        )}
        {standing.step === "done" && <p className="font-semibold text-go">{standing.say}</p>}
      </div>
    </section>
  );
}
