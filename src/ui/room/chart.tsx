"use client";

import {
  Area,
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  XAxis,
  YAxis,
} from "recharts";
import type { DryingForecast } from "@/core/drying";
import type { AirPoint, StackAhead } from "@/house/hot-room/view";
import { clockSaid, partsIn, weekdayOf } from "@/house/language/said-time";
import { asRead, unitOf } from "@/house/language/shown";
import { INK, roundTicks } from "../axis";
import { WhenSeen } from "../when-seen";

/** Whole hours at round clock times of the house, so that ticks read like a clock. */
function hoursBetween(fromH: number, toH: number, nowMs: number, zone: string): number[] {
  const step = toH - fromH > 96 ? 24 : toH - fromH > 40 ? 12 : 6;
  const hourNow = Number(
    new Intl.DateTimeFormat("en-GB", { hour: "numeric", hourCycle: "h23", timeZone: zone }).format(nowMs),
  );
  const minuteNow = (nowMs % 3_600_000) / 3_600_000;
  const first = Math.ceil((fromH + hourNow + minuteNow) / step) * step - hourNow - minuteNow;
  const hours: number[] = [];
  for (let h = first; h <= toH; h += step) hours.push(h);
  return hours;
}

function clockAt(hours: number, nowMs: number, zone: string): string {
  const at = new Date(Math.round((nowMs + hours * 3_600_000) / 60_000) * 60_000);
  const { day, clock } = partsIn(zone, at.getTime());
  return `${weekdayOf(day)} ${clockSaid(clock)}`;
}

/** A low chart has room for so few. */
const LOW_TICKS = 2;

/** One quantity of the room's air on the same clock as the water over it. */
function Air({
  name,
  dataKey,
  colour,
  data,
  axis,
  clock,
}: {
  name: string;
  dataKey: "tempC" | "humidityPct";
  colour: string;
  data: readonly AirPoint[];
  axis: object;
  clock: (hours: number) => string;
}) {
  const y = roundTicks(
    data.map((a) => a[dataKey]),
    LOW_TICKS,
  );
  return (
    <>
      <p className="text-[14px] font-semibold" style={{ color: colour }}>
        {name}
      </p>
      <div className="h-28 overflow-hidden" role="img" aria-label={`${name}, so far`}>
        <ResponsiveContainer>
          <ComposedChart data={[...data]} margin={{ top: 6, right: 12, bottom: 0, left: -8 }}>
            <CartesianGrid stroke="var(--rule)" vertical={false} />
            <XAxis {...axis} tickFormatter={clock} allowDataOverflow />
            <YAxis {...y} tick={INK} stroke="var(--edge)" width={64} />
            <Line dataKey={dataKey} stroke={colour} strokeWidth={2} dot={false} isAnimationActive={false} />
            <ReferenceLine x={0} stroke="var(--ink)" strokeWidth={1.5} />
          </ComposedChart>
        </ResponsiveContainer>
      </div>
    </>
  );
}

/** Water of the stack with its readings and the forecast's 80 % band; below it the room's air on the same clock. */
export default function RoomChart({
  ahead,
  forecast,
  air,
}: {
  ahead: StackAhead;
  forecast: DryingForecast;
  air: readonly AirPoint[];
}) {
  const { nowMs, zone, goal } = ahead;
  const to = forecast.band.at(-1)?.hours ?? 12;
  const from = Math.min(-6, ...ahead.readings.map((r) => r.hours - 1));
  const past = air.filter((a) => a.hours >= from).map((a) => ({ ...a, tempC: asRead(a.tempC, "°C") }));
  const hours = hoursBetween(from, to, nowMs, zone);
  const water = forecast.band.map((b) => ({ hours: b.hours, band: [b.lo, b.hi], mid: b.mid }));
  const y = roundTicks([
    ...ahead.readings.map((r) => r.waterPct),
    ...forecast.band.flatMap((b) => [b.lo, b.hi]),
    goal.targetPct,
  ]);
  const clock = (h: number): string => clockAt(h, nowMs, zone);
  const axis = {
    type: "number" as const,
    dataKey: "hours",
    domain: [from, to],
    ticks: hours,
    tick: INK,
    stroke: "var(--edge)",
  };
  const deadline = goal.deadlineHours;
  const label = (
    value: string,
    fill: string,
    position: "insideTopLeft" | "insideTopRight" | "insideBottomLeft",
  ) => ({ value, fill, fontSize: 13, position });
  return (
    <div>
      <div
        className="h-64 overflow-hidden"
        role="img"
        aria-label={`Water of stack ${ahead.name}: ${ahead.rate.nowPct.toFixed(1)} % now, target ${goal.targetPct} %, forecast with its 80 % band`}
      >
        <ResponsiveContainer>
          <ComposedChart margin={{ top: 8, right: 12, bottom: 0, left: -8 }}>
            <CartesianGrid stroke="var(--rule)" vertical={false} />
            <XAxis {...axis} tickFormatter={clock} allowDataOverflow />
            <YAxis {...y} tick={INK} stroke="var(--edge)" unit=" %" width={64} allowDataOverflow />
            <Area
              data={water}
              dataKey="band"
              stroke="none"
              fill="var(--water-fill)"
              fillOpacity={0.75}
              isAnimationActive={false}
            />
            <Line
              data={water}
              dataKey="mid"
              stroke="var(--water)"
              strokeWidth={2.5}
              dot={false}
              isAnimationActive={false}
            />
            <Scatter
              data={[...ahead.others]}
              dataKey="waterPct"
              fill="none"
              stroke="var(--edge)"
              shape="cross"
              isAnimationActive={false}
            />
            <Scatter
              data={[...ahead.readings]}
              dataKey="waterPct"
              fill="var(--shelf)"
              stroke="var(--water)"
              strokeWidth={2}
              isAnimationActive={false}
            />
            <ReferenceLine
              y={goal.targetPct}
              stroke="var(--go)"
              strokeDasharray="6 4"
              label={label(`target ${goal.targetPct} %`, "var(--go)", "insideTopLeft")}
            />
            <ReferenceLine
              x={0}
              stroke="var(--ink)"
              strokeWidth={1.5}
              label={label("now", "var(--ink)", "insideTopLeft")}
            />
            {deadline !== null && deadline > 0 && deadline <= to && (
              <ReferenceLine
                x={deadline}
                stroke="var(--stop)"
                strokeDasharray="2 3"
                label={label("beetle limit", "var(--stop)", "insideTopRight")}
              />
            )}
            {forecast.nextTest && forecast.nextTest.hours <= to && (
              <ReferenceLine
                x={forecast.nextTest.hours}
                stroke="var(--water)"
                strokeDasharray="2 3"
                label={label("test", "var(--water)", "insideBottomLeft")}
              />
            )}
          </ComposedChart>
        </ResponsiveContainer>
      </div>
      <p className="mb-2 text-[14px] text-ink-2">
        % water. Rings: this stack's readings; crosses: other stacks'; band: 80 % of what may come.
      </p>
      {past.length > 0 && (
        <WhenSeen className="h-[17rem]">
          <Air
            name={`Room, ${unitOf("°C")}`}
            dataKey="tempC"
            colour="var(--heat)"
            data={past}
            axis={axis}
            clock={clock}
          />
          <Air
            name="Room, % relative humidity"
            dataKey="humidityPct"
            colour="var(--water)"
            data={past}
            axis={axis}
            clock={clock}
          />
        </WhenSeen>
      )}
    </div>
  );
}
