"use client";

import { useState } from "react";
import type { FrameKnown } from "@/core/extraction";
import { FRAME_CLASSES, type FrameClass } from "@/core/yields";
import { mass } from "@/house/language/shown";
import type { FloorView } from "@/house/spin/view";
import { ChoiceKeys } from "../../choice-keys";
import { Field } from "../../fields/field";
import { asProposed, massIn } from "../../fields/figure";
import { FromDevice } from "../../from-device";
import { slotName } from "../slot-name";
import { type FrameToLoad, MOST_FRAME_KG } from "./use-load";

/** By hand: a frame lifts heavier or lighter than its super's mean. */
const LIFT: Record<FrameClass, number> = { light: 0.75, middle: 1, heavy: 1.25 };

/** The frame that was pressed: it changes places with the next slot pressed, or is given its weight. */
export function HeldFrame({
  frame,
  slot,
  slots,
  meanKg,
  scale,
  onWeight,
}: {
  frame: FrameToLoad;
  slot: number;
  slots: number;
  /** A frame of its super, on the mean. */
  meanKg: number;
  scale: FloorView["scale"];
  onWeight: (kg: number, known: FrameKnown) => void;
}) {
  const [typed, setTyped] = useState(asProposed(String(frame.kg), "kg"));
  const [wrong, setWrong] = useState<string | undefined>();
  const weigh = (text: string, known: FrameKnown): void => {
    setTyped(text);
    const kg = massIn(text);
    const fits = kg !== null && kg > 0 && kg <= MOST_FRAME_KG;
    setWrong(fits ? undefined : `A frame weighs up to ${mass(MOST_FRAME_KG, 0)}.`);
    if (fits) onWeight(kg, known);
  };
  return (
    <div className="mt-2 border-l-[6px] border-water pl-3">
      <p>
        {slotName(slot, frame.width, slots)}, super {frame.super}: press another slot to change places, or
        weigh it.
      </p>
      <div className="flex flex-wrap items-end gap-3">
        <ChoiceKeys
          label="It lifts"
          options={FRAME_CLASSES.map((value) => ({ value, label: value }))}
          value=""
          onChange={(v) => {
            if (v) weigh(asProposed(String(Number((meanKg * LIFT[v]).toFixed(2))), "kg"), "hand");
          }}
        />
        <Field
          spec={{ name: "frameKg", label: "or weighs", unit: "kg", kind: "figure", span: 1 }}
          value={typed}
          error={wrong}
          onChange={(v) => weigh(String(v), "weighed")}
        />
        <FromDevice
          kind="scale"
          device={scale ?? undefined}
          about={() => ({ super: frame.super, frameKg: meanKg })}
          onValue={(kg) => weigh(kg, "weighed")}
        />
      </div>
    </div>
  );
}
