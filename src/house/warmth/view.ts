/** What warms, how it goes against what was reckoned, and when each is liquid; and what it would cost to warm others. */
import { clearsAtC, warmedC } from "@/core/heat/warming";
import { LOOKS, type Look } from "@/core/honey/granulation";
import type { Reason } from "@/core/verdict";
import { ageBetween, whenIn } from "../language/clock";
import { difference, massG, temp } from "../language/shown";
import { capital } from "../language/spoken";
import { enzymesSaid } from "../settle/heat";
import type { Snapshot, VesselState } from "../standing/snapshot";
import { type Estimate, estimateOf, lossPct, USUAL_FROM_C, USUAL_LOOK, warmingOf } from "./course";
import { CAUTION, USUAL_UNTIL_C } from "./kinds";
import { mayBeC, type WarmerNow } from "./now";

const HOUR_MS = 3_600_000;

/** How its honey looked last; null where nobody looked. */
export const lookOf = (v: VesselState): Look | null => v.looks.at(-1)?.look ?? null;

/** As it was told last before a moment. */
const toldBefore = (v: VesselState, at: Date): { readonly at: Date; readonly temp_c: number } | undefined =>
  v.told.warmth.findLast((w) => w.at <= at);

export interface InWarmer {
  readonly v: VesselState;
  readonly warmer: WarmerNow;
  readonly untilC: number;
  readonly since: Date;
  readonly readyBy: Date | null;
  /** From when it is reckoned: since it came in, or since it was measured last. */
  readonly from: { readonly at: Date; readonly tempC: number; readonly measured: boolean };
  readonly look: Look;
  readonly estimate: Estimate;
  /** When it is liquid; null where it never is. */
  readonly liquid: { readonly lo: Date; readonly at: Date; readonly hi: Date } | null;
  /** It was looked at in the warmth and is clear. */
  readonly clear: boolean;
}

/** A vessel that warms, reckoned anew from the last that was measured of it; null for one that does not. */
export function inWarmer(s: Snapshot, v: VesselState): InWarmer | null {
  const w = v.warming;
  const warmer = w && s.warmth.warmers.find((x) => x.name.toLowerCase() === w.warmer?.toLowerCase());
  if (!w || !warmer) return null;
  const told = toldBefore(v, s.now);
  const from =
    told && told.at >= w.at
      ? { at: told.at, tempC: told.temp_c, measured: true }
      : { at: w.at, tempC: toldBefore(v, w.at)?.temp_c ?? USUAL_FROM_C, measured: told !== undefined };
  const look = lookOf(v) ?? USUAL_LOOK;
  const untilC = w.until_c ?? USUAL_UNTIL_C;
  const estimate = estimateOf(
    { vessel: v, grams: v.grams, fromC: from.tempC, look },
    warmer.tempC,
    warmer.spreadC,
    untilC,
  );
  const after = (h: number): Date => new Date(from.at.getTime() + h * HOUR_MS);
  return {
    v,
    warmer,
    untilC,
    since: w.at,
    readyBy: w.ready_by,
    from,
    look,
    estimate,
    liquid: estimate.time && {
      lo: after(estimate.time.loH),
      at: after(estimate.time.hours),
      hi: after(estimate.time.hiH),
    },
    clear: v.looks.some((l) => l.at >= w.at && l.look === "clear"),
  };
}

export const warmingNow = (s: Snapshot): InWarmer[] => s.vessels.flatMap((v) => inWarmer(s, v) ?? []);

export interface WarmerCard {
  readonly name: string;
  readonly title: string;
  /** "set to 40 °C ±2 °C; 41.2 °C now" */
  readonly says: string;
  readonly tone: "heat" | "stop" | "ink";
  readonly caution: string;
  /** "2 of 6 places" */
  readonly room: string;
  readonly vessels: readonly {
    readonly name: string;
    readonly title: string;
    readonly href: string;
    readonly mass: string;
    /** 0-1 of its way to being liquid, by time. */
    readonly done: number;
    readonly core: string;
    readonly liquid: string;
    readonly check: string;
    readonly cost: string;
    readonly ready: boolean;
    readonly late: boolean;
    readonly because: readonly Reason[];
  }[];
}

const LOOK_SAID: Readonly<Record<Look, string>> = {
  clear: "clear",
  cloudy: "cloudy",
  half: "half set",
  solid: "set through",
};

/** How warm its core is by now, as reckoned: "31 to 36 °C". */
function coreNow(i: InWarmer, now: Date): string {
  const h = Math.max(0, now.getTime() - i.from.at.getTime()) / HOUR_MS;
  const at = warmedC({
    ...warmingOf({ vessel: i.v, grams: i.v.grams, fromC: i.from.tempC, look: i.look }, i.warmer.tempC),
    meltedC: i.untilC,
  })(h).core;
  return h < 0.2 || Math.abs(at.hiC - at.loC) < 0.5
    ? temp(at.midC, 0)
    : `${temp(at.loC, 0)} to ${temp(at.hiC, 0)}`;
}

/** Whether its crystals dissolve at that warmth, by its glucose to its water where both are known. */
function clearsSaid({ v, untilC }: InWarmer): string {
  const { waterPct } = v.water.figures;
  if (!v.glucose || v.glucose.share < 0.98 || waterPct === undefined || waterPct < 13 || waterPct > 25)
    return "not known";
  const { tempC, withinC } = clearsAtC(v.glucose.value, waterPct);
  const ratio = `${(v.glucose.value / waterPct).toFixed(2)} glucose to water`;
  if (untilC >= tempC + withinC) return `yes, at ${temp(tempC, 0)}: ${ratio}`;
  return untilC >= tempC - withinC
    ? `perhaps: it needs about ${temp(tempC, 0)}, ${ratio}`
    : `no: it needs about ${temp(tempC, 0)}, ${ratio}`;
}

function whyWarm(s: Snapshot, i: InWarmer): Reason[] {
  const when = (t: Date): string => whenIn(s.house.zone, t, s.now);
  const crystals = LOOKS[i.look];
  return [
    {
      what: i.from.measured ? "Measured" : "It went in, never measured: taken as usual",
      figure: `${temp(i.from.tempC)}, ${when(i.from.at)}`,
    },
    {
      what: lookOf(i.v) ? "It looked" : "Nobody looked at it before: taken for set",
      figure: `${LOOK_SAID[i.look]}; ${(crystals.lo * 100).toFixed(0)} to ${(crystals.hi * 100).toFixed(0)} % of its glucose`,
      source: "common practice, by eye",
    },
    ...(i.estimate.time && i.liquid
      ? [
          {
            what: `Its core at ${temp(i.untilC, 0)}, and what is grained dissolved 12 to 24 h later`,
            figure: `${Math.round(i.estimate.time.loH)} to ${Math.round(i.estimate.time.hiH)} h: ${when(i.liquid.lo)} to ${when(i.liquid.hi)}`,
            source:
              "heat into a cylinder through a film of air (Carslaw & Jaeger); honey conducts 0.33 to 0.53 W/mK, crystals take 105 kJ/kg",
          },
        ]
      : [{ what: "It is not warm enough there", figure: `never at ${temp(i.untilC, 0)}` }]),
    {
      what: "Of its enzymes that costs, at the worst",
      figure: `${i.estimate.costPct.toFixed(1)} %; at the wall ${i.estimate.wallPct.toFixed(1)} %`,
      source: "White, Kushnir & Subers 1964, over the reckoned course",
    },
    { what: "Left of them so far", figure: enzymesSaid(i.v.heat) },
    ...(i.v.warming?.despite ? [{ what: "It is warmed so because", figure: i.v.warming.despite }] : []),
    {
      what: "Whether it clears at all",
      figure: clearsSaid(i),
      source:
        "by glucose to water: 35 °C under 1.4, 40 under 1.6, 45 under 1.9, within 3 °C (common practice)",
    },
  ];
}

export function warmerCards(s: Snapshot): WarmerCard[] {
  const all = warmingNow(s);
  const when = (t: Date): string => whenIn(s.house.zone, t, s.now);
  return s.warmth.warmers.map((w) => {
    const own = all.filter((i) => i.warmer === w);
    const tooWarm = w.nowC !== null && w.nowC > mayBeC(w);
    return {
      name: w.name,
      title: w.name.toLowerCase().includes(w.kind) ? capital(w.name) : `${capital(w.name)}, ${w.kind}`,
      says: `set to ${temp(w.tempC, 0)} ±${difference(w.spreadC, "°C", 0)}${w.silent ? "; its thermometer is silent" : w.nowC === null ? "; no thermometer hangs in it" : `; ${temp(w.nowC)} now`}`,
      tone: tooWarm ? "stop" : own.length > 0 ? "heat" : "ink",
      caution: CAUTION[w.kind],
      room: `${own.length} of ${w.places} places`,
      vessels: own
        .sort((a, b) => (a.liquid?.hi.getTime() ?? 0) - (b.liquid?.hi.getTime() ?? 0))
        .map((i) => {
          const whole = i.liquid ? i.liquid.at.getTime() - i.since.getTime() : 1;
          return {
            name: i.v.name,
            title: capital(i.v.name),
            href: `/trace/${i.v.kind}/${encodeURIComponent(i.v.tag)}`,
            mass: massG(i.v.grams),
            done: Math.min(1, Math.max(0, (s.now.getTime() - i.since.getTime()) / Math.max(1, whole))),
            core: coreNow(i, s.now),
            liquid: i.clear
              ? "clear: take it out"
              : i.liquid
                ? i.liquid.hi <= s.now
                  ? "should be liquid: look at it"
                  : `liquid ${when(i.liquid.lo)} to ${when(i.liquid.hi)}`
                : "never liquid in there",
            check: i.liquid && i.liquid.lo > s.now ? `look ${when(i.liquid.lo)}` : "look now",
            cost: `${enzymesSaid(i.v.heat)} of its enzymes left`,
            ready: i.clear || (i.liquid !== null && i.liquid.lo <= s.now),
            late: i.readyBy !== null && (!i.liquid || i.liquid.hi > i.readyBy) && !i.clear,
            because: [
              { what: "In there", figure: ageBetween(i.since, s.now) },
              ...(i.readyBy ? [{ what: "Wanted", figure: when(i.readyBy) }] : []),
              ...whyWarm(s, i),
            ],
          };
        }),
    };
  });
}

/** A temperature, and how long honey may stay there until so much of its enzymes is gone. */
export function howLong(
  pct: number,
  temps: readonly number[],
): { readonly temp: string; readonly day: string; readonly may: string }[] {
  return temps.map((tempC) => {
    const aDay = lossPct(24, tempC);
    const hours = (24 * Math.log(1 - pct / 100)) / Math.log(1 - aDay / 100);
    return {
      temp: temp(tempC, 0),
      day: `${aDay.toFixed(1)} %`,
      may: hours < 72 ? `${Math.round(hours)} h` : `${Math.round(hours / 24)} days`,
    };
  });
}
