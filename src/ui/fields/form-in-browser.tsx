"use client";

import { type ReactNode, useEffect, useRef, useState } from "react";
import { Controller, type FieldPath, type FieldValues, get, set, useForm } from "react-hook-form";
import type { CommandName } from "@/house";
import { NotYours, useMay } from "../people/rights";
import { draftOf, dropDraft, keepDraft } from "./draft";
import { Field } from "./field";
import { asProposed, forTheHouse, unitsOfDrafts } from "./figure";
import { type FieldOf, type FieldSpec, inputFrom } from "./spec";
import { SaysStanding } from "./standing";
import { useCommand } from "./use-command";

/** Fields as they begin, nested as the command nests them; `kept` are left as they stand. */
function startValues(fields: readonly FieldSpec[]): FieldValues {
  const values: FieldValues = {};
  for (const f of fields)
    set(
      values,
      f.name,
      f.kind === "check"
        ? f.value === "true"
        : asProposed(f.value ?? (f.kind === "ticks" ? "" : (f.options?.[0]?.value ?? "")), f.unit),
    );
  return values;
}

const US_UNITS: ReadonlySet<string> = new Set(["US", "LR"]);
const region = (): string => new Intl.Locale(navigator.language).region ?? "";
const usually = (inThere: string, elsewhere: string): string =>
  US_UNITS.has(region()) ? inThere : elsewhere;

/** What the browser knows of where it is; "" where it does not say. */
const PROPOSED = {
  mass: (): string => usually("lb", "kg"),
  temperature: (): string => usually("F", "C"),
  volume: (): string => usually("gal", "L"),
  length: (): string => usually("in", "mm"),
  day: (): string => usually("mdy", "dmy"),
  clock: (): string =>
    new Intl.DateTimeFormat(navigator.language, { hour: "numeric" })
      .resolvedOptions()
      .hourCycle?.startsWith("h1")
      ? "12"
      : "24",
  zone: (): string => Intl.DateTimeFormat().resolvedOptions().timeZone,
  country: (): string => {
    const here = region();
    return here ? (new Intl.DisplayNames(["en"], { type: "region" }).of(here) ?? "") : "";
  },
} as const;

/** What is filled in already needs no finger: the focus goes to the first field that is still empty. */
const firstToFill = (fields: readonly FieldSpec[]): number =>
  Math.max(
    0,
    fields.findIndex((f) => !f.value && !f.options && f.kind !== "check"),
  );

/**
 * A form for one command; its fields are named as the command names them. After it is done it is ready for the next
 * one, keeping the fields named in `keep`. What is half typed outlives a reload.
 */
export function FormInBrowser<N extends CommandName>({
  command,
  fields,
  label,
  fixed,
  keep = [],
  inPanel = false,
  children,
}: {
  command: N;
  fields: readonly FieldSpec<FieldOf<N>>[];
  label: string;
  fixed?: Readonly<Partial<Record<FieldOf<N>, string>>>;
  keep?: readonly FieldOf<N>[];
  /** It stands in a panel that is always open: no frame of its own, and it does not take the focus. */
  inPanel?: boolean;
  children?: ReactNode;
}) {
  const { control, handleSubmit, getValues, setValue, reset, watch } = useForm<FieldValues>({
    defaultValues: startValues(fields),
  });
  const { standing, errorAt, submit } = useCommand(command);
  const may = useMay(command);
  const [fromBefore, setFromBefore] = useState(false);

  const form = JSON.stringify([command, fixed ?? {}, ...unitsOfDrafts()]);
  // What the house says may change while somebody types: what was typed is compared with it as it is then.
  const now = useRef(fields);
  now.current = fields;

  useEffect(() => {
    for (const f of now.current) {
      const proposed = f.proposed ? PROPOSED[f.proposed]() : "";
      if (proposed) setValue(String(f.name), proposed);
    }
    const draft = Object.entries(draftOf(form, now.current));
    for (const [name, value] of draft) setValue(name, value, { shouldDirty: true });
    if (draft.length > 0) setFromBefore(true);
    const { unsubscribe } = watch((values, { type }) => {
      if (type !== "change") return;
      const start = startValues(now.current);
      const changed = now.current.filter((f) => get(values, f.name) !== get(start, f.name));
      keepDraft(form, Object.fromEntries(changed.map((f) => [f.name, get(values, f.name)])));
    });
    return unsubscribe;
  }, [form, setValue, watch]);

  const startOver = (): void => {
    dropDraft(form);
    setFromBefore(false);
    reset(startValues(fields));
  };

  async function send(values: FieldValues): Promise<void> {
    const asTyped = structuredClone(values);
    for (const { name, unit } of fields) {
      const typed = get(asTyped, name);
      if (typeof typed === "string") set(asTyped, name, forTheHouse(typed, unit));
    }
    const answer = await submit({ ...fixed, ...inputFrom(asTyped) });
    if (!answer) return;
    dropDraft(form);
    setFromBefore(false);
    const blank = startValues(fields.map((f) => (f.options && f.kind !== "ticks" ? f : { ...f, value: "" })));
    for (const name of keep) set(blank, name, getValues(name as FieldPath<FieldValues>) ?? "");
    reset(blank);
    const first = fields.find((f) => !keep.includes(f.name));
    if (first) (document.getElementsByName(first.name)[0] as HTMLElement | undefined)?.focus();
  }

  if (!may) return inPanel ? <NotYours /> : null;
  return (
    <form
      className={inPanel ? "" : "panel mb-3"}
      aria-label={label}
      onSubmit={(e) => void handleSubmit(send)(e)}
      noValidate
    >
      <div className="flex flex-wrap items-start gap-4">
        {fields.map((f, i) =>
          !f.whenAsked || errorAt(f.name) !== undefined || watch(f.name as string) ? (
            <Controller
              key={f.name}
              control={control}
              name={f.name as string}
              render={({ field }) => (
                <Field
                  spec={f}
                  value={field.value ?? ""}
                  error={errorAt(f.name)}
                  autoFocus={!inPanel && i === firstToFill(fields)}
                  onChange={(v) => {
                    // What the house asked about is answered anew when anything else changes.
                    if (!f.whenAsked)
                      for (const other of fields)
                        if (other.whenAsked)
                          setValue(other.name as string, other.kind === "check" ? false : "");
                    field.onChange(v);
                  }}
                />
              )}
            />
          ) : null,
        )}
      </div>
      {children}
      <div className="mt-4 flex flex-wrap items-center gap-4">
        <button type="submit" className="do" aria-disabled={standing.step === "sending"}>
          {label}
        </button>
        {fromBefore && standing.step === "filling" && (
          <p className="flex items-center gap-3 text-ink-2">
            As it was typed before.
            <button
              type="button"
              className="min-h-12 font-semibold underline underline-offset-4"
              onClick={startOver}
            >
              Start over
            </button>
          </p>
        )}
        <SaysStanding standing={standing} />
      </div>
    </form>
  );
}
