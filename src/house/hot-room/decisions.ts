/** What the hot room wants: spin now, dry until, cannot get there, beetles first; and a sensor gone mad. */

import { standingOf } from "@/core/moisture";
import { ageBetween, whenIn } from "../language/clock";
import { asWritten, massG } from "../language/shown";
import { plural } from "../language/spoken";
import type { Decision } from "../standing/model";
import type { Snapshot } from "../standing/snapshot";
import { URGENCY } from "../standing/urgency";
import type { RoomState, StackState } from "./room";
import { after, HOUR_MS, hourSpread, pct } from "./says";
import { waterRules } from "./waiting";
import { wayOut } from "./way-out";
import { whyStack } from "./why-stack";

const READY = "stacks are ready to spin";

function stackDecision(s: Snapshot, stack: StackState): Decision {
  const { forecast: f, water } = stack;
  const honey = massG(stack.grams);
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
      so: `${plural(stack.supers.length, "super")}, ${honey}, no reading yet.${beetles}`,
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
      so: `${now}, ${honey}; no air is logged, so nothing can be forecast.${beetles}`,
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
      so: `${now}, target ${s.house.target_pct} %; ${honey}, ${water.readBoxes} of ${water.boxes} supers read.${beetles}`,
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
      so: `${now}; this air holds honey at ${pct(f.equilibriumPct)}.${f.needs?.humidityPct ? ` Bring humidity to ${f.needs.humidityPct} %` : ""}${f.needs?.tempC ? `, or warm the same air to ${asWritten(f.needs.tempC, "°C")}` : ""}.`,
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
