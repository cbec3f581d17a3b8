"use client";

import { useState } from "react";
import { type BoxReading, maySpin, type School, type WaterRules, waterOfBoxes } from "@/core/moisture";
import { mass, massFigure, unitOf } from "@/house/language/shown";
import { Few } from "./few";
import { Field } from "./fields/field";
import { SaysStanding } from "./fields/standing";
import { useCommand } from "./fields/use-command";

interface Choosable {
  readonly tag: string;
  readonly kg: number;
  readonly waterPct: number | null;
  /** As they would come out now: what the batch is judged by. */
  readonly readings: readonly BoxReading[];
  /** The school its pull was judged by. */
  readonly school: School | null;
  readonly verdict: string;
  readonly group: string;
}

/** Supers as boxes to tap into a batch; the total and its mean water stand below while choosing. */
export function ChooseSupers({
  supers,
  chosen,
  openBatch,
  rules,
  houseSchool,
}: {
  supers: readonly Choosable[];
  chosen: readonly string[];
  openBatch: number | null;
  rules: WaterRules;
  /** For supers nobody judged by another. */
  houseSchool: School;
}) {
  const [tags, setTags] = useState<ReadonlySet<string>>(new Set(chosen));
  const [despite, setDespite] = useState("");
  const [into, setInto] = useState<"new" | "open">("new");
  const { standing, errorAt, submit } = useCommand(
    into === "open" && openBatch !== null ? "add-to-batch" : "start-batch",
  );
  const picked = supers.filter((s) => tags.has(s.tag));
  const kg = picked.reduce((sum, s) => sum + s.kg, 0);
  const read = picked.filter((s) => s.waterPct !== null);
  const boxes = picked.map((s) => ({ name: s.tag, massKg: s.kg, cappedPct: 100, readings: s.readings }));
  const water = waterOfBoxes(boxes);
  const may = maySpin(boxes, { ...rules, school: picked[0]?.school ?? houseSchool });
  const groups = [...new Set(supers.map((s) => s.group))];
  const toggle = (list: readonly string[], on: boolean) =>
    setTags((now) => {
      const next = new Set(now);
      for (const t of list) on ? next.add(t) : next.delete(t);
      return next;
    });

  return (
    <form
      className="panel mb-3"
      aria-label="Choose supers into a batch"
      onSubmit={async (e) => {
        e.preventDefault();
        const answer = await submit({
          supers: picked.map((s) => s.tag),
          ...(may.free ? {} : { despite }),
          ...(into === "open" && openBatch !== null ? { batch: openBatch } : {}),
        });
        if (!answer) return;
        setTags(new Set());
        setDespite("");
      }}
    >
      {supers.length === 0 && (
        <p className="text-ink-2">No super is waiting. Record a pull in the Yard bay first.</p>
      )}
      {groups.map((group) => {
        const here = supers.filter((s) => s.group === group);
        const all = here.every((s) => tags.has(s.tag));
        return (
          <fieldset key={group} className="mb-3">
            <legend className="mb-1.5 flex items-center gap-3 font-semibold">
              {group}
              <button
                type="button"
                className="min-h-12 px-2 font-normal underline underline-offset-4"
                onClick={() =>
                  toggle(
                    here.map((s) => s.tag),
                    !all,
                  )
                }
              >
                {all ? "none" : "all"} of {group}
              </button>
            </legend>
            <div className="flex flex-wrap gap-2">
              <Few what="super" stays={here.flatMap((s, i) => (tags.has(s.tag) ? i : []))}>
                {here.map((s) => (
                  <button
                    key={s.tag}
                    type="button"
                    aria-pressed={tags.has(s.tag)}
                    onClick={() => toggle([s.tag], !tags.has(s.tag))}
                    className="min-h-14 w-[136px] rounded border-[1.5px] border-edge px-2 py-1 text-left aria-pressed:border-ink aria-pressed:bg-go-fill aria-pressed:shadow-[inset_0_0_0_2px_var(--go)]"
                  >
                    <span className="flex justify-between font-bold">
                      <span>
                        <span className="sr-only">Super </span>
                        {s.tag}
                      </span>
                      <span className="font-mono text-[15px] text-water">
                        {s.waterPct === null ? "unread" : `${s.waterPct.toFixed(1)} %`}
                      </span>
                    </span>
                    <span className="block text-[14px] text-ink-2">
                      {mass(s.kg)}, {s.verdict}
                    </span>
                  </button>
                ))}
              </Few>
            </div>
          </fieldset>
        );
      })}
      <p className="my-3 text-[18px]" aria-live="polite">
        <b className="text-mass">{massFigure(kg)}</b> {unitOf("kg")} in {picked.length} super
        {picked.length === 1 ? "" : "s"}
        {water !== null && (
          <>
            , <b className="text-water">{water.meanPct.toFixed(1)} %</b> water weighted by honey, at most{" "}
            <b className="text-water">{water.upperPct.toFixed(1)} %</b>, {read.length} read
          </>
        )}
        {read.length < picked.length && (
          <span className="text-ink-2">, {picked.length - read.length} unread</span>
        )}
      </p>
      {!may.free && (
        <div className="mb-3 max-w-xl">
          <p className="mb-2 font-semibold text-stop">{may.sentence}</p>
          <Field
            spec={{
              name: "despite",
              label: "Why it is spun all the same",
              hint: "or leave out what is wet, or dry it first",
              span: 3,
            }}
            value={despite}
            error={errorAt("despite")}
            onChange={(v) => setDespite(String(v))}
          />
        </div>
      )}
      <div className="flex flex-wrap items-center gap-4">
        <button
          type="submit"
          className="do"
          aria-disabled={standing.step === "sending" || picked.length === 0}
          onClick={() => setInto("new")}
        >
          Start a batch
        </button>
        {openBatch !== null && (
          <button type="submit" className="do" data-quiet="" onClick={() => setInto("open")}>
            Add to batch {openBatch}
          </button>
        )}
        <SaysStanding standing={standing} />
      </div>
    </form>
  );
}
