/** One spin: its programme, how long it takes, how full drum and pail get. */
import { DomainError, mustBeWithin } from "../domain-error";
import { densityKgM3, viscosityPaS } from "../honey";
import type { Machine, MachineKind } from "./machine";

export interface RunStep {
  /** Minutes from the start. */
  readonly atMin: number;
  readonly what: string;
  /** Part of the full speed, %; 0 is standstill. */
  readonly speedPct: number;
  /** Somebody must do something: sound it. */
  readonly call: boolean;
}

/** The reference honey minutes are stated for: 17.5 % at 30 °C. */
const REFERENCE = { waterPct: 17.5, tempC: 30 } as const;
/** Whole programme at the reference, minutes (common practice: radial 10-15, tangential about a minute a side). */
const BASE_MIN: Record<MachineKind, number> = { radial: 12, tangential: 6, "three-basket": 6 };
/** Longer than this and warming is the better use of the time. */
export const TOO_LONG_MIN = 45;

export interface PastRun {
  readonly kind: MachineKind;
  readonly minutes: number;
  readonly waterPct: number;
  readonly tempC: number;
}

const thicknessOf = (waterPct: number, tempC: number): number =>
  viscosityPaS(waterPct, tempC) / viscosityPaS(REFERENCE.waterPct, REFERENCE.tempC);

/**
 * Minutes of a whole programme at the reference honey: common practice moved by this house's runs, three of
 * which count as much as practice does.
 */
export function spinBase(
  kind: MachineKind,
  past: readonly PastRun[] = [],
): { readonly baseMin: number; readonly learntFrom: number } {
  const own = past.filter((r) => r.kind === kind && r.minutes > 0);
  const practice = Math.log(BASE_MIN[kind]);
  const sum = own.reduce((s, r) => s + Math.log(r.minutes / thicknessOf(r.waterPct, r.tempC)), 0);
  return { baseMin: Math.exp((3 * practice + sum) / (3 + own.length)), learntFrom: own.length };
}

/**
 * Suggested minutes of a whole programme for honey of so much water and warmth: in proportion to viscosity (a
 * draining film). `tooCold` when it would take longer than `TOO_LONG_MIN`: warm the honey first (at 14 °C it
 * does not spin, common practice). @throws DomainError outside 13-22 % water and 10-45 °C
 */
export function spinTime(
  baseMin: number,
  { waterPct, tempC }: { readonly waterPct: number; readonly tempC: number },
): { readonly minutes: number; readonly tooCold: boolean } {
  mustBeWithin(tempC, 10, 45, "The honey's temperature", "°C");
  const minutes = baseMin * thicknessOf(waterPct, tempC);
  return { minutes, tooCold: minutes > TOO_LONG_MIN };
}

/**
 * The programme as a ramp for `minutes` in all. Radial: slow, steps, hold, the other way. Tangential and
 * three-basket: half of side one, turn, side two full, turn back, finish side one, because a full inner face
 * would burst through (common practice). `tender` (new, unwired or cold comb) starts slower and longer.
 * @throws DomainError unless 1-120 minutes
 */
export function programme(kind: MachineKind, minutes: number, tender = false): RunStep[] {
  if (!(minutes >= 1 && minutes <= 120))
    throw new DomainError("out-of-range", `A programme takes 1 to 120 minutes, not ${minutes}.`, { minutes });
  const steps: [part: number, what: string, speed: number, call: boolean][] =
    kind === "radial"
      ? tender
        ? [
            [0, "start slowly: tender comb", 20, false],
            [0.3, "a little faster", 40, false],
            [0.5, "faster", 70, false],
            [0.7, "the other way, slowly", 40, true],
            [0.8, "faster", 80, false],
          ]
        : [
            [0, "start slowly", 30, false],
            [0.15, "faster", 60, false],
            [0.3, "full speed", 100, false],
            [0.65, "the other way", 60, true],
            [0.75, "full speed", 100, false],
          ]
      : [
          [0, tender ? "side one, very slowly" : "side one, slowly: only half out", tender ? 25 : 40, false],
          [0.25, "stop, wait for standstill, turn the frames", 0, true],
          [0.3, "side two, slowly", tender ? 30 : 50, false],
          [0.4, "side two, full", tender ? 70 : 100, false],
          [0.65, "stop, wait for standstill, turn back", 0, true],
          [0.7, "finish side one", tender ? 70 : 100, false],
        ];
  return [
    ...steps.map(([part, what, speedPct, call]) => ({ atMin: part * minutes, what, speedPct, call })),
    { atMin: minutes, what: "speed to zero, wait for standstill, then open", speedPct: 0, call: true },
  ];
}

export interface DrumLevel {
  /** Height of honey over the drum's floor, m. */
  readonly levelM: number;
  /** Honey that may still come before it touches the frames, kg; negative when it does. */
  readonly freeKg: number;
  readonly full: number;
}

/** Level of `massKg` of honey in the drum against the frames' clearance. @throws DomainError out of range */
export function drumLevel(
  massKg: number,
  machine: Pick<Machine, "drumDiameterM" | "clearanceM">,
  { waterPct, tempC }: { waterPct: number; tempC: number },
): DrumLevel {
  mustBeWithin(massKg, 0, 2000, "The honey in the drum", "kg");
  const perMetre = densityKgM3(waterPct, tempC) * Math.PI * (machine.drumDiameterM / 2) ** 2;
  const holds = perMetre * machine.clearanceM;
  return { levelM: massKg / perMetre, freeKg: holds - massKg, full: massKg / holds };
}
