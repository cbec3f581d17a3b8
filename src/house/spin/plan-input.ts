/** A day's plan as it is kept. */
import type { NO_TOOL, Tool } from "@/core/dayplan";
import { minutesOf } from "../language/clock-time";
import type { FloorFigures } from "./figures";

export interface PlanInput {
  readonly date: string;
  readonly start: string;
  /** Who is there: `minPerFrame` is this person's own pace with the tool, the usual one when left out. */
  readonly uncappers: readonly {
    readonly who: string;
    readonly tool: Tool | typeof NO_TOOL;
    /** When they come; at the start when left out. */
    readonly from?: string | undefined;
    readonly hours: number;
    readonly minPerFrame?: number | undefined;
    readonly loads?: boolean | undefined;
    readonly pails?: boolean | undefined;
  }[];
  readonly machines: readonly string[];
  /** Others, without a name, who load machines and see to the pails all day. */
  readonly tenders: number;
  readonly breaks: readonly { at: string; minutes: number }[];
  readonly cleaningMin: number;
  readonly figures?: FloorFigures | undefined;
}

/** What a run card can be set to. */
export const wholeMinutes = (minutes: number): number => Math.min(120, Math.max(1, Math.round(minutes)));

/** A night's plan still holds at a minute of the day after, until the last of its people has gone home. */
export const holdsAfterMidnight = (
  { start, uncappers }: Pick<PlanInput, "start" | "uncappers">,
  nowMin: number,
): boolean =>
  uncappers.some(({ from = start, hours }) => {
    const comes = minutesOf(from) + (minutesOf(from) < minutesOf(start) ? 1440 : 0);
    return comes + hours * 60 > 1440 + nowMin;
  });
