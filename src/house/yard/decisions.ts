/** What the yard wants: boards to fit, pulls due, supers at the intake to judge. */

import { stacksOf } from "../hot-room/stacks";
import { dayIn, writtenDay } from "../language/clock";
import { dayOfYearSaid } from "../language/said-time";
import { massG } from "../language/shown";
import { plural, spoken } from "../language/spoken";
import type { Decision } from "../standing/model";
import type { Snapshot } from "../standing/snapshot";
import { URGENCY } from "../standing/urgency";
import { stepsOf } from "./clearing";
import type { PlanRow } from "./records/plans";
import { judgedPull, type PullTogether, pullsOf } from "./ripeness";

function planDecision(s: Snapshot, plan: PlanRow): Decision[] {
  const today = dayIn(s.house.zone, s.now);
  const next = stepsOf(plan).find((step) => !step.done);
  if (!next) return [];
  const when = next.date < today ? "overdue" : next.date === today ? "today" : dayOfYearSaid(next.date);
  const due = next.date <= today;
  return [
    {
      id: `plan-${plan.id}`,
      bay: "Yard",
      urgency: due ? URGENCY.planIsDue : URGENCY.planned,
      tone: next.date < today ? "stop" : "ink",
      when,
      what: `${plan.yard}: ${next.what.charAt(0).toLowerCase()}${next.what.slice(1)}`,
      short:
        next.id === "boards"
          ? `boards, ${plan.yard}`
          : next.id === "pull"
            ? `pull ${plan.yard}`
            : `kit, ${plan.yard}`,
      so: `The pull is planned for ${writtenDay(plan.date)}${plan.note ? `; ${plan.note}` : ""}.`,
      action: { label: "Open the plan", href: `/yard?do=plans&plan=${plan.id}` },
    },
  ];
}

function intakeDecision(s: Snapshot, pull: PullTogether): Decision {
  const judged = judgedPull(s, pull.supers);
  const honey = massG(pull.supers.reduce((g, w) => g + w.grams, 0));
  const where = `${pull.yard}, ${plural(pull.supers.length, "super")}, ${honey}.`;
  // The button takes the boxes the verdict speaks of, and no others.
  const taken = judged.taken.length === pull.supers.length ? "" : `super ${spoken(judged.taken)} of `;
  const tags = judged.taken.join(",");
  const base = {
    id: `pull-${pull.id}`,
    bay: "Yard" as const,
    when: "now",
    so: `${where} ${judged.sentence}`,
    why: {
      title: `${pull.yard}, pulled ${writtenDay(pull.date)}`,
      because: judged.because,
      change: judged.next
        ? `A reading of super ${judged.next}, or another school in Set-up.`
        : "Another look at the flags.",
    },
  };
  const { moreReadings: more, waterPct } = judged.figures;
  const unread = pull.supers.filter((w) => w.latest.length === 0).length;
  switch (judged.verdict) {
    case "spin":
      return {
        ...base,
        kind: "pulls at the intake may be spun",
        urgency: URGENCY.mayBeSpun,
        tone: "go",
        what: `Spin ${taken === "" ? "what stands at" : taken}the intake`,
        short: "intake ripe",
        action: { label: "Start a batch", href: `/spin?do=batch&supers=${tags}` },
      };
    case "dry":
      return {
        ...base,
        kind: "pulls at the intake must dry",
        urgency: URGENCY.waitsForAnother,
        tone: "water",
        what: `Stand ${taken}the intake in the hot room: it must dry`,
        short: "intake must dry",
        action: { label: "Stand them in", href: `/hot-room?do=stand&supers=${tags}` },
      };
    case "test": {
      return {
        ...base,
        kind: "pulls at the intake are to be read",
        urgency: URGENCY.toBeRead,
        tone: "water",
        what:
          waterPct === null
            ? `Read ${plural(unread, "super")} before they are spun`
            : `Read ${more ? `${more} more` : "more"} of the intake to be sure: super ${judged.next} next`,
        short: waterPct === null ? `${unread} to read` : `read ${more ?? "more"}${more ? " more" : ""}`,
        action: { label: "Enter a reading", href: `/hot-room?do=read&super=${judged.next ?? ""}` },
      };
    }
    case "melt":
      return {
        ...base,
        kind: "pulls at the intake are crystallised",
        urgency: URGENCY.melt,
        tone: "heat",
        what: "Warm and melt what stands at the intake: it is crystallised and will not spin",
        short: "intake crystallised",
        action: { label: "Look", href: "/yard" },
      };
    default:
      return {
        ...base,
        kind: "pulls at the intake are to be diverted",
        urgency: URGENCY.divert,
        tone: "stop",
        what: "Divert what stands at the intake: it is not for jars",
        short: "divert intake",
        action: { label: "Look", href: "/yard" },
      };
  }
}

export function yardDecisions(s: Snapshot): Decision[] {
  const { intake } = stacksOf(s.waiting);
  return [...s.plans.flatMap((p) => planDecision(s, p)), ...pullsOf(intake).map((p) => intakeDecision(s, p))];
}
