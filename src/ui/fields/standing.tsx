import type { Standing } from "./use-command";

/** Says aloud what became of a form. */
export function SaysStanding({ standing }: { standing: Standing }) {
  return (
    <div aria-live="polite" className="min-h-6">
      {standing.step === "refused" && <p className="font-semibold text-stop">{standing.refused.message}</p>}
      {standing.step === "done" && <p className="font-semibold text-go">{standing.answer.say}</p>}
      {standing.step === "sending" && <p className="text-ink-2">Writing it down…</p>}
    </div>
  );
}
