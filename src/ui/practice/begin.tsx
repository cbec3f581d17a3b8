"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";

/** Begins a practice day, and goes there. */
export function BeginDay({ scenario }: { scenario: string }) {
  const router = useRouter();
  const [said, setSaid] = useState("");
  return (
    <span className="flex flex-wrap items-center gap-3">
      <button
        type="button"
        className="do"
        onClick={async () => {
          const answer = await fetch("/api/v1/practice", {
            method: "POST",
            headers: { "content-type": "application/json" },
            body: JSON.stringify({ scenario }),
          }).catch(() => null);
          const told = await answer?.json().catch(() => null);
          if (answer?.ok) router.push(`/practice/${told.id}`);
          else setSaid(told?.detail ?? "The house does not answer.");
        }}
      >
        Begin
      </button>
      <span aria-live="polite" className="font-semibold text-stop">
        {said}
      </span>
    </span>
  );
}
