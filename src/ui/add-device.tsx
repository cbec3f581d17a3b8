"use client";

import { sha256 } from "@noble/hashes/sha2.js";
import { useState } from "react";
import { Field } from "./fields/field";
import { SaysStanding } from "./fields/standing";
import { useCommand } from "./fields/use-command";

const KINDS = ["thermo-hygrometer", "thermometer", "scale", "refractometer"] as const;
const MEASURES_A_PLACE: ReadonlySet<string> = new Set(["thermo-hygrometer", "thermometer"]);

const hex = (bytes: Uint8Array): string => Array.from(bytes, (b) => b.toString(16).padStart(2, "0")).join("");

/**
 * Lets a device in. Its token is made here and shown once; the house keeps only its fingerprint.
 */
export function AddDevice() {
  const [name, setName] = useState("");
  const [kind, setKind] = useState<string>(KINDS[0]);
  const [place, setPlace] = useState("");
  const [token, setToken] = useState<{ device: string; kind: string; text: string } | null>(null);
  const { standing, errorAt, submit } = useCommand("add-device");
  return (
    <form
      aria-label="Let a device in"
      onSubmit={async (e) => {
        e.preventDefault();
        const text = hex(crypto.getRandomValues(new Uint8Array(20)));

        const answer = await submit({
          name,
          kind,
          tokenSha256: hex(sha256(new TextEncoder().encode(text))),
          ...(MEASURES_A_PLACE.has(kind) ? { place } : {}),
        });
        if (!answer) return;
        setToken({ device: name, kind, text });
        setName("");
      }}
    >
      <div className="flex flex-wrap items-start gap-4">
        <Field
          spec={{ name: "name", label: "Name", placeholder: "room-sensor" }}
          value={name}
          error={errorAt("name")}
          onChange={(v) => setName(String(v))}
        />
        <Field
          spec={{
            name: "kind",
            label: "Kind",
            kind: "choice",
            options: KINDS.map((k) => ({ value: k, label: k })),
          }}
          value={kind}
          onChange={(v) => setKind(String(v))}
        />
        {MEASURES_A_PLACE.has(kind) && (
          <Field
            spec={{
              name: "place",
              label: "Hangs in",
              placeholder: kind === "thermometer" ? "cabinet" : "hot room",
              hint: "a place of the store, or a warmer by its name; left out, the hot room",
            }}
            value={place}
            error={errorAt("place")}
            onChange={(v) => setPlace(String(v))}
          />
        )}
        <button type="submit" className="do mt-[25px]" aria-disabled={standing.step === "sending"}>
          Let it in
        </button>
      </div>
      {token && (
        <p className="mt-3" data-tone="go">
          The bridge of <b>{token.device}</b> posts to{" "}
          <code className="font-mono">/api/v1/devices/{token.device}/readings</code> with this token, shown
          only now:
          <code className="mt-1 block font-mono text-[15px] break-all">{token.text}</code>
        </p>
      )}
      <SaysStanding standing={standing} />
    </form>
  );
}
