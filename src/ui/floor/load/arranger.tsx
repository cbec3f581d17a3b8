"use client";

import Link from "next/link";
import { useMemo, useState } from "react";
import { NO_TOOL, TOOLS } from "@/core/dayplan";
import {
  arrangeLoad,
  type FrameWidth,
  fitting,
  imbalance,
  loadOf,
  movedFrame,
  ORIENTATION,
  programme,
  relativeForce,
  STEADINESS,
  shakingForceN,
  spinTime,
  steadiness,
} from "@/core/extraction";
import { wholeMinutes } from "@/house/views/day-plan";
import type { FloorView } from "@/house/views/floor";
import { ChoiceKeys } from "../../choice-keys";
import { Field } from "../../fields/field";
import { SaysStanding } from "../../fields/standing";
import { useCommand } from "../../fields/use-command";
import { FromDevice } from "../../from-device";
import { Tick } from "../../tick";
import { slotName } from "../slot-name";
import { Drum, type FrameToLoad, TONE } from "./drum";

/** Comb colder than this breaks easily (common practice). */
const COLD_COMB_C = 18;
/** By hand: a frame lifts heavier or lighter than its super's mean. */
const LIFT = { light: 0.75, middle: 1, heavy: 1.25 } as const;

/** The next load, drawn as the machine seen from above, with the imbalance as an arrow; frames are pulled or pressed to change places. */
export default function LoadArranger({ floor }: { floor: FloorView }) {
  const [machineName, setMachine] = useState(floor.machines[0]?.name ?? "");
  const machine = floor.machines.find((m) => m.name === machineName) ?? floor.machines[0];
  const [weights, setWeights] = useState<Readonly<Record<string, number>>>({});
  const [placed, setPlaced] = useState<readonly (string | null)[] | null>(null);
  const [held, setHeld] = useState<number | null>(null);
  const [noRoom, setNoRoom] = useState(false);
  const [over, setOver] = useState<readonly [number, number] | null>(null);
  const [rpm, setRpm] = useState(280);
  const [count, setCount] = useState<string>("");
  /** The supers that stand uncapped; none chosen means from the front of them all. */
  const [chosen, setChosen] = useState<readonly string[]>([]);
  /** As ticked; until then as the combs and the cold say. */
  const [tenderSaid, setTender] = useState<boolean | null>(null);
  const [honeyC, setHoneyC] = useState(String(floor.honeyC));
  const [minutesSaid, setMinutes] = useState("");
  const [tool, setTool] = useState<string>(floor.plan?.uncappers.find((u) => u.tool !== NO_TOOL)?.tool ?? "");
  const { standing, submit } = useCommand("start-run");
  const weighed = useMemo(
    () =>
      floor.frames.map(
        (f): FrameToLoad => ({
          ...f,
          kg: weights[f.id] ?? f.kg,
          width: f.deep ? (machine?.deepSlots ?? 1) : 1,
        }),
      ),
    [floor.frames, weights, machine?.deepSlots],
  );
  const byId = new Map(weighed.map((f) => [f.id, f]));
  if (!machine)
    return (
      <p className="panel mb-3 text-ink-2">
        Set up a machine first: its slots, size and the imbalance it stands.
      </p>
    );
  if (floor.frames.length === 0)
    return <p className="panel mb-3 text-ink-2">No frame waits: start a batch, or every frame was spun.</p>;

  const supers = [...new Set(floor.frames.map((f) => f.super))];
  const from = supers.filter((s) => chosen.includes(s));
  const ready = from.length === 0 ? weighed : weighed.filter((f) => from.includes(f.super));
  // As many from the front as asked, or as fit; a few more to choose among, so that the load balances.
  const fit = fitting(ready, machine.slots).inside.length;
  const wanted = Math.min(machine.slots, Math.max(1, Number(count) || machine.slots), ready.length);
  const arrange = () => {
    const among = ready.slice(0, count ? wanted : Math.min(ready.length, machine.slots + 6));
    const found = arrangeLoad(
      among.map((f) => ({ id: f.id, massKg: f.kg, width: f.width })),
      machine,
    );
    setPlaced(found.slots);
    setHeld(null);
    setNoRoom(false);
  };
  const slots =
    placed && placed.length === machine.slots ? placed : Array<string | null>(machine.slots).fill(null);
  const widthOf = (id: string): FrameWidth => byId.get(id)?.width ?? 1;
  const moved = (a: number, b: number) => movedFrame(slots, widthOf, a, b);
  // While a frame is pulled the arrow already shows what letting it go there would do.
  const load = loadOf(
    ((over && moved(...over)) || slots).map((id) => {
      const f = byId.get(id ?? "");
      return f ? { massKg: f.kg, width: f.width } : null;
    }),
  );
  const u = imbalance(load, machine);
  const verdict = steadiness(u.kgM, machine.learntKgM);
  const loaded = slots.filter((id) => id && byId.has(id)).length;
  const swap = (a: number, b: number) => {
    const after = moved(a, b);
    setNoRoom(after === null);
    if (after) setPlaced(after);
    setHeld(null);
  };
  const press = (i: number) => (held === null ? setHeld(i) : held === i ? setHeld(null) : swap(held, i));
  const heldFrame = held === null ? undefined : byId.get(slots[held] ?? "");
  const warm = Number(honeyC.replace(",", "."));
  const known =
    warm >= 10 && warm <= 45 ? spinTime(machine.baseMin, { waterPct: floor.waterPct, tempC: warm }) : null;
  const suggested = known ? wholeMinutes(known.minutes) : machine.suggestedMin;
  const said = Math.round(Number(minutesSaid.replace(",", ".")));
  const minutes = said >= 1 && said <= 120 ? said : suggested;
  const tender =
    tenderSaid ?? (warm < COLD_COMB_C || slots.some((id) => byId.get(id ?? "")?.tender === true));

  return (
    <section className="panel mb-3" aria-label="Next load">
      <div className="flex flex-wrap items-end gap-4">
        <Field
          spec={{
            name: "machine",
            label: "Machine",
            kind: "choice",
            options: floor.machines.map((m) => ({ value: m.name, label: `${m.name}, ${m.slots} slots` })),
          }}
          value={machine.name}
          onChange={(v) => {
            setMachine(String(v));
            setPlaced(null);
          }}
        />
        <Field
          spec={{
            name: "count",
            label: "Frames",
            kind: "figure",
            span: 1,
            placeholder: String(fit),
          }}
          value={count}
          onChange={(v) => setCount(String(v))}
        />
        <button type="button" className="do min-h-12" data-quiet={placed ? "" : undefined} onClick={arrange}>
          Arrange the load
        </button>
        <p className="text-ink-2">
          {weighed.length} frames wait in batch {floor.batch}
          {floor.others.map((n) => (
            <span key={n}>
              ,{" "}
              <Link className="font-semibold" href={`/spin?do=load&batch=${n}`}>
                batch {n}
              </Link>{" "}
              too
            </span>
          ))}
          . {ORIENTATION[machine.kind]}
        </p>
      </div>
      {supers.length > 1 && (
        <details className="mt-2">
          <summary className="min-h-8 cursor-pointer font-semibold">
            {from.length === 0
              ? "Only from some supers"
              : `Only from super${from.length > 1 ? "s" : ""} ${from.join(", ")}`}
          </summary>
          <ChoiceKeys
            label="What stands uncapped: super, frames that wait"
            options={supers.map((s) => ({
              value: s,
              label: `${s}: ${floor.frames.filter((f) => f.super === s).length}${floor.frames.some((f) => f.super === s && f.deep) ? " deep" : ""}`,
            }))}
            value={from}
            onChange={(s) => setChosen(from.includes(s) ? from.filter((x) => x !== s) : [...from, s])}
          />
        </details>
      )}
      <div className="mt-3 grid items-start gap-5 md:grid-cols-[minmax(0,420px)_1fr]">
        <Drum
          slots={slots}
          frameIn={(i) => byId.get(slots[i] ?? "")}
          held={held}
          imbalance={u}
          standsKgM={machine.learntKgM}
          verdict={verdict}
          onPress={press}
          onOver={setOver}
          onSwap={swap}
        />
        <div>
          <p aria-live="polite">
            <output
              aria-label="Balance"
              data-tone={TONE[verdict]}
              className="block text-[24px] font-bold"
              style={{ color: "var(--tone)" }}
            >
              {loaded === 0 ? "nothing loaded" : STEADINESS[verdict]}
            </output>
            {loaded > 0 && (
              <>
                imbalance <b>{u.kgM.toFixed(3)} kg·m</b> of {machine.learntKgM.toFixed(2)} it stands
                {machine.learntKgM !== machine.allowedKgM && (
                  <span className="text-ink-2"> (learnt from its runs)</span>
                )}
                ; <b>{shakingForceN(u.kgM, rpm).toFixed(0)} N</b> at {rpm} rpm, frames pulled with{" "}
                {relativeForce(machine.radiusM, rpm).toFixed(0)} times their weight
              </>
            )}
          </p>
          <label className="mt-2 block text-[15px] font-semibold" htmlFor="rpm">
            Speed, rpm
          </label>
          <input
            id="rpm"
            type="range"
            className="h-12 w-full max-w-80"
            min={60}
            max={450}
            step={10}
            value={rpm}
            onChange={(e) => setRpm(Number(e.target.value))}
          />
          {heldFrame ? (
            <div className="mt-2 border-l-[6px] border-water pl-3">
              <p>
                {slotName(held ?? 0, heldFrame.width, machine.slots)}, super {heldFrame.super}: press another
                slot to change places, or weigh it.
              </p>
              <div className="flex flex-wrap items-end gap-3">
                <ChoiceKeys
                  label="It lifts"
                  options={[
                    { value: "light", label: "light" },
                    { value: "middle", label: "middle" },
                    { value: "heavy", label: "heavy" },
                  ]}
                  value=""
                  onChange={(v) => {
                    const own = floor.frames.find((f) => f.id === heldFrame.id)?.kg ?? heldFrame.kg;
                    if (v) setWeights({ ...weights, [heldFrame.id]: Number((own * LIFT[v]).toFixed(2)) });
                  }}
                />
                <Field
                  spec={{ name: "frameKg", label: "or weighs", unit: "kg", kind: "figure", span: 1 }}
                  value={String(heldFrame.kg)}
                  onChange={(v) => {
                    const kg = Number(String(v).replace(",", "."));
                    if (kg >= 0 && kg <= 15) setWeights({ ...weights, [heldFrame.id]: kg });
                  }}
                />
                <FromDevice
                  kind="scale"
                  device={floor.scale ?? undefined}
                  about={() => ({
                    super: heldFrame.super,
                    frameKg: floor.frames.find((f) => f.id === heldFrame.id)?.kg,
                  })}
                  onValue={(v) => setWeights({ ...weights, [heldFrame.id]: Number(v) })}
                />
              </div>
            </div>
          ) : (
            <p className="mt-2 text-[15px] text-ink-2">
              {noRoom && (
                <b className="block text-ink">
                  No room there: the frame takes two slots, and half of another one lies beside it.
                </b>
              )}
              Figures are each frame's kilograms. Pull a frame to another slot, or press one and then the
              other. Press one to give it its weight.
            </p>
          )}
          <div className="mt-3 flex flex-wrap items-end gap-4 border-t border-rule pt-3">
            <Field
              spec={{
                name: "tool",
                label: "Uncapped with",
                kind: "choice",
                options: [
                  { value: "", label: "not noted" },
                  ...Object.entries(TOOLS).map(([value, t]) => ({ value, label: t.name })),
                ],
              }}
              value={tool}
              onChange={(v) => setTool(String(v))}
            />
            <Field
              spec={{ name: "honeyC", label: "Honey at", unit: "°C", kind: "figure", span: 1 }}
              value={honeyC}
              onChange={(v) => setHoneyC(String(v))}
            />
            <Tick checked={tender} onChange={setTender}>
              New, unwired or cold comb: slower
            </Tick>
            <Field
              spec={{
                name: "minutes",
                label: "Programme",
                unit: "min",
                kind: "figure",
                span: 1,
                placeholder: String(suggested),
              }}
              value={minutesSaid}
              onChange={(v) => setMinutes(String(v))}
            />
          </div>
          <p className="mt-2">
            Programme: <b>{minutes} min</b>, {programme(machine.kind, minutes, tender).length - 1} steps
            {machine.learntFrom > 0 && (
              <span className="text-ink-2">, learnt from {machine.learntFrom} runs</span>
            )}
            {machine.learntFrom > 0 && known && `, for ${floor.waterPct.toFixed(1)} % water at ${warm} °C`}
            {known?.tooCold && (
              <b className="text-heat"> The honey is too cold to spin well: warm it first.</b>
            )}
          </p>
          <div className="mt-3 flex flex-wrap items-center gap-4">
            <button
              type="button"
              className="do min-h-14"
              data-stop={verdict === "walks" ? "" : undefined}
              aria-disabled={standing.step === "sending" || loaded === 0}
              onClick={async () => {
                if (loaded === 0) return;
                const answer = await submit({
                  machine: machine.name,
                  batch: floor.batch,
                  minutes,
                  tender,
                  ...(tool ? { tool } : {}),
                  honeyC: warm,
                  waterPct: Number(floor.waterPct.toFixed(1)),
                  slots: slots.map((id) => {
                    const f = id ? byId.get(id) : undefined;
                    return f ? { super: f.super, kg: f.kg, ...(f.width === 2 ? { width: 2 } : {}) } : null;
                  }),
                });
                if (!answer) return;
                setPlaced(null);
                setWeights({});
              }}
            >
              Start this run
            </button>
            <SaysStanding standing={standing} />
          </div>
        </div>
      </div>
    </section>
  );
}
