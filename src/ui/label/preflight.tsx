"use client";

import { Check, CircleDashed, X } from "lucide-react";
import type { Finding, LabelDesign } from "@/core/labels";
import { plural } from "@/house/language/spoken";

const LOOK = {
  "not-met": { says: "not met", tone: "stop", icon: X },
  check: { says: "for you to check", tone: "water", icon: CircleDashed },
  met: { says: "met", tone: "go", icon: Check },
} as const;

/** Every rule, what fails first: mended here where the look alone can mend it, answered where only a person can. */
export function Preflight({
  findings,
  answered,
  onAnswer,
  onMend,
}: {
  findings: readonly Finding[];
  answered: readonly string[];
  onAnswer: (answered: readonly string[]) => void;
  onMend: (more: Partial<LabelDesign>) => void;
}) {
  return (
    <section className="panel min-w-0" aria-label="Preflight">
      <h2 className="mb-2">Preflight</h2>
      {(["not-met", "check", "met"] as const).map((state) => {
        const of = findings.filter((f) => f.state === state);
        const { says, tone, icon: Icon } = LOOK[state];
        return of.length === 0 ? null : (
          <div key={state} data-tone={tone} className="mb-3">
            <h3 className="text-[16px] font-bold" style={{ color: "var(--tone)" }}>
              {of.length} {says}
            </h3>
            <ul>
              {of.map((f) => (
                <li key={f.id} className="flex flex-wrap items-center gap-2 border-t border-rule py-1.5">
                  <Icon size={18} aria-hidden style={{ color: "var(--tone)" }} className="flex-none" />
                  <span className="min-w-40 flex-1 text-[16px]">
                    {f.says}
                    <span className="font-mono block text-[13px] text-ink-2">{f.paragraph}</span>
                  </span>
                  {f.mend && (
                    <button type="button" className="do" data-quiet="" onClick={() => onMend(f.mend ?? {})}>
                      {f.mendSaid ?? "Mend it"}
                    </button>
                  )}
                  {state === "check" && (
                    <button
                      type="button"
                      className="do"
                      data-quiet=""
                      aria-label={`Yes: ${f.says}`}
                      onClick={() => onAnswer([...answered, f.id])}
                    >
                      Yes
                    </button>
                  )}
                </li>
              ))}
            </ul>
          </div>
        );
      })}
      {answered.length > 0 && (
        <button type="button" className="do" data-quiet="" onClick={() => onAnswer([])}>
          Take my answers back
        </button>
      )}
    </section>
  );
}

/** What stands in the way of printing, and what mends it. */
function Verdict({
  unmet,
  open,
  labels,
  rules,
  onMend,
}: {
  unmet: readonly Finding[];
  open: readonly Finding[];
  labels: number;
  rules: string;
  onMend: (more: Partial<LabelDesign>) => void;
}) {
  const [first] = unmet;
  const tone = first ? "stop" : open.length > 0 ? "water" : "go";
  return (
    <section
      data-tone={tone}
      aria-label="May it be printed"
      className="panel mb-3 flex flex-wrap items-center gap-x-6 gap-y-2 border-l-[6px]"
      style={{ borderLeftColor: "var(--tone)" }}
    >
      <span className="font-mono w-24 text-[16px]">
        {first ? "not yet" : open.length > 0 ? "look" : "ready"}
      </span>
      <span className="min-w-60 flex-1" aria-live="polite">
        <b className="block text-[18px]">
          {first
            ? first.says
            : open.length > 0
              ? `${plural(open.length, "point")} for you to check; nothing is against it`
              : `Nothing is against ${plural(labels, "label")}`}
        </b>
        <span className="text-[15px] text-ink-2">
          {first ? `${first.paragraph}. ` : ""}
          {unmet.length > 1 ? `${unmet.length - 1} more not met. ` : ""}
          {rules}
        </span>
      </span>
      {first?.mend && (
        <button type="button" className="do" onClick={() => onMend(first.mend ?? {})}>
          {first.mendSaid ?? "Mend it"}
        </button>
      )}
    </section>
  );
}
Preflight.Verdict = Verdict;
