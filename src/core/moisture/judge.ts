/** From readings to "spin now", "dry first" or "never into jars": a box, a stack, a batch or a pail. */
import { DomainError } from "../domain-error";
import type { Reason, Verdict } from "../verdict";
import { type BoxesWater, type BoxWater, waterOfBoxes } from "./limit";
import { besideEachOther, standingOf, type WaterRules, type WaterStanding } from "./settle";

export type WaterVerdict = "spin" | "test" | "dry" | "divert" | "unread";

export interface WaterFigures {
  readonly waterPct?: number;
  readonly sePct?: number;
  /** One-sided 95 % upper limit. */
  readonly upperPct?: number;
  readonly targetPct: number;
  readonly limitPct: number;
  readonly n: number;
}

const VERDICT: Record<WaterStanding, WaterVerdict> = {
  ripe: "spin",
  unsure: "test",
  "over-target": "dry",
  "over-limit": "dry",
  "always-wet": "divert",
};

function sentenceOf(standing: WaterStanding, water: BoxesWater, { targetPct, limitPct }: WaterRules): string {
  const shown = `${water.meanPct.toFixed(1)} % ±${water.sePct.toFixed(1)}`;
  const upper = besideEachOther(water.upperPct, limitPct)[0];
  const [mean] = besideEachOther(water.meanPct, standing === "over-target" ? targetPct : limitPct);
  switch (standing) {
    case "ripe":
      return `${shown}: ready to spin.`;
    case "unsure":
      return `${shown}: it looks ripe, but may be as wet as ${upper} %, over the limit of ${limitPct} %. Read more of it.`;
    case "over-target":
      return water.upperPct <= limitPct
        ? `${shown}: ${mean} % is over the target of ${targetPct} %, and at most ${upper} %, under the limit. Dry it, or spin and use it soon.`
        : `${shown}: ${mean} % is over the target of ${targetPct} %, and it may be as wet as ${upper} %, over the limit of ${limitPct} %. Dry it first.`;
    case "over-limit":
      return `${shown}: ${mean} % is over the limit of ${limitPct} %. Dry it first.`;
    case "always-wet":
      return `${shown}: never into jars as it is. Dry it, or divert it to mead, bakery or feed.`;
  }
}

/**
 * Judges the honey of `boxes` together (each with its mass and readings) against the house's target and limit
 * (both % water, target < limit): `spin` when the mean is at or under the target and the upper limit at or under
 * the limit, `test` when only the mean is, `dry` up to 20 %, `divert` above, where honey is always in danger.
 * @throws DomainError `target-over-limit`
 */
export function judgeWater(
  boxes: readonly (BoxWater & { readonly by?: readonly (string | undefined)[] })[],
  rules: WaterRules,
): Verdict<WaterVerdict, WaterFigures> & { readonly standing: WaterStanding | "unread" } {
  const { targetPct, limitPct } = rules;
  if (!(targetPct < limitPct)) {
    throw new DomainError(
      "target-over-limit",
      `The target of ${targetPct} % must be under the limit of ${limitPct} %.`,
      { targetPct, limitPct },
    );
  }
  const water = waterOfBoxes(boxes);
  if (!water) {
    return {
      verdict: "unread",
      standing: "unread",
      sentence: "No reading yet: test a frame.",
      because: [{ what: "Readings so far", figure: "0" }],
      figures: { targetPct, limitPct, n: 0 },
    };
  }
  const standing = standingOf(water, rules);
  const rows = boxes.flatMap((b) =>
    b.readings.map((r, i): Reason => {
      const by = b.by?.[i];
      return { what: b.name, figure: `${r.waterPct.toFixed(1)} %`, ...(by ? { by } : {}) };
    }),
  );
  const n = rows.length;
  const worst = Math.max(...boxes.flatMap((b) => b.readings.map((r) => r.waterPct)));
  return {
    verdict: VERDICT[standing],
    standing,
    sentence: sentenceOf(standing, water, rules),
    because: [
      ...rows.slice(0, 8),
      ...(n > 8 ? [{ what: `and ${n - 8} more readings` }] : []),
      {
        what: `Mean of ${n} reading${n === 1 ? "" : "s"}${water.boxes > 1 ? `, ${water.readBoxes} of ${water.boxes} boxes read, weighted by their honey` : ""}`,
        figure: `${water.meanPct.toFixed(1)} % ±${water.sePct.toFixed(1)}`,
      },
      { what: "Wettest reading", figure: `${worst.toFixed(1)} %` },
      ...upperLimitBecause(water),
      {
        what: "The house's target and limit",
        figure: `${targetPct} % and ${limitPct} %`,
        source: "house setting; 18.6 % is USDA grade A and B (1985)",
      },
      { what: "Above 20 % honey always ferments in the end", source: "Lochhead 1933; Codex CXS 12-1981" },
    ],
    figures: {
      waterPct: water.meanPct,
      sePct: water.sePct,
      upperPct: water.upperPct,
      targetPct,
      limitPct,
      n,
    },
  };
}

/** What the upper limit is made of, for a "Why?". */
export const upperLimitBecause = (water: BoxesWater): Reason[] => [
  ...(water.boxes > 1
    ? [
        {
          what: "Boxes lie apart by about",
          figure: `${water.boxSdPct.toFixed(1)} points`,
          source: "their readings, with common practice behind (0.3 to 1 point)",
        },
      ]
    : []),
  ...(water.frameSdPct >= 0.05
    ? [
        {
          what: "Frames or drops of one box lie apart by about",
          figure: `${water.frameSdPct.toFixed(1)} points`,
          source: "their readings, with common practice behind (0.3 to 0.8 points in combs)",
        },
      ]
    : []),
  {
    what: "At most, one-sided 95 %: unread boxes and frames, the hand, and the instrument's common error",
    figure: `${water.upperPct.toFixed(1)} %`,
    source: "weighed over possible spreads",
  },
];
