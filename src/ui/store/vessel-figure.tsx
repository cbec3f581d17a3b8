"use client";

import { massFigureG, massG, unitOf } from "@/house/language/shown";
import { capital } from "@/house/language/spoken";
import type { StoreVessel } from "@/house/store/desk";

/** A vessel drawn with its honey, and what a pour changes of it; pressing chooses it. */
export function VesselFigure({
  vessel: v,
  pressed,
  changesG,
  onPress,
}: {
  vessel: StoreVessel;
  pressed: boolean;
  changesG: number;
  onPress: () => void;
}) {
  const full = v.holdsG ?? Math.max(v.heldG, v.heldG + changesG, 1);
  const part = (grams: number): number => Math.round(Math.min(1, Math.max(0, grams / full)) * 100);
  const stays = Math.min(v.heldG, v.heldG + changesG);
  return (
    <button
      type="button"
      aria-pressed={pressed}
      onClick={onPress}
      className="relative flex h-28 w-32 items-start overflow-hidden rounded-b-xl border-[1.5px] border-t-4 border-edge bg-wall p-2 text-left aria-pressed:border-ink aria-pressed:shadow-[inset_0_0_0_2px_var(--go)]"
    >
      <span
        className="absolute inset-x-0 bottom-0 bg-mass-fill opacity-70"
        style={{ height: `${part(stays)}%` }}
      />
      {changesG !== 0 && (
        <span
          className="absolute inset-x-0 border-t-2 border-dashed border-mass bg-mass-fill opacity-40"
          style={{ bottom: `${part(stays)}%`, height: `${part(Math.abs(changesG))}%` }}
        />
      )}
      <span className="relative grid gap-0.5 leading-tight">
        <b>{capital(v.name)}</b>
        <span>
          <b className="text-[18px]">{massFigureG(v.heldG)}</b> {unitOf("kg")}
        </span>
        <small className="text-ink">
          {v.heldG > 0
            ? v.waterPct === null
              ? "unread"
              : `${v.waterPct.toFixed(1)} % water`
            : v.holdsG === null
              ? "empty"
              : `room for ${massG(v.holdsG, 0)}`}
        </small>
        {v.owners.some((o) => o !== "") && (
          <small className="font-semibold">{v.owners.filter((o) => o !== "").join(" and ")}'s</small>
        )}
      </span>
    </button>
  );
}
