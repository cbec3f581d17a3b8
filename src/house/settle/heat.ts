/** What warmth has cost a vessel's honey, in words. */
import type { HeatAccount } from "@/core/heat";
import { rangeOf } from "@/core/units";
import type { Reason } from "@/core/verdict";
import { temp } from "../language/shown";
import type { VesselState } from "../standing/snapshot";
import { UNTOLD_C } from "../warmth/kinds";

/** "99 %", "97 to 100 %": of the diastase it left the comb with. */
export const enzymesSaid = ({ diastaseLoPct, diastaseHiPct }: HeatAccount): string =>
  `${rangeOf(diastaseLoPct.toFixed(0), diastaseHiPct.toFixed(0))} %`;

const hoursSaid = (h: number): string => (h < 72 ? `${Math.round(h)} h` : `${Math.round(h / 24)} days`);

export function whyHeat({ heat, told }: Pick<VesselState, "heat" | "told">): Reason[] {
  const last = told.warmth.at(-1);
  return [
    {
      what: "Diastase left, of what it came out of the comb with",
      figure: enzymesSaid(heat),
      source: "White, Kushnir & Subers 1964; mixed by mass, as if its parts had begun alike",
    },
    {
      what: "Invertase left, which goes first",
      figure: `${rangeOf(heat.invertaseLoPct.toFixed(0), heat.invertaseHiPct.toFixed(0))} %`,
      source: "published half-lives, within a fifth",
    },
    {
      what: "HMF formed since",
      figure: `${rangeOf(heat.hmfLoMgKg.toFixed(1), heat.hmfHiMgKg.toFixed(1))} mg/kg`,
      source: "between the quickest and the slowest honeys published",
    },
    ...(last ? [{ what: "Its temperature, as last told", figure: temp(last.temp_c) }] : []),
    ...(heat.unknownHours >= 1
      ? [
          {
            what: `Of its time nobody told how warm it stood, or told it over ${UNTOLD_C.holdsH} h before`,
            figure: hoursSaid(heat.unknownHours),
            source: `taken between ${temp(UNTOLD_C.loC, 0)} and ${temp(UNTOLD_C.hiC, 0)}: that is what makes it a range`,
          },
        ]
      : []),
  ];
}
