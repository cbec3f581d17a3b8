"use client";

import { type ReactNode, useState } from "react";
import { Field } from "./field";
import { type FieldSpec, inputFrom, type Values } from "./spec";
import { SaysStanding } from "./standing";
import { useCommand } from "./use-command";

const startValues = (fields: readonly FieldSpec[]): Values =>
  Object.fromEntries(
    fields.map((f) => [
      f.name,
      f.kind === "check" ? f.value === "true" : (f.value ?? f.options?.[0]?.value ?? ""),
    ]),
  );

/** What is filled in already needs no finger: the focus goes to the first field that is still empty. */
const firstToFill = (fields: readonly FieldSpec[]): number =>
  Math.max(
    0,
    fields.findIndex((f) => !f.value && !f.options && f.kind !== "check"),
  );

const unanswered = (fields: readonly FieldSpec[]): Values =>
  Object.fromEntries(fields.filter((f) => f.whenAsked).map((f) => [f.name, f.kind === "check" ? false : ""]));

/** A form for one command. After it is done it is ready for the next one, keeping the fields named in `keep`. */
export function CommandForm({
  command,
  fields,
  label,
  fixed,
  keep = [],
  inPanel = false,
  children,
}: {
  command: string;
  fields: readonly FieldSpec[];
  label: string;
  fixed?: Readonly<Record<string, string>>;
  keep?: readonly string[];
  /** It stands in a panel that is always open: no frame of its own, and it does not take the focus. */
  inPanel?: boolean;
  children?: ReactNode;
}) {
  const [values, setValues] = useState<Values>(() => startValues(fields));
  const { standing, errorAt, submit } = useCommand(command);

  async function send() {
    const answer = await submit(inputFrom({ ...fixed, ...values }));
    if (!answer) return;
    const blank = startValues(fields.map((f) => (f.options ? f : { ...f, value: "" })));
    setValues((now) => ({ ...blank, ...Object.fromEntries(keep.map((name) => [name, now[name] ?? ""])) }));
    const first = fields.find((f) => !keep.includes(f.name));
    if (first) (document.getElementsByName(first.name)[0] as HTMLElement | undefined)?.focus();
  }

  return (
    <form
      className={inPanel ? "" : "panel mb-3"}
      aria-label={label}
      onSubmit={(e) => {
        e.preventDefault();
        void send();
      }}
    >
      <div className="flex flex-wrap items-start gap-4">
        {fields.map((f, i) =>
          !f.whenAsked || errorAt(f.name) !== undefined || values[f.name] ? (
            <Field
              key={f.name}
              spec={f}
              value={values[f.name] ?? ""}
              error={errorAt(f.name)}
              autoFocus={!inPanel && i === firstToFill(fields)}
              onChange={(v) =>
                setValues((now) => ({ ...now, ...(f.whenAsked ? {} : unanswered(fields)), [f.name]: v }))
              }
            />
          ) : null,
        )}
      </div>
      {children}
      <div className="mt-4 flex flex-wrap items-center gap-4">
        <button type="submit" className="do" aria-disabled={standing.step === "sending"}>
          {label}
        </button>
        <SaysStanding standing={standing} />
      </div>
    </form>
  );
}
