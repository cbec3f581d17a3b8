"use client";

import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import { Field } from "../fields/field";
import { askDoor } from "./ask-door";
import { Row } from "./row";

/** Whether this browser, at this address, can keep a key for the house: it wants a name, and TLS or the machine itself. */
function usePasskeys(): boolean {
  const [can, setCan] = useState(false);
  useEffect(() => {
    const { hostname } = location;
    const named = !/^[\d.]+$/.test(hostname) && !hostname.startsWith("[");
    setCan(named && isSecureContext && typeof PublicKeyCredential === "function");
  }, []);
  return can;
}

/** Whoever turned the device's own question away, or has no key for this house. */
const NOT_NOW = "The device gave no passkey. Try again, or come in by password.";

/** In by a key the device keeps; nothing where there is none, or it cannot be asked here. */
export function ByPasskey({ onIn }: { onIn: () => void }) {
  const can = usePasskeys();
  const [says, setSays] = useState<string | null>(null);
  if (!can) return null;
  const come = async () => {
    setSays(null);
    const { startAuthentication } = await import("@simplewebauthn/browser");
    const asked = await askDoor<Parameters<typeof startAuthentication>[0]["optionsJSON"]>(
      "ask-by-passkey",
      {},
    );
    if (!asked.ok) return setSays(asked.says);
    const response = await startAuthentication({ optionsJSON: asked.answer }).catch(() => null);
    if (!response) return setSays(NOT_NOW);
    const outcome = await askDoor("by-passkey", { response });
    if (outcome.ok) onIn();
    else setSays(outcome.says);
  };
  return (
    <>
      <button type="button" className="do" data-quiet="" onClick={() => void come()}>
        By passkey
      </button>
      {says && (
        <p role="alert" className="w-full font-semibold text-stop">
          {says}
        </p>
      )}
    </>
  );
}

export interface PasskeyShown {
  readonly number: number;
  readonly label: string;
  readonly used: string;
}

/** A lead's own keys: one more, or one less. */
export function Passkeys({ list, shared }: { list: readonly PasskeyShown[]; shared: boolean }) {
  const router = useRouter();
  const can = usePasskeys();
  const [label, setLabel] = useState("");
  const [says, setSays] = useState<string | null>(null);
  const add = async () => {
    if (label.trim() === "") return setSays("Say first what the device is called.");
    setSays(null);
    const { startRegistration } = await import("@simplewebauthn/browser");
    const asked = await askDoor<Parameters<typeof startRegistration>[0]["optionsJSON"]>(
      "ask-for-passkey",
      {},
    );
    if (!asked.ok) return setSays(asked.says);
    const response = await startRegistration({ optionsJSON: asked.answer }).catch(() => null);
    if (!response) return setSays("The device made no passkey; it may have one for this house already.");
    const outcome = await askDoor("add-passkey", { label, response });
    if (!outcome.ok) return setSays(outcome.says);
    setLabel("");
    router.refresh();
  };
  return (
    <>
      <p className="mb-3 text-ink-2">
        With a passkey you come in by the fingerprint, face or number of your own device. One that is lost is
        let go here; who comes in by a code starts without any.
      </p>
      <ul className="mb-3">
        {list.map((k) => (
          <Row key={k.number} what={k.label} stands={k.used}>
            <button
              type="button"
              className="do"
              data-quiet=""
              aria-label={`Let go: ${k.label}`}
              onClick={async () => {
                const outcome = await askDoor("drop-passkey", { number: k.number });
                setSays(outcome.ok ? null : outcome.says);
                router.refresh();
              }}
            >
              Let it go
            </button>
          </Row>
        ))}
      </ul>
      {!can || shared ? (
        <p className="text-ink-2">
          {shared
            ? "A tablet of the house is everybody's: make one in a browser of your own."
            : "Here none can be made: it takes the house under a name, over TLS, and a browser that keeps passkeys."}
        </p>
      ) : (
        <form
          aria-label="Make a passkey"
          onSubmit={(e) => {
            e.preventDefault();
            void add();
          }}
          className="flex flex-wrap items-start gap-4"
        >
          <Field
            spec={{ name: "passkey", label: "What the device is called", placeholder: "office laptop" }}
            value={label}
            onChange={(v) => setLabel(String(v))}
          />
          <button type="submit" className="do mt-[25px]">
            Make a passkey
          </button>
        </form>
      )}
      {says && (
        <p role="alert" className="mt-2 font-semibold text-stop">
          {says}
        </p>
      )}
    </>
  );
}
