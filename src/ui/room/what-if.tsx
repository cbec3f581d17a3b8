"use client";

import { useMemo, useState } from "react";
import { dryingForecast, type FanPosition, humidAir, warmUpHours } from "@/core/drying";
import type { AirPoint, StackAhead } from "@/house/hot-room/view";
import { clockSaid, dayOfYearSaid, partsBy, weekdayOf } from "@/house/language/said-time";
import { asRead, asReckoned, asWritten, mass, temp, unitOf } from "@/house/language/shown";
import { ChoiceKeys } from "../choice-keys";
import { FigureInput } from "../fields/figure-input";
import { Slide } from "../slide";
import { RoomChart } from "./chart";

const FANS = [
  { value: "full", label: "full" },
  { value: "some", label: "some" },
  { value: "none", label: "none" },
] as const;

function clock(hours: number, { nowMs, shifts }: StackAhead): string {
  if (!Number.isFinite(hours)) return "never";
  const at = partsBy(shifts, nowMs + hours * 3_600_000);
  const near = hours < 144;
  return `${near ? weekdayOf(at.day) : dayOfYearSaid(at.day)} ${clockSaid(at.clock)}`;
}

const hoursSaid = (h: number): string =>
  Number.isFinite(h) ? (h < 1 ? "under 1 h" : `${Math.round(h)} h`) : "never";

function Slider({
  label,
  unit,
  value,
  min,
  max,
  tone,
  onChange,
}: {
  label: string;
  unit: string;
  value: number;
  min: number;
  max: number;
  tone: "heat" | "water";
  onChange: (v: number) => void;
}) {
  return (
    <div className="min-w-56 flex-1">
      <span className="text-[15px] font-semibold">{label} </span>
      <span data-tone={tone} className="text-[20px] font-bold" style={{ color: "var(--tone)" }}>
        {value.toFixed(0)}
        <small className="text-[14px] font-normal text-ink-2"> {unit}</small>
      </span>
      <Slide name={`${label}, ${unit}`} tone={tone} min={min} max={max} value={value} onChange={onChange} />
    </div>
  );
}

/** How a stack dries from here on, in this room or in another: everything is reckoned anew while a slider moves. */
export function WhatIf({ ahead, air }: { ahead: StackAhead; air: readonly AirPoint[] }) {
  const [ask, setAsk] = useState<{ tempC: number; humidityPct: number; fan: FanPosition } | null>(null);
  const [fromC, setFromC] = useState(15);
  const room = ask ?? ahead.room;
  const forecast = useMemo(() => dryingForecast(ahead.rate, room, ahead.goal), [ahead, room]);
  const asIs = useMemo(() => dryingForecast(ahead.rate, ahead.room, ahead.goal), [ahead]);
  const dew = humidAir(room.tempC, room.humidityPct).dewPointC;
  const set = (change: Partial<typeof room>) => setAsk({ ...room, ...change });
  const warm = warmUpHours({ fromC, toC: ahead.spinTempC, roomC: Math.min(50, room.tempC), fan: room.fan });
  const { p10, p50, p90 } = forecast.hours;
  const needs = [
    forecast.needs?.humidityPct ? `humidity down to ${forecast.needs.humidityPct} %` : null,
    forecast.needs?.tempC ? `the same air warmed to ${asWritten(forecast.needs.tempC, "°C")}` : null,
  ].filter(Boolean);
  return (
    <div>
      <output className="mb-2 block" aria-label="Forecast">
        {forecast.status === "ready" && <b className="text-go">At its target already.</b>}
        {forecast.status === "wetting" && (
          <b className="text-stop">
            This air wets the honey: it settles towards {forecast.equilibriumPct.toFixed(1)} %.
          </b>
        )}
        {forecast.status === "cannot" && (
          <b className="text-stop">
            Never gets to {ahead.goal.targetPct} % in this air: it holds honey at{" "}
            {forecast.equilibriumPct.toFixed(1)} %.
          </b>
        )}
        {forecast.status === "drying" && (
          <>
            <b className="text-[19px] text-water">
              {ahead.goal.targetPct} % {clock(p50, ahead)}
            </b>
            , between {clock(p10, ahead)} and {clock(p90, ahead)} <span className="text-ink-2">(80 %)</span>
            {forecast.conflict && (
              <b className="text-stop">
                , after the beetle limit
                {forecast.atDeadline && ` (${forecast.atDeadline.mid.toFixed(1)} % by then)`}
              </b>
            )}
          </>
        )}
        {needs.length > 0 && <span> In time with {needs.join(", or ")}.</span>}
        {ask && (
          <span className="text-ink-2">
            {" "}
            As the room is now:{" "}
            {asIs.status === "drying"
              ? clock(asIs.hours.p50, ahead)
              : asIs.status === "ready"
                ? "ready"
                : "never"}
            .
          </span>
        )}
      </output>
      <RoomChart ahead={ahead} forecast={forecast} air={air} />
      <fieldset className="mt-3 flex flex-wrap items-end gap-x-6 gap-y-2 border-t border-rule pt-3">
        <legend className="sr-only">What if the room were</legend>
        <b className="basis-full">
          What if the room were
          {ask && (
            <button
              type="button"
              className="ml-3 min-h-12 px-2 font-semibold underline underline-offset-4"
              onClick={() => setAsk(null)}
            >
              as it is
            </button>
          )}
        </b>
        <Slider
          label="Warmth"
          unit={unitOf("°C")}
          value={asRead(room.tempC, "°C")}
          min={asRead(15, "°C")}
          max={Math.round(asRead(38, "°C"))}
          tone="heat"
          onChange={(read) => set({ tempC: asReckoned(read, "°C") })}
        />
        <Slider
          label="Humidity"
          unit={`%, dew point ${temp(dew, 0)}`}
          value={room.humidityPct}
          min={20}
          max={80}
          tone="water"
          onChange={(humidityPct) => set({ humidityPct })}
        />
        <ChoiceKeys label="Draught" options={FANS} value={room.fan} onChange={(fan) => fan && set({ fan })} />
      </fieldset>
      <dl className="mt-3 grid grid-cols-[auto_1fr] gap-x-4 gap-y-1 border-t border-rule pt-3">
        <dt>Water still to take out</dt>
        <dd>
          <b className="text-water">{mass(ahead.waterKg)}</b>
          {ahead.dehumidifierHours !== null && (
            <span className="text-ink-2">
              {" "}
              at least {hoursSaid(ahead.dehumidifierHours)} for the dehumidifier
            </span>
          )}
        </dd>
        <dt>Honey settles towards</dt>
        <dd>
          {forecast.equilibriumPct.toFixed(1)} % in this air
          {forecast.extrapolated && <span className="text-ink-2"> (outside the published table)</span>}
        </dd>
        <dt>Warm to {asWritten(ahead.spinTempC, "°C", 1)} for spinning, from</dt>
        <dd className="flex items-center gap-2">
          <FigureInput
            name={`Warm to ${asWritten(ahead.spinTempC, "°C", 1)} for spinning, from`}
            value={fromC}
            bounds={{ from: 0, to: 45, unit: "°C" }}
            onChange={(tempC) => tempC !== null && setFromC(tempC)}
          />
          {unitOf("°C")}: <b className="text-heat">{hoursSaid(warm)}</b>
        </dd>
        {ahead.unlogged && (
          <>
            <dt className="text-stop">Air not logged all the time</dt>
            <dd>the air around the gap was taken on</dd>
          </>
        )}
      </dl>
    </div>
  );
}
