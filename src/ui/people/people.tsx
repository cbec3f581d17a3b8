"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { Field } from "../fields/field";
import { FormInBrowser } from "../fields/form-in-browser";
import { Modal } from "../modal";
import { Press } from "../press";
import { askDoor } from "./ask-door";
import { Row } from "./row";

type RoleOptions = readonly { readonly value: string; readonly label: string }[];

/** A secret that is shown once, to be written down or carried over. */
function Once({ what, text }: { what: string; text: string }) {
  return (
    <p className="mt-2 border-l-[6px] border-go bg-go-fill px-3 py-2" role="status">
      {what}, shown only now:{" "}
      <code className="block font-mono text-[19px] font-semibold break-all">{text}</code>
    </p>
  );
}

/** One who works here: how they come in, and what a lead can change of it. */
export function Person({
  name,
  role,
  roles,
  comesIn,
  canComeIn,
}: {
  name: string;
  role: string;
  roles: RoleOptions;
  comesIn: string;
  canComeIn: boolean;
}) {
  const router = useRouter();
  const [code, setCode] = useState<string | null>(null);
  const [says, setSays] = useState<string | null>(null);
  const give = async () => {
    const outcome = await askDoor<{ code: string }>("way-in", { name });
    setSays(outcome.ok ? null : outcome.says);
    if (!outcome.ok) return;
    setCode(outcome.answer.code);
    router.refresh();
  };
  return (
    <li className="border-t border-rule py-2 first:border-0">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <p className="min-w-52 flex-1 [overflow-wrap:anywhere]">
          <b>{name}</b>{" "}
          <span className="text-ink-2">{roles.find((r) => r.value === role)?.label.split(":")[0]}</span>
          <span className={`block text-[15px] ${canComeIn ? "text-ink-2" : "font-semibold text-stop"}`}>
            {comesIn}
          </span>
        </p>
        <button type="button" className="do" data-quiet="" onClick={() => void give()}>
          Give a code
        </button>
        <Modal
          title={`${name}'s role`}
          trigger={
            <button type="button" className="do" data-quiet="">
              Another role
            </button>
          }
        >
          <FormInBrowser
            command="change-role"
            label="Change it"
            inPanel
            fixed={{ name }}
            fields={[{ name: "role", label: "Role", kind: "choice", options: roles, value: role, span: 3 }]}
          />
        </Modal>
        <Modal
          title={`Has ${name} left?`}
          stands="md"
          trigger={
            <button type="button" className="do" data-quiet="">
              Has left
            </button>
          }
        >
          <p className="mb-4">
            {name} is signed out everywhere and cannot come in any more. What {name} entered stays, with the
            name.
          </p>
          <Press command="close-person" input={{ name }} label={`${name} has left`} tone="stop" />
        </Modal>
      </div>
      {says && (
        <p role="alert" className="mt-2 font-semibold text-stop">
          {says}
        </p>
      )}
      {code && <Once what={`${name} comes in with the name and this code within two days`} text={code} />}
    </li>
  );
}

export interface Session {
  readonly number: number;
  readonly what: string;
  readonly so: string;
  readonly seen: string;
  /** The one a lead looks through just now. */
  readonly here: boolean;
}

export function SignedIn({ list }: { list: readonly Session[] }) {
  const router = useRouter();
  return (
    <ul>
      {list.map((x) => (
        <Row key={x.number} what={x.what} may={x.so} stands={`last seen ${x.seen}`}>
          {x.here ? (
            <span className="text-[15px] text-ink-2">this one</span>
          ) : (
            <button
              type="button"
              className="do"
              data-quiet=""
              aria-label={`Sign out: ${x.what}`}
              onClick={async () => {
                await askDoor("end-session", { number: x.number });
                router.refresh();
              }}
            >
              Sign out
            </button>
          )}
        </Row>
      ))}
    </ul>
  );
}

export function Programs({
  list,
  roles,
}: {
  list: readonly { readonly name: string; readonly may: string; readonly seen: string }[];
  roles: RoleOptions;
}) {
  const router = useRouter();
  const [name, setName] = useState("");
  const [role, setRole] = useState("auditor");
  const [made, setMade] = useState<{ name: string; token: string } | null>(null);
  const [says, setSays] = useState<string | null>(null);
  return (
    <>
      {list.length === 0 && (
        <p className="mb-3 text-ink-2">
          None. Devices that only post readings have tokens of their own in Set-up.
        </p>
      )}
      <ul className="mb-3">
        {list.map((t) => (
          <Row key={t.name} what={t.name} may={`may what a ${t.may} may`} stands={`last came ${t.seen}`}>
            <button
              type="button"
              className="do"
              data-quiet=""
              aria-label={`Close it: the token of ${t.name}`}
              onClick={async () => {
                await askDoor("close-token", { name: t.name });
                router.refresh();
              }}
            >
              Close it
            </button>
          </Row>
        ))}
      </ul>
      <form
        aria-label="Let a program in"
        onSubmit={async (e) => {
          e.preventDefault();
          const outcome = await askDoor<{ name: string; token: string }>("token", { name, role });
          setSays(outcome.ok ? null : outcome.says);
          if (!outcome.ok) return;
          setMade(outcome.answer);
          setName("");
          router.refresh();
        }}
        className="flex flex-wrap items-start gap-4"
      >
        <Field
          spec={{ name: "program", label: "Name", placeholder: "bookkeeping" }}
          value={name}
          error={says ?? undefined}
          onChange={(v) => setName(String(v))}
        />
        <Field
          spec={{ name: "may", label: "May what is for", kind: "choice", options: [...roles], span: 3 }}
          value={role}
          onChange={(v) => setRole(String(v))}
        />
        <button type="submit" className="do mt-[25px]">
          Let it in
        </button>
      </form>
      {made && <Once what={`The token of ${made.name}`} text={made.token} />}
    </>
  );
}
