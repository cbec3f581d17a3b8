/**
 * Is this super ripe, and what is to be done with it? Three schools judge: by the wax (sealed), by a sharp
 * shake of partly capped frames (shake), or by the refractometer alone (instrument). A house picks one; a
 * pull may be judged by another; every verdict says who judged and what the others would have said.
 * The schools and their thresholds are common practice.
 */
import { mustBeWithin } from "../domain-error";
import type { Reason, Verdict } from "../verdict";
import { type BoxesWater, type BoxWater, nextToTest, readingsNeeded, waterOfBoxes } from "./limit";

export const SCHOOLS = ["sealed", "shake", "instrument"] as const;
export type School = (typeof SCHOOLS)[number];

/** `test` is said while nothing allows a judgement yet. */
export type RipenessVerdict = "spin" | "dry" | "leave" | "divert" | "do-not-take" | "test";

export const FLAGS = [
  "brood",
  "fed",
  "waiting",
  "not-inspected",
  "inspection-failed",
  "beetles",
  "crystallised",
  "fermented",
  "unwired",
] as const;
export type SuperFlag = (typeof FLAGS)[number];

export interface RipenessRules {
  readonly school: School;
  /** Capped at least so much counts as sealed, % of the cells with honey. */
  readonly sealedPct: number;
  /** At most this share of a pull's frames may go by the shake, %. */
  readonly shakeMaxPct: number;
  readonly targetPct: number;
  readonly limitPct: number;
}

/** A house that says nothing else is judged by these; 18.6 % is USDA grade A and B (1985). */
export const DEFAULT_RULES: RipenessRules = {
  school: "instrument",
  sealedPct: 95,
  shakeMaxPct: 15,
  targetPct: 17.5,
  limitPct: 18.6,
};

export interface SuperLook extends BoxWater {
  readonly frames: number;
  /** Frames left behind on the colony. */
  readonly framesLeft: number;
  readonly shake: "no-drops" | "drops" | null;
  readonly flags: readonly SuperFlag[];
  /** Last day of a treatment's waiting period, ISO day; only read with the flag `waiting`. */
  readonly waitingUntil: string | null;
  /** Where it is: what is unripe can only be left while it is still on its colony. */
  readonly place: "colony" | "house";
}

export interface RipenessFigures {
  readonly waterPct: number | null;
  readonly upperPct: number | null;
  readonly moreReadings: number | null;
}

export interface Ripeness extends Verdict<RipenessVerdict, RipenessFigures> {
  readonly school: School;
  /** What each other school would have said of the same super. */
  readonly others: readonly { readonly school: School; readonly verdict: RipenessVerdict }[];
  /** False when more readings could still turn the verdict. */
  readonly settled: boolean;
}

/** Over this honey always ferments in the end (Lochhead 1933), and most standards end (Codex CXS 12-1981). */
const ALWAYS_WET_PCT = 20;

type Said = { verdict: RipenessVerdict; why: string; settled: boolean };
const said = (verdict: RipenessVerdict, why: string, settled = true): Said => ({ verdict, why, settled });

/** What keeps a super out whatever its ripeness. */
function byFlags(look: SuperLook, today: string): Said | null {
  const has = (f: SuperFlag) => look.flags.includes(f);
  if (has("inspection-failed")) return said("do-not-take", "the colony failed its brood inspection");
  if (has("not-inspected"))
    return said("do-not-take", "the colony's brood was not inspected before this harvest");
  if (has("waiting") && (look.waitingUntil === null || look.waitingUntil >= today))
    return said(
      "do-not-take",
      look.waitingUntil === null
        ? "a treatment's waiting period runs, its end is not known"
        : `a treatment's waiting period runs to ${look.waitingUntil}`,
    );
  if (has("brood")) return said("do-not-take", "there is brood in it: frames with brood go back");
  if (has("fed")) return said("do-not-take", "the colony was fed while it was on: this may be syrup");
  if (has("fermented")) return said("divert", "it smells fermented or slimy");
  if (has("crystallised"))
    return said(
      look.place === "colony" ? "leave" : "divert",
      "it is crystallised: it will not spin, and a crystallised sample reads wrong",
    );
  return null;
}

/** What the readings of this super say, whatever the school; null when there is none. */
function byWater(look: SuperLook, water: BoxesWater | null, rules: RipenessRules): Said | null {
  if (!water) return null;
  const shown = `${water.meanPct.toFixed(1)} %`;
  if (water.meanPct > ALWAYS_WET_PCT)
    return look.place === "colony"
      ? said("leave", `${shown} is over ${ALWAYS_WET_PCT} %: the bees are not done`)
      : said("divert", `${shown} is over ${ALWAYS_WET_PCT} %: dry it if the room can, or mead, bakery, feed`);
  if (water.meanPct > rules.targetPct)
    return said("dry", `${shown} is over the target of ${rules.targetPct} %`);
  if (water.upperPct > rules.limitPct)
    return said(
      "dry",
      `${shown} looks ripe, but it may be as wet as ${water.upperPct.toFixed(1)} %, over the limit of ${rules.limitPct} %`,
      false,
    );
  return said("spin", `${shown}, at most ${water.upperPct.toFixed(1)} % (95 %)`);
}

const unripe = (look: SuperLook): RipenessVerdict => (look.place === "colony" ? "leave" : "dry");

function bySchool(school: School, look: SuperLook, water: BoxesWater | null, rules: RipenessRules): Said {
  const read = byWater(look, water, rules);
  if (school === "instrument")
    return read ?? said("test", "no reading yet, and this school goes by readings", false);
  const sealed = look.cappedPct >= rules.sealedPct;
  const waxSays = sealed
    ? said("spin", `${look.cappedPct} % capped, at least ${rules.sealedPct} % counts as sealed`)
    : school === "sealed"
      ? said(unripe(look), `${look.cappedPct} % capped is under ${rules.sealedPct} %`)
      : look.shake === "no-drops"
        ? said("spin", `${look.cappedPct} % capped, but a sharp shake threw no drops`)
        : look.shake === "drops"
          ? said(unripe(look), `${look.cappedPct} % capped, and a shake threw drops`)
          : said("test", `${look.cappedPct} % capped: shake a partly capped frame`, false);
  // Wax is a sign; a reading over the limit is a measurement, and no school spins against it.
  if (waxSays.verdict === "spin" && water && water.meanPct > rules.limitPct)
    return said(
      water.meanPct > ALWAYS_WET_PCT && look.place === "house" ? "divert" : "dry",
      `it looks ripe, but reads ${water.meanPct.toFixed(1)} %, over the limit of ${rules.limitPct} %`,
    );
  return waxSays;
}

const SCHOOL_NAMES: Record<School, string> = {
  sealed: "by the wax (sealed)",
  shake: "by the shake",
  instrument: "by the refractometer",
};
const WORDS: Record<RipenessVerdict, string> = {
  spin: "Spin it",
  dry: "Dry it first",
  leave: "Leave it on the colony",
  divert: "Divert it, never into jars",
  "do-not-take": "Do not take it",
  test: "Test it first",
};

function check(look: SuperLook, rules: RipenessRules): void {
  mustBeWithin(look.cappedPct, 0, 100, "The share capped", "%");
  mustBeWithin(look.framesLeft, 0, look.frames, "Frames left behind");
  mustBeWithin(rules.sealedPct, 50, 100, "The share that counts as sealed", "%");
  mustBeWithin(rules.shakeMaxPct, 0, 100, "The share of frames by shake", "%");
  mustBeWithin(rules.limitPct, rules.targetPct, 25, "The limit (at least the target)", "%");
}

const without = (school: School): School[] => SCHOOLS.filter((s) => s !== school);

function written(
  look: SuperLook,
  rules: RipenessRules,
  water: BoxesWater | null,
  found: Said,
  today: string,
): Ripeness {
  const flagged = byFlags(look, today);
  const more = water ? readingsNeeded(water, { limitPct: rules.limitPct }) : 1;
  const hurry = look.flags.includes("beetles") ? " Beetles were seen: spin it today." : "";
  const slow = look.flags.includes("unwired") ? " Unwired comb: start slowly." : "";
  const because: Reason[] = [
    {
      what: `Judged ${SCHOOL_NAMES[rules.school]}`,
      figure: WORDS[found.verdict].toLowerCase(),
      source: "the house's school",
    },
    { what: `Because ${found.why}` },
    { what: "Capped, of the cells with honey", figure: `${look.cappedPct} %` },
    ...(look.shake
      ? [{ what: "Shaken sharply", figure: look.shake === "drops" ? "drops flew" : "no drops" }]
      : []),
    ...(water
      ? [
          {
            what: `Water, ${look.readings.length} reading${look.readings.length === 1 ? "" : "s"}`,
            figure: `${water.meanPct.toFixed(1)} % ±${water.sePct.toFixed(1)}`,
          },
          {
            what: "At most, one-sided 95 %",
            figure: `${water.upperPct.toFixed(1)} %`,
            source: "Student's t",
          },
        ]
      : [{ what: "Water", figure: "not read" }]),
    {
      what: "Target and limit",
      figure: `${rules.targetPct} % and ${rules.limitPct} %`,
      source: "house setting; USDA grades 1985",
    },
    ...(flagged
      ? []
      : without(rules.school).map((s) => ({
          what: `Another school, ${SCHOOL_NAMES[s]}, would say`,
          figure: WORDS[bySchool(s, look, water, rules).verdict].toLowerCase(),
          source: "common practice",
        }))),
  ];
  return {
    verdict: found.verdict,
    sentence: `${WORDS[found.verdict]}: ${found.why}.${hurry}${slow}`,
    because,
    figures: { waterPct: water?.meanPct ?? null, upperPct: water?.upperPct ?? null, moreReadings: more },
    school: rules.school,
    others: without(rules.school).map((s) => ({
      school: s,
      verdict: flagged?.verdict ?? bySchool(s, look, water, rules).verdict,
    })),
    settled: found.settled,
  };
}

/**
 * Judges one super on `today` (ISO day). Flags come first, then the school.
 * @throws DomainError when a figure is impossible (capped over 100 %, more frames left than there are)
 */
export function judgeRipeness(look: SuperLook, rules: RipenessRules, today: string): Ripeness {
  check(look, rules);
  const water = waterOfBoxes([{ ...look, massKg: Math.max(look.massKg, 0.001) }]);
  return written(
    look,
    rules,
    water,
    byFlags(look, today) ?? bySchool(rules.school, look, water, rules),
    today,
  );
}

const framesIn = (look: SuperLook): number => look.frames - look.framesLeft;

/** Under the shake school only a minority of frames may go by it: the least capped beyond that are not taken so. */
function beyondTheMinority(
  looks: readonly SuperLook[],
  rules: RipenessRules,
  today: string,
): ReadonlySet<string> {
  const spun = looks.filter((l) => judgeRipeness(l, rules, today).verdict === "spin");
  const shaken = spun.filter((l) => l.cappedPct < rules.sealedPct).sort((a, b) => b.cappedPct - a.cappedPct);
  const out = new Set<string>();
  let total = spun.reduce((n, l) => n + framesIn(l), 0);
  let byShake = shaken.reduce((n, l) => n + framesIn(l), 0);
  for (const worst of shaken.reverse()) {
    if (byShake <= (total * rules.shakeMaxPct) / 100) break;
    out.add(worst.name);
    byShake -= framesIn(worst);
    total -= framesIn(worst);
  }
  return out;
}

export interface PullRipeness
  extends Verdict<
    RipenessVerdict,
    RipenessFigures & { readonly takenKg: number; readonly boxes: number; readonly readBoxes: number }
  > {
  readonly school: School;
  readonly settled: boolean;
  readonly supers: readonly { readonly name: string; readonly ripeness: Ripeness }[];
  /** The box whose reading would tell most. */
  readonly next: string | null;
}

/**
 * Judges a whole pull: each super, and the supers worth taking together by their mass-weighted water with
 * its one-sided 95 % upper limit. What counts in the end is the water of the honey mixed (common practice).
 * @throws DomainError as `judgeRipeness`
 */
export function judgePull(looks: readonly SuperLook[], rules: RipenessRules, today: string): PullRipeness {
  const beyond = rules.school === "shake" ? beyondTheMinority(looks, rules, today) : new Set<string>();
  const supers = looks.map((look) => {
    const alone = judgeRipeness(look, rules, today);
    if (!beyond.has(look.name)) return { name: look.name, look, ripeness: alone };
    const water = waterOfBoxes([look]);
    const why = `no drops, but the pull has its ${rules.shakeMaxPct} % of frames by shake already`;
    return { name: look.name, look, ripeness: written(look, rules, water, said(unripe(look), why), today) };
  });
  const wanted = supers.filter(
    ({ ripeness: r }) => r.verdict === "spin" || r.verdict === "dry" || r.verdict === "test",
  );
  const water = waterOfBoxes(wanted.map((s) => s.look));
  const takenKg = wanted.reduce((kg, s) => kg + s.look.massKg, 0);
  const more = water ? readingsNeeded(water, { limitPct: rules.limitPct }) : wanted.length > 0 ? 1 : null;
  const next = nextToTest(wanted.map((s) => s.look))?.name ?? null;
  const together: Said =
    wanted.length === 0
      ? said(
          supers[0]?.ripeness.verdict ?? "test",
          supers.length === 0 ? "no super yet" : "none of these supers is for jars now",
        )
      : water && rules.school === "instrument"
        ? (byWater({ ...(wanted[0] as (typeof wanted)[number]).look, place: "house" }, water, rules) as Said)
        : wanted.every((s) => s.ripeness.verdict === "spin")
          ? said("spin", `every super taken is ripe ${SCHOOL_NAMES[rules.school]}`)
          : wanted.some((s) => s.ripeness.verdict === "dry")
            ? said("dry", `not every super taken is ripe ${SCHOOL_NAMES[rules.school]}`)
            : said("test", "some supers are still to be tested", false);
  const settle =
    more === null
      ? ""
      : more === 0
        ? " It is settled."
        : ` ${more} more reading${more === 1 ? "" : "s"} would settle it${next ? `; test super ${next} next` : ""}.`;
  return {
    verdict: together.verdict,
    sentence: `Together: ${WORDS[together.verdict].toLowerCase()}, ${together.why}.${wanted.length > 0 ? settle : ""}`,
    because: [
      { what: `Judged ${SCHOOL_NAMES[rules.school]}`, source: "the house's school" },
      ...supers
        .slice(0, 40)
        .map((s) => ({ what: `Super ${s.name}`, figure: WORDS[s.ripeness.verdict].toLowerCase() })),
      ...(water
        ? [
            {
              what: `Water, weighted by honey, ${water.readBoxes} of ${water.boxes} supers read`,
              figure: `${water.meanPct.toFixed(1)} % ±${water.sePct.toFixed(1)}`,
            },
            {
              what: "Boxes lie apart by about",
              figure: `${water.boxSdPct.toFixed(1)} points`,
              source: "their readings, with common practice behind",
            },
            {
              what: "At most, one-sided 95 %",
              figure: `${water.upperPct.toFixed(1)} %`,
              source: "Student's t",
            },
          ]
        : []),
    ],
    figures: {
      waterPct: water?.meanPct ?? null,
      upperPct: water?.upperPct ?? null,
      moreReadings: more,
      takenKg,
      boxes: wanted.length,
      readBoxes: water?.readBoxes ?? 0,
    },
    school: rules.school,
    settled: together.settled && (more === 0 || more === null),
    supers: supers.map(({ name, ripeness }) => ({ name, ripeness })),
    next,
  };
}
