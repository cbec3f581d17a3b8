/** What wants deciding of what stands to clear. */

import { ageBetween, whenIn } from "../language/clock";
import { massG } from "../language/shown";
import { plural, spoken } from "../language/spoken";
import type { Decision } from "../standing/model";
import type { Snapshot, VesselState } from "../standing/snapshot";
import { URGENCY } from "../standing/urgency";
import { warmthDecisions } from "../warmth/decisions";
import { whyClear } from "./columns";
import { hasWay, type Step, settledAt, settling, stepOf, vesselWord } from "./settling";

/** Several vessels in words: "pails 25 and 26", "pail 25 and tank 1". */
const named = (list: readonly VesselState[]): string =>
  list.length > 1 && list.every((v) => v.kind === list[0]?.kind)
    ? `${list[0]?.kind}s ${spoken(list.map((v) => v.tag))}`
    : spoken(list.map((v) => v.name));

function stepDecision(s: Snapshot, step: Step, list: readonly VesselState[]): Decision | null {
  const first = list[0];
  if (!first) return null;
  const why = {
    title: `Why ${first.name} now?`,
    because: whyClear(s, first),
    change: "A measured temperature, or the standing time in Set-up.",
  };
  const to = (doing: string) => `/settle?do=${doing}&from=${encodeURIComponent(first.name)}`;
  if (step === "held")
    return {
      id: "settle-held",
      bay: "Settle",
      urgency: URGENCY.divert,
      tone: "stop",
      when: "now",
      what: `${named(list)} held`.replace(/^./, (c) => c.toUpperCase()),
      short: `${first.name} held`,
      so: `${first.told.inspected.at(-1)?.found}. Look at it again, strain it, or book it as spoilt.`,
      action: { label: "Look again", href: to("inspect") },
    };
  if (step === "skim")
    return {
      id: "settle-skim",
      bay: "Settle",
      urgency: URGENCY.skim,
      tone: "go",
      when: "today",
      what: `Skim ${named(list)} now`,
      short: `skim ${first.name}`,
      so: `Clear since ${whenIn(s.house.zone, settledAt(s, first), s.now)}: ${massG(list.reduce((g, v) => g + v.grams, 0))} in ${plural(list.length, "vessel")}.`,
      why,
      action: { label: "Skim", href: to("skim") },
    };
  return {
    id: "settle-strain",
    bay: "Settle",
    urgency: URGENCY.skim,
    tone: "go",
    when: "today",
    what: `Strain ${named(list)}`,
    short: `strain ${first.name}`,
    so: hasWay(first, "sets at once")
      ? `Most of it sets within days: ${massG(list.reduce((g, v) => g + v.grams, 0))} go through the mesh while they run.`
      : `Settled and skimmed: ${massG(list.reduce((g, v) => g + v.grams, 0))} may go through the fine mesh, and stand to clear once more.`,
    why,
    action: { label: "Strain", href: to("strain") },
  };
}

export function settleDecisions(s: Snapshot): Decision[] {
  const byStep = (step: Step): VesselState[] =>
    s.vessels
      .filter((v) => stepOf(s, v) === step)
      .sort((a, b) => a.filledAt.getTime() - b.filledAt.getTime());
  const steps = (["held", "skim", "strain"] as const).flatMap((step) => {
    const told = stepDecision(s, step, byStep(step));
    return told ? [told] : [];
  });
  steps.unshift(...warmthDecisions(s));
  const standing = settling(s).filter((v) => stepOf(s, v) === "wait");
  const first = standing.reduce<VesselState | null>(
    (a, b) => (!a || settledAt(s, b) < settledAt(s, a) ? b : a),
    null,
  );
  if (!first) return steps;
  const at = settledAt(s, first);
  return [
    ...steps,
    {
      id: "settle-wait",
      bay: "Settle",
      urgency: URGENCY.skim,
      tone: "mass",
      when: whenIn(s.house.zone, at, s.now),
      what: `Leave ${plural(standing.length, vesselWord(standing))} standing; skim ${first.name} first`,
      short: `skim ${whenIn(s.house.zone, at, s.now)}`,
      so:
        first.told.warmth.length > 0
          ? "Wax and bubbles still rise at its warmth; warmer honey clears sooner, and loses more of its enzymes."
          : `Wax and bubbles need about ${s.house.settle_hours} h to rise before the scum is taken off.`,
      why: {
        title: "Why wait?",
        because: [
          { what: "The oldest of them was filled", figure: `${ageBetween(first.filledAt, s.now)} ago` },
          ...whyClear(s, first),
        ],
        change: "The standing time in Set-up, or how warm its honey is.",
      },
    },
  ];
}
