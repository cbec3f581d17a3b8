"use client";

import { useState } from "react";
import { asRead, massG } from "@/house/language/shown";
import { capital } from "@/house/language/spoken";
import type { StoreVessel } from "@/house/store/desk";
import { Field } from "../fields/field";
import { forTheHouse } from "../fields/figure";
import { type FieldSpec, inputFrom } from "../fields/spec";
import { SaysStanding } from "../fields/standing";
import { useCommand } from "../fields/use-command";
import { TheirFile } from "./their-file";

const BLANK: Readonly<Record<string, string>> = {
  what: "bought",
  supplier: "",
  theirLot: "",
  country: "",
  region: "",
  honeyKind: "",
  waterPct: "",
  price: "",
  papers: "",
  date: "",
  despite: "",
};

/** Honey that comes from outside: from whom, where from, and which vessels it is in. */
export function Receive({
  vessels,
  suppliers,
}: {
  vessels: readonly StoreVessel[];
  suppliers: readonly string[];
}) {
  const [values, setValues] = useState(BLANK);
  const [into, setInto] = useState<readonly { key: number; vessel: string; kg: string }[]>([
    { key: 0, vessel: vessels.find((v) => v.heldG === 0)?.name ?? "", kg: "" },
  ]);
  const { standing, errorAt, submit } = useCommand("receive-honey");
  const field = (spec: FieldSpec, focus = false) => (
    <Field
      spec={spec}
      value={values[spec.name] ?? ""}
      error={errorAt(spec.name)}
      autoFocus={focus}
      onChange={(v) => setValues((now) => ({ ...now, [spec.name]: String(v) }))}
    />
  );
  const opening = values.what === "opening";
  return (
    <form
      className="panel mb-3"
      aria-label="Honey came"
      onSubmit={async (e) => {
        e.preventDefault();
        const answer = await submit({
          ...inputFrom(values),
          into: into
            .filter((v) => v.vessel !== "")
            .map(({ vessel, kg }) => ({ vessel, ...(kg ? { kg: forTheHouse(kg, "kg") } : {}) })),
        });
        if (!answer) return;
        setValues(BLANK);
        setInto([{ key: 0, vessel: "", kg: "" }]);
      }}
    >
      <TheirFile
        onChosen={({ kg, receive }) => {
          setValues((now) => ({ ...now, ...receive }));
          setInto(([first]) => [
            {
              key: first?.key ?? 0,
              vessel: first?.vessel ?? "",
              kg: kg === null ? "" : String(Number(asRead(kg, "kg").toFixed(3))),
            },
          ]);
        }}
      />
      <div className="flex flex-wrap gap-4">
        {field({
          name: "what",
          label: "It",
          kind: "choice",
          span: 3,
          options: [
            { value: "bought", label: "was bought" },
            { value: "to-pack", label: "is somebody's, to be packed for them" },
            { value: "opening", label: "was here before the house began" },
          ],
        })}
        {field(
          { name: "supplier", label: opening ? "Whose or from whom" : "From whom", offers: suppliers },
          true,
        )}
        {field({ name: "theirLot", label: "Their lot", span: 1 })}
        {field({ name: "country", label: "Country it is from", hint: "stands on the label" })}
        {field({ name: "region", label: "Region" })}
        {field({ name: "honeyKind", label: "Kind of honey" })}
        {field({
          name: "waterPct",
          label: "Their water",
          unit: "%",
          kind: "figure",
          span: 1,
          hint: "by their word",
        })}
        {field({ name: "price", label: "Price", span: 1 })}
        {field({ name: "papers", label: "Papers", placeholder: "delivery note 114" })}
        {field({ name: "date", label: "Came on", kind: "day", hint: "today when left out" })}
      </div>
      <fieldset className="mt-4">
        <legend className="mb-2 font-semibold">It is in</legend>
        {vessels.length === 0 && (
          <p className="text-ink-2">Set up the vessel it stands in first: Set up vessels, above.</p>
        )}
        {into.map((v, i) => (
          <div key={v.key} className="flex flex-wrap items-start gap-4">
            <Field
              spec={{
                name: `into.${i}.vessel`,
                label: "Vessel",
                kind: "choice",
                options: [
                  { value: "", label: "choose" },
                  ...vessels.map((o) => ({
                    value: o.name,
                    label: `${capital(o.name)}${o.heldG > 0 ? `, holds ${massG(o.heldG)}` : ""}`,
                  })),
                ],
              }}
              value={v.vessel}
              error={errorAt(`into.${i}.vessel`)}
              onChange={(vessel) =>
                setInto(into.map((o, k) => (k === i ? { ...o, vessel: String(vessel) } : o)))
              }
            />
            <Field
              spec={{ name: `into.${i}.kg`, label: "Honey", unit: "kg", kind: "figure", span: 1 }}
              value={v.kg}
              error={errorAt(`into.${i}.kg`) ?? errorAt(`into.${i}.grossKg`)}
              onChange={(kg) => setInto(into.map((o, k) => (k === i ? { ...o, kg: String(kg) } : o)))}
            />
          </div>
        ))}
        <button
          type="button"
          className="min-h-12 px-2 font-semibold underline underline-offset-4"
          onClick={() => setInto([...into, { key: into.length, vessel: "", kg: "" }])}
        >
          Another vessel
        </button>
      </fieldset>
      {errorAt("despite") !== undefined && (
        <div className="mt-2 max-w-xl">
          {field({ name: "despite", label: "Mixed all the same, because", span: 3 })}
        </div>
      )}
      <div className="mt-3 flex flex-wrap items-center gap-4">
        <button type="submit" className="do" aria-disabled={standing.step === "sending"}>
          Take it in
        </button>
        <SaysStanding standing={standing} />
      </div>
    </form>
  );
}
