/** What the hot room wants: spin now, dry until, cannot get there, beetles first; and a sensor gone mad. */

import { type DryingForecast, type WayOut, waysOut } from "@/core/drying";
import { standingOf, upperLimitBecause } from "@/core/moisture";
import { formatKg, formatKgFromG } from "@/core/units";
import { ageBetween, whenIn } from "../language/clock";
import { plural, spoken } from "../language/ranges";
import { stored } from "../settle/settling";
import type { Decision, Why } from "../standing/model";
import type { Snapshot } from "../standing/snapshot";
import { URGENCY } from "../standing/urgency";
import type { RoomState, StackState } from "./room";
import { waterRules } from "./waiting";

const HOUR_MS = 3_600_000;
const FAN_WORDS = {
  full: "now in full draught",
  some: "now in some draught",
  none: "now out of the draught",
};
const pct = (x: number): string => `${x.toFixed(1)} %`;
const after = (s: Snapshot, hours: number): string =>
  whenIn(s.house.zone, new Date(s.now.getTime() + hours * HOUR_MS), s.now);

/** "±3 h", or the hours between which it will be, when they are far apart. */
export function hourSpread(s: Snapshot, { p10, p90 }: DryingForecast["hours"]): string {
  if (!Number.isFinite(p90)) return `not before ${after(s, p10)}`;
  return p90 - p10 < 24
    ? `±${Math.max(1, Math.round((p90 - p10) / 2))} h`
    : `between ${after(s, p10)} and ${after(s, p90)}`;
}

function whyStack(s: Snapshot, stack: StackState): Why {
  const { rate, forecast: f, water } = stack;
  const { air } = s.room;
  return {
    title: `Stack ${stack.name}`,
    because: [
      ...stack.supers
        .flatMap((w) =>
          w.latest.map((r) => ({
            what: `Super ${w.tag}`,
            figure: `${pct(r.water_pct)} ±${r.sd_pct.toFixed(1)}`,
            by: `${r.who}, ${whenIn(s.house.zone, r.at, s.now)}${r.instrument ? `, ${r.instrument}` : ""}${r.doubts.length > 0 ? `; unverified: ${r.doubts.join(", ")}` : ""}`,
          })),
        )
        .slice(0, 12),
      ...(water
        ? [
            {
              what: `Water now${rate ? ", readings brought forward by the drying" : ""}, weighted by honey, ${water.readBoxes} of ${water.boxes} supers read`,
              figure: `${pct(water.meanPct)} ±${water.sePct.toFixed(1)}`,
            },
            ...upperLimitBecause(water),
          ]
        : []),
      ...(air
        ? [
            {
              what: `Room air, ${air.device ?? "typed"}${air.standIn ? " (stand-in)" : ""}`,
              figure: `${air.tempC.toFixed(1)} °C, ${air.humidityPct.toFixed(0)} %`,
              by: whenIn(s.house.zone, air.at, s.now),
            },
            {
              what: "How it stood to the fan, by the log",
              figure: FAN_WORDS[stack.fan],
              source: "full 1, some 0.65, none 0.3 of the speed; common practice",
            },
            {
              what: "Honey in this air settles towards",
              figure: pct(air.equilibriumPct),
              source: `Martin 1958, Bee World 39:165${air.extrapolated ? "; outside the table, extrapolated" : ""}`,
            },
          ]
        : []),
      ...(rate
        ? [
            {
              what: `Rate k, learnt from ${plural(rate.readings, "reading")} at ${plural(rate.moments, "moment")}`,
              figure: `${rate.kPerHour.median.toFixed(4)} /h (${rate.kPerHour.lo.toFixed(4)} to ${rate.kPerHour.hi.toFixed(4)})`,
              source: "dW/dt = −k (W − equilibrium) over the logged air; prior 0.007 /h, common practice",
            },
          ]
        : []),
      ...(rate && rate.unloggedShare > 0.05
        ? [
            {
              what: "Part of the time with no air logged; the air around it was taken on",
              figure: `${Math.round(rate.unloggedShare * 100)} %`,
            },
          ]
        : []),
      ...(f && stack.waterKg > 0
        ? [
            {
              what: `Water still to take out of ${formatKgFromG(stack.grams)} kg`,
              figure: `${formatKg(stack.waterKg)} kg`,
              source: "m (W₀ − W₁) / (100 − W₁)",
            },
            ...(stack.dehumidifierHours
              ? [
                  {
                    what: `The dehumidifier needs at least, rated ${s.house.dehumidifier_l_day} L a day, taken at 35 %`,
                    figure: `${stack.dehumidifierHours.toFixed(0)} h`,
                    source: "common practice",
                  },
                ]
              : []),
          ]
        : []),
      { what: "Pulled", figure: `${ageBetween(stack.pulledAt, s.now)} ago` },
      {
        what: `Supers left standing more than ${s.house.beetle_hours} h are at risk from hive beetle`,
        source: "common practice; house setting",
      },
    ],
    change: stack.next
      ? `A reading of super ${stack.next}; drier or warmer air; another place in the draught.`
      : "Drier or warmer air.",
  };
}

/** Drier honey is not always at hand: then this is taken, % water (common practice for well-ripened honey). */
const DRY_HONEY_PCT = 16.5;

/** One way out in words, with its figures. */
function inWords(s: Snapshot, way: WayOut): string {
  switch (way.way) {
    case "spin-then":
      return `spin then and use it soon: at most ${pct(way.upperPct)}, not over the limit of ${s.house.limit_pct} %`;
    case "spin-dry-boxes":
      return `spin super ${spoken(way.boxes)} now (${formatKg(way.kg)} kg, at most ${pct(way.upperPct)} together) and part the others from them`;
    case "freeze":
      return "freeze the combs against beetles (−18 °C, two days) and dry on";
    case "blend":
      return `spin now and blend with ${formatKg(way.dryKg, 0)} kg of honey at ${pct(way.dryPct)}`;
    case "divert":
      return "divert it: mead, bakery or feed";
  }
}

/** What to do when the beetles come before the target: what would help in time, then what is left, best first. */
function wayOut(s: Snapshot, stack: StackState, f: DryingForecast): string {
  const then = f.atDeadline
    ? `${pct(f.atDeadline.mid)} then, at most ${pct(f.atDeadline.upper)}`
    : "the limit has passed";
  const dry = stored(s)
    .map((p) => p.water.figures.upperPct ?? 99)
    .reduce((a, b) => Math.min(a, b), DRY_HONEY_PCT + 0.5);
  const ways = waysOut({
    boxes: stack.boxes,
    rules: waterRules(s.house),
    atDeadlineUpperPct: f.atDeadline?.upper ?? stack.water?.upperPct ?? 99,
    nowUpperPct: stack.water?.upperPct ?? 99,
    nowMeanPct: stack.water?.meanPct ?? 99,
    dryPct: Math.min(dry, DRY_HONEY_PCT),
  });
  const help = [
    f.needs?.humidityPct ? `bring humidity to ${f.needs.humidityPct} %` : null,
    f.needs?.tempC ? `warm the same air to ${f.needs.tempC} °C` : null,
  ].filter(Boolean);
  const [best, ...others] = ways.map((w) => inWords(s, w));
  const inTime = help.length > 0 ? `In time if you ${help.join(", or ")}. ` : "";
  return `${then}. ${inTime}Best: ${best}.${others.length > 0 ? ` Or ${others.slice(0, 3).join("; or ")}.` : ""}`;
}

const READY = "stacks are ready to spin";

function stackDecision(s: Snapshot, stack: StackState): Decision {
  const { forecast: f, water } = stack;
  const kg = formatKgFromG(stack.grams);
  const late = stack.deadline < s.now;
  const by = late
    ? `${ageBetween(stack.deadline, s.now)} over`
    : `by ${whenIn(s.house.zone, stack.deadline, s.now)}`;
  const base = { id: `stack-${stack.name}`, bay: "Hot room" as const, when: by, why: whyStack(s, stack) };
  const read = { label: "Enter a reading", href: `/hot-room?do=read&super=${stack.next ?? ""}` };
  const look = { label: "Choose", href: `/hot-room?stack=${stack.name}` };
  const out = { label: "Take out to spin", href: `/hot-room?do=out&stack=${stack.name}` };
  const beetles = stack.beetlesSeen ? " Beetles were seen." : "";
  if (!water)
    return {
      ...base,
      kind: "stacks have no reading yet",
      urgency: stack.beetlesSeen ? URGENCY.cannotDry : URGENCY.whenThereIsTime,
      tone: "water",
      what: `Read stack ${stack.name}`,
      short: `read stack ${stack.name}`,
      so: `${plural(stack.supers.length, "super")}, ${kg} kg, no reading yet.${beetles}`,
      action: read,
    };
  const nowPct = water.meanPct;
  const now = `${pct(nowPct)} ±${water.sePct.toFixed(1)} now, at most ${pct(water.upperPct)}`;
  const ripe = standingOf(water, waterRules(s.house)) === "ripe";
  const unsure = standingOf(water, waterRules(s.house)) === "unsure";
  if (unsure && (!f || f.status === "unsure"))
    return {
      ...base,
      kind: "stacks need more readings",
      urgency: stack.beetlesSeen ? URGENCY.cannotDry : URGENCY.needsReadings,
      tone: "water",
      what: `Read more of stack ${stack.name}: super ${stack.next} next`,
      short: `read more of ${stack.name}`,
      so: `${now}: it looks ripe, but may be over the limit of ${s.house.limit_pct} %; ${water.readBoxes} of ${water.boxes} supers read.${beetles}`,
      action: read,
    };
  if (!f && nowPct > 20)
    return {
      ...base,
      kind: "stacks are too wet to spin",
      urgency: URGENCY.tooWet,
      tone: "stop",
      what: `Stack ${stack.name} is too wet to spin`,
      short: `stack ${stack.name} too wet`,
      so: `${now}, target ${s.house.target_pct} %; log the room's air to see whether it can dry here.${beetles}`,
      action: { label: "Enter the air", href: "/hot-room?do=air" },
    };
  if (!f)
    return {
      ...base,
      kind: ripe ? READY : "stacks wait for the room's air to be logged",
      urgency: ripe ? URGENCY.ready : URGENCY.drying,
      tone: ripe ? "go" : "water",
      what: ripe
        ? `Spin stack ${stack.name}: it is ready`
        : `Stack ${stack.name}: log the room's air to see how long it dries`,
      short: ripe ? `stack ${stack.name} ready` : `stack ${stack.name} drying`,
      so: `${now}, ${kg} kg; no air is logged, so nothing can be forecast.${beetles}`,
      action: ripe ? out : { label: "Enter the air", href: "/hot-room?do=air" },
    };
  if (f.status === "wetting")
    return {
      ...base,
      kind: "stacks are getting wetter in this room",
      urgency: URGENCY.gettingWetter,
      tone: "stop",
      when: "now",
      what: `The room is wetting stack ${stack.name}`,
      short: `${stack.name} getting wetter`,
      so: `${now}; in this air honey settles towards ${pct(f.equilibriumPct)}. Shut doors, dry the air${f.needs?.humidityPct ? ` to ${f.needs.humidityPct} %` : ""}, or take it out.`,
      action: look,
    };
  if (f.status === "ready")
    return {
      ...base,
      kind: READY,
      urgency: URGENCY.ready,
      tone: "go",
      what: `Spin stack ${stack.name}: it is ready`,
      short: `stack ${stack.name} ready`,
      so: `${now}, target ${s.house.target_pct} %; ${kg} kg, ${water.readBoxes} of ${water.boxes} supers read.${beetles}`,
      action: out,
    };
  if (f.conflict)
    return {
      ...base,
      kind: "stacks will not be ready before the beetle limit",
      urgency: URGENCY.tooWet,
      tone: "stop",
      when: late ? by : `${ageBetween(s.now, stack.deadline)} left`,
      what:
        f.status === "cannot"
          ? `Stack ${stack.name} cannot get to ${s.house.target_pct} % in this room`
          : `Stack ${stack.name} is too wet to be ready before the beetle limit`,
      short: f.status === "cannot" ? `${stack.name} cannot dry here` : `stack ${stack.name} too wet`,
      so: `${now}, ${wayOut(s, stack, f)}${beetles}`,
      action: look,
    };
  if (f.status === "cannot")
    return {
      ...base,
      kind: "stacks cannot dry far enough in this room",
      urgency: URGENCY.cannotDry,
      tone: "stop",
      when: "now",
      what: `Stack ${stack.name} cannot get to ${s.house.target_pct} % in this room`,
      short: `${stack.name} cannot dry here`,
      so: `${now}; this air holds honey at ${pct(f.equilibriumPct)}.${f.needs?.humidityPct ? ` Bring humidity to ${f.needs.humidityPct} %` : ""}${f.needs?.tempC ? `, or warm the same air to ${f.needs.tempC} °C` : ""}.`,
      action: look,
    };
  return {
    ...base,
    kind: "stacks are drying",
    urgency: stack.beetlesSeen ? URGENCY.cannotDry : URGENCY.drying,
    tone: "water",
    when: after(s, f.hours.p50),
    what: `Stack ${stack.name}: dry until ${after(s, f.hours.p50)}, ${hourSpread(s, f.hours)}`,
    short: `${stack.name} dries to ${after(s, f.hours.p50)}`,
    so: `${now}${f.nextTest ? `; a test at ${after(s, f.nextTest.hours)} ${f.nextTest.halves ? "halves the spread" : "tells most"}` : ""}; super ${stack.next} next.${beetles}`,
    action: read,
  };
}

const FAULT = {
  impossible: "showed figures no room has",
  jump: "jumped and came back",
  stuck: "repeated one figure for hours",
} as const;

function sensorDecisions(s: Snapshot, room: RoomState): Decision[] {
  const recent = room.faults.filter((f) => s.now.getTime() - f.toMs < 6 * HOUR_MS);
  const last = recent.at(-1);
  const base = {
    bay: "Hot room" as const,
    tone: "stop" as const,
    when: "now",
    action: { label: "Enter the air", href: "/hot-room?do=air" },
  };
  return [
    ...(room.silent && room.stacks.length > 0
      ? [
          {
            ...base,
            id: "sensor-silent",
            urgency: URGENCY.sensorSilent,
            what: `Sensor ${room.silent.device} is silent`,
            short: "sensor silent",
            so: room.silent.since
              ? `Last heard ${ageBetween(room.silent.since, s.now)} ago: the forecast takes the last air it gave as lasting.`
              : "It was never heard: type the air in.",
          },
        ]
      : []),
    ...(last
      ? [
          {
            ...base,
            id: "sensor-fault",
            urgency: URGENCY.sensorDoubtful,
            what: `The room's sensor ${FAULT[last.kind]}`,
            short: "sensor doubtful",
            so: `${plural(last.rows, "row")} around ${whenIn(s.house.zone, new Date(last.fromMs), s.now)} left out of the forecast.`,
          },
        ]
      : []),
  ];
}

export const hotRoomDecisions = (s: Snapshot): Decision[] => [
  ...s.room.stacks.map((x) => stackDecision(s, x)),
  ...sensorDecisions(s, s.room),
];
