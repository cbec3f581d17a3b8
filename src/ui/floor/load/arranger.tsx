"use client";

import { useState } from "react";
import { FRAME_SD_KG, ORIENTATION, relativeForce, STEADINESS, shakingForceN } from "@/core/extraction";
import { figure, mass, quantity, shown } from "@/house/language/shown";
import type { FloorView } from "@/house/spin/view";
import { ChoiceKeys } from "../../choice-keys";
import { Field } from "../../fields/field";
import { forTheHouse, wrongFigure } from "../../fields/figure";
import { SaysStanding } from "../../fields/standing";
import { useCommand } from "../../fields/use-command";
import { Link } from "../../link";
import { Slide } from "../../slide";
import { Drum, TONE } from "./drum";
import { HeldFrame } from "./held-frame";
import { ProgrammeFields, useProgramme } from "./programme-fields";
import { useLoad } from "./use-load";

/** The next load, drawn as the machine seen from above, with the imbalance as an arrow; frames are pulled or pressed to change places. */
export default function LoadArranger({ floor }: { floor: FloorView }) {
  const [machineName, setMachine] = useState(floor.machines[0]?.name ?? "");
  const machine = floor.machines.find((m) => m.name === machineName) ?? floor.machines[0];
  const load = useLoad(floor, machine);
  const run = useProgramme(
    floor,
    machine,
    load.slots.some((_, slot) => load.frameIn(slot)?.tender === true),
  );
  const [rpm, setRpm] = useState(280);
  const { standing, submit } = useCommand("start-run");
  if (!machine)
    return (
      <p className="panel mb-3 text-ink-2">
        Set up a machine first: its slots, size and the imbalance it stands.
      </p>
    );
  if (floor.frames.length === 0)
    return <p className="panel mb-3 text-ink-2">No frame waits: start a batch, or every frame was spun.</p>;
  const held = load.held === null ? undefined : load.frameIn(load.held);
  const { judged } = load;
  if (!judged) return null;

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
            load.afresh();
          }}
        />
        <Field
          spec={{
            name: "count",
            label: "Frames",
            kind: "figure",
            span: 1,
            placeholder: String(load.fit),
          }}
          value={load.count}
          error={wrongFigure(load.count, { from: 1, to: machine.slots, whole: true, optional: true })}
          onChange={(v) => load.setCount(String(v))}
        />
        <button
          type="button"
          className="do min-h-12"
          data-quiet={load.arranged ? "" : undefined}
          onClick={load.arrange}
        >
          Arrange the load
        </button>
        <p className="text-ink-2">
          {load.frames.length === 1 ? "One frame waits" : `${load.frames.length} frames wait`} in batch{" "}
          {floor.batch}
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
      {load.supers.length > 1 && (
        <details className="mt-2">
          <summary className="min-h-12 cursor-pointer py-3 font-semibold">
            {load.from.length === 0
              ? "Only from some supers"
              : `Only from super${load.from.length > 1 ? "s" : ""} ${load.from.join(", ")}`}
          </summary>
          <ChoiceKeys
            label="What stands uncapped: super, frames that wait"
            options={load.supers.map((s) => ({
              value: s,
              label: `${s}: ${floor.frames.filter((f) => f.super === s).length}${floor.frames.some((f) => f.super === s && f.deep) ? " deep" : ""}`,
            }))}
            value={load.from}
            onChange={load.choose}
          />
        </details>
      )}
      <div className="mt-3 grid items-start gap-5 md:grid-cols-[minmax(0,420px)_1fr]">
        <Drum
          slots={load.slots}
          frameIn={load.frameIn}
          held={load.held}
          imbalance={judged}
          standsKgM={machine.learntKgM}
          verdict={judged.verdict}
          onPress={load.press}
          onOver={load.pullOver}
          onSwap={load.swap}
        />
        <div>
          <p aria-live="polite">
            <output
              aria-label="Balance"
              data-tone={TONE[judged.verdict]}
              className="block text-[24px] font-bold"
              style={{ color: "var(--tone)" }}
            >
              {load.loaded === 0 ? "nothing loaded" : STEADINESS[judged.verdict]}
            </output>
            {load.loaded > 0 && (
              <>
                imbalance{" "}
                {judged.unweighed === 0 ? (
                  <b>{quantity(judged.kgM, "kg·m", shown().mass === "kg" ? 3 : 1)}</b>
                ) : (
                  <>
                    <b>
                      about {quantity(judged.middleKgM, "kg·m", 2)}, {figure(judged.loKgM, "kg·m", 2)} to{" "}
                      {figure(judged.hiKgM, "kg·m", 2)}
                    </b>{" "}
                    (80 %)
                  </>
                )}{" "}
                of {figure(machine.learntKgM, "kg·m", 2)} it stands
                {machine.learntKgM !== machine.allowedKgM && (
                  <span className="text-ink-2"> (learnt from its runs)</span>
                )}
                ; <b>{shakingForceN(judged.middleKgM, rpm).toFixed(0)} N</b> at {rpm} rpm, frames pulled with{" "}
                {relativeForce(machine.radiusM, rpm).toFixed(0)} times their weight
                {judged.unweighed > 0 && (
                  <span className="block font-semibold">
                    {judged.unweighed} of {load.loaded} frames not weighed: they differ from their box's mean
                    by about {mass(FRAME_SD_KG.unknown)}.
                    {judged.weighNext.length > 0 && (
                      <>
                        {" "}
                        Weigh {judged.weighNext.length} to settle it: slot
                        {judged.weighNext.length > 1 ? "s" : ""}{" "}
                        {judged.weighNext
                          .slice(0, 8)
                          .map((slot) => slot + 1)
                          .join(", ")}
                        {judged.weighNext.length > 8 && " and more"}.
                      </>
                    )}
                  </span>
                )}
              </>
            )}
          </p>
          <p className="mt-2 text-[15px] font-semibold">Speed, rpm</p>
          <Slide
            name="Speed, rpm"
            className="max-w-80"
            min={60}
            max={450}
            step={10}
            value={rpm}
            onChange={setRpm}
          />
          {held && load.held !== null ? (
            <HeldFrame
              key={held.id}
              frame={held}
              slot={load.held}
              slots={machine.slots}
              meanKg={floor.frames.find((f) => f.id === held.id)?.kg ?? held.kg}
              scale={floor.scale}
              onWeight={(kg, known) => load.weigh(held.id, kg, known)}
            />
          ) : (
            <p className="mt-2 text-[15px] text-ink-2">
              {load.noRoom && (
                <b className="block text-ink">
                  No room there: the frame takes two slots, and half of another one lies beside it.
                </b>
              )}
              Figures are each frame's kilograms. Pull a frame to another slot, or press one and then the
              other. Press one to give it its weight.
            </p>
          )}
          <ProgrammeFields run={run} machine={machine} waterPct={floor.waterPct} />
          <div className="mt-3 flex flex-wrap items-center gap-4">
            <button
              type="button"
              className="do min-h-14"
              data-stop={judged.verdict === "walks" && judged.unweighed === 0 ? "" : undefined}
              aria-disabled={standing.step === "sending" || load.loaded === 0}
              onClick={async () => {
                if (load.loaded === 0) return;
                const answer = await submit({
                  machine: machine.name,
                  batch: floor.batch,
                  minutes: run.minutes,
                  tender: run.tender,
                  ...(run.tool ? { tool: run.tool } : {}),
                  honeyC: forTheHouse(run.honeyC, "°C"),
                  waterPct: Number(floor.waterPct.toFixed(1)),
                  slots: load.slots.map((_, slot) => {
                    const f = load.frameIn(slot);
                    return f
                      ? { super: f.super, kg: f.kg, known: f.known, ...(f.width === 2 ? { width: 2 } : {}) }
                      : null;
                  }),
                });
                if (answer) load.isIn();
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
