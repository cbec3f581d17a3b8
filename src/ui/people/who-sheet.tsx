"use client";

import { useState } from "react";
import { askDoor } from "./ask-door";
import { JoinForm, OwnForm, ShareForm, SignInForm } from "./forms";
import { type Here, type NameAtTheDoor, Names } from "./names";

type Step = "first" | "own" | "share" | "code" | "password";

/** The sheet of names: tap, press or type, and one is somebody else; leave; change one's own. */
export function WhoSheet({
  here,
  people,
  onIn,
}: {
  here: Here;
  people: readonly NameAtTheDoor[];
  onIn: () => void;
}) {
  const [step, setStep] = useState<Step>("first");
  const [done, setDone] = useState<string | null>(null);
  const shared = here.tablet !== null;
  const presses = !shared && people.some((p) => p.pressed);
  const leave = async (tabletToo: boolean) => {
    await askDoor("leave", { tabletToo });
    // Screens that were kept are nobody else's to look at.
    if (!shared || tabletToo) await globalThis.caches?.delete("aumbry-pages").catch(() => false);
    if (tabletToo || !shared) location.assign("/sign-in");
    else onIn();
  };
  if (step === "own")
    return done ? (
      <p className="font-semibold text-go">{done}</p>
    ) : (
      <OwnForm onIn={() => setDone("Kept. You are signed out everywhere else.")} />
    );
  if (step === "share") return <ShareForm onIn={() => location.assign("/")} />;
  if (step === "code") return <JoinForm shared={shared} onIn={onIn} />;
  if (step === "password") return <SignInForm onIn={onIn} />;
  return (
    <>
      {shared && (
        <p className="mb-3 text-ink-2">
          This tablet is the house's: <b>{here.tablet}</b>. Tap your name; you stay {here.stayMinutes} minutes
          after the last touch.
        </p>
      )}
      {presses && <p className="mb-3 text-ink-2">A made-up house: a press makes you any of these.</p>}
      {(shared || presses) && <Names people={people} presses={presses} onIn={onIn} />}
      {!shared && !here.name && !presses && <SignInForm onIn={onIn} />}
      <div className="mt-4 flex flex-wrap gap-2.5 border-t border-rule pt-4">
        {here.name && (
          <button type="button" className="do" data-quiet="" onClick={() => void leave(false)}>
            {shared ? `${here.name} leaves` : "Sign out"}
          </button>
        )}
        {here.name && !presses && (
          <button type="button" className="do" data-quiet="" onClick={() => setStep("own")}>
            Change password or number
          </button>
        )}
        {shared && (
          <button type="button" className="do" data-quiet="" onClick={() => setStep("password")}>
            By password
          </button>
        )}
        {!here.name && (
          <button type="button" className="do" data-quiet="" onClick={() => setStep("code")}>
            I have a code
          </button>
        )}
        {here.role === "lead" && !shared && (
          <button type="button" className="do" data-quiet="" onClick={() => setStep("share")}>
            Make this a tablet of the house
          </button>
        )}
        {here.role === "lead" && shared && (
          <button type="button" className="do" data-quiet="" onClick={() => void leave(true)}>
            No tablet of the house any more
          </button>
        )}
      </div>
    </>
  );
}
