"use client";

import { useState } from "react";
import type { BlendView } from "@/house/blend/arrange";
import { massG } from "@/house/language/shown";
import { Field } from "../fields/field";
import { figureIn, forTheHouse } from "../fields/figure";
import { SaysStanding } from "../fields/standing";
import { useCommand } from "../fields/use-command";
import { Tick } from "../tick";
import { useAsked } from "../use-asked";
import { BlendPicture, WaterLine } from "./blend-picture";

export interface BlendInto {
  readonly name: string;
  readonly heldG: number;
  readonly holdsG: number | null;
}

const FOR = [
  { value: "wettest", label: "use the wettest safely" },
  { value: "oldest", label: "use the oldest" },
  { value: "fewest", label: "as few vessels as can be" },
  { value: "colour", label: "come closest to a colour" },
  { value: "pure", label: "keep a bloom pure" },
] as const;

type Told = "auto" | "in" | "out";

/** What to blend, as the house would, and by hand: everything recomputes. */
export function Blend({
  into,
  owners,
  blooms,
  limitPct,
}: {
  into: readonly BlendInto[];
  owners: readonly string[];
  blooms: readonly string[];
  limitPct: number;
}) {
  const [by, setBy] = useState("kg");
  const [jars, setJars] = useState({ n: "", g: "" });
  const [lost, setLost] = useState("");
  const [age, setAge] = useState("");
  const [wanted, setWanted] = useState("100");
  const [objective, setObjective] = useState<string>("wettest");
  const [water, setWater] = useState(String(limitPct));
  const [colour, setColour] = useState({ lo: "", hi: "" });
  const [bloom, setBloom] = useState("");
  const [bloomPct, setBloomPct] = useState("");
  const [owner, setOwner] = useState("");
  const [whole, setWhole] = useState(false);
  const [told, setTold] = useState<Readonly<Record<string, Told>>>({});
  const [vessel, setVessel] = useState("");
  const [despite, setDespite] = useState("");
  const { standing, errorAt, submit } = useCommand("blend-honey");
  const [turn, setTurn] = useState(0);

  const asked = JSON.stringify({
    ...(by === "kg" ? { wantedKg: forTheHouse(wanted, "kg") } : {}),
    ...(by === "jars" && figureIn(jars.n) !== null ? { jars: jars.n } : {}),
    ...(by === "jars" && jars.g.trim() !== "" ? { jarG: forTheHouse(jars.g, "g") } : {}),
    ...(figureIn(lost) === null ? {} : { lostPct: lost }),
    ...(figureIn(age) === null ? {} : { ageDays: age }),
    objective,
    ...(figureIn(water) === null ? {} : { waterPct: water }),
    ...(figureIn(colour.lo) === null ? {} : { colourLo: colour.lo }),
    ...(figureIn(colour.hi) === null ? {} : { colourHi: colour.hi }),
    ...(bloom ? { bloom } : {}),
    ...(bloom && figureIn(bloomPct) !== null ? { bloomPct } : {}),
    owner,
    whole,
    mustHave: Object.keys(told).filter((n) => told[n] === "in"),
    leaveOut: Object.keys(told).filter((n) => told[n] === "out"),
  });
  // Asked anew, too, after something was poured.
  const { view, wrong } = useAsked<BlendView>("/api/v1/blend", asked, null, turn);

  const wrongAt = (path: string): string | undefined => wrong.find((w) => w.path === path)?.message;
  const kg = view?.kg ?? 0;
  const room = (v: BlendInto): boolean => v.holdsG === null || v.holdsG - v.heldG >= kg * 1000 - 50;
  const free = into.filter((v) => room(v) && !view?.bands.some((b) => b.name === v.name));
  const target = free.find((v) => v.name === vessel) ?? free[0];
  const next: Readonly<Record<Told, Told>> = { auto: "in", in: "out", out: "auto" };
  const warns = (view?.warnings.length ?? 0) > 0;

  return (
    <form
      className="panel mb-3"
      aria-label="Blend"
      onSubmit={async (e) => {
        e.preventDefault();
        if (!view || !target) return;
        const done = await submit({
          from: view.bands.map((b) => ({
            vessel: b.name,
            ...(b.all ? {} : { kg: Number(b.kg.toFixed(3)) }),
          })),
          into: target.name,
          ...(despite.trim() ? { despite } : {}),
        });
        if (!done) return;
        setTold({});
        setDespite("");
        setTurn(turn + 1);
      }}
    >
      <div className="flex flex-wrap items-start gap-4">
        <Field
          spec={{
            name: "by",
            label: "Asked for by",
            kind: "choice",
            span: 1,
            options: [
              { value: "kg", label: "weight" },
              { value: "jars", label: "jars" },
            ],
          }}
          value={by}
          onChange={(v) => setBy(String(v))}
        />
        {by === "kg" ? (
          <Field
            spec={{ name: "wantedKg", label: "Wanted", unit: "kg", kind: "figure", span: 1 }}
            value={wanted}
            error={wrongAt("wantedKg")}
            onChange={(v) => setWanted(String(v))}
          />
        ) : (
          <>
            <Field
              spec={{ name: "jars", label: "Jars wanted", kind: "figure", span: 1 }}
              value={jars.n}
              error={wrongAt("jars") ?? wrongAt("wantedKg")}
              onChange={(v) => setJars({ ...jars, n: String(v) })}
            />
            <Field
              spec={{ name: "jarG", label: "Net a jar", unit: "g", kind: "figure", span: 1 }}
              value={jars.g}
              error={wrongAt("jarG")}
              onChange={(v) => setJars({ ...jars, g: String(v) })}
            />
          </>
        )}
        <Field
          spec={{ name: "objective", label: "To", kind: "choice", span: 3, options: FOR }}
          value={objective}
          error={wrongAt("objective")}
          onChange={(v) => setObjective(String(v))}
        />
        <Field
          spec={{
            name: "waterPct",
            label: "Water at most",
            unit: "%",
            kind: "figure",
            span: 1,
            hint: "at its upper end",
          }}
          value={water}
          error={wrongAt("waterPct")}
          onChange={(v) => setWater(String(v))}
        />
        {owners.length > 0 && (
          <Field
            spec={{
              name: "owner",
              label: "Whose honey",
              kind: "choice",
              options: [{ value: "", label: "the house's" }, ...owners.map((o) => ({ value: o, label: o }))],
            }}
            value={owner}
            onChange={(v) => setOwner(String(v))}
          />
        )}
      </div>
      <details>
        <summary className="flex min-h-12 cursor-pointer items-center font-semibold underline underline-offset-4">
          Colour, bloom, warmth, age, whole vessels
        </summary>
        <div className="flex flex-wrap items-start gap-4">
          <Field
            spec={{ name: "colourLo", label: "Colour from", unit: "mm Pfund", kind: "figure", span: 1 }}
            value={colour.lo}
            error={wrongAt("colourLo")}
            onChange={(v) => setColour({ ...colour, lo: String(v) })}
          />
          <Field
            spec={{ name: "colourHi", label: "to", unit: "mm Pfund", kind: "figure", span: 1 }}
            value={colour.hi}
            error={wrongAt("colourHi")}
            onChange={(v) => setColour({ ...colour, hi: String(v) })}
          />
          <Field
            spec={{ name: "bloom", label: "Of a bloom", placeholder: "lime", offers: blooms }}
            value={bloom}
            error={wrongAt("bloom")}
            onChange={(v) => setBloom(String(v))}
          />
          <Field
            spec={{ name: "bloomPct", label: "at least", unit: "%", kind: "figure", span: 1 }}
            value={bloomPct}
            error={wrongAt("bloomPct")}
            onChange={(v) => setBloomPct(String(v))}
          />
          <Field
            spec={{
              name: "lostPct",
              label: "Enzymes lost at most",
              unit: "%",
              kind: "figure",
              span: 1,
              hint: "by warmth",
            }}
            value={lost}
            error={wrongAt("lostPct")}
            onChange={(v) => setLost(String(v))}
          />
          <Field
            spec={{ name: "ageDays", label: "Not older than", unit: "days", kind: "figure", span: 1 }}
            value={age}
            error={wrongAt("ageDays")}
            onChange={(v) => setAge(String(v))}
          />
          <Tick checked={whole} onChange={setWhole} className="mt-5 min-h-12">
            whole vessels only
          </Tick>
        </div>
      </details>
      {wrong.some((w) => w.path === "") && (
        <p className="font-semibold text-stop">{wrong.find((w) => w.path === "")?.message}</p>
      )}
      {view && (
        <>
          <p className="mt-3 mb-1 text-[15px] text-ink-2">
            Press a vessel to put it in, again to leave it out.
          </p>
          <ul className="flex flex-wrap gap-2" aria-label="What may be blended">
            {view.choices.map((c) => {
              const own = told[c.name] ?? "auto";
              const closed = c.out !== "" && own === "auto" && !c.out.startsWith("ferments");
              return (
                <li key={c.name}>
                  <button
                    type="button"
                    disabled={closed}
                    aria-pressed={c.inIt}
                    data-quiet=""
                    onClick={() => setTold({ ...told, [c.name]: next[own] })}
                    className={`min-h-12 rounded border-2 px-3 py-1 text-left text-[15px] leading-tight disabled:opacity-50 ${c.inIt ? "border-ink bg-mass-fill text-ink" : "border-edge bg-shelf"}`}
                  >
                    <b>{c.title}</b> {c.holds}
                    <span className="block">
                      {c.waterPct === null ? "unread" : `${c.waterPct.toFixed(1)} %`}
                      {own === "in"
                        ? ", in by hand"
                        : own === "out"
                          ? ", left out"
                          : c.out
                            ? `, ${c.out}`
                            : ""}
                    </span>
                  </button>
                </li>
              );
            })}
          </ul>
          <div className="mt-4 grid gap-6 border-t border-rule pt-3 lg:grid-cols-2" aria-live="polite">
            <div>
              {view.bands.length > 0 ? (
                <BlendPicture view={view} />
              ) : (
                <p className="text-[18px] font-bold text-stop">No blend</p>
              )}
            </div>
            <div>
              <WaterLine view={view} />
              <ul className="mt-1 grid gap-1">
                {view.says.map((t) => (
                  <li key={t} className="text-[17px]">
                    {t}
                  </li>
                ))}
                {view.colourMm !== null && (
                  <li className="text-[15px] text-ink-2">
                    <span
                      aria-hidden
                      className="mr-2 inline-block size-4 rounded-full border border-edge align-[-2px]"
                      style={{ background: view.swatch ?? undefined }}
                    />
                    colour about {view.colourMm.toFixed(0)} mm Pfund
                    {view.lostPct !== null &&
                      `; warmth cost at most ${view.lostPct.toFixed(0)} % of the enzymes`}
                  </li>
                )}
              </ul>
              {view.warnings.map((t) => (
                <p
                  key={t}
                  data-tone="stop"
                  className="mt-2 border-l-[6px] border-stop bg-stop-fill px-3 py-2 text-[15px]"
                >
                  {t}
                </p>
              ))}
            </div>
          </div>
          {view.bands.length > 0 && (
            <>
              <ol className="mt-3 list-inside list-decimal border-t border-rule pt-3 text-[15px]">
                {view.steps.map((t) => (
                  <li key={t}>{t}</li>
                ))}
              </ol>
              <div className="mt-3 flex flex-wrap items-start gap-4">
                <Field
                  spec={{
                    name: "into",
                    label: "Blended in",
                    kind: "choice",
                    span: 3,
                    options: free.map((v) => ({
                      value: v.name,
                      label: `${v.name}${v.holdsG === null ? "" : `, room for ${massG(v.holdsG - v.heldG, 0)}`}${v.heldG > 0 ? `, ${massG(v.heldG)} in it` : ""}`,
                    })),
                  }}
                  value={target?.name ?? ""}
                  error={errorAt("into") ?? errorAt("to.0.vessel") ?? errorAt("to.0.kg")}
                  onChange={(v) => setVessel(String(v))}
                />
                {(warns || errorAt("despite") !== undefined) && (
                  <Field
                    spec={{ name: "despite", label: "All the same, because", span: 3 }}
                    value={despite}
                    error={errorAt("despite")}
                    onChange={(v) => setDespite(String(v))}
                  />
                )}
              </div>
            </>
          )}
          <div className="mt-3 flex flex-wrap items-center gap-4">
            <button
              type="submit"
              className="do min-h-14"
              aria-disabled={standing.step === "sending" || view.bands.length === 0 || !target}
            >
              Blend {view.mass}
            </button>
            {view.bands.length > 0 && !target && (
              <p className="font-semibold text-stop">
                No vessel has room for {view.mass}: set one up, or empty one.
              </p>
            )}
            <SaysStanding standing={standing} />
          </div>
        </>
      )}
    </form>
  );
}
