"use client";

import { useState } from "react";
import { JoinForm, SignInForm } from "./forms";
import { type NameAtTheDoor, Names } from "./names";
import { ByPasskey } from "./passkeys";

/** The way in. A made-up house says that it is one, and lets anybody be anybody. */
export function SignIn({
  to,
  shared,
  passkeys,
  people,
}: {
  to: string;
  shared: boolean;
  /** Somebody comes in by one. */
  passkeys: boolean;
  people: readonly NameAtTheDoor[];
}) {
  const made = people.some((p) => p.pressed);
  const [by, setBy] = useState<"names" | "password" | "code">(shared || made ? "names" : "password");
  // A whole new page: nothing of whoever was here before is left in it.
  const onIn = () => location.assign(to);
  return (
    <>
      {made && (
        <p className="mb-4">
          <b>This is the demo house.</b> Its people and its honey are made up; press a name and you are in.
        </p>
      )}
      {by === "names" && <Names people={people} presses={!shared && made} onIn={onIn} />}
      {by === "password" && <SignInForm onIn={onIn} />}
      {by === "code" && <JoinForm shared={shared} onIn={onIn} />}
      <div className="mt-4 flex flex-wrap gap-2.5 border-t border-rule pt-4">
        {by !== "names" && (shared || made) && (
          <button type="button" className="do" data-quiet="" onClick={() => setBy("names")}>
            Names
          </button>
        )}
        {by !== "password" && (
          <button type="button" className="do" data-quiet="" onClick={() => setBy("password")}>
            By password
          </button>
        )}
        {by !== "code" && (
          <button type="button" className="do" data-quiet="" onClick={() => setBy("code")}>
            I have a code
          </button>
        )}
        {passkeys && <ByPasskey onIn={onIn} />}
      </div>
      {by === "password" && (
        <p className="mt-4 text-[15px] text-ink-2">
          Forgotten? A lead gives you a code under More, People. A lead who forgot runs{" "}
          <code className="font-mono">./aumbry lead NAME</code> on the machine the house runs on.
        </p>
      )}
    </>
  );
}
