"use client";

import { ChevronLeft, ChevronRight, Minus, Plus } from "lucide-react";
import { FLAGS, type Ripeness, type SuperFlag } from "@/core/moisture";
import { massFigure } from "@/house/language/shown";
import { ChoiceKeys } from "../choice-keys";
import { Field } from "../fields/field";
import { tempIn } from "../fields/figure";
import { type DeviceAtHand, FromDevice } from "../from-device";
import { Slide } from "../slide";
import type { PullRow } from "./rows";
import { FLAG, SCHOOL, VERDICT } from "./words";

const CAPPED_KEYS = [
  { value: "50", label: "half" },
  { value: "80", label: "most" },
  { value: "98", label: "sealed" },
] as const;

/** The verdict over the card while it is filled in: the word, the reason, and what another school would say. */
export function VerdictBand({
  ripeness,
  honey,
}: {
  ripeness: Ripeness;
  honey: { kg: number; weighed: boolean };
}) {
  const { word, tone } = VERDICT[ripeness.verdict];
  return (
    <div
      data-tone={tone}
      className="flex flex-wrap items-baseline gap-x-4 gap-y-1 border-l-[6px] bg-niche px-3 py-2"
      style={{ borderLeftColor: "var(--tone)" }}
      aria-live="polite"
    >
      <b className="text-[22px]" style={{ color: "var(--tone)" }}>
        {word}
      </b>
      <span className="min-w-0 flex-1 basis-60">
        {ripeness.sentence.replace(/^[^:]*: /, "")}
        <span className="block text-[14px] text-ink-2">
          judged {SCHOOL[ripeness.school].replace(":", ",")};{" "}
          {ripeness.others.map((o) => `${o.school} would say ${VERDICT[o.verdict].word}`).join("; ")}
        </span>
      </span>
      <span className="text-[20px] font-bold text-mass">
        {honey.weighed ? "" : "about "}
        {massFigure(honey.kg)} <small className="text-[14px] font-normal text-ink-2">kg honey</small>
      </span>
    </div>
  );
}

/** One super in hand: everything that is seen of it, on targets for gloves. */
export function PullCard({
  row,
  colonyTags,
  devices,
  sampleC,
  errorAt,
  change,
  step,
}: {
  row: PullRow;
  colonyTags: readonly string[];
  devices: { scale?: DeviceAtHand | undefined; refractometer?: DeviceAtHand | undefined };
  sampleC: string;
  errorAt: (field: string) => string | undefined;
  change: (change: Partial<PullRow>) => void;
  /** To the neighbouring super, by arrow. */
  step: (by: 1 | -1) => void;
}) {
  // A scanner types the tag and Enter: that goes on to the next field, it does not take the super.
  const scanned = () =>
    document.getElementsByName(row.colony.trim() === "" ? "colony" : "grossKg")[0]?.focus();
  const toggle = (flag: SuperFlag | "") => {
    if (flag)
      change({
        flags: row.flags.includes(flag) ? row.flags.filter((f) => f !== flag) : [...row.flags, flag],
      });
  };
  const capped = Number(row.cappedPct);
  return (
    <div className="grid gap-3">
      <div className="flex flex-wrap items-start gap-3">
        <button
          type="button"
          className="do mt-[25px] w-11 px-0"
          data-quiet=""
          aria-label="The super before"
          onClick={() => step(-1)}
        >
          <ChevronLeft aria-hidden />
        </button>
        <Field
          spec={{ name: "tag", label: "Super", placeholder: "41", span: 1 }}
          value={row.tag}
          error={errorAt("tag")}
          onEnter={scanned}
          autoFocus
          onChange={(v) => change({ tag: String(v) })}
        />
        <button
          type="button"
          className="do mt-[25px] w-11 px-0"
          data-quiet=""
          aria-label="The next super"
          onClick={() => step(1)}
        >
          <ChevronRight aria-hidden />
        </button>
        <Field
          spec={{ name: "colony", label: "Off colony", placeholder: "12", span: 1, offers: colonyTags }}
          value={row.colony}
          error={errorAt("colony")}
          onChange={(v) => change({ colony: String(v) })}
        />
        {/* What a device fills in stands beside its field, also on a phone. */}
        <div className="flex items-start gap-3">
          <Field
            spec={{
              name: "grossKg",
              label: "Weighs",
              unit: "kg",
              kind: "figure",
              hint: "now or later",
              span: 1,
            }}
            value={row.grossKg}
            error={errorAt("grossKg")}
            onChange={(v) => change({ grossKg: String(v) })}
          />
          <div className="pt-[25px]">
            <FromDevice
              kind="scale"
              device={devices.scale}
              about={() => ({ super: row.tag, cappedPct: row.cappedPct })}
              onValue={(grossKg) => change({ grossKg })}
            />
          </div>
        </div>
        <div className="flex items-start gap-3">
          <Field
            spec={{ name: "sample", label: "Sample reads", kind: "figure", hint: "if you like", span: 1 }}
            value={row.sample}
            error={errorAt("sample")}
            onChange={(v) => change({ sample: String(v) })}
          />
          <div className="pt-[25px]">
            <FromDevice
              kind="refractometer"
              device={devices.refractometer}
              about={() => ({ super: row.tag, cappedPct: row.cappedPct, sampleC: tempIn(sampleC) ?? 20 })}
              onValue={(sample) => change({ sample })}
            />
          </div>
        </div>
      </div>
      <div className="flex flex-wrap items-end gap-4">
        <Field
          spec={{ name: "cappedPct", label: "Capped", unit: "%", kind: "figure", span: 1 }}
          value={row.cappedPct}
          error={errorAt("cappedPct")}
          onChange={(v) => change({ cappedPct: String(v) })}
        />
        <Slide
          name="Share capped, of the cells with honey"
          className="min-w-56 flex-1"
          min={0}
          max={100}
          value={Number.isFinite(capped) ? capped : 0}
          onChange={(v) => change({ cappedPct: String(v) })}
        />
        <ChoiceKeys
          label="or by eye"
          options={CAPPED_KEYS}
          value={row.cappedPct as "50"}
          onChange={(v) => change({ cappedPct: v })}
        />
      </div>
      <div className="flex flex-wrap items-start gap-x-6 gap-y-3">
        <ChoiceKeys
          label="Shaken sharply"
          options={[
            { value: "no-drops", label: "no drops" },
            { value: "drops", label: "drops fly" },
          ]}
          value={row.shake}
          optional
          onChange={(shake) => change({ shake })}
        />
        {row.shake !== "" && (
          <Field
            spec={{
              name: "partlyCapped",
              label: "Frames partly capped",
              hint: "those it was shaken for",
              kind: "figure",
              span: 1,
            }}
            value={row.partlyCapped}
            error={errorAt("partlyCapped")}
            onChange={(v) => change({ partlyCapped: String(v) })}
          />
        )}
        <ChoiceKeys
          label="Frames lift"
          options={[
            { value: "light", label: "light" },
            { value: "middle", label: "middle" },
            { value: "heavy", label: "heavy" },
          ]}
          value={row.frameClass}
          optional
          onChange={(frameClass) => change({ frameClass })}
        />
        <fieldset>
          <legend className="mb-1 text-[15px] font-semibold">Frames left behind</legend>
          <div className="flex items-center gap-2">
            <button
              type="button"
              className="do min-h-14"
              data-quiet=""
              aria-label="One frame less left behind"
              onClick={() => change({ framesLeft: Math.max(0, row.framesLeft - 1) })}
            >
              <Minus size={18} aria-hidden />
            </button>
            <output className="min-w-8 text-center text-[22px] font-bold">{row.framesLeft}</output>
            <button
              type="button"
              className="do min-h-14"
              data-quiet=""
              aria-label="One more frame left behind"
              onClick={() => change({ framesLeft: Math.min(14, row.framesLeft + 1) })}
            >
              <Plus size={18} aria-hidden />
            </button>
          </div>
          {errorAt("framesLeft") && (
            <p className="mt-1 max-w-56 text-[15px] font-semibold text-stop">{errorAt("framesLeft")}</p>
          )}
        </fieldset>
      </div>
      <div className="flex flex-wrap items-end gap-3">
        <ChoiceKeys
          label="Seen on it"
          options={FLAGS.map((f) => ({ value: f, label: FLAG[f] }))}
          value={row.flags}
          onChange={toggle}
        />
        {row.flags.includes("waiting") && (
          <Field
            spec={{ name: "waitingUntil", label: "Waiting ends", kind: "day" }}
            value={row.waitingUntil}
            error={errorAt("waitingUntil")}
            onChange={(v) => change({ waitingUntil: String(v) })}
          />
        )}
      </div>
    </div>
  );
}
