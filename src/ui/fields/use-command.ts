"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { type Refused, type Sent, send } from "../send";

/** Where a form stands: one thing at a time, moved on by named steps. */
export type Standing =
  | { readonly step: "filling" }
  | { readonly step: "sending" }
  | { readonly step: "refused"; readonly refused: Refused }
  | { readonly step: "done"; readonly answer: Sent };

/** Sends a command once a press; refusals come back beside their fields. */
export function useCommand(command: string) {
  const router = useRouter();
  const [standing, setStanding] = useState<Standing>({ step: "filling" });
  return {
    standing,
    errorAt: (path: string): string | undefined =>
      standing.step === "refused" ? standing.refused.errors.find((e) => e.path === path)?.message : undefined,
    async submit(input: object): Promise<Sent | null> {
      if (standing.step === "sending") return null;
      setStanding({ step: "sending" });
      const outcome = await send(command, input);
      if (!outcome.ok) {
        setStanding({ step: "refused", refused: outcome.refused });
        return null;
      }
      setStanding({ step: "done", answer: outcome.answer });
      router.refresh();
      return outcome.answer;
    },
  };
}
