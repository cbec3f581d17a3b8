"use client";

import { useMemo, useState } from "react";
import { type LabelDesign, RULE_PACKS, SHEET_PRESETS } from "@/core/labels";
import type { LabelBench as Bench } from "@/house/label/bench";
import { mass } from "@/house/language/shown";
import { plural } from "@/house/language/spoken";
import { Field } from "../fields/field";
import { figureIn } from "../fields/figure";
import type { FieldSpec } from "../fields/spec";
import { SaysStanding } from "../fields/standing";
import { useCommand } from "../fields/use-command";
import { useAsked } from "../use-asked";
import { LabelDrawing } from "./drawing";
import { Preflight } from "./preflight";
import { SheetPlaces } from "./sheet-places";

type Values = { readonly [K in keyof LabelDesign]: string | boolean };

const asValues = (design: LabelDesign): Values =>
  Object.fromEntries(
    Object.entries(design).map(([k, v]) => [k, typeof v === "number" ? String(v) : v]),
  ) as Values;

const LOOK: readonly FieldSpec<keyof LabelDesign & string>[] = [
  { name: "widthMm", label: "Width, mm", kind: "figure", span: 1 },
  { name: "heightMm", label: "Height, mm", kind: "figure", span: 1 },
  { name: "lettersMm", label: "Small letters, mm", kind: "figure", span: 1, hint: "height of an x" },
  { name: "figuresMm", label: "Figures, mm", kind: "figure", span: 1, hint: "net quantity" },
  {
    name: "parts",
    label: "Labels on a jar",
    kind: "choice",
    span: 2,
    options: [
      { value: "one", label: "one" },
      { value: "two", label: "front and back" },
    ],
  },
  {
    name: "net",
    label: "Net quantity in",
    kind: "choice",
    span: 2,
    options: [
      { value: "both", label: "g and oz" },
      { value: "metric", label: "g" },
      { value: "ounces", label: "oz first" },
    ],
  },
  {
    name: "code",
    label: "Code",
    kind: "choice",
    span: 2,
    options: [
      { value: "qr", label: "QR" },
      { value: "code128", label: "Code 128, the lot" },
      { value: "ean13", label: "EAN-13, the article" },
      { value: "none", label: "none" },
    ],
  },
  { name: "free", label: "Free line", span: 3, hint: "variety or a note" },
  {
    name: "origin",
    label: "Origin",
    kind: "choice",
    span: 2,
    options: [
      { value: "shares", label: "countries and shares" },
      { value: "countries", label: "countries" },
      { value: "blend", label: "blend of countries" },
      { value: "none", label: "not said" },
    ],
  },
  { name: "grade", label: "Grade claimed", span: 2, hint: "binds once it is claimed" },
  {
    name: "also",
    label: "Second language",
    kind: "choice",
    span: 2,
    options: [
      { value: "", label: "none" },
      { value: "fr", label: "French" },
      { value: "de", label: "German" },
      { value: "es", label: "Spanish" },
    ],
  },
  { name: "kindAlso", label: "Kind of honey in it", span: 2 },
  { name: "storage", label: "How to keep it", span: 3 },
  { name: "nutrition", label: "Nutrition, as typed", span: 3 },
  { name: "priceKg", label: "Price of a kilogram", kind: "figure", span: 1, hint: "by weight" },
  { name: "currency", label: "Currency", span: 1 },
  { name: "panelCm2", label: "Jar's main panel, cm²", kind: "figure", span: 1, hint: "0: not measured" },
  { name: "infant", label: "Line on infants", kind: "check" },
  { name: "colourClass", label: "Colour class", kind: "check" },
  { name: "blooms", label: "Shares of blooms", kind: "check" },
  { name: "logo", label: "Logo", kind: "check" },
];

/** The label drawn to scale, looked over as it is changed, and printed. */
export function LabelBench({ first, jars, owned }: { first: Bench; jars: number; owned: boolean }) {
  const [values, setValues] = useState<Values>(() => asValues(first.design));
  const [pack, setPack] = useState<string>(first.pack);
  const [answered, setAnswered] = useState<readonly string[]>([]);
  const [labels, setLabels] = useState(String(Math.max(1, jars)));
  const [spare, setSpare] = useState("0");
  const [page, setPage] = useState<"a4" | "letter" | "roll">("a4");
  const [part, setPart] = useState<"label" | "back" | "seal">("label");
  const [beginAt, setBeginAt] = useState(0);
  const [despite, setDespite] = useState("");
  const { standing, errorAt, submit } = useCommand("print-labels");
  const keeping = useCommand("keep-label");
  const [made, setMade] = useState<{ id: number; page: string } | null>(null);

  const body = JSON.stringify({ lot: first.lot, design: values, pack, answered });
  const { view: asked, wrong } = useAsked<Bench>("/api/v1/label", body, first);
  const view = asked ?? first;

  const change = (more: Partial<LabelDesign>) =>
    setValues((now) => ({ ...now, ...(asValues(more as LabelDesign) as Partial<Values>) }));
  const unmet = view.findings.filter((f) => f.state === "not-met");
  const open = view.findings.filter((f) => f.state === "check");
  const perSheet = page === "roll" ? 1 : view.perSheet[page];
  const drawnPart =
    part === "seal" ? "seal" : values.parts === "one" ? "one" : part === "back" ? "back" : "front";
  const preset = useMemo(
    () =>
      SHEET_PRESETS.find(
        (p) => String(p.widthMm) === values.widthMm && String(p.heightMm) === values.heightMm,
      )?.id ?? "",
    [values.widthMm, values.heightMm],
  );

  async function print(output: "pdf" | "printer") {
    const answer = await submit({
      lot: first.lot,
      part: drawnPart,
      labels,
      spare,
      output,
      page,
      beginAt: Math.min(beginAt, Math.max(0, perSheet - 1)),
      design: values,
      pack,
      answered,
      ...(unmet.length > 0 && despite ? { despite } : {}),
    });
    const id = (answer?.output as { print?: number } | undefined)?.print;
    if (id !== undefined) setMade({ id, page: output });
  }

  return (
    <form
      aria-label="Label"
      onSubmit={(e) => {
        e.preventDefault();
        void print("pdf");
      }}
    >
      <Preflight.Verdict
        unmet={unmet}
        open={open}
        labels={figureIn(labels) ?? 0}
        onMend={change}
        rules={view.rules}
      />
      <div className="grid gap-3 lg:grid-cols-[minmax(0,1.65fr)_minmax(0,1fr)]">
        <div className="grid min-w-0 content-start gap-3">
          <section className="panel " aria-label="The label, to scale">
            <LabelDrawing
              drawn={view.drawn}
              findings={view.findings}
              onSize={(widthMm, heightMm) => change({ widthMm, heightMm })}
            />
            {wrong.length > 0 && (
              <p className="mt-2 font-semibold text-stop">
                {[...new Set(wrong.map((w) => w.message))].join(" ")}
              </p>
            )}
            {view.origins.length > 0 && (
              <div className="mt-3 border-t border-rule pt-3">
                <p className="mb-1 text-[15px] font-semibold">Origin by weight</p>
                <div className="flex h-11 w-full overflow-hidden rounded border border-rule">
                  {view.origins.map((o) => (
                    <span
                      key={o.country}
                      className="flex min-w-24 items-center justify-between gap-2 overflow-hidden border-r border-rule bg-shelf px-2 text-[15px] shadow-[inset_0_-8px_0_var(--mass-fill)] last:border-r-0"
                      style={{ flexGrow: o.pct }}
                    >
                      <b className="truncate">
                        {o.country} {o.pct < 1 ? "under 1" : o.pct.toFixed(0)} %
                      </b>
                      <span className="whitespace-nowrap">{mass(o.kg)}</span>
                    </span>
                  ))}
                </div>
              </div>
            )}
          </section>
          <section className="panel" aria-label="Print">
            <div className="flex flex-wrap items-start gap-4">
              <Field
                spec={{ name: "labels", label: "Labels", kind: "figure", span: 1 }}
                value={labels}
                error={errorAt("labels")}
                onChange={(v) => setLabels(String(v))}
              />
              <Field
                spec={{ name: "spare", label: "and spare", kind: "figure", span: 1 }}
                value={spare}
                error={errorAt("spare")}
                onChange={(v) => setSpare(String(v))}
              />
              <Field
                spec={{
                  name: "page",
                  label: "On",
                  kind: "choice",
                  span: 2,
                  options: [
                    { value: "a4", label: "A4 sheets" },
                    { value: "letter", label: "Letter sheets" },
                    { value: "roll", label: "a roll" },
                  ],
                }}
                value={page}
                onChange={(v) => {
                  setPage(v as typeof page);
                  setBeginAt(0);
                }}
              />
              <Field
                spec={{
                  name: "part",
                  label: "What",
                  kind: "choice",
                  span: 2,
                  options: [
                    { value: "label", label: values.parts === "one" ? "label" : "front" },
                    ...(values.parts === "one" ? [] : [{ value: "back", label: "back" }]),
                    { value: "seal", label: "seal over the lid" },
                  ],
                }}
                value={part}
                error={errorAt("part")}
                onChange={(v) => setPart(v as typeof part)}
              />
              {page !== "roll" && (
                <SheetPlaces
                  perSheet={perSheet}
                  columns={view.columns[page]}
                  beginAt={beginAt}
                  count={(figureIn(labels) ?? 0) + (figureIn(spare) ?? 0)}
                  onBegin={setBeginAt}
                />
              )}
              {unmet.length > 0 && (
                <Field
                  spec={{
                    name: "despite",
                    label: "Why it is printed all the same",
                    span: 3,
                    hint: `${plural(unmet.length, "rule")} not met`,
                  }}
                  value={despite}
                  error={errorAt("despite")}
                  onChange={(v) => setDespite(String(v))}
                />
              )}
            </div>
            <div className="mt-3 flex flex-wrap items-center gap-3">
              <button type="submit" className="do" aria-disabled={standing.step === "sending"}>
                Print {plural((figureIn(labels) ?? 0) + (figureIn(spare) ?? 0), "label")}
              </button>
              <button type="button" className="do" data-quiet="" onClick={() => void print("printer")}>
                To the label printer
              </button>
              {made && (
                <a
                  className="do"
                  data-quiet=""
                  href={
                    made.page === "printer"
                      ? `/api/v1/label-jobs?job=${made.id}`
                      : `/labels/${first.lot}?print=${made.id}`
                  }
                  target="_blank"
                  rel="noreferrer"
                >
                  {made.page === "printer" ? "See what was sent" : "Open the PDF"}
                </a>
              )}
              <SaysStanding standing={standing} />
            </div>
            {owned && (
              <p className="mt-2 text-ink-2">An owner&apos;s honey: it keeps its own lot and label.</p>
            )}
          </section>
        </div>
        <Preflight findings={view.findings} answered={answered} onAnswer={setAnswered} onMend={change} />
      </div>
      <section className="panel mt-3" aria-label="How it looks">
        <div className="flex flex-wrap items-start gap-4">
          <Field
            spec={{
              name: "pack",
              label: "Sold in",
              kind: "choice",
              span: 3,
              options: Object.entries(RULE_PACKS).map(([value, p]) => ({
                value,
                label: `${p.name} (${p.dated})`,
              })),
              hint: "check with your authority",
            }}
            value={pack}
            onChange={(v) => setPack(String(v))}
          />
          <Field
            spec={{
              name: "preset",
              label: "Label's size",
              kind: "choice",
              span: 3,
              options: [
                ...SHEET_PRESETS.map((p) => ({ value: p.id, label: p.says })),
                { value: "", label: "own size" },
              ],
            }}
            value={preset}
            onChange={(v) => {
              const size = SHEET_PRESETS.find((p) => p.id === v);
              if (size) change({ widthMm: size.widthMm, heightMm: size.heightMm });
            }}
          />
          {LOOK.filter((spec) => spec.kind !== "check").map((spec) => (
            <Field
              key={spec.name}
              spec={spec}
              value={values[spec.name]}
              error={errorAt(`design.${spec.name}`)}
              onChange={(v) => setValues((now) => ({ ...now, [spec.name]: v }))}
            />
          ))}
        </div>
        <div className="mt-4 flex flex-wrap gap-x-8 gap-y-2">
          {LOOK.filter((spec) => spec.kind === "check").map((spec) => (
            <Field
              key={spec.name}
              spec={spec}
              value={values[spec.name]}
              onChange={(v) => setValues((now) => ({ ...now, [spec.name]: v }))}
            />
          ))}
        </div>
        <button
          type="button"
          className="do mt-3"
          data-quiet=""
          onClick={() => void keeping.submit({ lot: first.lot, design: values })}
        >
          Keep this look
        </button>{" "}
        <SaysStanding standing={keeping.standing} />
      </section>
    </form>
  );
}
