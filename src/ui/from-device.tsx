"use client";

import { useState } from "react";
import { asProposed } from "./fields/figure";

export interface DeviceAtHand {
  readonly name: string;
  readonly standIn: boolean;
}

async function valueFrom(
  kind: "scale" | "refractometer",
  standIn: boolean,
  body: object,
): Promise<{ value: number } | { problem: string }> {
  try {
    const response = standIn
      ? await fetch(`/api/v1/stand-ins/${kind}`, {
          method: "POST",
          headers: { "content-type": "application/json" },
          body: JSON.stringify(body),
        })
      : await fetch(`/api/v1/devices/latest?kind=${kind}`);
    const answer = await response.json();
    if (!response.ok) return { problem: answer.detail };
    const value = standIn ? answer.value : (answer?.gross_kg ?? answer?.shown ?? null);
    return typeof value === "number"
      ? { value }
      : { problem: `The ${kind} has said nothing for two minutes.` };
  } catch {
    return { problem: "The house did not answer; try again." };
  }
}

/** Takes a value from the scale or the refractometer; it always says when that is a stand-in. */
export function FromDevice({
  kind,
  device,
  about,
  onValue,
}: {
  kind: "scale" | "refractometer";
  device: DeviceAtHand | undefined;
  /** What lies on the scale or on the prism. */
  about: () => object;
  onValue: (value: string) => void;
}) {
  const [says, setSays] = useState("");
  if (!device) return null;
  return (
    <div>
      <button
        type="button"
        className="do w-28 px-1 text-[15px]"
        data-quiet=""
        onClick={async () => {
          setSays("reading…");
          const got = await valueFrom(kind, device.standIn, about());
          if ("problem" in got) setSays(got.problem);
          else {
            setSays("");
            onValue(kind === "scale" ? asProposed(String(got.value), "kg") : String(got.value));
          }
        }}
      >
        {kind === "scale" ? "From scale" : "From prism"}
      </button>
      <p className="mt-1 max-w-28 text-[14px] text-ink-2" aria-live="polite">
        {says || (device.standIn ? "a stand-in" : device.name)}
      </p>
    </div>
  );
}
