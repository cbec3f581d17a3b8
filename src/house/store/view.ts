/** Vessels as the shelf shows them: what each is, and what to do with it. */

import { colourClass, swatch } from "@/core/honey/colour";
import type { Carried } from "@/core/ledger";
import { fermentationRisk } from "@/core/moisture";
import { ageBetween, whenIn } from "../language/clock";
import { massFigureG } from "../language/shown";
import { settledAt } from "../settle/settling";
import type { Tone } from "../standing/model";
import type { Snapshot, VesselState } from "../standing/snapshot";

export interface OnShelf {
  readonly kind: string;
  readonly tag: string;
  readonly href: string;
  readonly kg: string;
  readonly level: number;
  readonly waterPct: number | null;
  readonly line: string;
  readonly verdict: string;
  readonly tone: Tone;
  /** "rgb(246 214 120)", of honey whose colour was read. */
  readonly swatch: string | null;
}

const RISK: Record<string, [string, Tone]> = {
  safe: ["keeps", "go"],
  low: ["keeps", "go"],
  moderate: ["use first", "water"],
  high: ["use now or blend", "stop"],
  always: ["will ferment", "stop"],
};

/** What to do with a vessel: wait, keep, use first. */
export function vesselVerdict(s: Snapshot, vessel: VesselState): [string, Tone] {
  const ready = settledAt(s, vessel);
  if (ready > s.now) return [`skim ${whenIn(s.house.zone, ready, s.now)}`, "mass"];
  const water = vessel.water.figures.waterPct;
  if (water === undefined) return ["read it", "water"];
  return RISK[fermentationRisk(water).verdict] ?? ["read it", "water"];
}

/** Wettest first: those are used first; unread ones before all, since nobody knows. */
export function shelved(s: Snapshot, vessels: readonly VesselState[]): OnShelf[] {
  return [...vessels]
    .sort(
      (a, b) =>
        (b.water.figures.waterPct ?? 99) - (a.water.figures.waterPct ?? 99) ||
        a.filledAt.getTime() - b.filledAt.getTime(),
    )
    .map((p) => {
      const [verdict, tone] = vesselVerdict(s, p);
      return {
        kind: p.kind,
        tag: p.tag,
        href: `/trace/${p.kind}/${encodeURIComponent(p.tag)}`,
        kg: massFigureG(p.grams),
        level: p.capacityG ? p.grams / p.capacityG : 0.9,
        waterPct: p.water.figures.waterPct ?? null,
        line: `${p.owner ? `${p.owner}'s, ` : ""}${p.from}, ${ageBetween(p.filledAt, s.now)}`,
        verdict,
        tone,
        swatch: p.colour ? swatch(p.colour.value) : null,
      };
    });
}

/** "48 mm, extra light amber", and of how much of it where not all was read. */
export const colourSaid = ({ value, share }: Carried): string =>
  `${value.toFixed(0)} mm, ${colourClass(value)}${share < 0.995 ? ` (of ${(share * 100).toFixed(0)} % read)` : ""}`;
