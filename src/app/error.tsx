"use client";

import { TryAgain } from "@/ui/try-again";
/** Shown in place of a screen that could not be read; the address stays, so trying again brings it back. */
export default function Failed({ reset }: { reset: () => void }) {
  return (
    <main className="mx-auto max-w-xl p-8">
      <h1>The house's records cannot be reached</h1>
      <p className="my-4">
        Nothing is lost: what was entered is in the ledger, and nothing was half-written. The database may be
        starting. Try again in a moment.
      </p>
      <p className="mb-6 text-ink-2">
        If it stays away, start the house again with ./aumbry serve on the machine it runs on.
      </p>
      <TryAgain reset={reset} />
    </main>
  );
}
