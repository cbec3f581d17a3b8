"use client";

import { useEffect, useState } from "react";
import { TryAgain } from "@/ui/try-again";

/** Whether the house's records answer is asked, not guessed: only then the database is named. */
function useRecordsAnswer(): boolean | null {
  const [answers, setAnswers] = useState<boolean | null>(null);
  useEffect(() => {
    fetch("/api/v1/health", { cache: "no-store" }).then(
      (r) => setAnswers(r.ok),
      () => setAnswers(false),
    );
  }, []);
  return answers;
}

/** Shown where the frame itself could not be; the address stays, so trying again brings the screen back. */
export default function Failed({ reset }: { reset: () => void }) {
  const answers = useRecordsAnswer();
  return (
    <main className="mx-auto max-w-xl p-8">
      <h1>
        {answers === false
          ? "The house's records cannot be reached"
          : answers
            ? "The frame around this screen cannot be shown"
            : "This screen cannot be shown"}
      </h1>
      <p className="my-4">
        Nothing is lost: what was entered is in the ledger, and nothing was half-written.{" "}
        {answers === false
          ? "The database may be starting. Try again in a moment."
          : answers
            ? "The records answer: there is a fault in showing them. Please tell whoever looks after the house's computer."
            : ""}
      </p>
      {answers === false && (
        <p className="mb-6 text-ink-2">
          If it stays away, start the house again with ./aumbry serve on the machine it runs on.
        </p>
      )}
      <TryAgain reset={reset} />
    </main>
  );
}
