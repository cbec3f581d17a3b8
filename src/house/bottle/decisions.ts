/** What wants deciding before jars. */

import { heldBecause } from "../hold/now";
import { ageBetween } from "../language/clock";
import { massG } from "../language/shown";
import { capital, plural } from "../language/spoken";
import { stored, vesselWord } from "../settle/settling";
import type { Decision } from "../standing/model";
import type { Snapshot } from "../standing/snapshot";
import { URGENCY } from "../standing/urgency";
import { notYet } from "./not-yet";
import { productDecisions } from "./products";

const kgOf = (list: readonly { grams: number }[]): number => list.reduce((g, x) => g + x.grams, 0);

export function bottleDecisions(s: Snapshot): Decision[] {
  // As the gate judges: by the upper limit of its water.
  const dry = stored(s).filter(
    (p) => (p.water.figures.upperPct ?? 99) <= s.house.limit_pct && heldBecause(p) === null,
  );
  const ready = dry.filter((p) => notYet(p) === null);
  const later = dry.flatMap((p) => {
    const because = notYet(p);
    return because === null ? [] : [{ what: capital(p.name), figure: because }];
  });
  const products = productDecisions(s.products, s);
  if (ready.length === 0) return products;
  const best = ready.reduce((a, b) => (a.filledAt < b.filledAt ? a : b));
  return [
    ...products,
    {
      id: "bottle-ready",
      bay: "Bottle",
      urgency: URGENCY.mayBeBottled,
      tone: "go",
      when: "any day",
      what: `${massG(kgOf(ready))} in ${plural(ready.length, vesselWord(ready))} may go into jars`,
      short: `${massG(kgOf(ready), 0)} to jar`,
      so: `Oldest: ${best.name} of ${best.from}, ${ageBetween(best.filledAt, s.now)} old.`,
      why: {
        title: "Which vessels count",
        because: [
          { what: "Stood longer than", figure: `${s.house.settle_hours} h` },
          {
            what: "Water at most, one-sided 95 %, at or under the limit",
            figure: `${s.house.limit_pct} %`,
            source: "house setting; USDA grade A and B",
          },
          { what: "Vessels that count", figure: ready.map((v) => v.name).join(", ") },
          ...later.slice(0, 12),
        ],
        change: "A new reading, a look at what came from outside, the warmer's end, or the limit in Set-up.",
      },
      action: { label: "Fill jars", href: `/bottle?do=lot&vessels=${encodeURIComponent(best.name)}` },
    },
  ];
}
