"use client";

import { Plus } from "lucide-react";
import { useState } from "react";
import { Field } from "./fields/field";
import { type FieldSpec, inputFrom } from "./fields/spec";
import { SaysStanding } from "./fields/standing";
import { useCommand } from "./fields/use-command";

interface Row {
  readonly key: number;
  readonly tag: string;
  readonly colony: string;
  readonly cappedPct: string;
  readonly grossKg: string;
}

const CAPPED_KEYS = ["50", "80", "95", "100"] as const;

/** The pull sheet: one row a super, the next row opens by itself with the same colony. */
export function PullSheet({
  yards,
  today,
  emptyKgBySuper,
  colonyTags,
}: {
  yards: readonly string[];
  today: string;
  emptyKgBySuper: Readonly<Record<string, number>>;
  colonyTags: readonly string[];
}) {
  const blank = (key: number, like?: Row): Row => ({
    key,
    tag: "",
    colony: like?.colony ?? "",
    cappedPct: like?.cappedPct ?? "95",
    grossKg: "",
  });
  const [yard, setYard] = useState(yards[0] ?? "");
  const [date, setDate] = useState(today);
  const [rows, setRows] = useState<readonly Row[]>([blank(0)]);
  const { standing, errorAt, submit } = useCommand("pull-supers");
  const set = (key: number, change: Partial<Row>) =>
    setRows((now) => now.map((r) => (r.key === key ? { ...r, ...change } : r)));
  const more = () => setRows((now) => [...now, blank((now.at(-1)?.key ?? 0) + 1, now.at(-1))]);
  const filled = rows.filter((r) => r.tag !== "" || r.grossKg !== "");

  async function record() {
    const values = Object.fromEntries(
      filled.flatMap((r, i) =>
        (["tag", "colony", "cappedPct", "grossKg"] as const).map((f) => [`supers.${i}.${f}`, r[f]]),
      ),
    );
    const answer = await submit({ supers: [], ...inputFrom({ yard, date, ...values }) });
    if (answer) setRows([blank(0)]);
  }

  const field = (
    r: Row,
    i: number,
    name: "tag" | "colony" | "cappedPct" | "grossKg",
    spec: Omit<FieldSpec, "name">,
    focus = false,
  ) => (
    <Field
      spec={{ ...spec, name: `supers.${i}.${name}` }}
      value={r[name]}
      error={errorAt(`supers.${filled.indexOf(r)}.${name}`)}
      autoFocus={focus}
      onChange={(v) => set(r.key, { [name]: String(v) })}
    />
  );

  return (
    <form
      className="panel mb-3"
      aria-label="Pull sheet"
      onSubmit={(e) => {
        e.preventDefault();
        void record();
      }}
    >
      <div className="mb-3 flex flex-wrap gap-4">
        <Field
          spec={{
            name: "yard",
            label: "Yard",
            kind: "choice",
            options: yards.map((y) => ({ value: y, label: y })),
            span: 3,
          }}
          value={yard}
          error={errorAt("yard")}
          onChange={(v) => setYard(String(v))}
        />
        <Field
          spec={{ name: "date", label: "Day of the pull", kind: "day" }}
          value={date}
          error={errorAt("date")}
          onChange={(v) => setDate(String(v))}
        />
      </div>
      <ol className="grid gap-3">
        {rows.map((r, i) => {
          const honey = netKg(r, emptyKgBySuper);
          return (
            <li key={r.key} className="flex flex-wrap items-start gap-3 border-t border-rule pt-3">
              {field(r, i, "tag", { label: "Super", placeholder: "41", span: 1 }, true)}
              {field(r, i, "colony", { label: "Off colony", placeholder: "12", span: 1, offers: colonyTags })}
              <div>
                {field(r, i, "cappedPct", { label: "Capped", unit: "%", kind: "figure", span: 1 })}
                <fieldset className="mt-1 flex gap-1" aria-label="Share capped, quickly">
                  {CAPPED_KEYS.map((c) => (
                    <button
                      key={c}
                      type="button"
                      className="min-h-12 min-w-12 rounded border border-edge font-mono aria-pressed:bg-ink aria-pressed:text-shelf"
                      aria-pressed={r.cappedPct === c}
                      onClick={() => set(r.key, { cappedPct: c })}
                    >
                      {c}
                    </button>
                  ))}
                </fieldset>
              </div>
              {field(r, i, "grossKg", { label: "Weighs", unit: "kg", kind: "figure", span: 1 })}
              {honey !== null && (
                <p className="self-center pt-4 font-semibold text-mass">
                  {honey.toFixed(1)} <small className="font-normal text-ink-2">kg honey</small>
                </p>
              )}
            </li>
          );
        })}
      </ol>
      <div className="mt-4 flex flex-wrap items-center gap-4">
        <button type="button" className="do" data-quiet="" onClick={more}>
          <Plus size={18} aria-hidden /> Next super
        </button>
        <button type="submit" className="do" aria-disabled={standing.step === "sending"}>
          Record the pull
        </button>
        <SaysStanding standing={standing} />
      </div>
    </form>
  );
}

/** What the typed weight means in honey, while typing; the house computes it again when it is recorded. */
function netKg(row: Row, emptyKgBySuper: Readonly<Record<string, number>>): number | null {
  const gross = Number(row.grossKg.replace(",", "."));
  const empty =
    emptyKgBySuper[
      row.tag
        .trim()
        .toUpperCase()
        .replace(/^S(?=\d)/, "")
    ];
  return row.grossKg !== "" && Number.isFinite(gross) && empty !== undefined && gross > empty
    ? gross - empty
    : null;
}
