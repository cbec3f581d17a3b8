/** Will the day finish? The kept plan seen from now, and how the floor stands against it. */

import { type DayPlan, HOT_ROOM, simulateDay } from "@/core/dayplan";
import { clockIn } from "../language/clock";
import { mass } from "../language/shown";
import { plural } from "../language/spoken";
import { asDayPlan, foreseenFrom, momentOf, startsIn } from "./day-plan";
import type { PlanInput } from "./plan-input";
import type { FloorView } from "./view";

/**
 * Enough for a sentence on the first page, told to five minutes: the plan's own screen runs a thousand and tells the
 * minute, which so few would tell otherwise.
 */
const REPLICATES = 60;

export interface Ahead {
  /** Clock times to five minutes, the range outwards; null when the shifts end first. */
  readonly finish: string | null;
  readonly from: string;
  readonly to: string;
  readonly bottleneck: string;
  /** Boxes the shifts are too short for. */
  readonly boxesLeft: number;
}

export interface Outlook {
  /** When the floor starts; null once it has. */
  readonly starts: string | null;
  /** Null once everything is spun, or the floor is shut. */
  readonly ahead: Ahead | null;
  /** Boxes that stay for another day because the floor is shut; null while it is not. */
  readonly stay: number | null;
  /** What the plan has done by now and what the floor has; nothing before it starts. */
  readonly stations: readonly {
    readonly station: string;
    readonly planned: string;
    readonly actual: string;
  }[];
}

/** Null while no plan is kept for today, or there was nothing to spin. */
export function dayOutlook(floor: FloorView): Outlook | null {
  const { plan } = floor;
  if (!plan || floor.whole.length === 0) return null;
  const since = -startsIn(plan, floor);
  const rest = asDayPlan(plan, floor.boxes, floor, since < 0 ? "start" : "now");
  if (rest.extractors.length === 0) return null;
  return {
    starts: since < 0 ? plan.start : null,
    ahead:
      !floor.checks.shut && (floor.boxes.length > 0 || rest.extractors.some((e) => e.turning))
        ? lookAhead(rest, plan, floor)
        : null,
    stay: floor.checks.shut ? floor.boxes.length : null,
    stations: since < 0 ? [] : againstPlan(plan, floor, since),
  };
}

function lookAhead(rest: DayPlan, plan: PlanInput, floor: FloorView): Ahead {
  const ahead = simulateDay(rest, { seed: 1, replicates: REPLICATES });
  const zero = foreseenFrom(plan, floor, startsIn(plan, floor) > 0 ? "start" : "now");
  const at = (min: number, to: (fives: number) => number): string =>
    Number.isFinite(min) ? clockIn(floor.zone, new Date(momentOf(floor, to((zero + min) / 5) * 5))) : "later";
  return {
    finish: Number.isFinite(ahead.finishMin.p50) ? at(ahead.finishMin.p50, Math.round) : null,
    from: at(ahead.finishMin.p10, Math.floor),
    to: at(ahead.finishMin.p90, Math.ceil),
    bottleneck: ahead.bottleneck === HOT_ROOM ? "the hot room" : ahead.bottleneck,
    boxesLeft: ahead.boxesLeft.p50,
  };
}

/** Where the whole day, with what is done already, should stand so many minutes after its start. */
function againstPlan(plan: PlanInput, floor: FloorView, since: number): Outlook["stations"] {
  const whole = asDayPlan(plan, floor.whole, floor);
  const { board } = simulateDay(whole, { seed: 1, replicates: 1, tryRelief: false });
  /** What the plan has done of something by now; a run counts when it is out. */
  const due = (does: (typeof board)[number]["does"]): number =>
    board
      .filter((b) => b.does === does && b.fromMin < since)
      .reduce((sum, b) => {
        const part = Math.min(1, (since - b.fromMin) / (b.toMin - b.fromMin));
        return sum + (does === "spin" ? Math.floor(part) : part) * b.amount;
      }, 0);
  return [
    {
      station: "Uncap",
      planned: plural(Math.round(due("uncap")), "frame"),
      actual: `${plural(floor.done.framesIn, "frame")} or more`,
    },
    {
      station: "Spin",
      planned: plural(due("spin"), "frame"),
      actual: plural(floor.done.frames, "frame"),
    },
    {
      station: "Strain, pails",
      planned: `${mass(due("strain"), 0)}`,
      actual: `${mass(floor.done.pailGrams / 1000, 0)}`,
    },
  ];
}
