/** What is held by itself the moment it is pulled: by the house's dated rules, and by what was known of the colony. */
import { ANALYTES, inWords } from "@/core/laboratory";
import type { SuperFlag } from "@/core/moisture";
import { writtenDay } from "../language/clock";
import { plural, spoken } from "../language/spoken";
import type { Work } from "../ledger/work";
import { type HoldRuleRow, inSeason } from "./records";
import { stateHold } from "./state";

export interface PulledNow {
  readonly tag: string;
  readonly fillId: number;
  readonly flags: readonly SuperFlag[];
  readonly waitingUntil: string | null;
}

/** States the holds and returns a sentence for each; nothing where nothing holds it. */
export async function holdAtThePull(
  work: Work,
  rules: readonly HoldRuleRow[],
  pull: {
    readonly yard: string;
    readonly country: string;
    readonly date: string;
    readonly combs: readonly PulledNow[];
  },
): Promise<string[]> {
  const { yard, country, date, combs } = pull;
  if (combs.length === 0) return [];
  const said: string[] = [];
  const ofPull = `${plural(combs.length, "super")} of ${yard}, ${writtenDay(date)}`;
  for (const rule of rules) {
    const here = rule.yards.length === 0 || rule.yards.includes(yard) || rule.yards.includes(country);
    const inForce = (!rule.since || date >= rule.since) && (!rule.until || date <= rule.until);
    if (!here || !inForce || !inSeason(date, rule.from_md, rule.to_md)) continue;
    const { unit } = ANALYTES[rule.analyte];
    const until = `a laboratory's result with ${inWords(rule.analyte)} at most ${rule.most} ${unit}`;
    await stateHold(work, {
      about: "pull",
      name: ofPull,
      fill_ids: combs.map((c) => c.fillId),
      why: `${rule.name}: ${rule.why}`,
      until,
      analyte: rule.analyte,
      most: rule.most,
      rule_id: rule.id,
    });
    await work.restOn(rule, `honey of ${yard} is held by the rule "${rule.name}"`);
    said.push(`held by the rule "${rule.name}" until ${until}`);
  }
  const flagged = async (
    flag: SuperFlag,
    why: (c: PulledNow) => string,
    until: string,
  ): Promise<string[]> => {
    const tags: string[] = [];
    for (const c of combs) {
      if (!c.flags.includes(flag)) continue;
      await stateHold(work, {
        about: "super",
        name: `super ${c.tag}, ${writtenDay(date)}`,
        fill_ids: [c.fillId],
        why: why(c),
        until,
      });
      tags.push(c.tag);
    }
    return tags;
  };
  const waiting = await flagged(
    "waiting",
    (c) =>
      `pulled in a treatment's waiting period${c.waitingUntil ? `, which runs to ${writtenDay(c.waitingUntil)}` : ""}`,
    "a laboratory's result on the residue, or your vet's or authority's word",
  );
  if (waiting.length > 0) said.push(`super ${spoken(waiting)} held for the waiting period`);
  const failed = await flagged(
    "inspection-failed",
    () => "its colony failed the brood inspection",
    "the inspector's or authority's word on the colony",
  );
  if (failed.length > 0) said.push(`super ${spoken(failed)} held for the failed inspection`);
  return said;
}
