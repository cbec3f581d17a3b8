"use client";

import { useState } from "react";
import type { Shipment } from "@/house/epcis/bring";
import { mass } from "@/house/language/shown";
import { plural } from "@/house/language/spoken";
import { useAway } from "../people/rights";

/** What a sender's own file says was shipped (EPCIS 2.0): one press fills the form with it. */
export function TheirFile({ onChosen }: { onChosen: (shipment: Shipment) => void }) {
  const [shipments, setShipments] = useState<readonly Shipment[] | null>(null);
  const [fault, setFault] = useState("");
  const away = useAway();

  async function read(file: File): Promise<void> {
    setShipments(null);
    setFault("");
    try {
      const response = await fetch("/api/v1/epcis", {
        method: "POST",
        headers: { "content-type": "application/json" },
        body: await file.text(),
      });
      const answer = (await response.json()) as { shipments?: Shipment[]; detail?: string };
      if (answer.shipments) setShipments(answer.shipments);
      else setFault(answer.detail ?? "The house did not answer.");
    } catch {
      setFault("The house did not answer. Try again, or type it.");
    }
  }

  if (away.has("exchange")) return null;
  return (
    <div className="mb-3">
      <label className="do cursor-pointer focus-within:outline-2" data-quiet="">
        The sender's file (EPCIS)
        <input
          type="file"
          className="sr-only"
          accept=".json,.jsonld,application/json,application/ld+json"
          onChange={(e) => {
            const chosen = e.target.files?.[0];
            e.target.value = "";
            if (chosen) void read(chosen);
          }}
        />
      </label>
      <div aria-live="polite">
        {fault !== "" && <p className="mt-2 font-semibold text-stop">{fault}</p>}
        {shipments?.length === 0 && <p className="mt-2">The file tells of nothing that was shipped.</p>}
        {shipments && shipments.length > 0 && (
          <ul className="mt-2 grid max-h-72 gap-1 overflow-y-auto" aria-label="What was shipped">
            {shipments.map((s) => (
              <li key={`${s.theirLot} ${s.at} ${s.to}`} className="flex flex-wrap items-center gap-x-4">
                <span className="figure">
                  {s.theirLot}, {s.kg === null ? plural(s.jars ?? 0, "jar", "jars") : mass(s.kg)}
                </span>
                <span className="text-ink-2">
                  to {s.to || "nobody named"}, {s.at.slice(0, 10)}
                  {s.madeOf.length > 0 && `, made of ${s.madeOf.slice(0, 3).join(", ")}`}
                </span>
                {s.receive ? (
                  <button
                    type="button"
                    className="min-h-12 px-2 font-semibold underline underline-offset-4"
                    onClick={() => onChosen(s)}
                  >
                    Take this
                  </button>
                ) : (
                  <span className="text-ink-2">in jars: nothing to pour</span>
                )}
              </li>
            ))}
          </ul>
        )}
      </div>
    </div>
  );
}
