"use client";

import { useState } from "react";
import { type FieldValues, type UseFormReturn, useForm } from "react-hook-form";
import { askDoor } from "./ask-door";
import { Word } from "./words";

interface FormProps {
  readonly onIn: (name: string | null) => void;
  readonly name?: string;
}

/** Sends a form of the door; what was wrong comes back beside its field, or above the button. */
function useDoor(what: string, onIn: (name: string | null) => void, start: FieldValues) {
  const form = useForm({ defaultValues: start });
  const [says, setSays] = useState<{ text: string; at: string } | null>(null);
  const [busy, setBusy] = useState(false);
  const submit = form.handleSubmit(async (values) => {
    if (busy) return;
    setBusy(true);
    const given = Object.fromEntries(Object.entries(values).filter(([, v]) => v !== ""));
    const outcome = await askDoor(what, given);
    setBusy(false);
    if (outcome.ok) return onIn(outcome.answer.name);
    setSays({ text: outcome.says, at: outcome.at });
  });
  return {
    register: form.register as UseFormReturn<FieldValues>["register"],
    submit,
    busy,
    errorAt: (field: string) => (says?.at === field ? says.text : undefined),
    says: (fields: readonly string[]) => (says && !fields.includes(says.at) ? says.text : null),
  };
}

function Says({ text }: { text: string | null }) {
  return text ? (
    <p role="alert" className="mb-3 font-semibold text-stop">
      {text}
    </p>
  ) : null;
}

/** By name and password. */
export function SignInForm({ onIn, name = "" }: FormProps) {
  const { register, submit, busy, errorAt, says } = useDoor("sign-in", onIn, { name, password: "" });
  return (
    <form aria-label="Sign in" onSubmit={(e) => void submit(e)} noValidate>
      <Word label="Name" field={register("name")} error={errorAt("name")} autoComplete="username" />
      <Word
        label="Password"
        type="password"
        field={register("password")}
        error={errorAt("password")}
        autoComplete="current-password"
      />
      <Says text={says(["name", "password"])} />
      <button type="submit" className="do min-h-14!" aria-disabled={busy}>
        Sign in
      </button>
    </form>
  );
}

const CHOOSE = "at least twelve letters; a few words that do not go together do well";

/** With the code a lead gave: choose a password, a number, or both. */
export function JoinForm({ onIn, name = "", shared }: FormProps & { shared: boolean }) {
  const { register, submit, busy, errorAt, says } = useDoor("join", onIn, {
    name,
    code: "",
    pin: "",
    password: "",
  });
  return (
    <form aria-label="Come in by a code" onSubmit={(e) => void submit(e)} noValidate>
      <Word label="Name" field={register("name")} error={errorAt("name")} autoComplete="username" />
      <Word
        label="Code"
        hint="as the lead gave it; it holds two days and opens once"
        field={register("code")}
        error={errorAt("code")}
        autoComplete="one-time-code"
      />
      <Word
        label="Number for the house's tablets"
        hint="four to eight digits; may be left out"
        type="password"
        inputMode="numeric"
        field={register("pin")}
        error={errorAt("pin")}
        autoComplete="off"
      />
      <Word
        label="Password"
        hint={shared ? `only for a browser of your own; ${CHOOSE}` : CHOOSE}
        type="password"
        field={register("password")}
        error={errorAt("password")}
        autoComplete="new-password"
      />
      <Says text={says(["name", "code", "pin", "password"])} />
      <button type="submit" className="do min-h-14!" aria-disabled={busy}>
        Keep it and come in
      </button>
    </form>
  );
}

/** The first lead of a house. */
export function BeginForm({ onIn, name = "" }: FormProps) {
  const { register, submit, busy, errorAt, says } = useDoor("begin", onIn, { name, password: "", pin: "" });
  return (
    <form aria-label="Name the lead" onSubmit={(e) => void submit(e)} noValidate>
      <Word label="Your name" field={register("name")} error={errorAt("name")} autoComplete="username" />
      <Word
        label="Password"
        hint={CHOOSE}
        type="password"
        field={register("password")}
        error={errorAt("password")}
        autoComplete="new-password"
      />
      <Word
        label="Number for the house's tablets"
        hint="four to eight digits; may be left out"
        type="password"
        inputMode="numeric"
        field={register("pin")}
        error={errorAt("pin")}
        autoComplete="off"
      />
      <Says text={says(["name", "password", "pin"])} />
      <button type="submit" className="do min-h-14!" aria-disabled={busy}>
        Lead this house
      </button>
    </form>
  );
}

/** Another password or number. */
export function OwnForm({ onIn, hasPassword }: { onIn: () => void; hasPassword: boolean }) {
  const { register, submit, busy, errorAt, says } = useDoor("own", onIn, {
    current: "",
    password: "",
    pin: "",
  });
  return (
    <form aria-label="Change your own" onSubmit={(e) => void submit(e)} noValidate>
      <Word
        label={hasPassword ? "Password as it is" : "Number as it is"}
        type="password"
        field={register("current")}
        error={errorAt("current")}
        autoComplete="current-password"
      />
      <Word
        label="New password"
        hint={`may be left out; ${CHOOSE}`}
        type="password"
        field={register("password")}
        error={errorAt("password")}
        autoComplete="new-password"
      />
      <Word
        label="New number for the house's tablets"
        hint="four to eight digits; may be left out"
        type="password"
        inputMode="numeric"
        field={register("pin")}
        error={errorAt("pin")}
        autoComplete="off"
      />
      <Says text={says(["current", "password", "pin"])} />
      <button type="submit" className="do" aria-disabled={busy}>
        Keep it
      </button>
    </form>
  );
}

/** This browser becomes a tablet of the house. */
export function ShareForm({ onIn }: FormProps) {
  const { register, submit, busy, errorAt, says } = useDoor("share", onIn, { tablet: "", stayMinutes: "30" });
  return (
    <form aria-label="Make this a tablet of the house" onSubmit={(e) => void submit(e)} noValidate>
      <Word
        label="What the tablet is called"
        hint="such as: hot room"
        field={register("tablet")}
        error={errorAt("tablet")}
        autoComplete="off"
      />
      <Word
        label="Minutes somebody stays after the last touch"
        hint="2 to 240"
        inputMode="numeric"
        field={register("stayMinutes")}
        error={errorAt("stayMinutes")}
        autoComplete="off"
      />
      <Says text={says(["tablet", "stayMinutes"])} />
      <button type="submit" className="do" aria-disabled={busy}>
        Make it the house's
      </button>
    </form>
  );
}
