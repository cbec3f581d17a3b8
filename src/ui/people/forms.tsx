"use client";

import { type ComponentProps, useState } from "react";
import { type FieldValues, useForm } from "react-hook-form";
import { askDoor } from "./ask-door";
import { Word } from "./words";

type Asked = Omit<ComponentProps<typeof Word>, "field" | "error"> & {
  readonly name: string;
  readonly start?: string;
};

const CHOOSE = "at least twelve letters; a few words that do not go together do well";

const NAME: Asked = { name: "name", label: "Name", autoComplete: "username" };
const PASSWORD: Asked = {
  name: "password",
  label: "Password",
  type: "password",
  autoComplete: "current-password",
};
const CHOSEN_PASSWORD: Asked = { ...PASSWORD, hint: CHOOSE, autoComplete: "new-password" };
const CHOSEN_PIN: Asked = {
  name: "pin",
  label: "Number for the house's tablets",
  hint: "four to eight digits; may be left out",
  type: "password",
  inputMode: "numeric",
  autoComplete: "off",
};

interface FormProps {
  readonly onIn: (name: string | null) => void;
  readonly name?: string;
}

/** A form of the door; what was wrong comes back beside its field, or above the button. */
function DoorForm({
  what,
  label,
  button,
  asked,
  onIn,
}: {
  what: string;
  label: string;
  button: string;
  asked: readonly Asked[];
  onIn: (name: string | null) => void;
}) {
  const { register, handleSubmit } = useForm<FieldValues>({
    defaultValues: Object.fromEntries(asked.map((a) => [a.name, a.start ?? ""])),
  });
  const [says, setSays] = useState<{ text: string; at: string } | null>(null);
  const [busy, setBusy] = useState(false);
  const send = handleSubmit(async (values) => {
    if (busy) return;
    setBusy(true);
    const outcome = await askDoor(
      what,
      Object.fromEntries(Object.entries(values).filter(([, v]) => v !== "")),
    );
    setBusy(false);
    if (outcome.ok) return onIn(outcome.answer.name);
    setSays({ text: outcome.says, at: outcome.at });
  });
  return (
    <form aria-label={label} onSubmit={(e) => void send(e)} noValidate>
      {asked.map(({ name, start: _, ...word }) => (
        <Word key={name} {...word} field={register(name)} error={says?.at === name ? says.text : undefined} />
      ))}
      {says && !asked.some((a) => a.name === says.at) && (
        <p role="alert" className="mb-3 font-semibold text-stop">
          {says.text}
        </p>
      )}
      <button type="submit" className="do min-h-14!" aria-disabled={busy}>
        {button}
      </button>
    </form>
  );
}

/** By name and password. */
export const SignInForm = ({ onIn, name = "" }: FormProps) => (
  <DoorForm
    what="sign-in"
    label="Sign in"
    button="Sign in"
    asked={[{ ...NAME, start: name }, PASSWORD]}
    onIn={onIn}
  />
);

/** With the code a lead gave: choose a password, a number, or both. */
export const JoinForm = ({ onIn, name = "", shared }: FormProps & { shared: boolean }) => (
  <DoorForm
    what="join"
    label="Come in by a code"
    button="Keep it and come in"
    asked={[
      { ...NAME, start: name },
      {
        name: "code",
        label: "Code",
        hint: "as the lead gave it; it holds two days and opens once",
        autoComplete: "one-time-code",
      },
      CHOSEN_PIN,
      { ...CHOSEN_PASSWORD, hint: shared ? `only for a browser of your own; ${CHOOSE}` : CHOOSE },
    ]}
    onIn={onIn}
  />
);

/** The first lead of a house. */
export const BeginForm = ({ onIn, name = "" }: FormProps) => (
  <DoorForm
    what="begin"
    label="Name the lead"
    button="Lead this house"
    asked={[{ ...NAME, label: "Your name", start: name }, CHOSEN_PASSWORD, CHOSEN_PIN]}
    onIn={onIn}
  />
);

/** Another password or number. */
export const OwnForm = ({ onIn }: { onIn: () => void }) => (
  <DoorForm
    what="own"
    label="Change your own"
    button="Keep it"
    asked={[
      {
        ...PASSWORD,
        name: "current",
        label: "What you have now",
        hint: "your password; your number where you have no password",
      },
      { ...CHOSEN_PASSWORD, label: "New password", hint: `may be left out; ${CHOOSE}` },
      { ...CHOSEN_PIN, label: "New number for the house's tablets" },
    ]}
    onIn={onIn}
  />
);

/** This browser becomes a tablet of the house. */
export const ShareForm = ({ onIn }: FormProps) => (
  <DoorForm
    what="share"
    label="Make this a tablet of the house"
    button="Make it the house's"
    asked={[
      { name: "tablet", label: "What the tablet is called", hint: "such as: hot room", autoComplete: "off" },
      {
        name: "stayMinutes",
        label: "Minutes somebody stays after the last touch",
        hint: "2 to 240",
        inputMode: "numeric",
        autoComplete: "off",
        start: "30",
      },
    ]}
    onIn={onIn}
  />
);
