/** What wants deciding of what is kept. */

import { fermentationRisk } from "@/core/moisture";
import { plural } from "../language/ranges";
import { stored } from "../settle/settling";
import type { Decision } from "../standing/model";
import type { PailState, Snapshot } from "../standing/snapshot";
import { URGENCY } from "../standing/urgency";

export function storeDecisions(s: Snapshot): Decision[] {
  const risky = stored(s).filter((p) => p.water.verdict !== "unread" && (p.water.figures.waterPct ?? 0) > 18);
  const worst = risky.reduce<PailState | null>(
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
      what: `Use or blend ${plural(risky.length, "pail")} first: ${risky.length === 1 ? "it" : "they"} may ferment`,
      short: `${risky.length} may ferment`,
      so: `Pail ${worst.tag}: ${risk.sentence}`,
      why: {
        title: `Pail ${worst.tag}`,
        because: [...worst.water.because, ...risk.because],
        change: "A reading of the pail itself, or a yeast count.",
      },
      action: { label: "Look", href: `/trace/pail/${worst.tag}` },
    },
  ];
}
