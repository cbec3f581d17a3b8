"use client";

import { useRouter } from "next/navigation";
import { useRef, useState } from "react";
import { refreshOnce } from "../refresh-once";
import { type Refused, type Sent, send } from "../send";
import { useJudge } from "./judged-here";

/** Where a form stands: one thing at a time, moved on by named steps. */
export type Standing =
  | { readonly step: "filling" }
  | { readonly step: "sending" }
  | { readonly step: "refused"; readonly refused: Refused }
  | { readonly step: "done"; readonly answer: Sent };

/** Sends a command once a press; refusals come back beside their fields. */
export function useCommand(command: string) {
  const router = useRouter();
  const judge = useJudge(command);
  const [standing, setStanding] = useState<Standing>({ step: "filling" });
  const underWay = useRef<{ readonly input: string; readonly answer: Promise<Sent | null> } | null>(null);

  async function sendNow(input: object): Promise<Sent | null> {
    setStanding({ step: "sending" });
    const outcome = await send(command, input, undefined, judge);
    if (!outcome.ok) {
      setStanding({ step: "refused", refused: outcome.refused });
      return null;
    }
    setStanding({ step: "done", answer: outcome.answer });
    refreshOnce(outcome.answer.entry, router.refresh);
    return outcome.answer;
  }

  return {
    standing,
    errorAt: (path: string): string | undefined =>
      standing.step === "refused" ? standing.refused.errors.find((e) => e.path === path)?.message : undefined,
    /** The same pressed twice is one press; something else, pressed before the answer is there, waits its turn. */
    async submit(input: object): Promise<Sent | null> {
      const said = JSON.stringify(input);
      if (underWay.current?.input === said) return null;
      const before = underWay.current?.answer;
      const answer = (async () => {
        await before?.catch(() => null);
        return sendNow(input);
      })();
      const own = { input: said, answer };
      underWay.current = own;
      try {
        return await answer;
      } finally {
        if (underWay.current === own) underWay.current = null;
      }
    },
  };
}
