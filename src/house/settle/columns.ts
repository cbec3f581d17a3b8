/** Vessels that stand to clear, as their columns are drawn: to one scale, with how far each is clear and when all is. */
import type { Riser } from "@/core/clarify";
import { WAY_SAID, waysOf } from "@/core/honey/ways";
import type { Reason } from "@/core/verdict";
import { ageBetween, whenIn } from "../language/clock";
import { massG, temp } from "../language/shown";
import { capital } from "../language/spoken";
import type { Snapshot, VesselState } from "../standing/snapshot";
import { UNTOLD_C } from "../warmth/kinds";
import { enzymesSaid, whyHeat } from "./heat";
import {
  clearingOf,
  hasWay,
  heightM,
  ruleAt,
  type Step,
  settledAt,
  settling,
  stepOf,
  widthCm,
} from "./settling";

export interface Column {
  /** "pail 25" */
  readonly name: string;
  readonly title: string;
  readonly href: string;
  readonly mass: string;
  readonly widthCm: number;
  /** Honey stands so high in it, and its rim is there, cm. */
  readonly honeyCm: number;
  readonly rimCm: number;
  readonly tempC: number | null;
  /** "3 h": how long ago that was told; "" where it was not. */
  readonly toldAgo: string;
  /** What is done otherwise with it, in words. */
  readonly ways: readonly string[];
  readonly waterPct: number;
  /** Clear from the floor up to here, cm; null where nobody told how warm it is. */
  readonly clearCm: Readonly<Record<"wax" | "bubbles", number>> | null;
  /** Hours until all is clear at its temperature, with the band; null where nobody told how warm it is. */
  readonly restH: readonly [lo: number, mid: number, hi: number] | null;
  readonly slowest: Riser;
  readonly step: Step;
  /** "Fri 11:38" */
  readonly readyAt: string;
  /** Which of the two clocks holds. */
  readonly holds: "rule" | "warmth";
  readonly because: readonly Reason[];
  readonly skimmed: boolean;
  /** "99 %", "97 to 100 %": what warmth has left of its enzymes. */
  readonly enzymes: string;
}

export function columnOf(s: Snapshot, v: VesselState): Column {
  const c = clearingOf(s, v);
  const at = settledAt(s, v);
  const rule = ruleAt(s, v);
  const when = (t: Date) => whenIn(s.house.zone, t, s.now);
  const high = heightM(v, v.grams, c?.waterPct, c?.tempC);
  const told = v.told.warmth.findLast((w) => w.at <= s.now);
  return {
    name: v.name,
    title: capital(v.name),
    href: `/trace/${v.kind}/${encodeURIComponent(v.tag)}`,
    mass: massG(v.grams),
    widthCm: widthCm(v),
    honeyCm: high * 100,
    rimCm: Math.max(v.heightCm ?? (v.capacityG ? heightM(v, v.capacityG) * 100 : high * 110), high * 100),
    tempC: c?.tempC ?? null,
    toldAgo: told ? ageBetween(told.at, s.now) : "",
    ways: waysOf(v.blooms).map((way) => WAY_SAID[way]),
    waterPct: c?.waterPct ?? v.water.figures.waterPct ?? 17.5,
    clearCm: c && { wax: c.by.wax.clearToM * 100, bubbles: c.by.bubbles.clearToM * 100 },
    restH: c && [c.restLoH, c.restH, c.restHiH],
    slowest: c?.slowest ?? "wax",
    step: stepOf(s, v),
    readyAt: when(at),
    holds: at > rule ? "warmth" : "rule",
    because: [...whyClear(s, v), ...whyHeat(v)],
    skimmed: v.told.skimmed.some((k) => k.at >= v.filledAt),
    enzymes: enzymesSaid(v.heat),
  };
}

/** Both clocks of a vessel, and which holds. */
export function whyClear(s: Snapshot, v: VesselState): Reason[] {
  const c = clearingOf(s, v);
  const when = (t: Date) => whenIn(s.house.zone, t, s.now);
  const rest = (h: number): string =>
    h === 0
      ? `clear${c?.since ? ` since ${when(c.since)}` : ""}`
      : when(new Date(s.now.getTime() + h * 3_600_000));
  return [
    { what: "Last poured into", figure: when(v.filledAt) },
    {
      what: `Standing time of this house, ${s.house.settle_hours} h`,
      figure: when(ruleAt(s, v)),
      source: "house setting; 24 h before jars is common practice",
    },
    ...(c
      ? [
          {
            what: `Wax crumbs and bubbles of 0.2 mm have risen through ${(c.heightM * 100).toFixed(0)} cm`,
            figure: rest(c.restH),
            source: `Stokes' law with honey's viscosity (White 1975) at ${c.waterPct.toFixed(1)} % water; the least time, currents slow it`,
          },
          ...(c.restHiH > 0
            ? [{ what: "Between, four times in five", figure: `${rest(c.restLoH)} and ${rest(c.restHiH)}` }]
            : []),
          ...(c.untoldH >= 1
            ? [
                {
                  what: "Hours since the pour before anybody told how warm it is",
                  figure: `${Math.round(c.untoldH)} h`,
                  source: `taken at ${temp(UNTOLD_C.loC, 0)}, as cool as a house gets`,
                },
              ]
            : []),
        ]
      : hasWay(v, "gels")
        ? [
            {
              what: "Of what it is of, most gels",
              figure: WAY_SAID.gels,
              source: "common practice; so the standing time alone holds",
            },
          ]
        : [
            {
              what: "How warm its honey is",
              figure: "not told",
              source:
                "so the standing time alone holds; at 20 °C a pail takes several days, at 30 °C one to two",
            },
          ]),
    ...(v.diameterCm === null ? [{ what: "Its width", figure: "taken as usual for its kind" }] : []),
  ];
}

/** Columns that stand, those to be seen to first; how many more there are. */
export function columns(s: Snapshot, most: number): { columns: Column[]; more: number } {
  const standing = new Set(settling(s).map((v) => v.fillId));
  const all = s.vessels
    .filter((v) => standing.has(v.fillId) || stepOf(s, v) === "skim" || stepOf(s, v) === "held")
    .map((v) => ({ v, at: settledAt(s, v).getTime() }))
    .sort((a, b) => a.at - b.at);
  return { columns: all.slice(0, most).map(({ v }) => columnOf(s, v)), more: Math.max(0, all.length - most) };
}
