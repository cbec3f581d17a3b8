"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";

/** Has the whole ledger read back once more, and shows what was found. */
export function CheckWhole({ walking }: { walking: { readonly done: number; readonly of: number } | null }) {
  const router = useRouter();
  const [asked, setAsked] = useState<"no" | "goes" | "failed">("no");
  const goes = asked === "goes" || walking !== null;
  return (
    <>
      <button
        type="button"
        className="do"
        data-quiet=""
        disabled={goes}
        onClick={async () => {
          setAsked("goes");
          const done = await fetch("/api/v1/seals", { method: "POST" }).catch(() => null);
          setAsked(done?.ok ? "no" : "failed");
          router.refresh();
        }}
      >
        {goes ? "Reading all of it back…" : "Read all of it back now"}
      </button>
      {asked === "failed" && (
        <span role="alert" className="self-center text-stop">
          It could not be read back. Say who you are on the tape, and try again.
        </span>
      )}
    </>
  );
}
