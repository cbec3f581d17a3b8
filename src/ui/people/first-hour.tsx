"use client";

import { useEffect, useState } from "react";
import { useForm } from "react-hook-form";
import { type FirstAnswers, firstSteps, usualPreset } from "@/house/first-hour";
import { PRESET_NAMES, PRESETS, type Preset } from "@/house/people/parts";
import { send } from "../send";

interface Asked {
  name: string;
  country: string;
  colonies: string;
  boxes: "numbered" | "none";
  boxCount: string;
  machine: FirstAnswers["machine"];
  slots: string;
  instrument: FirstAnswers["instrument"];
  mass: FirstAnswers["mass"];
  preset: Preset | "usual";
}

const US = new Set(["US", "LR"]);
const region = (): string => new Intl.Locale(navigator.language).region ?? "";

const count = (text: string, most: number): number =>
  Math.min(most, Math.max(0, Math.floor(Number(text) || 0)));

const FIELD = "min-h-14 rounded border-[1.5px] border-edge bg-shelf px-3 text-[19px]";
const Question = ({ n, title, children }: { n: number; title: string; children: React.ReactNode }) => (
  <fieldset className="panel mb-3">
    <legend className="float-left mb-2 w-full text-[19px] font-bold">
      <span className="mr-2 text-ink-2">{n}</span>
      {title}
    </legend>
    <div className="clear-both flex flex-wrap items-end gap-4">{children}</div>
  </fieldset>
);

/** The house asks, and sets itself up by ordinary entries, one after the other; what failed says why and goes on from there. */
export function FirstHour({ begun }: { begun: boolean }) {
  // While it sets up, the house is begun under it: what it was when this was opened counts.
  const [wasBegun] = useState(begun);
  const { register, handleSubmit, watch, setValue } = useForm<Asked>({
    defaultValues: {
      name: "",
      country: "",
      colonies: "3",
      boxes: "numbered",
      boxCount: "",
      machine: "hand",
      slots: "4",
      instrument: "none",
      mass: "kg",
      preset: "usual",
    },
  });
  const [says, setSays] = useState<string | null>(null);
  const [done, setDone] = useState(0);
  const [of, setOf] = useState(0);
  useEffect(() => {
    const here = region();
    if (here) setValue("country", new Intl.DisplayNames(["en"], { type: "region" }).of(here) ?? "");
    if (US.has(here)) setValue("mass", "lb");
  }, [setValue]);
  const asked = watch();
  const colonies = count(asked.colonies, 400);
  const usual = usualPreset(colonies);

  async function setUp(a: Asked): Promise<void> {
    const boxes = a.boxes === "numbered" ? count(a.boxCount, 2000) || colonies * 2 : 0;
    const steps = firstSteps({
      name: a.name.trim(),
      country: a.country.trim(),
      zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
      colonies,
      boxes,
      machine: a.machine,
      slots: Math.max(2, count(a.slots, 120)),
      instrument: a.instrument,
      mass: a.mass,
      preset: a.preset === "usual" ? usual : a.preset,
    });
    setOf(steps.length);
    setSays(null);
    for (const [i, step] of steps.entries()) {
      if (i < done) continue;
      const outcome = await send(step.command, step.input);
      if (!outcome.ok) return setSays(outcome.refused.message);
      setDone(i + 1);
    }
    location.assign(boxes > 0 ? "/yard?do=pull" : "/yard?do=frames");
  }

  if (wasBegun)
    return (
      <p className="panel">
        This house is set up already: what it is called and how it works is changed in{" "}
        <a href="/set-up" className="font-semibold">
          Set-up
        </a>
        .
      </p>
    );
  return (
    <form
      aria-label="The first hour"
      className="max-w-3xl"
      onSubmit={(e) => void handleSubmit(setUp)(e)}
      noValidate
    >
      <div className="panel mb-3 flex flex-wrap gap-4">
        <label className="min-w-60 flex-1">
          <span className="mb-1 block font-semibold">What is the house called?</span>
          <input className={`${FIELD} w-full`} placeholder="as on the label" {...register("name")} />
        </label>
        <label>
          <span className="mb-1 block font-semibold">In which country?</span>
          <input className={FIELD} {...register("country")} />
        </label>
      </div>
      <Question n={1} title="How many colonies?">
        <label>
          <span className="sr-only">Colonies</span>
          <input className={`${FIELD} w-28`} inputMode="numeric" {...register("colonies")} />
        </label>
      </Question>
      <Question n={2} title="Do your boxes bear numbers?">
        <label>
          <span className="sr-only">Boxes</span>
          <select className={FIELD} {...register("boxes")}>
            <option value="numbered">yes, or they will</option>
            <option value="none">no: loose frames and crates</option>
          </select>
        </label>
        {asked.boxes === "numbered" && (
          <label>
            <span className="mb-1 block font-semibold">How many boxes</span>
            <input
              className={`${FIELD} w-28`}
              inputMode="numeric"
              placeholder={String(colonies * 2)}
              {...register("boxCount")}
            />
          </label>
        )}
      </Question>
      <Question n={3} title="What do you spin with?">
        <label>
          <span className="sr-only">Machine</span>
          <select className={FIELD} {...register("machine")}>
            <option value="none">nothing: crushed, pressed or cut</option>
            <option value="hand">a machine turned by hand</option>
            <option value="motor">a machine with a motor</option>
          </select>
        </label>
        {asked.machine !== "none" && (
          <label>
            <span className="mb-1 block font-semibold">Frames it takes</span>
            <input className={`${FIELD} w-28`} inputMode="numeric" {...register("slots")} />
          </label>
        )}
      </Question>
      <Question n={4} title="What do you read water with?">
        <label>
          <span className="sr-only">Instrument</span>
          <select className={FIELD} {...register("instrument")}>
            <option value="none">nothing: cappings and shaking tell</option>
            <option value="water">a refractometer that shows water</option>
            <option value="brix">a refractometer that shows Brix</option>
          </select>
        </label>
      </Question>
      <Question n={5} title="Kilograms or pounds?">
        <label>
          <span className="sr-only">Unit</span>
          <select className={FIELD} {...register("mass")}>
            <option value="kg">kilograms, °C</option>
            <option value="lb">pounds, °F</option>
          </select>
        </label>
        <label>
          <span className="mb-1 block font-semibold">Shown is what is for</span>
          <select className={FIELD} {...register("preset")}>
            <option value="usual">{PRESETS[usual].label.toLowerCase()}, by your answers</option>
            {PRESET_NAMES.map((p) => (
              <option key={p} value={p}>
                {PRESETS[p].label}
              </option>
            ))}
          </select>
        </label>
      </Question>
      {says && (
        <p role="alert" className="mb-3 font-semibold text-stop">
          {says} {done > 0 && `${done} of ${of} steps are done; the next press goes on from there.`}
        </p>
      )}
      <button type="submit" className="do min-h-14!">
        {done > 0 && !says ? `Setting up, ${done} of ${of}` : "Set the house up"}
      </button>
    </form>
  );
}
