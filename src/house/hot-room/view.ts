/** The hot room's screen as plain data: stacks to draw, the log thinned for a chart, what each stack knows of itself. */

import type { Knex } from "knex";
import type { DryingRate, ForecastGoal, RoomAhead } from "@/core/drying";
import { equilibriumWaterPct, warmUpHours } from "@/core/drying";
import { standingOf } from "@/core/moisture";
import type { AtHand, InstrumentView } from "../devices/view";
import { devicesAtHand, instrumentsView } from "../devices/view";
import { ageBetween, clockShifts, whenIn } from "../language/clock";
import type { ClockShift } from "../language/said-time";
import { massFigureG } from "../language/shown";
import type { Tone } from "../standing/model";
import type { Snapshot } from "../standing/snapshot";
import { type RoomState, reckonedFrom, roomAheadOf, type StackState } from "./room";
import { after } from "./says";
import { waterRules } from "./waiting";

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;
/** What dries for longer is said by its day, an hour either way. */
const LOOKED_AHEAD_DAYS = 100;
/** More points than this a chart of this size cannot show. */
const MOST_POINTS = 240;

export interface BoxView {
  readonly tag: string;
  readonly kg: number;
  readonly waterPct: number | null;
  readonly cappedPct: number;
  readonly unverified: boolean;
}

export interface StackView {
  readonly name: string;
  readonly boxes: readonly BoxView[];
  readonly tags: readonly string[];
  readonly kg: string;
  readonly fan: "full" | "some" | "none";
  readonly verdict: string;
  readonly tone: Tone;
  readonly meanPct: string;
  readonly worst: string;
  readonly age: string;
  readonly beetles: string;
  readonly beetleTone: Tone;
}

/** Enough to look ahead in the browser, whatever room is asked about. */
export interface StackAhead {
  readonly name: string;
  readonly rate: DryingRate;
  readonly room: RoomAhead;
  readonly goal: ForecastGoal;
  readonly nowMs: number;
  /** The house's clock, from the first reading to as far ahead as anybody looks. */
  readonly shifts: readonly ClockShift[];
  readonly readings: readonly { readonly hours: number; readonly waterPct: number; readonly box: string }[];
  readonly others: readonly { readonly hours: number; readonly waterPct: number; readonly stack: string }[];
  readonly waterKg: number;
  readonly dehumidifierHours: number | null;
  readonly unlogged: boolean;
  readonly spinTempC: number;
  readonly warmUpFrom15: number;
}

export interface AirPoint {
  /** Hours from now, negative. */
  readonly hours: number;
  readonly tempC: number;
  readonly humidityPct: number;
  readonly equilibriumPct: number;
}

export interface HotRoomView {
  readonly stacks: readonly StackView[];
  readonly air: readonly AirPoint[];
  readonly gaps: readonly string[];
  readonly selected: StackAhead | null;
  readonly instruments: readonly InstrumentView[];
  readonly devices: AtHand;
}

function thinned(log: RoomState["log"], nowMs: number): AirPoint[] {
  const per = Math.max(1, Math.ceil(log.length / MOST_POINTS));
  const points: AirPoint[] = [];
  for (let i = 0; i < log.length; i += per) {
    const part = log.slice(i, i + per);
    const mean = (pick: (r: (typeof part)[number]) => number) =>
      part.reduce((s, r) => s + pick(r), 0) / part.length;
    const humidityPct = mean((r) => r.humidityPct);
    points.push({
      hours: (mean((r) => r.atMs) - nowMs) / HOUR_MS,
      tempC: mean((r) => r.tempC),
      humidityPct,
      equilibriumPct: equilibriumWaterPct(humidityPct).value,
    });
  }
  return points;
}

function verdictOf(s: Snapshot, x: StackState): { verdict: string; tone: Tone } {
  const { forecast: f, water } = x;
  if (!water) return { verdict: "test me", tone: "water" };
  if (standingOf(water, waterRules(s.house)) === "unsure") return { verdict: "test more", tone: "water" };
  if (!f) return { verdict: "no air logged", tone: "ink" };
  if (f.status === "wetting") return { verdict: "getting wetter", tone: "stop" };
  if (f.status === "ready") return { verdict: "spin now", tone: "go" };
  if (f.status === "cannot") return { verdict: "cannot dry here", tone: "stop" };
  if (f.conflict) return { verdict: "not before beetles", tone: "stop" };
  return { verdict: `dry to ${after(s, f.hours.p50)}`, tone: "water" };
}

function stackView(s: Snapshot, x: StackState): StackView {
  const late = x.deadline < s.now;
  return {
    name: x.name,
    ...verdictOf(s, x),
    boxes: x.supers.map((w) => ({
      tag: w.tag,
      kg: w.grams / 1000,
      waterPct: w.water.figures.waterPct ?? null,
      cappedPct: w.capped_pct,
      unverified: w.latest.some((r) => r.doubts.length > 0),
    })),
    tags: x.supers.map((w) => w.tag),
    kg: massFigureG(x.grams),
    fan: x.fan,
    meanPct: x.water ? `${x.water.meanPct.toFixed(1)} %, at most ${x.water.upperPct.toFixed(1)} %` : "unread",
    worst: x.rate ? `worst ${x.rate.wettest.box}, ${x.rate.wettest.waterPct.toFixed(1)} %` : "",
    age: `for ${ageBetween(x.pulledAt, s.now)}`,
    beetles: x.beetlesSeen
      ? "beetles seen: spin today"
      : late
        ? `beetle limit ${ageBetween(x.deadline, s.now)} over`
        : `beetle limit in ${ageBetween(s.now, x.deadline)}`,
    beetleTone: late || x.beetlesSeen ? "stop" : "ink",
  };
}

function aheadOf(s: Snapshot, x: StackState): StackAhead | null {
  const room = roomAheadOf(s.room, x.fan);
  if (!x.rate || !room) return null;
  const nowMs = reckonedFrom(s.now);
  const hours = (at: Date) => (at.getTime() - nowMs) / HOUR_MS;
  return {
    name: x.name,
    rate: x.rate,
    room,
    goal: { targetPct: s.house.target_pct, limitPct: s.house.limit_pct, deadlineHours: hours(x.deadline) },
    nowMs,
    shifts: clockShifts(
      s.house.zone,
      Math.min(nowMs, ...x.readings.map((r) => r.at.getTime())) - DAY_MS,
      nowMs + LOOKED_AHEAD_DAYS * DAY_MS,
    ),
    readings: x.readings.map((r) => ({ hours: hours(r.at), waterPct: r.waterPct, box: r.box })),
    others: s.room.stacks
      .filter((o) => o.name !== x.name)
      .flatMap((o) => o.readings.map((r) => ({ hours: hours(r.at), waterPct: r.waterPct, stack: o.name }))),
    waterKg: x.waterKg,
    dehumidifierHours: x.dehumidifierHours,
    unlogged: x.rate.unloggedShare > 0.05,
    spinTempC: s.house.spin_temp_c,
    warmUpFrom15: warmUpHours({
      fromC: 15,
      toC: s.house.spin_temp_c,
      roomC: Math.min(50, room.tempC),
      fan: x.fan,
    }),
  };
}

export async function hotRoomView(db: Knex, s: Snapshot, stack: string | undefined): Promise<HotRoomView> {
  const [instruments, devices] = await Promise.all([instrumentsView(db, s), devicesAtHand(db)]);
  const chosen =
    s.room.stacks.find((x) => x.name === stack?.toUpperCase()) ??
    s.room.stacks.find((x) => x.forecast?.status === "drying" && !x.forecast.conflict) ??
    s.room.stacks.find((x) => x.rate);
  return {
    stacks: s.room.stacks.map((x) => stackView(s, x)),
    air: thinned(s.room.log, s.now.getTime()),
    gaps: s.room.gaps.map(
      (g) =>
        `${whenIn(s.house.zone, new Date(g.fromMs), s.now)} to ${whenIn(s.house.zone, new Date(g.toMs), s.now)}`,
    ),
    selected: chosen ? aheadOf(s, chosen) : null,
    instruments,
    devices,
  };
}
