"use client";

import { useMemo, useState } from "react";
import { mass, massG } from "@/house/language/shown";
import { capital, plural } from "@/house/language/spoken";
import { vesselNamed } from "@/house/language/vessel-named";
import { Field } from "../fields/field";
import { forTheHouse, massIn } from "../fields/figure";
import { SaysStanding } from "../fields/standing";
import { useCommand } from "../fields/use-command";
import { Tick } from "../tick";

export interface StockVessel {
  readonly name: string;
  readonly place: string;
  readonly heldG: number;
  readonly emptyG: number;
  readonly weighable: boolean;
}

/** A scale and a drip differ by so much before anybody asks, g. */
const WITHIN_G = 100;

/** Along a shelf with a scanner: what was scanned is seen, what was weighed is compared, the rest is not there. */
export function StockTake({
  places,
  place: from,
  vessels,
}: {
  places: readonly string[];
  place: string;
  vessels: readonly StockVessel[];
}) {
  const [place, setPlace] = useState(from || (places[0] ?? ""));
  const [seen, setSeen] = useState<readonly string[]>([]);
  const [gross, setGross] = useState<Readonly<Record<string, string>>>({});
  const [scanned, setScanned] = useState("");
  const [unknown, setUnknown] = useState("");
  const [despite, setDespite] = useState("");
  const { standing, errorAt, submit } = useCommand("take-stock");
  const byName = useMemo(() => new Map(vessels.map((v) => [v.name, v])), [vessels]);
  const here = (v: StockVessel | undefined): boolean =>
    v !== undefined && v.place.toLowerCase() === place.trim().toLowerCase();
  const expected = vessels.filter((v) => v.heldG > 0 && here(v));
  const besides = seen.flatMap((n) => {
    const v = byName.get(n);
    return v && !(v.heldG > 0 && here(v)) ? [v] : [];
  });
  const rows = [...expected, ...besides];
  const missing = expected.filter((v) => !seen.includes(v.name));
  const differs = (v: StockVessel): number | null => {
    const kg = massIn(gross[v.name] ?? "");
    if (kg === null) return null;
    const off = Math.round(kg * 1000) - v.emptyG - v.heldG;
    return Math.abs(off) > WITHIN_G ? off : 0;
  };
  const anyDiffers = rows.some((v) => (differs(v) ?? 0) !== 0);

  /** A scanner types the tag and Enter, faster than anybody reads. */
  function scan(): void {
    const words = scanned.trim();
    if (words === "") return;
    const named = vesselNamed(words);
    const name = named ? `${named.kind} ${named.tag}` : "";
    setScanned("");
    if (!byName.has(name)) {
      setUnknown(words);
      return;
    }
    setUnknown("");
    setSeen((all) => (all.includes(name) ? all : [...all, name]));
  }

  return (
    <form
      className="panel mb-3"
      aria-label="Take stock"
      onSubmit={async (e) => {
        e.preventDefault();
        const done = await submit({
          place,
          seen: seen.map((name) => ({
            vessel: name,
            ...(gross[name]?.trim() ? { grossKg: forTheHouse(gross[name] ?? "", "kg") } : {}),
          })),
          ...(despite ? { despite } : {}),
        });
        if (!done) return;
        setSeen([]);
        setGross({});
        setDespite("");
      }}
    >
      <div className="flex flex-wrap items-start gap-4">
        <Field
          spec={{ name: "place", label: "Along which place", placeholder: "north shelf", offers: places }}
          value={place}
          error={errorAt("place")}
          onChange={(v) => setPlace(String(v))}
        />
        <Field
          spec={{
            name: "scan",
            label: "Scan or type a tag",
            placeholder: "b12",
            hint: "Enter after each",
          }}
          value={scanned}
          error={unknown ? `There is no vessel ${unknown.slice(0, 20)}.` : undefined}
          autoFocus
          onChange={(v) => setScanned(String(v))}
          onEnter={scan}
        />
        <p className="mt-7" aria-live="polite">
          <b>{seen.length}</b> seen, <b className={missing.length > 0 ? "text-stop" : ""}>{missing.length}</b>{" "}
          of {expected.length} not yet
        </p>
      </div>
      {rows.length > 0 && (
        <ul className="mt-3 grid grid-cols-[repeat(auto-fill,minmax(min(100%,430px),1fr))] gap-x-8">
          {rows.map((v) => {
            const off = differs(v);
            const wrong = errorAt(`seen.${seen.indexOf(v.name)}.grossKg`);
            return (
              <li key={v.name} className="flex flex-wrap items-center gap-x-4 border-t border-rule py-1">
                <Tick
                  checked={seen.includes(v.name)}
                  onChange={(on) => setSeen(on ? [...seen, v.name] : seen.filter((n) => n !== v.name))}
                >
                  <span>
                    <b>{capital(v.name)}</b>{" "}
                    <span className="text-ink-2">
                      {v.heldG > 0 ? massG(v.heldG) : "empty by the book"}
                      {!here(v) && v.place !== "" && `, booked at ${v.place}`}
                    </span>
                  </span>
                </Tick>
                {v.weighable && seen.includes(v.name) && (
                  <Field
                    spec={{
                      name: `gross ${v.name}`,
                      label: "On the scale",
                      unit: "kg",
                      kind: "figure",
                      span: 1,
                    }}
                    value={gross[v.name] ?? ""}
                    error={wrong}
                    onChange={(t) => setGross({ ...gross, [v.name]: String(t) })}
                  />
                )}
                {off !== null && (
                  <b className={off === 0 ? "text-go" : "text-stop"}>
                    {off === 0
                      ? "as booked"
                      : `${mass(Math.abs(off) / 1000, 2)} ${off < 0 ? "less" : "more"}`}
                  </b>
                )}
              </li>
            );
          })}
        </ul>
      )}
      {expected.length === 0 && seen.length === 0 && (
        <p className="mt-2 text-ink-2">Nothing is booked to stand there: scan what does.</p>
      )}
      {(anyDiffers || errorAt("despite") !== undefined) && (
        <div className="mt-3">
          <Field
            spec={{
              name: "despite",
              label: "It differs because",
              span: 3,
              hint: "booked with each difference",
            }}
            value={despite}
            error={errorAt("despite")}
            onChange={(v) => setDespite(String(v))}
          />
        </div>
      )}
      <div className="mt-4 flex flex-wrap items-center gap-4">
        <button type="submit" className="do" aria-disabled={standing.step === "sending" || seen.length === 0}>
          {missing.length > 0 && seen.length > 0
            ? `Book it; ${plural(missing.length, "vessel")} not seen`
            : "Book it"}
        </button>
        <a
          className="do"
          data-quiet=""
          href={`/stock-list?place=${encodeURIComponent(place)}`}
          target="_blank"
          rel="noreferrer"
        >
          Print the list
        </a>
        <SaysStanding standing={standing} />
      </div>
    </form>
  );
}
