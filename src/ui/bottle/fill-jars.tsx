"use client";

import { useState } from "react";
import { massFigure, unitOf } from "@/house/language/shown";

import { capital } from "@/house/language/spoken";
import { Field } from "../fields/field";
import { asProposed, figureIn, figureOf, forTheHouse, jarIn, massIn } from "../fields/figure";
import { type FieldSpec, inputFrom } from "../fields/spec";
import { SaysStanding } from "../fields/standing";
import { useCommand } from "../fields/use-command";
import { Tick } from "../tick";

interface VesselChoice {
  /** "pail 12" */
  readonly name: string;
  readonly kg: number;
  readonly waterPct: number | null;
  /** "batch 4" */
  readonly from: string;
  /** Whose honey it is when it is kept apart. */
  readonly owner: string;
  readonly warning: string | null;
}

/** What is taken of a vessel when nothing else is typed: what the jars need, or all of it. */
const ALL = "all";

const count = (text: string | boolean | undefined): number => figureIn(text) ?? 0;

type Values = Readonly<Record<string, string | boolean>>;

interface OtherSize {
  readonly id: number;
  readonly g: string;
  readonly jars: string;
}
const NO_SIZE: OtherSize = { id: 0, g: "", jars: "" };

interface Ingredient {
  readonly id: number;
  readonly name: string;
  readonly lot: string;
  readonly allergen: boolean;
}
const NO_INGREDIENT: Ingredient = { id: 0, name: "", lot: "", allergen: false };

/** One more row behind those there are. */
const oneMore = <T extends { readonly id: number }>(rows: readonly T[], empty: T): T[] => [
  ...rows,
  { ...empty, id: Math.max(...rows.map((r) => r.id)) + 1 },
];

/** Honey into jars: choose vessels, jar and count; what is over or short is said while typing. */
export function FillJars({
  vessels,
  chosen,
  kinds,
  sizes = [],
  materials = [],
}: {
  vessels: readonly VesselChoice[];
  chosen: readonly string[];
  kinds: readonly string[];
  /** As a plan told them. */
  sizes?: readonly { readonly jars: string; readonly jarG: string }[];
  materials?: readonly { readonly name: string; readonly kind: string }[];
}) {
  const [rest, setRest] = useState<readonly OtherSize[]>(() =>
    sizes.slice(1).map((x, id) => ({ id, g: asProposed(x.jarG, "g"), jars: x.jars })),
  );
  const others = rest.length > 0 ? rest : [NO_SIZE];
  const [stuff, setStuff] = useState<readonly Ingredient[]>([NO_INGREDIENT]);
  const [taken, setTaken] = useState<Readonly<Record<string, string>>>(
    Object.fromEntries(chosen.map((t) => [t, ""])),
  );
  const [values, setValues] = useState<Values>({
    honeyKind: "",
    jarG: asProposed(sizes[0]?.jarG ?? "454", "g").replace(/\.0\d*$/, ""),
    jars: sizes[0]?.jars ?? "",
    product: "honey",
    materials: "",
    honeyC: "",
    minutes: "",
    lossBy: "computed",
    lostKg: "",
    meanFillG: "",
    despite: "",
  });
  const { standing, errorAt, submit } = useCommand("issue-lot");
  const set = (name: string) => (v: string | boolean) => setValues((now) => ({ ...now, [name]: v }));
  const picked = vessels.filter((p) => p.name in taken);
  const typed = (p: VesselChoice): boolean => taken[p.name] !== "" && taken[p.name] !== ALL;
  const mostG = picked.reduce((sum, p) => sum + (typed(p) ? (massIn(taken[p.name]) ?? 0) : p.kg) * 1000, 0);
  const entered = values.lossBy === "entered";
  const each =
    !entered && values.meanFillG
      ? (figureOf(String(values.meanFillG), "g") ?? 0)
      : (jarIn(String(values.jarG)) ?? 0);
  const fits = each > 0 && mostG > 0 ? Math.floor(mostG / each + 1e-6) : 0;
  const needsG =
    each * count(values.jars) +
    others.reduce((g, o) => g + (jarIn(o.g) ?? 0) * count(o.jars), 0) +
    (entered ? (massIn(String(values.lostKg ?? "")) ?? 0) * 1000 : 0);
  const infused = values.product === "infused";
  const owners = new Set(picked.map((p) => p.owner));
  const against = [
    ...picked.flatMap((p) =>
      p.warning && !p.warning.startsWith("still") ? [`${capital(p.name)}: ${p.warning}`] : [],
    ),
    ...(owners.size > 1 ? ["Honey that is kept apart would be pooled"] : []),
  ];
  const asks = against.length > 0 || errorAt("despite") !== undefined;
  const field = (spec: FieldSpec, focus = false) => (
    <Field
      spec={spec}
      value={values[spec.name] ?? ""}
      error={errorAt(spec.name)}
      autoFocus={focus}
      onChange={set(spec.name)}
    />
  );

  async function issue() {
    const { lossBy, lostKg, meanFillG, despite, materials: named, ...own } = values;
    const more = others.flatMap((o) =>
      o.g.trim() !== "" && o.jars.trim() !== "" ? [{ jarG: forTheHouse(o.g, "g"), jars: o.jars }] : [],
    );
    const ingredients = stuff.flatMap(({ id: _, ...x }) => (x.name.trim() === "" ? [] : [x]));
    const input = inputFrom({
      ...own,
      jarG: forTheHouse(String(own.jarG), "g"),
      honeyC: forTheHouse(String(own.honeyC), "°C"),
      ...(named
        ? {
            materials: String(named)
              .split(",")
              .map((t) => t.trim()),
          }
        : {}),
      ...(infused && ingredients.length > 0 ? { ingredients } : {}),
      ...(asks ? { despite: despite ?? "" } : {}),
      ...(more.length > 0 ? { more } : {}),
      ...(entered
        ? { lostKg: forTheHouse(String(lostKg), "kg") }
        : { meanFillG: forTheHouse(String(meanFillG), "g") }),
    });
    const answer = await submit({
      ...input,
      pails: picked.map((p) => ({
        vessel: p.name,
        ...(taken[p.name] === ALL
          ? { emptied: true }
          : typed(p)
            ? { kg: forTheHouse(taken[p.name] ?? "", "kg") }
            : {}),
      })),
    });
    if (answer) {
      setTaken({});
      setRest([]);
      setStuff([NO_INGREDIENT]);
      setValues((now) => ({ ...now, jars: "", minutes: "", lostKg: "", meanFillG: "", despite: "" }));
    }
  }

  return (
    <form
      className="panel mb-3"
      aria-label="Fill jars"
      onSubmit={(e) => {
        e.preventDefault();
        void issue();
      }}
    >
      <div className="flex flex-wrap gap-4">
        {field(
          { name: "honeyKind", label: "Kind of honey", placeholder: "Lime honey", offers: kinds, span: 3 },
          true,
        )}
        {field({ name: "jarG", label: "Net a jar", unit: "g", hint: "lb, oz or ml may be typed", span: 1 })}
        {field({
          name: "jars",
          label: "Jars",
          kind: "figure",
          span: 1,
          hint: fits > 0 ? `enough for ${fits}` : "choose vessels",
        })}
        {others.map((o, i) => (
          <div key={o.id} className="flex gap-4">
            <Field
              spec={{
                name: `moreG${i}`,
                label: "and of",
                unit: "g",
                hint: "another size, same lot",
                span: 1,
              }}
              value={o.g}
              error={errorAt(`more.${i}.jarG`)}
              onChange={(v) => setRest(others.map((x, k) => (k === i ? { ...x, g: String(v) } : x)))}
            />
            <Field
              spec={{ name: `moreJars${i}`, label: "jars of it", kind: "figure", span: 1 }}
              value={o.jars}
              error={errorAt(`more.${i}.jars`)}
              onChange={(v) => setRest(others.map((x, k) => (k === i ? { ...x, jars: String(v) } : x)))}
            />
          </div>
        ))}
        {others.length < 8 && others.at(-1)?.jars !== "" && (
          <button
            type="button"
            className="do mt-7 self-start"
            data-quiet=""
            onClick={() => setRest(oneMore(others, NO_SIZE))}
          >
            One more size
          </button>
        )}
        {field({
          name: "product",
          label: "It is",
          kind: "choice",
          span: 2,
          options: [
            { value: "honey", label: "honey" },
            { value: "set", label: "set honey" },
            { value: "chunk", label: "honey with comb in it" },
            { value: "infused", label: "infused honey" },
          ],
        })}
        {field({
          name: "honeyC",
          label: "Honey at",
          unit: "°C",
          kind: "figure",
          span: 1,
          hint: "at the gate",
        })}
        {field({ name: "minutes", label: "It took", unit: "min", kind: "figure", span: 1 })}
        {materials.length > 0 &&
          field({
            name: "materials",
            label: "Jars, lids, boxes",
            kind: "ticks",
            span: 3,
            options: materials.map((m) => ({ value: m.name, label: m.name })),
            hint: "the fullest that fits, if left out",
          })}
        {field({
          name: "lossBy",
          label: "Loss",
          kind: "choice",
          span: 1,
          options: [
            { value: "computed", label: "computed" },
            { value: "entered", label: "entered" },
          ],
        })}
        {entered
          ? field({ name: "lostKg", label: "Lost", unit: "kg", kind: "figure", span: 1 })
          : field({
              name: "meanFillG",
              label: "Mean fill",
              unit: "g",
              kind: "figure",
              span: 1,
              hint: "label if left out",
            })}
      </div>
      {infused && (
        <fieldset className="mt-4">
          <legend className="mb-2 font-semibold">What is in it beside honey, heaviest first</legend>
          {stuff.map((x, i) => (
            <div key={x.id} className="mb-2 flex flex-wrap items-start gap-4">
              <Field
                spec={{ name: `ingredient${i}`, label: "Ingredient", span: 2 }}
                value={x.name}
                error={errorAt(`ingredients.${i}.name`)}
                onChange={(v) => setStuff(stuff.map((y, k) => (k === i ? { ...y, name: String(v) } : y)))}
              />
              <Field
                spec={{ name: `ingredientLot${i}`, label: "its lot", span: 2 }}
                value={x.lot}
                error={errorAt(`ingredients.${i}.lot`)}
                onChange={(v) => setStuff(stuff.map((y, k) => (k === i ? { ...y, lot: String(v) } : y)))}
              />
              <Field
                spec={{ name: `allergen${i}`, label: "an allergen", kind: "check" }}
                value={x.allergen}
                onChange={(v) =>
                  setStuff(stuff.map((y, k) => (k === i ? { ...y, allergen: v === true } : y)))
                }
              />
            </div>
          ))}
          {errorAt("ingredients") && <p className="font-semibold text-stop">{errorAt("ingredients")}</p>}
          <button
            type="button"
            className="do"
            data-quiet=""
            onClick={() => setStuff(oneMore(stuff, NO_INGREDIENT))}
          >
            One more ingredient
          </button>
          <p className="mt-2 text-ink-2">
            Another product: its own lot, never mixed back; clean filler and bench of allergens before and
            after.
          </p>
        </fieldset>
      )}
      <fieldset className="mt-4">
        <legend className="mb-2 font-semibold">Vessels</legend>
        {vessels.length === 0 && (
          <p className="text-ink-2">No vessel holds honey. Fill one in the Spin bay first.</p>
        )}
        <ul className="grid gap-2 md:grid-cols-2">
          {vessels.map((p) => {
            const on = p.name in taken;
            const error =
              errorAt(`pails.${picked.indexOf(p)}.kg`) ?? errorAt(`pails.${picked.indexOf(p)}.vessel`);
            return (
              <li
                key={p.name}
                className="flex flex-wrap items-center gap-3 rounded border border-rule px-3 py-1"
              >
                <Tick
                  className="min-h-12 min-w-56 flex-1"
                  checked={on}
                  onChange={(take) =>
                    setTaken((now) =>
                      take
                        ? { ...now, [p.name]: "" }
                        : Object.fromEntries(Object.entries(now).filter(([t]) => t !== p.name)),
                    )
                  }
                >
                  <span>
                    <b>{capital(p.name)}</b>, <b className="text-mass">{massFigure(p.kg)}</b> {unitOf("kg")},{" "}
                    {p.from}
                    {p.owner && <b>, {p.owner}'s</b>},{" "}
                    <span className="text-water">
                      {p.waterPct === null ? "unread" : `${p.waterPct.toFixed(1)} % water`}
                    </span>
                    {p.warning && (
                      <span className="block text-[14px] font-semibold text-stop">{p.warning}</span>
                    )}
                  </span>
                </Tick>
                {on && (
                  <Tick
                    className="min-h-12 text-[15px]"
                    checked={taken[p.name] === ALL}
                    onChange={(all) => setTaken((now) => ({ ...now, [p.name]: all ? ALL : "" }))}
                  >
                    all of it
                  </Tick>
                )}
                {on && taken[p.name] !== ALL && (
                  <label
                    className="field flex items-center gap-2 text-[15px]"
                    data-wrong={error ? "" : undefined}
                  >
                    take
                    <input
                      className="w-36! font-mono"
                      inputMode="decimal"
                      placeholder="as needed"
                      aria-label={`Take from ${p.name}, ${unitOf("kg")}`}
                      value={taken[p.name]}
                      onChange={(e) => setTaken((now) => ({ ...now, [p.name]: e.target.value }))}
                    />
                    {unitOf("kg")}
                  </label>
                )}
                {on && error && <p className="w-full text-[15px] font-semibold text-stop">{error}</p>}
              </li>
            );
          })}
        </ul>
      </fieldset>
      {asks && (
        <div className="mt-4 max-w-xl">
          {against.length > 0 && <p className="mb-2 font-semibold text-stop">{against.join("; ")}.</p>}
          {field({
            name: "despite",
            label: "Why it goes into jars all the same",
            hint: "it stands on the lot; or leave the vessel out",
            span: 3,
          })}
        </div>
      )}
      <div className="mt-4 flex flex-wrap items-center gap-4">
        <button type="submit" className="do" aria-disabled={standing.step === "sending"}>
          Issue the lot
        </button>
        <p>
          {needsG > 0 ? (
            <>
              <b className="text-mass">{massFigure(needsG / 1000)}</b> {unitOf("kg")} needed of{" "}
            </>
          ) : null}
          <b className="text-mass">{massFigure(mostG / 1000)}</b> {unitOf("kg")} chosen
          {needsG > 0 && needsG < mostG && ": the rest stays in its vessel"}
        </p>
        <SaysStanding standing={standing} />
      </div>
    </form>
  );
}
