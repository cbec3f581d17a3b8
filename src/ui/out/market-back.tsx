"use client";

import { useState } from "react";
import { plural } from "@/house/language/spoken";
import { Field } from "../fields/field";
import { SaysStanding } from "../fields/standing";
import { useCommand } from "../fields/use-command";

/** Back from market: what came back is counted, the rest is sold. */
export function MarketBack({
  dispatch,
  taken,
}: {
  dispatch: number;
  taken: readonly { readonly lot: string; readonly says: string; readonly jars: number }[];
}) {
  const [back, setBack] = useState<Readonly<Record<string, { jars: string; broken: string }>>>({});
  const { standing, errorAt, submit } = useCommand("back-from-market");
  const count = (lot: string): number => Number(back[lot]?.jars ?? 0) || 0;
  const sold = taken.reduce((n, t) => n + Math.max(0, t.jars - count(t.lot)), 0);
  const told = taken.filter((t) => (back[t.lot]?.jars ?? "") !== "");
  const change = (lot: string, part: Partial<{ jars: string; broken: string }>) =>
    setBack((b) => ({ ...b, [lot]: { jars: b[lot]?.jars ?? "", broken: b[lot]?.broken ?? "", ...part } }));
  return (
    <form
      aria-label={`Back from market, dispatch ${dispatch}`}
      onSubmit={(e) => {
        e.preventDefault();
        void submit({
          dispatch,
          back: told.map((t) => ({
            lot: t.lot,
            jars: back[t.lot]?.jars ?? "0",
            ...(back[t.lot]?.broken ? { broken: back[t.lot]?.broken } : {}),
          })),
        });
      }}
      noValidate
    >
      {taken.map((t) => (
        <div key={t.lot} className="flex flex-wrap items-start gap-4 border-b border-rule py-1">
          <span className="flex min-h-12 min-w-56 flex-1 items-center">
            <b className="mr-2 font-mono">{t.lot}</b> {t.says}
          </span>
          <Field
            spec={{ name: `back-${t.lot}`, label: `Back of ${t.jars}`, kind: "figure", span: 1 }}
            value={back[t.lot]?.jars ?? ""}
            error={errorAt(`back.${told.indexOf(t)}.jars`)}
            onChange={(v) => change(t.lot, { jars: String(v) })}
          />
          <Field
            spec={{ name: `broken-${t.lot}`, label: "of those broken", kind: "figure", span: 1 }}
            value={back[t.lot]?.broken ?? ""}
            error={errorAt(`back.${told.indexOf(t)}.broken`)}
            onChange={(v) => change(t.lot, { broken: String(v) })}
          />
        </div>
      ))}
      <div className="mt-3 flex flex-wrap items-center gap-4">
        <button type="submit" className="do" aria-disabled={standing.step === "sending"}>
          {plural(sold, "jar")} sold
        </button>
        <SaysStanding standing={standing} />
      </div>
    </form>
  );
}
