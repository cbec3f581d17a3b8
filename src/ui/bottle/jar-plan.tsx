"use client";

import { Minus, Plus } from "lucide-react";
import { useState } from "react";
import { mass, massG } from "@/house/language/shown";
import { capital, plural } from "@/house/language/spoken";
import type { JarPlanView } from "@/house/materials/plan";
import { Field } from "../fields/field";
import { asProposed, figureIn, forTheHouse } from "../fields/figure";
import { Link } from "../link";
import { useAsked } from "../use-asked";

/** The honey in the vessel as a bar, parted by the jars it fills. */
function Bar({ view }: { view: JarPlanView }) {
  const part = (g: number): string => `${(100 * g) / Math.max(1, view.heldG)}%`;
  return (
    <div
      className="flex h-12 w-full overflow-hidden rounded border-2 border-ink"
      role="img"
      aria-label={`${massG(view.heldG)}: ${view.rows.map((r) => `${r.jars} jars of ${r.label}`).join(", ")}, ${massG(view.leftG)} left, ${massG(view.staysG)} stays on wall and gate`}
    >
      {view.rows.map((r) => (
        <span
          key={r.jarG}
          className="flex items-center overflow-hidden border-r-2 border-mass px-1 text-[15px] font-bold whitespace-nowrap"
          style={{
            width: part(r.kg * 1000),
            background: "var(--mass-fill)",
            color: "#1d1a14",
          }}
        >
          {r.jars > 0 ? r.label : ""}
        </span>
      ))}
      <span
        className="flex flex-1 items-center justify-end overflow-hidden px-2 text-[14px] whitespace-nowrap text-ink-2"
        style={{
          background: "repeating-linear-gradient(135deg, transparent 0 6px, var(--rule) 6px 7px)",
        }}
      >
        {view.leftG + view.staysG > 0.2 * view.heldG ? `${massG(view.leftG + view.staysG)} left` : ""}
      </span>
    </div>
  );
}

/** How many jars of each size; changed by hand, everything recomputes. */
export function JarPlan({
  vessels,
  chosen,
  kinds,
}: {
  vessels: readonly { readonly name: string; readonly says: string }[];
  chosen: string;
  kinds: readonly string[];
}) {
  const [kind, setKind] = useState("");
  const [vessel, setVessel] = useState(chosen || (vessels[0]?.name ?? ""));
  const [aim, setAim] = useState("worth");
  const [stays, setStays] = useState(asProposed("1", "kg"));
  const [over, setOver] = useState(asProposed("1", "g"));
  const [seconds, setSeconds] = useState("");
  const [size, setSize] = useState("");
  const [sizes, setSizes] = useState<readonly string[]>([]);
  const [byHand, setByHand] = useState<Readonly<Record<string, number>>>({});

  const body = JSON.stringify({
    vessels: [vessel],
    honeyKind: kind,
    aim,
    ...(stays === "" ? {} : { staysKg: forTheHouse(stays, "kg") }),
    ...(figureIn(over) === null ? {} : { overG: forTheHouse(over, "g") }),
    ...(figureIn(seconds) === null ? {} : { secondsAJar: seconds }),
    sizesG: sizes,
    byHand,
  });
  const { view, wrong } = useAsked<JarPlanView>("/api/v1/jar-plan", body);

  /** One more or fewer than what was pressed last, however fast the plan comes back. */
  const change = (jarG: number, planned: number, by: number) =>
    setByHand((now) => ({
      ...now,
      [String(jarG)]: Math.max(0, (now[String(jarG)] ?? planned) + by),
    }));
  const planAgain = (jarG: number) => setByHand(({ [String(jarG)]: _, ...rest }) => rest);

  return (
    <section className="panel mb-3" aria-label="Jar plan">
      <div className="flex flex-wrap items-start gap-4">
        <Field
          spec={{
            name: "vessel",
            label: "From",
            kind: "choice",
            span: 3,
            options: vessels.map((v) => ({ value: v.name, label: v.says })),
          }}
          value={vessel}
          onChange={(v) => {
            setVessel(String(v));
            setByHand({});
          }}
        />
        <Field
          spec={{
            name: "kind",
            label: "Kind of honey",
            span: 2,
            offers: kinds,
            hint: "orders for another are left out",
          }}
          value={kind}
          onChange={(v) => setKind(String(v))}
        />
        <Field
          spec={{
            name: "aim",
            label: "After the orders",
            kind: "choice",
            span: 2,
            options: [
              { value: "worth", label: "what brings most" },
              { value: "even", label: "evenly by weight" },
            ],
          }}
          value={aim}
          onChange={(v) => setAim(String(v))}
        />
        <Field
          spec={{ name: "stays", label: "On the wall", unit: "kg", kind: "figure", span: 1 }}
          value={stays}
          onChange={(v) => setStays(String(v))}
        />
        <Field
          spec={{
            name: "over",
            label: "Over the label",
            unit: "g",
            kind: "figure",
            span: 1,
            hint: "each jar",
          }}
          value={over}
          onChange={(v) => setOver(String(v))}
        />
        <Field
          spec={{
            name: "seconds",
            label: "Seconds a jar",
            kind: "figure",
            span: 1,
            hint: view ? `${view.secondsAJar} ${view.learnt ? "by your fillings" : "is usual"}` : "",
          }}
          value={seconds}
          onChange={(v) => setSeconds(String(v))}
        />
        <Field
          spec={{
            name: "size",
            label: "Another size",
            unit: "g",
            kind: "figure",
            span: 1,
            hint: "Enter adds it",
          }}
          value={size}
          onChange={(v) => setSize(String(v))}
          onEnter={() => {
            if (figureIn(size) === null) return;
            setSizes((now) => [...new Set([...now, forTheHouse(size.trim(), "g")])]);
            setSize("");
          }}
        />
      </div>
      {wrong.length > 0 && (
        <p className="mt-3 font-semibold text-stop" role="alert">
          {[...new Set(wrong.map((w) => w.message))].join(" ")}
        </p>
      )}
      {view && (
        <div className="mt-4" aria-live="polite">
          <p className="mb-1.5 text-[15px] text-ink-2">
            {capital(view.from)}, {massG(view.heldG)}; {massG(view.staysG)} stays on wall and gate
          </p>
          {view.against.map((t) => (
            <p key={t} className="mb-1.5 font-semibold text-stop">
              {t}
            </p>
          ))}
          <Bar view={view} />
          <ul className="mt-3 grid gap-3 md:grid-cols-2">
            {view.rows.map((r) => (
              <li key={r.jarG} className="flex flex-wrap items-center gap-3 rounded border border-rule p-2">
                <button
                  type="button"
                  className="do min-w-14 px-2"
                  data-quiet=""
                  aria-label={`One jar of ${r.label} fewer`}
                  onClick={() => change(r.jarG, r.jars, -1)}
                >
                  <Minus size={20} aria-hidden />
                </button>
                <span className="min-w-36 flex-1">
                  <b className="text-[22px]">{r.jars}</b> × {r.label}
                  <span className="block font-semibold text-mass">{mass(r.kg)}</span>
                  <span className="block text-[14px] text-ink-2">
                    {[
                      r.ordered > 0 ? `${r.ordered} still ordered` : "",
                      r.here > 0 ? `${r.here} here` : "",
                      r.boxes === null ? "" : plural(r.boxes, "box", "boxes"),
                      ...r.stock,
                    ]
                      .filter((t) => t !== "")
                      .join("; ")}
                  </span>
                  {r.byHand && (
                    <button
                      type="button"
                      className="min-h-11 text-[15px] font-semibold underline"
                      onClick={() => planAgain(r.jarG)}
                    >
                      by hand; plan it again
                    </button>
                  )}
                </span>
                <button
                  type="button"
                  className="do min-w-14 px-2"
                  data-quiet=""
                  aria-label={`One jar of ${r.label} more`}
                  onClick={() => change(r.jarG, r.jars, 1)}
                >
                  <Plus size={20} aria-hidden />
                </button>
              </li>
            ))}
          </ul>
          <p className="mt-3 text-[18px] font-semibold">{view.limits}</p>
          {view.short.map((t) => (
            <p key={t} className="font-semibold text-stop">
              {t}.
            </p>
          ))}
          {view.underMinimum.map((t) => (
            <p key={t}>{t}.</p>
          ))}
          {view.toOrder.length > 0 && (
            <div className="mt-2">
              <h3 className="font-bold">To order</h3>
              <ul>
                {view.toOrder.map((o) => (
                  <li key={o.name} className={o.late ? "font-semibold text-stop" : ""}>
                    {o.says}.
                  </li>
                ))}
              </ul>
            </div>
          )}
          <p className="mt-2 text-ink-2">
            {plural(view.labels, "label")}
            {view.boxes > 0 && `, ${plural(view.boxes, "box", "boxes")} on ${plural(view.pallets, "pallet")}`}
            , about{" "}
            {view.minutes < 90 ? `${Math.ceil(view.minutes)} min` : `${(view.minutes / 60).toFixed(1)} h`} at
            the filler.
          </p>
          {view.status !== "infeasible" && view.labels > 0 && (
            <Link className="do mt-3 inline-flex" href={view.fill}>
              Fill these
            </Link>
          )}
        </div>
      )}
    </section>
  );
}
