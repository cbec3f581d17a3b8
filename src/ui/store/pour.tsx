"use client";

import { useMemo, useState } from "react";
import type { TimedPass } from "@/core/clarify";
import { judgeWater, type WaterRules } from "@/core/moisture";
import { planMove } from "@/core/vessels";
import { massFigureG, massG, shown, unitOf } from "@/house/language/shown";
import { capital } from "@/house/language/spoken";
import type { MeshChoice } from "@/house/settle/desk";
import type { StoreVessel } from "@/house/store/desk";
import { Field } from "../fields/field";
import { forTheHouse, massIn } from "../fields/figure";
import { SaysStanding } from "../fields/standing";
import { useCommand } from "../fields/use-command";
import { type Passing, Through } from "../settle/through";
import { VesselFigure } from "./vessel-figure";

/** What was typed of one side: an amount, or a weight afterwards. */
interface Typed {
  readonly kg: string;
  readonly grossKg: string;
  readonly levelCm: string;
}
const NOTHING: Typed = { kg: "", grossKg: "", levelCm: "" };
type Side = Readonly<Record<string, Typed>>;

const toggled = (side: Side, name: string): Side => {
  if (!(name in side)) return { ...side, [name]: NOTHING };
  const { [name]: _, ...others } = side;
  return others;
};

/** Those that are pressed first, then by turn. */
function inReach(
  list: readonly StoreVessel[],
  pressed: Side,
  turn: (v: StoreVessel) => number,
): StoreVessel[] {
  return list.toSorted((a, b) => Number(b.name in pressed) - Number(a.name in pressed) || turn(a) - turn(b));
}

/** So many are drawn before somebody asks for the others. */
const IN_SIGHT = 9;

/** Honey poured from vessels into others: press what gives on the left and what takes on the right; the outcome stands below while pressing. */
export function Pour({
  vessels,
  causes,
  chosen,
  rules,
  strain,
}: {
  vessels: readonly StoreVessel[];
  causes: readonly string[];
  chosen: readonly string[];
  rules: WaterRules;
  /** When it goes through meshes on its way: those there are, and how this house's passes went. */
  strain?: { readonly meshes: readonly MeshChoice[]; readonly timed: readonly TimedPass[] };
}) {
  const [from, setFrom] = useState<Side>(Object.fromEntries(chosen.map((name) => [name, NOTHING])));
  const [to, setTo] = useState<Side>({});
  const [cause, setCause] = useState(causes[0] ?? "");
  const [despite, setDespite] = useState("");
  const [all, setAll] = useState(false);
  const [passing, setPassing] = useState<Passing>({
    meshes:
      strain?.meshes
        .filter((m) => !m.broken)
        .map((m) => m.name)
        .slice(-2) ?? [],
    honeyC: "",
    minutes: "",
    keptKg: "",
  });
  const { standing, errorAt, submit } = useCommand(strain ? "strain" : "move-honey");
  const givers = inReach(
    vessels.filter((v) => v.heldG > 0 && !(v.name in to)),
    from,
    (v) => (v.name.startsWith("pail") ? 1 : 0),
  );
  // Large vessels first, then empty ones; topping a pail up is seldom.
  const takers = inReach(
    vessels.filter((v) => !(v.name in from)),
    to,
    (v) => (v.name.startsWith("pail") ? (v.heldG === 0 ? 1 : 2) : 0),
  );
  const giving = vessels.filter((v) => v.name in from);
  const taking = vessels.filter((v) => v.name in to);

  const outcome = useMemo(() => {
    if (giving.length === 0 || taking.length === 0) return null;
    const grams = (t: Typed | undefined): number | undefined => {
      const kg = massIn(t?.kg ?? "");
      return kg === null || kg === undefined ? undefined : Math.round(kg * 1000);
    };
    try {
      return {
        plan: planMove(
          giving.map((v) => ({ name: capital(v.name), heldGrams: v.heldG, takenGrams: grams(from[v.name]) })),
          taking.map((v) => ({
            name: capital(v.name),
            heldGrams: v.heldG,
            addedGrams: grams(to[v.name]),
            holdsGrams: v.holdsG,
          })),
          shown(),
        ),
      };
    } catch (fault) {
      return { wrong: fault instanceof Error ? fault.message : "" };
    }
  }, [giving, taking, from, to]);
  const plan = outcome && "plan" in outcome ? outcome.plan : null;
  const weighed = [...Object.values(from), ...Object.values(to)].some(
    (t) => t.grossKg.trim() !== "" || t.levelCm.trim() !== "",
  );
  const owners = new Set([...giving, ...taking.filter((t) => t.heldG > 0)].flatMap((v) => v.owners));
  const asks = owners.size > 1 || errorAt("despite") !== undefined;

  async function pour() {
    const said = (t: Typed | undefined) => ({
      ...(t?.kg.trim() ? { kg: forTheHouse(t.kg, "kg") } : {}),
      ...(t?.grossKg.trim() ? { grossKg: forTheHouse(t.grossKg, "kg") } : {}),
      ...(t?.levelCm.trim() ? { levelCm: forTheHouse(t.levelCm, "cm") } : {}),
    });
    const answer = await submit({
      from: giving.map((v) => ({ vessel: v.name, ...said(from[v.name]) })),
      to: taking.map((v) => ({ vessel: v.name, ...said(to[v.name]) })),
      ...(strain
        ? {
            meshes: passing.meshes,
            ...(passing.honeyC.trim() ? { honeyC: forTheHouse(passing.honeyC, "°C") } : {}),
            ...(passing.minutes.trim() ? { minutes: passing.minutes } : {}),
            ...(passing.keptKg.trim() ? { keptKg: forTheHouse(passing.keptKg, "kg") } : {}),
          }
        : { cause }),
      ...(asks && despite.trim() !== "" ? { despite } : {}),
    });
    if (!answer) return;
    setFrom({});
    setTo({});
    setDespite("");
    setPassing((now) => ({ ...now, minutes: "", keptKg: "" }));
  }

  const column = (
    title: string,
    side: "from" | "to",
    list: readonly StoreVessel[],
    typed: Side,
    set: (next: Side) => void,
  ) => (
    <fieldset className="min-w-0 flex-1 basis-80">
      <legend className="mb-2 font-semibold">{title}</legend>
      {list.length === 0 && (
        <p className="text-ink-2">
          {side === "from" ? "No vessel holds honey." : "No vessel is left to pour into: set one up."}
        </p>
      )}
      <div className="flex flex-wrap gap-2.5">
        {(all ? list : list.slice(0, Math.max(IN_SIGHT, Object.keys(typed).length))).map((v) => (
          <VesselFigure
            key={v.name}
            vessel={v}
            pressed={v.name in typed}
            changesG={change(side, v)}
            onPress={() => set(toggled(typed, v.name))}
          />
        ))}
      </div>
      {!all && list.length > IN_SIGHT && (
        <button
          type="button"
          className="min-h-12 px-2 font-semibold underline underline-offset-4"
          onClick={() => setAll(true)}
        >
          {list.length - IN_SIGHT} more
        </button>
      )}
      {list
        .filter((v) => v.name in typed)
        .map((v) => {
          const i = (side === "from" ? giving : taking).findIndex((x) => x.name === v.name);
          const now = typed[v.name] ?? NOTHING;
          const field = (name: keyof Typed, label: string, hint: string, unit = "kg") => (
            <Field
              spec={{ name: `${side}.${v.name}.${name}`, label, unit, kind: "figure", hint, span: 1 }}
              value={now[name]}
              error={
                errorAt(`${side}.${i}.${name}`) ??
                (name === "kg" ? errorAt(`${side}.${i}.vessel`) : undefined)
              }
              onChange={(value) => set({ ...typed, [v.name]: { ...now, [name]: String(value) } })}
            />
          );
          return (
            <div key={v.name} className="mt-3 flex flex-wrap items-start gap-4 border-t border-rule pt-2">
              <b className="w-24 pt-8">{capital(v.name)}</b>
              {field(
                "kg",
                side === "from" ? "Takes of it" : "Gets",
                side === "from" ? "all of it when left out" : "the rest when left out",
              )}
              {v.weighable && field("grossKg", "or weighs after", "with its honey")}
              {v.byLevel && field("levelCm", "or stands after", "height of the honey", "cm")}
            </div>
          );
        })}
    </fieldset>
  );
  const change = (side: "from" | "to", v: StoreVessel): number => {
    if (!plan) return 0;
    return side === "from"
      ? -(plan.taken[giving.findIndex((g) => g.name === v.name)] ?? 0)
      : (plan.added[taking.findIndex((t) => t.name === v.name)] ?? 0);
  };

  return (
    <form
      className="panel mb-3"
      aria-label={strain ? "Strain" : "Pour"}
      onSubmit={(e) => {
        e.preventDefault();
        void pour();
      }}
    >
      <div className="flex flex-wrap gap-6">
        {column("Out of", "from", givers, from, setFrom)}
        {column("Into", "to", takers, to, setTo)}
      </div>
      <div className="mt-4 grid gap-2 border-t border-rule pt-3" aria-live="polite">
        {outcome === null && <p className="text-ink-2">Press what gives, then what takes.</p>}
        {outcome && "wrong" in outcome && !weighed && (
          <p className="font-semibold text-stop">{outcome.wrong}</p>
        )}
        {plan && !weighed && (
          <p className="text-[18px]">
            <b className="text-mass">{massFigureG(plan.added.reduce((a, b) => a + b, 0))}</b> {unitOf("kg")}
            {taking.map((t, j) => (
              <span key={t.name}>
                ; {t.name} then holds <b>{massFigureG(t.heldG + (plan.added[j] ?? 0))}</b> {unitOf("kg")}
                {waterOf(t, j)}
              </span>
            ))}
            {plan.lostGrams > 0 && `; ${massG(plan.lostGrams, 2)} are missing`}
          </p>
        )}
      </div>
      {asks && (
        <div className="mt-2 max-w-xl">
          {owners.size > 1 && (
            <p className="mb-2 font-semibold text-stop">
              {[...owners].map((o) => (o === "" ? "The house's honey" : `${o}'s`)).join(" and ")} would be
              mixed. What is kept apart stays apart unless it is released.
            </p>
          )}
          <Field
            spec={{ name: "despite", label: "Released, because", span: 3 }}
            value={despite}
            error={errorAt("despite")}
            onChange={(v) => setDespite(String(v))}
          />
        </div>
      )}
      {strain && (
        <Through
          {...strain}
          passing={passing}
          massKg={(plan?.added.reduce((a, b) => a + b, 0) ?? giving.reduce((g, v) => g + v.heldG, 0)) / 1000}
          waterPct={giving.find((v) => v.waterPct !== null)?.waterPct ?? null}
          errorAt={errorAt}
          onChange={setPassing}
        />
      )}
      <div className="mt-3 flex flex-wrap items-end gap-4">
        {!strain && (
          <Field
            spec={{
              name: "cause",
              label: "What is missing is",
              kind: "choice",
              options: causes.map((c) => ({ value: c, label: c })),
              span: 3,
            }}
            value={cause}
            onChange={(v) => setCause(String(v))}
          />
        )}
        <button
          type="submit"
          className="do min-h-14"
          aria-disabled={standing.step === "sending" || outcome === null}
        >
          {strain ? "Strain" : "Pour"}
        </button>
        <SaysStanding standing={standing} />
      </div>
    </form>
  );

  /** The water of a mix, judged as it will be once it is poured: by the same judgement, from the same readings. */
  function waterOf(taker: StoreVessel, j: number): string {
    const boxes = [
      ...giving.map((g, i) => ({ v: g, grams: plan?.carried[i]?.[j] ?? 0 })),
      { v: taker, grams: taker.heldG },
    ].flatMap(({ v, grams }) =>
      grams > 0 ? v.boxes.map((b) => ({ ...b, massKg: (b.massKg * grams) / Math.max(1, v.heldG) })) : [],
    );
    if (boxes.length === 0) return "";
    const { verdict, figures } = judgeWater(boxes, rules);
    if (verdict === "unread" || figures.waterPct === undefined)
      return ", water not known: nothing of it was read";
    const over = (figures.upperPct ?? 0) > rules.limitPct;
    return ` at ${figures.waterPct.toFixed(1)} ±${(figures.sePct ?? 0).toFixed(1)} % water${over ? `: it may be over the limit of ${rules.limitPct} %` : ""}`;
  }
}
