/** Ways to clear supers of bees: their lead time, kit and steps (common practice). */
import { daysLater } from "../language/clock";

export const CLEARING_METHODS = ["escape-board", "fume-board", "blower", "shake-and-brush"] as const;
export type ClearingMethod = (typeof CLEARING_METHODS)[number];

export interface ClearingStep {
  readonly id: string;
  /** Days before the pull; 0 is the day itself. */
  readonly daysBefore: number;
  readonly what: string;
}

export interface Clearing {
  readonly name: string;
  readonly leadDays: number;
  readonly kit: readonly string[];
  readonly steps: readonly ClearingStep[];
  readonly caution: string;
}

const CARRY: readonly ClearingStep[] = [
  { id: "kit", daysBefore: 1, what: "Load the kit; wash closed boxes and covers" },
  { id: "pull", daysBefore: 0, what: "Take supers off into closed boxes at once; robbing starts in minutes" },
];

export const CLEARING: Record<ClearingMethod, Clearing> = {
  "escape-board": {
    name: "Escape boards",
    leadDays: 2,
    kit: [
      "one escape board a colony",
      "tape for gaps and upper entrances",
      "smoker",
      "closed boxes, covers",
      "barrow",
    ],
    steps: [
      {
        id: "boards",
        daysBefore: 2,
        what: "Fit the escape boards under the supers; close every upper entrance",
      },
      ...CARRY,
    ],
    caution: "an upper entrance left open lets the bees back in, and robbers too.",
  },
  "fume-board": {
    name: "Fume board",
    leadDays: 0,
    kit: ["fume boards", "repellent, stored shut and cool", "gloves", "closed boxes, covers", "barrow"],
    steps: CARRY,
    caution: "repellent harms eyes and skin and taints honey left under it: minutes, not hours, and gloves.",
  },
  blower: {
    name: "Blower",
    leadDays: 0,
    kit: [
      "blower, fuel or battery",
      "stand for the supers",
      "veil, ear protection",
      "closed boxes, covers",
      "barrow",
    ],
    steps: CARRY,
    caution: "blown bees are cross: veil and gloves; hot exhaust and dry grass start fires.",
  },
  "shake-and-brush": {
    name: "Shaking and brushing",
    leadDays: 0,
    kit: ["bee brush", "water to wet it", "smoker", "closed half-size boxes, covers", "barrow"],
    steps: CARRY,
    caution:
      "brush upward, against the slope of the cells; many stings: keep a phone and the adrenaline plan at hand.",
  },
};

export interface DatedStep extends ClearingStep {
  readonly date: string;
  readonly done: boolean;
}

/** A plan's steps with their days, first to last. */
export const stepsOf = (plan: {
  date: string;
  method: ClearingMethod;
  done: readonly string[];
}): DatedStep[] =>
  CLEARING[plan.method].steps.map((s) => ({
    ...s,
    date: daysLater(plan.date, -s.daysBefore),
    done: plan.done.includes(s.id),
  }));
