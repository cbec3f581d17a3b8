"use client";

import type { MyWorkView } from "@/house/spin/my-work";
import { FormInBrowser } from "../fields/form-in-browser";

/** The lead sends somebody to a machine, the strainer or a box; the plan goes by it at once. */
export function GiveWork({
  places,
  people,
  boxes,
}: {
  places: MyWorkView["places"];
  people: readonly string[];
  boxes: readonly string[];
}) {
  const who = {
    name: "to" as const,
    label: "Who",
    kind: "choice" as const,
    options: people.map((value) => ({ value, label: value })),
    span: 2 as const,
  };
  const machines = places.filter((p) => p.what === "machine").map((p) => p.of);
  const sent = places.filter((p) => p.person !== null);
  return (
    <>
      {sent.length > 0 && (
        <ul className="mb-3">
          {sent.map((p) => (
            <li key={`${p.what} ${p.of}`}>
              <b>{p.person}</b> sees to {p.what === "strainer" ? "pails and strainer" : p.of}
            </li>
          ))}
        </ul>
      )}
      <div className="grid gap-4">
        {machines.length > 0 && (
          <FormInBrowser
            command="give-work"
            label="Send to the machine"
            inPanel
            fixed={{ what: "machine" }}
            keep={["to", "of"]}
            fields={[
              {
                name: "of",
                label: "Machine",
                kind: "choice",
                options: machines.map((value) => ({ value, label: value })),
                span: 2,
              },
              who,
            ]}
          />
        )}
        <FormInBrowser
          command="give-work"
          label="Send to pails and strainer"
          inPanel
          fixed={{ what: "strainer" }}
          keep={["to"]}
          fields={[who]}
        />
        {boxes.length > 0 && (
          <FormInBrowser
            command="give-work"
            label="Send to the box"
            inPanel
            fixed={{ what: "box" }}
            keep={["to"]}
            fields={[
              {
                name: "of",
                label: "Super",
                kind: "choice",
                options: boxes.slice(0, 60).map((value) => ({ value, label: value })),
                span: 2,
              },
              who,
            ]}
          />
        )}
      </div>
    </>
  );
}
