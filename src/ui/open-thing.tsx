"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Understood } from "@/house/line";
import { Field } from "./fields/field";

/** A tag or lot code, typed or scanned, opens its trace. */
export function OpenThing() {
  const router = useRouter();
  const [text, setText] = useState("");
  const [said, setSaid] = useState("");
  return (
    <form
      aria-label="Open by tag or lot"
      className="panel flex flex-wrap items-end gap-4"
      onSubmit={async (e) => {
        e.preventDefault();
        const response = await fetch("/api/v1/line", {
          method: "POST",
          headers: { "content-type": "application/json" },
          body: JSON.stringify({ text }),
        }).catch(() => null);
        const answer = (await response?.json().catch(() => null)) as Understood | null;
        if (answer?.kind === "open") router.push(answer.href);
        else
          setSaid(
            text.trim() === ""
              ? "Type or scan a tag or a lot code."
              : `Nothing here is called "${text.trim()}".`,
          );
      }}
    >
      <Field
        spec={{ name: "thing", label: "Tag or lot", placeholder: "WB26-001-K, b12, s41, c7", span: 3 }}
        value={text}
        error={said || undefined}
        onChange={(v) => setText(String(v))}
      />
      <button type="submit" className="do">
        Trace it
      </button>
    </form>
  );
}
