import type { DryingForecast } from "@/core/drying";
import type { AirPoint, StackAhead } from "@/house/hot-room/view";
import { clockSaid, partsBy, weekdayOf } from "@/house/language/said-time";
import { asRead, unitOf } from "@/house/language/shown";
import { roundTicks } from "../axis";
import { areaBetween, lineThrough, Note, type Place, Plot, placeOn, type Side, Stroke } from "../plot";

type HouseClock = Pick<StackAhead, "nowMs" | "shifts">;

/** Whole hours at round clock times of the house, so that ticks read like a clock. */
function hoursBetween(fromH: number, toH: number, { nowMs, shifts }: HouseClock): number[] {
  const step = toH - fromH > 96 ? 24 : toH - fromH > 40 ? 12 : 6;
  const [hour = 0, minute = 0] = partsBy(shifts, nowMs).clock.split(":").map(Number);
  const sinceMidnight = hour + minute / 60 + (nowMs % 60_000) / 3_600_000;
  const hours: number[] = [];
  for (let h = Math.ceil((fromH + sinceMidnight) / step) * step - sinceMidnight; h <= toH; h += step)
    hours.push(h);
  return hours;
}

function clockAt(hours: number, { nowMs, shifts }: HouseClock): string {
  const { day, clock } = partsBy(shifts, Math.round((nowMs + hours * 3_600_000) / 60_000) * 60_000);
  return `${weekdayOf(day)} ${clockSaid(clock)}`;
}

/** A low chart has room for so few. */
const LOW_TICKS = 2;

/** One quantity of the room's air on the same clock as the water over it. */
function Air({
  name,
  of,
  colour,
  data,
  x,
}: {
  name: string;
  of: "tempC" | "humidityPct";
  colour: string;
  data: readonly AirPoint[];
  x: Side;
}) {
  const y = {
    ...roundTicks(
      data.map((a) => a[of]),
      LOW_TICKS,
    ),
    said: String,
  };
  const at = placeOn(x, y);
  return (
    <>
      <p className="text-[14px] font-semibold" style={{ color: colour }}>
        {name}
      </p>
      <Plot
        says={`${name}, so far`}
        className="h-20"
        x={{ ...x, long: true }}
        y={y}
        lines={
          <>
            <Stroke d={lineThrough(data.map((a) => at(a.hours, a[of])))} stroke={colour} strokeWidth={2} />
            <Stroke d={`M${at(0, 0).x},0v100`} stroke="var(--ink)" strokeWidth={1.5} />
          </>
        }
      />
    </>
  );
}

/** Two that lie in one place are drawn once. */
const onceEach = (places: readonly Place[]): (readonly [string, Place])[] => [
  ...new Map(places.map((p) => [`${p.x} ${p.y}`, p] as const)),
];

/** Water of the stack with its readings and the forecast's 80 % band; below it the room's air on the same clock. */
export function RoomChart({
  ahead,
  forecast,
  air,
}: {
  ahead: StackAhead;
  forecast: DryingForecast;
  air: readonly AirPoint[];
}) {
  const { goal } = ahead;
  const to = forecast.band.at(-1)?.hours ?? 12;
  const from = Math.min(-6, ...ahead.readings.map((r) => r.hours - 1));
  const past = air.filter((a) => a.hours >= from).map((a) => ({ ...a, tempC: asRead(a.tempC, "°C") }));
  const x = {
    domain: [from, to],
    ticks: hoursBetween(from, to, ahead),
    said: (h: number): string => clockAt(h, ahead),
    long: true,
  };
  const y = {
    ...roundTicks([
      ...ahead.readings.map((r) => r.waterPct),
      ...forecast.band.flatMap((b) => [b.lo, b.hi]),
      goal.targetPct,
    ]),
    said: (pct: number): string => `${pct} %`,
  };
  const at = placeOn(x, y);
  const inSight = ({ x, y }: Place): boolean => x >= 0 && x <= 100 && y >= 0 && y <= 100;
  const target = at(from, goal.targetPct);
  const upright = [
    { hours: 0, said: "now", ink: "var(--ink)", strokeWidth: 1.5, top: 0, to: "" },
    {
      hours: goal.deadlineHours !== null && goal.deadlineHours > 0 ? goal.deadlineHours : Number.NaN,
      said: "beetle limit",
      ink: "var(--stop)",
      strokeDasharray: "2 3",
      top: 0,
      to: "-translate-x-full",
    },
    {
      hours: forecast.nextTest?.hours ?? Number.NaN,
      said: "test",
      ink: "var(--water)",
      strokeDasharray: "2 3",
      top: 100,
      to: "-translate-y-full",
    },
  ].filter((l) => l.hours <= to);
  return (
    <div>
      <Plot
        says={`Water of stack ${ahead.name}: ${ahead.rate.nowPct.toFixed(1)} % now, target ${goal.targetPct} %, forecast with its 80 % band`}
        className="h-54"
        x={x}
        y={y}
        lines={
          <>
            <path
              d={areaBetween(
                forecast.band.map((b) => ({ x: at(b.hours, 0).x, lo: at(0, b.lo).y, hi: at(0, b.hi).y })),
              )}
              fill="var(--water-fill)"
              fillOpacity={0.75}
            />
            <Stroke
              d={lineThrough(forecast.band.map((b) => at(b.hours, b.mid)))}
              stroke="var(--water)"
              strokeWidth={2.5}
            />
            <Stroke d={`M0,${target.y}h100`} stroke="var(--go)" strokeDasharray="6 4" />
            {upright.map(({ hours, said, ink, strokeWidth, strokeDasharray }) => (
              <Stroke
                key={said}
                d={`M${at(hours, 0).x},0v100`}
                stroke={ink}
                {...{ strokeWidth, strokeDasharray }}
              />
            ))}
          </>
        }
        marks={
          <>
            {onceEach(ahead.others.map((r) => at(r.hours, r.waterPct)).filter(inSight)).map(([key, p]) => (
              <svg key={key} x={`${p.x}%`} y={`${p.y}%`} className="overflow-visible" aria-hidden="true">
                <path d="M-4.5,0h9M0,-4.5v9" stroke="var(--edge)" strokeWidth={1.5} />
              </svg>
            ))}
            {onceEach(ahead.readings.map((r) => at(r.hours, r.waterPct))).map(([key, p]) => (
              <circle
                key={key}
                cx={`${p.x}%`}
                cy={`${p.y}%`}
                r={4.5}
                fill="var(--shelf)"
                stroke="var(--water)"
                strokeWidth={2}
              />
            ))}
          </>
        }
      >
        <Note at={target} ink="var(--go)" to="">
          target {goal.targetPct} %
        </Note>
        {upright.map((l) => (
          <Note key={l.said} at={{ x: at(l.hours, 0).x, y: l.top }} ink={l.ink} to={l.to}>
            {l.said}
          </Note>
        ))}
      </Plot>
      <p className="mb-2 text-[14px] text-ink-2">
        % water. Rings: this stack's readings; crosses: other stacks'; band: 80 % of what may come.
      </p>
      {past.length > 0 && (
        <>
          <Air name={`Room, ${unitOf("°C")}`} of="tempC" colour="var(--heat)" data={past} x={x} />
          <Air name="Room, % relative humidity" of="humidityPct" colour="var(--water)" data={past} x={x} />
        </>
      )}
    </div>
  );
}
