/** What wants deciding of what is warm: too warm, liquid, late. */
import { whenIn } from "../language/clock";
import { temp } from "../language/shown";
import { capital, plural, spoken } from "../language/spoken";
import { enzymesSaid, whyHeat } from "../settle/heat";
import { ceilingOf } from "../settle/settling";
import type { Decision } from "../standing/model";
import type { Snapshot, VesselState } from "../standing/snapshot";
import { URGENCY } from "../standing/urgency";
import { lossPct } from "./course";
import { mayBeC } from "./now";
import { type InWarmer, warmingNow } from "./view";

/** What was told longer ago than this is not how warm it is now, h. */
const TOLD_H = 24;

/** How warm a vessel was told to be within the day, where that is more than it may be. */
function overOf(
  s: Snapshot,
  v: VesselState,
  warming: readonly InWarmer[],
): { now: number; may: number } | null {
  const last = v.told.warmth.at(-1);
  if (!last || s.now.getTime() - last.at.getTime() > TOLD_H * 3_600_000) return null;
  const warmer = warming.find((i) => i.v === v)?.warmer;
  const may = Math.min(
    ceilingOf(s.settle, v.blooms) ?? Number.POSITIVE_INFINITY,
    warmer ? mayBeC(warmer) : Number.POSITIVE_INFINITY,
  );
  return last.temp_c > may ? { now: last.temp_c, may } : null;
}

export function warmthDecisions(s: Snapshot): Decision[] {
  const warming = warmingNow(s);
  const list: Decision[] = [];
  for (const w of s.warmth.warmers) {
    if (w.nowC === null || w.nowC <= mayBeC(w) || w.inIt.length === 0) continue;
    const inIt = warming.filter((i) => i.warmer === w).map((i) => i.v);
    const hours = w.over?.hours ?? 0;
    list.push({
      id: `overshoot ${w.name}`,
      bay: "Settle",
      urgency: URGENCY.overshoot,
      tone: "stop",
      alarm: true,
      when: "now",
      what: `${capital(w.name)} is too warm: ${temp(w.nowC)}, set to ${temp(w.tempC, 0)}`,
      short: `${w.name} too warm`,
      so: `${capital(spoken(inIt.map((v) => v.name)))} in it: ${lossPct(24, w.nowC).toFixed(1)} % of the enzymes go in a day so warm${hours > 0 ? `, ${lossPct(hours, w.over?.hottestC ?? w.nowC).toFixed(1)} % so far at most in ${plural(hours, "hour")}` : ""}. Turn it down or take them out.`,
      why: {
        title: `What has it cost ${inIt[0]?.name ?? "them"}?`,
        because: inIt[0] ? whyHeat(inIt[0]) : [],
        change: "Its thermostat, or its vessels taken out.",
      },
      action: { label: "Take them out", href: `/settle?do=cool&from=${encodeURIComponent(w.name)}` },
    });
  }
  // Silence is no proof that it cooled: what was too warm when it fell silent stays an alarm.
  for (const w of s.warmth.warmers) {
    if (!w.silent || w.inIt.length === 0) continue;
    const tooWarm = w.silent.lastC > mayBeC(w);
    list.push({
      id: `silent ${w.name}`,
      bay: "Settle",
      urgency: tooWarm ? URGENCY.overshoot : URGENCY.sensorSilent,
      tone: "stop",
      ...(tooWarm ? { alarm: true as const } : {}),
      when: "now",
      what: `${capital(w.name)}'s thermometer is silent since ${whenIn(s.house.zone, w.silent.since, s.now)}`,
      short: `${w.name} is silent`,
      so: `It said ${temp(w.silent.lastC)} last${tooWarm ? ", and that was too warm" : ""}; ${plural(w.inIt.length, "vessel")} in it. Measure their honey, and see to the thermometer.`,
      action: { label: "Measure it", href: "/settle?do=warm" },
    });
  }
  const hot = s.vessels.flatMap((v) => {
    const over = overOf(s, v, warming);
    return over ? [{ v, ...over }] : [];
  });
  const hottest = hot.reduce<(typeof hot)[number] | null>((a, b) => (!a || b.now > a.now ? b : a), null);
  if (hottest)
    list.push({
      id: "settle-too-warm",
      bay: "Settle",
      urgency: URGENCY.gettingWetter,
      tone: "stop",
      alarm: true,
      when: "now",
      what: `${capital(hottest.v.name)} is too warm: ${temp(hottest.now)}`,
      short: `${hottest.v.name} too warm`,
      so: `It may be ${temp(hottest.may, 0)} at most: ${lossPct(24, hottest.now).toFixed(1)} % of its enzymes go in a day so. It has ${enzymesSaid(hottest.v.heat)} of them left.`,
      why: {
        title: "What has warmth cost it?",
        because: whyHeat(hottest.v),
        change: "A cooler place, and its temperature told.",
      },
      action: {
        label: "It is cooler",
        href: `/settle?do=warm&from=${encodeURIComponent(hottest.v.name)}`,
      },
    });
  const done = warming.filter((i) => i.clear || (i.liquid !== null && i.liquid.lo <= s.now));
  if (done[0])
    list.push({
      id: "warming-done",
      bay: "Settle",
      urgency: URGENCY.takeOut,
      tone: "go",
      when: "now",
      what: `Look at ${spoken(done.map((i) => i.v.name))}: ${done.length > 1 ? "they" : "it"} may be liquid`,
      short: `look at ${done[0].v.name}`,
      so: `Longer in the warmth only costs enzymes: ${lossPct(24, done[0].warmer.tempC).toFixed(1)} % a day at ${temp(done[0].warmer.tempC, 0)}. Clear, it is strained fine, skimmed and used.`,
      action: { label: "Take it out", href: `/settle?do=cool&from=${encodeURIComponent(done[0].v.name)}` },
    });
  const late = warming.filter(
    (i) => !done.includes(i) && i.readyBy && (!i.liquid || i.liquid.hi > i.readyBy),
  );
  if (late[0]?.readyBy)
    list.push({
      id: "warming-late",
      bay: "Settle",
      urgency: URGENCY.takeOut,
      tone: "heat",
      when: whenIn(s.house.zone, late[0].readyBy, s.now),
      what: `${capital(late[0].v.name)} may not be liquid by ${whenIn(s.house.zone, late[0].readyBy, s.now)}`,
      short: `${late[0].v.name} late`,
      so: late[0].liquid
        ? `Reckoned for ${whenIn(s.house.zone, late[0].liquid.lo, s.now)} to ${whenIn(s.house.zone, late[0].liquid.hi, s.now)}. Smaller vessels, or a later day; much warmer costs more than it gains.`
        : `${capital(late[0].warmer.name)} is not warm enough for ${temp(late[0].untilC, 0)}.`,
      action: { label: "See it", href: "/settle" },
    });
  return list;
}
