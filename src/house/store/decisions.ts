/** What wants deciding of what is kept. */

import { fermentationRisk } from "@/core/moisture";
import { capital, plural } from "../language/spoken";
import { stored, vesselWord } from "../settle/settling";
import type { Decision } from "../standing/model";
import type { Snapshot, VesselState } from "../standing/snapshot";
import { URGENCY } from "../standing/urgency";

export function storeDecisions(s: Snapshot): Decision[] {
  const risky = stored(s).filter((p) => p.water.verdict !== "unread" && (p.water.figures.waterPct ?? 0) > 18);
  const worst = risky.reduce<VesselState | null>(
    (a, b) => (!a || (b.water.figures.waterPct ?? 0) > (a.water.figures.waterPct ?? 0) ? b : a),
    null,
  );
  if (!worst) return [];
  const risk = fermentationRisk(worst.water.figures.waterPct ?? 0);
  return [
    {
      id: "store-risk",
      bay: "Store",
      urgency: risk.verdict === "always" ? URGENCY.willFerment : URGENCY.mayFerment,
      tone: risk.verdict === "moderate" ? "water" : "stop",
      when: "soon",
      what: `Use or blend ${plural(risky.length, vesselWord(risky))} first: ${risky.length === 1 ? "it" : "they"} may ferment`,
      short: `${risky.length} may ferment`,
      so: `${capital(worst.name)}: ${risk.sentence}`,
      why: {
        title: capital(worst.name),
        because: [...worst.water.because, ...risk.because],
        change: `A reading of the ${worst.kind} itself, or a yeast count.`,
      },
      action: { label: "Look", href: `/trace/${worst.kind}/${worst.tag}` },
    },
  ];
}
