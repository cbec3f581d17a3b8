/** What wants deciding of blends: whether they are mixed. */
import { AGAIN_MIN } from "@/core/blend/mixed";
import { whenIn } from "../language/clock";
import { massG } from "../language/shown";
import { capital } from "../language/spoken";
import type { Decision } from "../standing/model";
import type { Snapshot } from "../standing/snapshot";
import { URGENCY } from "../standing/urgency";

export function blendDecisions(s: Snapshot): Decision[] {
  return s.unmixed.flatMap((u): Decision[] => {
    const v = s.vessels.find((x) => x.fillId === u.fillId);
    if (!v) return [];
    const again = new Date((u.readAt ?? u.at).getTime() + AGAIN_MIN * 60_000);
    return [
      {
        id: `unmixed ${v.name}`,
        bay: "Store",
        urgency: URGENCY.toBeRead,
        tone: "water",
        when: again <= s.now ? "now" : whenIn(s.house.zone, again, s.now),
        what: `Read top and bottom of ${v.name}`,
        short: `read ${v.name}`,
        so:
          u.apartPts === null
            ? `${massG(v.grams)} were blended there, and nobody read whether they are mixed.`
            : `${capital(v.name)} was ${u.apartPts.toFixed(1)} points apart: stir it from the bottom up, then read again.`,
        action: { label: "Read it", href: `/store?do=mixed&from=${encodeURIComponent(v.name)}` },
        kind: "blends are to be read",
      },
    ];
  });
}
