/** What wants deciding of what stands to clear. */

import { ageBetween, whenIn } from "../language/clock";
import { plural } from "../language/spoken";
import type { Decision } from "../standing/model";
import type { Snapshot, VesselState } from "../standing/snapshot";
import { URGENCY } from "../standing/urgency";
import { settledAt, settling, vesselWord } from "./settling";

export function settleDecisions(s: Snapshot): Decision[] {
  const standing = settling(s);
  const first = standing.reduce<VesselState | null>((a, b) => (!a || b.filledAt < a.filledAt ? b : a), null);
  if (!first) return [];
  const at = settledAt(s, first);
  return [
    {
      id: "settle-wait",
      bay: "Settle",
      urgency: URGENCY.skim,
      tone: "mass",
      when: whenIn(s.house.zone, at, s.now),
      what: `Leave ${plural(standing.length, vesselWord(standing))} standing; skim ${first.name} first`,
      short: `skim ${whenIn(s.house.zone, at, s.now)}`,
      so: `Wax and bubbles need about ${s.house.settle_hours} h to rise before the scum is taken off.`,
      why: {
        title: "Why wait?",
        because: [
          { what: "The oldest of them was filled", figure: `${ageBetween(first.filledAt, s.now)} ago` },
          {
            what: "Standing time of this house",
            figure: `${s.house.settle_hours} h`,
            source: "house setting; 24 h before jars is common practice",
          },
        ],
        change: "The standing time in Set-up.",
      },
    },
  ];
}
