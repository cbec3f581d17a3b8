"use client";

import { useMemo, useState } from "react";
import { NET_RULES, type NetRules, readWeights } from "@/core/bottling";
import { AtField, type Judged, judged, type KnownWeight } from "@/house/bottle/judged";
import { dutySaid, giveawaySaid, inspectorSaid, scaleInWords } from "@/house/bottle/said";
import { asRead, asReckoned, jar, unitOf, weighedG } from "@/house/language/shown";
import { Field } from "../fields/field";
import { figureIn, jarIn, massIn } from "../fields/figure";
import { SaysStanding } from "../fields/standing";
import { useCommand } from "../fields/use-command";
import { type DeviceAtHand, FromDevice } from "../from-device";

// Drawn narrow, so that its figures are large on a phone too.
const W = 440;
const H = 170;
const NAMES = 118;

/** Each jar as it was weighed, one after the other, with its label, what it may be short, the mean and where to aim. */
function Strip({
  weights,
  nominalG,
  errorG,
  meanG,
  targetG,
}: {
  weights: readonly number[];
  nominalG: number;
  errorG: number;
  meanG: number;
  targetG: number | null;
}) {
  const lo = Math.min(nominalG - 1.2 * errorG, ...weights) - 1;
  const hi = Math.max(nominalG + errorG * 0.6, targetG ?? 0, ...weights) + 1;
  const y = (g: number): number => H - 14 - ((g - lo) / (hi - lo)) * (H - 28);
  const x = (i: number): number => 8 + ((i + 0.5) / Math.max(10, weights.length)) * (W - NAMES - 16);
  const lines = [
    { g: nominalG, says: `label ${jar(nominalG)}`, stroke: "var(--ink)", dash: "" },
    {
      g: nominalG - errorG,
      says: `short ${weighedG(nominalG - errorG)}`,
      stroke: "var(--stop)",
      dash: "6 4",
    },
    ...(weights.length > 1
      ? [{ g: meanG, says: `mean ${weighedG(meanG)}`, stroke: "var(--mass)", dash: "" }]
      : []),
    ...(targetG === null
      ? []
      : [{ g: targetG, says: `aim ${weighedG(targetG)}`, stroke: "var(--go)", dash: "2 4" }]),
  ];
  // Names that would lie over each other are moved apart.
  const named = [...lines].sort((a, b) => b.g - a.g);
  const at: number[] = [];
  for (const l of named) at.push(Math.max(y(l.g) + 4, (at.at(-1) ?? -Infinity) + 15));
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className="w-full max-w-[680px]"
      role="img"
      aria-label={`${weights.length} jars between ${weighedG(Math.min(...weights))} and ${weighedG(Math.max(...weights))}, mean ${weighedG(meanG)}`}
    >
      {named.map((l, i) => (
        <g key={l.says}>
          <line
            x1={8}
            x2={W - NAMES - 6}
            y1={y(l.g)}
            y2={y(l.g)}
            stroke={l.stroke}
            strokeWidth={1.5}
            strokeDasharray={l.dash}
          />
          <text x={W - NAMES} y={at[i]} fontSize={12.5} fontWeight={700} fill={l.stroke}>
            {l.says}
          </text>
        </g>
      ))}
      {weights
        .map((g, i) => ({ g, nth: i }))
        .map(({ g, nth }) => (
          <circle
            key={nth}
            cx={x(nth)}
            cy={y(g)}
            r={weights.length > 120 ? 2 : 4}
            fill={g < nominalG - errorG ? "var(--stop)" : g < nominalG ? "none" : "var(--mass)"}
            stroke={g < nominalG ? "var(--stop)" : "var(--mass)"}
            strokeWidth={1.5}
          />
        ))}
    </svg>
  );
}

const rounded = (list: readonly number[]): number[] => list.map((g) => Number(g.toFixed(3)));

/** A pasted list as grams, or what is wrong with it. */
function useList(text: string): { readonly list: readonly number[]; readonly wrong?: string } {
  return useMemo(() => {
    try {
      return { list: readWeights(text).map((w) => asReckoned(w, "g")) };
    } catch (fault) {
      return { list: [], wrong: (fault as Error).message };
    }
  }, [text]);
}

function List({
  name,
  label,
  text,
  wrong,
  onText,
}: {
  name: string;
  label: string;
  text: string;
  wrong: string | undefined;
  onText: (text: string) => void;
}) {
  return (
    <label className="min-w-72 flex-1">
      <span className="mb-1 block text-[15px] font-semibold">
        {label}, <span className="font-normal text-ink-2">{unitOf("g")}, typed or pasted</span>
      </span>
      <textarea
        name={name}
        rows={3}
        className="w-full rounded border border-edge bg-shelf p-2 font-mono"
        value={text}
        aria-invalid={wrong ? true : undefined}
        onChange={(e) => onText(e.target.value)}
      />
      {wrong && <span className="block text-[15px] font-semibold text-stop">{wrong}</span>}
    </label>
  );
}

/** Jars on the scale, one after the other or pasted: both verdicts at once, and how full to aim. */
export function WeighJars({
  lots,
  typed: [proposedJar, proposedJars],
  known,
  device,
}: {
  /** Today's known weight on the scale. */
  known: (KnownWeight & { readonly when: string }) | null;
  device: DeviceAtHand | undefined;
  lots: readonly {
    readonly code: string;
    readonly jarG: number;
    readonly jars: number;
    readonly says: string;
  }[];
  typed: readonly [jarG: number, jars: number];
}) {
  const [lot, setLot] = useState(lots[0]?.code ?? "");
  const own = lots.find((l) => l.code === lot);
  const [jarText, setJar] = useState(String(Number(asRead(own?.jarG ?? proposedJar, "g").toFixed(2))));
  const [jars, setJars] = useState(String(own?.jars ?? proposedJars));
  const [rules, setRules] = useState<NetRules>("oiml-r87");
  const [step, setStep] = useState(() => String(Number(asRead(1, "g").toFixed(3))));
  const [text, setText] = useState("");
  const [one, setOne] = useState("");
  const [empty, setEmpty] = useState("");
  const [second, setSecond] = useState("");
  const { standing, errorAt, submit } = useCommand("weigh-jars");

  const weights = useList(text);
  const empties = useList(empty);
  const seconds = useList(second);
  // A label is of whole grams: what is judged is what is kept.
  const nominalG = Math.round(jarIn(jarText) ?? 0);
  const count = figureIn(jars) ?? 0;
  const stepG = asReckoned(figureIn(step) ?? 0, "g");
  const result = useMemo((): { found?: Judged; wrong?: AtField } => {
    if (weights.list.length === 0 || nominalG < 5 || count < 1) return {};
    try {
      return {
        found: judged({
          shownG: weights.list,
          secondG: seconds.list,
          emptyG: empties.list,
          nominalG,
          lot: Math.max(count, weights.list.length + seconds.list.length),
          rules,
          stepG,
          scale: known,
        }),
      };
    } catch (fault) {
      return fault instanceof AtField ? { wrong: fault } : {};
    }
  }, [weights.list, seconds.list, empties.list, nominalG, count, rules, stepG, known]);
  const wrongAt = (field: "weights" | "empty"): string | undefined =>
    result.wrong?.field === field ? result.wrong.message : undefined;
  const found = result.found;
  const check = found?.check;
  const tone = check && { kept: "go", broken: "stop", unsure: "water" }[check.duty.verdict];

  function put(weight: string): void {
    setText((now) => `${now}${now === "" ? "" : " "}${weight}`);
  }
  function add(): void {
    if (figureIn(one) === null) return;
    put(one.trim());
    setOne("");
  }

  return (
    <form
      className="panel mb-3"
      aria-label="Weigh jars"
      onSubmit={async (e) => {
        e.preventDefault();
        const done = await submit({
          ...(lot ? { lot } : {}),
          jarG: nominalG,
          jars: count,
          rules,
          stepG,
          weights: rounded(weights.list),
          ...(empties.list.length > 0 ? { empty: rounded(empties.list) } : {}),
          ...(seconds.list.length > 0 ? { second: rounded(seconds.list) } : {}),
        });
        if (!done) return;
        setText("");
        setSecond("");
      }}
    >
      <div className="flex flex-wrap items-start gap-4">
        {lots.length > 0 && (
          <Field
            spec={{
              name: "lot",
              label: "Of lot",
              kind: "choice",
              span: 3,
              options: [
                ...lots.map((l) => ({ value: l.code, label: l.says })),
                { value: "", label: "no lot yet" },
              ],
            }}
            value={lot}
            error={errorAt("lot")}
            onChange={(v) => {
              setLot(String(v));
              const next = lots.find((l) => l.code === v);
              if (!next) return;
              setJar(String(Number(asRead(next.jarG, "g").toFixed(2))));
              setJars(String(next.jars));
            }}
          />
        )}
        <Field
          spec={{ name: "jarG", label: "Label says", unit: "g", kind: "figure", span: 1 }}
          value={jarText}
          error={errorAt("jarG")}
          onChange={(v) => setJar(String(v))}
        />
        <Field
          spec={{ name: "jars", label: "Jars filled", kind: "figure", span: 1 }}
          value={jars}
          error={errorAt("jars")}
          onChange={(v) => setJars(String(v))}
        />
        <Field
          spec={{
            name: "rules",
            label: "Rules",
            kind: "choice",
            span: 3,
            options: Object.entries(NET_RULES).map(([value, r]) => ({
              value,
              label: `${r.name} (${r.dated})`,
            })),
            hint: "check with your authority",
          }}
          value={rules}
          onChange={(v) => setRules(v as NetRules)}
        />
        <Field
          spec={{ name: "stepG", label: "Scale's step", unit: "g", kind: "figure", span: 1 }}
          value={step}
          error={errorAt("stepG")}
          onChange={(v) => setStep(String(v))}
        />
      </div>
      <div className="mt-2 flex flex-wrap items-start gap-4">
        <Field
          spec={{
            name: "one",
            label: "Next jar, net",
            unit: "g",
            kind: "figure",
            span: 2,
            hint: "zero with an empty jar; Enter after each",
          }}
          value={one}
          autoFocus
          onChange={(v) => setOne(String(v))}
          onEnter={add}
        />
        <FromDevice
          kind="scale"
          device={device}
          about={() => ({ jarG: nominalG })}
          onValue={(v) => {
            const kg = massIn(v);
            if (kg !== null) put(String(Number(asRead(kg * 1000, "g").toFixed(2))));
          }}
        />
        <List
          name="weights"
          label="All of them"
          text={text}
          wrong={weights.wrong ?? wrongAt("weights") ?? errorAt("weights")}
          onText={setText}
        />
      </div>
      <details className="mt-2" open={empty !== "" || second !== "" || undefined}>
        <summary className="min-h-12 cursor-pointer py-3 font-semibold">
          A mean tare, or a second sample
        </summary>
        <div className="flex flex-wrap gap-4">
          <List
            name="empty"
            label="Empty jars, at least 25"
            text={empty}
            wrong={empties.wrong ?? wrongAt("empty") ?? errorAt("empty")}
            onText={setEmpty}
          />
          <List
            name="second"
            label="Second sample (76/211)"
            text={second}
            wrong={seconds.wrong ?? errorAt("second")}
            onText={setSecond}
          />
        </div>
      </details>
      {check && found && (
        <div className="mt-3 border-t border-rule pt-3" aria-live="polite">
          <Strip
            weights={found.netG}
            nominalG={nominalG}
            errorG={check.errorG}
            meanG={check.meanG}
            targetG={found.target?.targetG ?? null}
          />
          <p data-tone={tone} className="mt-1 text-[18px] font-bold" style={{ color: "var(--tone)" }}>
            {dutySaid(check)}
          </p>
          <p>{inspectorSaid(check, rules)}</p>
          <p className={found.scale?.fit === false ? "font-semibold text-stop" : "text-ink-2"}>
            {scaleInWords(found.scale)}
            {found.tare &&
              ` A mean tare of ${weighedG(found.tare.meanG)} is taken off; empty jars differ by ${weighedG(found.tare.sdG)}, up to ${weighedG(found.tare.mayBeG)} will do.`}
          </p>
          <p className="text-ink-2">
            {giveawaySaid(check.giveawayG, Math.max(1, count))}.
            {found.target && ` At the aim: ${giveawaySaid(found.target.giveawayG, Math.max(1, count))}.`}
            {found.target &&
              ` At this spread of ${weighedG(found.target.sdG)} aim for ${weighedG(found.target.targetG)}: the duty is kept in 99 fillings of 100; were the spread known for sure, ${weighedG(found.target.ifKnownG)} would do.`}
          </p>
        </div>
      )}
      <div className="mt-3 flex flex-wrap items-center gap-4">
        <button type="submit" className="do" aria-disabled={standing.step === "sending" || !check}>
          Keep this weighing
        </button>
        <SaysStanding standing={standing} />
      </div>
    </form>
  );
}
