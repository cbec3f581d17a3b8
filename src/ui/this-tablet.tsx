"use client";

import { useState } from "react";
import { SHOWN_CHOICES, type Shown, type ShownKind, shownFrom, shownText } from "@/core/units";
import { choiceOf } from "@/house/language/shown-said";
import { UNITS_COOKIE } from "@/house/language/units-cookie";
import { Field } from "./fields/field";
import { forget, remember } from "./shell/remember";

const KINDS = Object.keys(SHOWN_CHOICES) as ShownKind[];

/** Units and styles of this tablet alone, for who reads others than the house. */
export function ThisTablet({ shown, ownOnes }: { shown: Shown; ownOnes: boolean }) {
  const [wanted, setWanted] = useState<Shown>(shown);
  return (
    <form
      aria-label="This tablet reads"
      onSubmit={(e) => {
        e.preventDefault();
        remember(UNITS_COOKIE, shownText(wanted));
        location.reload();
      }}
    >
      <div className="flex flex-wrap items-start gap-4">
        {KINDS.map((kind) => (
          <Field
            key={kind}
            spec={{ name: `tablet-${kind}`, kind: "choice", ...choiceOf(kind) }}
            value={wanted[kind]}
            onChange={(value) =>
              setWanted(shownFrom(shownText({ ...wanted, [kind]: String(value) } as Shown), wanted))
            }
          />
        ))}
      </div>
      <div className="mt-4 flex flex-wrap items-center gap-4">
        <button type="submit" className="do">
          Read so on this tablet
        </button>
        {ownOnes && (
          <button
            type="button"
            className="min-h-12 font-semibold underline underline-offset-4"
            onClick={() => {
              forget(UNITS_COOKIE);
              location.reload();
            }}
          >
            As the house reads
          </button>
        )}
      </div>
    </form>
  );
}
