/** A day's plan as it is kept, and as the simulation wants it. */
import { type DayPlan, HAND_STATIONS, TOOLS, type Tool, USUAL } from "@/core/dayplan";
import type { FloorMachine, FloorView } from "./floor";

export interface PlanInput {
  readonly date: string;
  readonly start: string;
  /** `minPerFrame` is this person's own pace with the tool; the usual one when left out. */
  readonly uncappers: readonly { who: string; tool: Tool; hours: number; minPerFrame?: number | undefined }[];
  readonly machines: readonly string[];
  readonly tenders: number;
  readonly breaks: readonly { at: string; minutes: number }[];
  readonly cleaningMin: number;
  readonly deepTakesTwo: boolean;
}

const minutesOf = (clock: string): number => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3, 5));

/** The plan as the simulation wants it, from its start, or from `nowMin` of the day on for what is left. */
export function asDayPlan(
  input: Omit<PlanInput, "date">,
  boxes: FloorView["boxes"],
  list: readonly Pick<FloorMachine, "name" | "slots" | "suggestedMin" | "drumHoldsKg">[],
  fromMin = minutesOf(input.start),
): DayPlan {
  // Seen from after midnight, a start in the evening was yesterday's.
  const apart = minutesOf(input.start) - fromMin;
  const shift = apart > 12 * 60 ? apart - 24 * 60 : apart < -18 * 60 ? apart + 24 * 60 : apart;
  const chosen = list.filter((m) => input.machines.includes(m.name));
  return {
    ...USUAL,
    boxes: boxes.map(({ deep, ...b }) => ({ ...b, slotsPerFrame: deep && input.deepTakesTwo ? 2 : 1 })),
    uncappers: input.uncappers.map((u) => ({
      name: `${u.who}, ${TOOLS[u.tool].name}`,
      minPerFrame: u.minPerFrame ?? TOOLS[u.tool].minPerFrame,
      cv: USUAL.cv,
      fromMin: Math.max(0, shift),
      toMin: Math.max(1, shift + u.hours * 60),
    })),
    extractors: [
      ...chosen.map((m) => ({ name: m.name, slots: m.slots, runMin: m.suggestedMin, cv: 0.1 })),
      ...Object.values(HAND_STATIONS)
        .filter((h) => input.machines.includes(h.name))
        .map((h) => ({ name: h.name, slots: h.slots, runMin: h.runMin, cv: 0.2 })),
    ],
    bufferKg: Math.max(
      60,
      chosen.reduce((kg, m) => kg + m.drumHoldsKg, 0),
    ),
    tenders: input.tenders,
    breaks: input.breaks
      .map((b) => ({ fromMin: minutesOf(b.at) - fromMin, toMin: minutesOf(b.at) - fromMin + b.minutes }))
      .filter((b) => b.toMin > 0),
    cleaningMin: input.cleaningMin,
  };
}
