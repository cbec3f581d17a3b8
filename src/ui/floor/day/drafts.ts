import { useMemo, useState } from "react";
import { boxesFor, leftToday } from "@/house/spin/day-plan";
import type { PlanInput } from "@/house/spin/plan-input";
import type { FloorView } from "@/house/spin/view";

/** Where nothing else was ever planned. */
export const USUAL_START = "08:00";

/** A plan of another day as this day's beginning, without machines that are gone. */
function asOf(plan: PlanInput, date: string, floor: FloorView): PlanInput {
  const there = [...floor.machines, ...floor.handStations].map((m) => m.name);
  return { ...plan, date, machines: plan.machines.filter((m) => there.includes(m)) };
}

function firstDraft(floor: FloorView): PlanInput {
  if (floor.plan) return floor.plan;
  if (floor.planBefore) return asOf(floor.planBefore, floor.today, floor);
  return {
    date: floor.today,
    start: USUAL_START,
    uncappers: [{ who: floor.crew[1] ?? floor.crew[0] ?? "first", tool: "hot-knife", hours: 10 }],
    machines: floor.machines.slice(0, 1).map((m) => m.name),
    tenders: 1,
    breaks: [{ at: "12:30", minutes: 45 }],
    cleaningMin: 60,
  };
}

/** The plan of the day that is looked at, as it is being typed; no day loses what was typed for it. */
export function useDrafts(floor: FloorView) {
  const [first] = useState(() => firstDraft(floor));
  const [date, setDate] = useState(first.date);
  const [drafts, setDrafts] = useState<Readonly<Record<string, PlanInput>>>({ [date]: first });
  const draft = drafts[date] ?? first;
  return {
    draft,
    set: (change: Partial<PlanInput>) =>
      setDrafts((all) => ({ ...all, [date]: { ...draft, ...all[date], ...change } })),
    choose: (day: string): void => {
      const kept = [floor.plan, floor.planTomorrow].find((p) => p?.date === day);
      setDrafts((all) => ({ ...all, [day]: all[day] ?? kept ?? asOf(draft, day, floor) }));
      setDate(day);
    },
  };
}

/** The boxes of a plan: what is left from now on, the whole day's, or tomorrow's after what today's floor does. */
export function usePlanBoxes(plan: PlanInput, floor: FloorView, underWay: boolean, todayFirst: boolean) {
  const forTomorrow = plan.date > floor.today;
  const left = useMemo(() => (forTomorrow ? leftToday(floor) : null), [floor, forTomorrow]);
  const boxes =
    forTomorrow || underWay
      ? boxesFor(plan, floor, left !== null && todayFirst ? left : undefined)
      : floor.whole;
  return { boxes, todayDoes: left === null ? null : floor.boxes.length - left };
}
