"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { plural } from "@/house/language/spoken";
import type { CorrectionView } from "@/house/trace/correction";
import { Field } from "./fields/field";
import { forTheHouse } from "./fields/figure";

interface Value {
  readonly path: string;
  readonly name: string;
  readonly value: string;
  readonly unit: string;
}
type Standing =
  | { readonly step: "asking" }
  | { readonly step: "sending" }
  | { readonly step: "refused"; readonly says: string }
  | { readonly step: "seen"; readonly view: CorrectionView }
  | { readonly step: "done"; readonly says: string };

const randomKey = (): string =>
  Array.from(crypto.getRandomValues(new Uint8Array(16)), (b) => b.toString(16).padStart(2, "0")).join("");

/** "This was wrong": one value is changed, all that follows is shown before and after, then done in one step. */
export function Correct({ entry, values }: { entry: number; values: readonly Value[] }) {
  const router = useRouter();
  const [path, setPath] = useState(values[0]?.path ?? "");
  const [value, setValue] = useState("");
  const [why, setWhy] = useState("");
  const [key, setKey] = useState("");
  const [standing, setStanding] = useState<Standing>({ step: "asking" });
  const chosen = values.find((v) => v.path === path);

  async function ask(really: boolean): Promise<void> {
    if (standing.step === "sending") return;
    setStanding({ step: "sending" });
    // One key for what is meant, however often it is pressed.
    const own = key || randomKey();
    setKey(own);
    try {
      const response = await fetch(`/api/v1/correct${really ? "?do=1" : ""}`, {
        method: "POST",
        headers: { "content-type": "application/json", "idempotency-key": really ? own : randomKey() },
        body: JSON.stringify({
          entry,
          path,
          // A bare figure is in the unit this tablet reads.
          value: forTheHouse(value, chosen?.unit || undefined),
          ...(why.trim() === "" ? {} : { why }),
        }),
      });
      const answer = await response.json();
      if (!response.ok) {
        setStanding({ step: "refused", says: answer.detail ?? "The house did not answer. Try again." });
        return;
      }
      if (!really) {
        setStanding({ step: "seen", view: answer as CorrectionView });
        return;
      }
      const done = answer as { say: string; steps: readonly { entry: number }[] };
      setStanding({ step: "done", says: done.say });
      // What took its place stands on the tape as an entry of its own.
      if (done.steps[0]) router.push(`/tape/${done.steps[0].entry}`);
      router.refresh();
    } catch {
      setStanding({
        step: "refused",
        says: "The house did not answer. What you typed is still here: try again.",
      });
    }
  }
  const change = (to: () => void) => {
    to();
    setKey("");
    setStanding({ step: "asking" });
  };

  if (standing.step === "done")
    return (
      <p role="status" className="font-semibold text-go">
        {standing.says}
      </p>
    );
  return (
    <div>
      <div className="flex flex-wrap items-start gap-4">
        <Field
          spec={{
            name: "path",
            label: "What was wrong",
            kind: "choice",
            options: values.map((v) => ({ value: v.path, label: `${v.name}: ${v.value}`.slice(0, 80) })),
            span: 3,
          }}
          value={path}
          onChange={(v) => change(() => setPath(String(v)))}
        />
        <Field
          spec={{
            name: "value",
            label: "It should be",
            hint: chosen ? `now ${chosen.value.slice(0, 40)}` : "",
            span: 2,
          }}
          value={value}
          onChange={(v) => change(() => setValue(String(v)))}
        />
        <Field
          spec={{ name: "why", label: "How it came to light", span: 3 }}
          value={why}
          onChange={(v) => change(() => setWhy(String(v)))}
        />
      </div>
      <div className="mt-3 flex flex-wrap items-center gap-4">
        <button
          type="button"
          className="do"
          data-quiet=""
          aria-disabled={value.trim() === "" || standing.step === "sending"}
          onClick={() => value.trim() !== "" && void ask(false)}
        >
          See what changes
        </button>
        {standing.step === "sending" && <span className="text-ink-2">Trying it…</span>}
        {standing.step === "refused" && (
          <p role="alert" className="font-semibold text-stop">
            {standing.says}
          </p>
        )}
      </div>
      {standing.step === "seen" && (
        <div className="mt-4">
          <p role="status" className="font-semibold">
            {plural(standing.view.steps.length, "entry", "entries")} would be taken back and entered again,{" "}
            {standing.view.changed} of them would say something else.
          </p>
          {standing.view.lots.map((l) => (
            <p key={l.lot} className="text-water">
              Lot {l.lot} would come from colony {l.after.join("; ") || "nobody knows"}, not from{" "}
              {l.before.join("; ")}.
            </p>
          ))}
          <ul className="mt-2" aria-label="What changes">
            {standing.view.steps
              .filter((x) => x.changed)
              .slice(0, 40)
              .map((x) => (
                <li key={x.entry} className="border-b border-rule py-1.5">
                  <p className="text-ink-2 line-through">{x.before}</p>
                  <p>{x.after}</p>
                </li>
              ))}
          </ul>
          <div className="mt-3 flex gap-3">
            <button type="button" className="do" onClick={() => void ask(true)}>
              Correct it
            </button>
            <button
              type="button"
              className="do"
              data-quiet=""
              onClick={() => setStanding({ step: "asking" })}
            >
              Leave it
            </button>
          </div>
        </div>
      )}
    </div>
  );
}
