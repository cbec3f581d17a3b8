"use client";

import { SCHOOLS, type School } from "@/core/moisture";
import type { PullSheetView } from "@/house/yard/view";
import { Field } from "../fields/field";

/** What holds for the whole pull: where, when, by which school, and what the samples are read with. */
export function SheetHead({
  view,
  yard,
  setYard,
  date,
  setDate,
  school,
  setSchool,
  instrument,
  setInstrument,
  sampleC,
  setSampleC,
  errorAt,
}: {
  view: PullSheetView;
  yard: string;
  setYard: (yard: string) => void;
  date: string;
  setDate: (day: string) => void;
  school: School;
  setSchool: (school: School) => void;
  instrument: string;
  setInstrument: (name: string) => void;
  sampleC: string;
  setSampleC: (tempC: string) => void;
  errorAt: (field: string) => string | undefined;
}) {
  return (
    <div className="mb-3 flex flex-wrap gap-4 border-b border-rule pb-3">
      <Field
        spec={{
          name: "yard",
          label: "Yard",
          kind: "choice",
          options: view.yards.map((y) => ({ value: y, label: y })),
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
      <Field
        spec={{
          name: "school",
          label: "Judged by",
          hint: `this house: ${view.rules.school}`,
          kind: "choice",
          options: SCHOOLS.map((x) => ({
            value: x,
            label: x,
          })),
        }}
        value={school}
        onChange={(v) => setSchool(v as School)}
      />
      {view.instruments.length > 0 && (
        <Field
          spec={{
            name: "instrument",
            label: "Refractometer",
            kind: "choice",
            span: 1,
            options: view.instruments.map((i) => ({
              value: i.name,
              label: `${i.name}${i.verified ? "" : ", unverified"}`,
            })),
          }}
          value={instrument}
          error={errorAt("instrument")}
          onChange={(v) => setInstrument(String(v))}
        />
      )}
      <Field
        spec={{ name: "sampleC", label: "Samples at", unit: "°C", kind: "figure", span: 1 }}
        value={sampleC}
        error={errorAt("sampleC")}
        onChange={(v) => setSampleC(String(v))}
      />
    </div>
  );
}
