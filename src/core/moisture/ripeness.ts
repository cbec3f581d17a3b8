/**
 * Is this super ripe, and what is to be done with it? Three schools judge: by the wax (sealed), by a sharp
 * shake of partly capped frames (shake), or by the refractometer alone (instrument). A house picks one; a
 * pull may be judged by another; every verdict says who judged and what the others would have said.
 * The schools and their thresholds are common practice.
 */
import { mustBeWithin } from "../domain-error";
import type { Reason, Verdict } from "../verdict";
import { upperLimitBecause } from "./judge";
import { type BoxesWater, type BoxWater, nextToTest, waterOfBoxes } from "./limit";
import { ALWAYS_WET_PCT, besideEachOther, isSettled, readingsNeeded, standingOf } from "./settle";

export const SCHOOLS = ["sealed", "shake", "instrument"] as const;
export type School = (typeof SCHOOLS)[number];

/** `test` is said while nothing allows a judgement yet; `melt` of comb that has granulated. */
export type RipenessVerdict = "spin" | "dry" | "leave" | "melt" | "divert" | "do-not-take" | "test";

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
  /** Of the frames taken, how many are only partly capped and went by the shake; null when nobody counted. */
  readonly partlyCapped?: number | null;
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
}

export interface Ripeness extends Verdict<RipenessVerdict, RipenessFigures> {
  readonly school: School;
  /** What each other school would have said of the same super. */
  readonly others: readonly { readonly school: School; readonly verdict: RipenessVerdict }[];
  /** False when more readings could still turn the verdict. */
  readonly settled: boolean;
}

type Said = { verdict: RipenessVerdict; why: string };
const said = (verdict: RipenessVerdict, why: string): Said => ({ verdict, why });

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
    return look.place === "colony"
      ? said("leave", "it is crystallised: it will not spin, and a crystallised sample reads wrong")
      : said(
          "melt",
          "it is crystallised and will not spin: warm it gently until it is liquid and strain it, or melt comb and all and keep that apart as heated; a crystallised sample reads wrong",
        );
  return null;
}

const unripe = (look: SuperLook): RipenessVerdict => (look.place === "colony" ? "leave" : "dry");

/** What a reading decides whatever the school: honey that is always in danger, and honey over the limit. */
function byMeasure(look: SuperLook, water: BoxesWater | null, rules: RipenessRules): Said | null {
  if (!water) return null;
  const standing = standingOf(water, rules);
  const [shown] = besideEachOther(water.meanPct, standing === "always-wet" ? ALWAYS_WET_PCT : rules.limitPct);
  if (standing === "always-wet")
    return look.place === "colony"
      ? said(
          "leave",
          `${shown} % is over ${ALWAYS_WET_PCT} %: wet honey is left on the colony, whoever judges`,
        )
      : said(
          "divert",
          `${shown} % is over ${ALWAYS_WET_PCT} %: dry it if the room can, or mead, bakery, feed`,
        );
  if (standing === "over-limit")
    return said("dry", `it reads ${shown} %, over the limit of ${rules.limitPct} %`);
  return null;
}

/** What the readings of this super say to who goes by readings; null when there is none. */
function byWater(water: BoxesWater | null, rules: RipenessRules): Said | null {
  if (!water) return null;
  const standing = standingOf(water, rules);
  if (standing === "over-target" || standing === "over-limit" || standing === "always-wet") {
    const [shown] = besideEachOther(water.meanPct, rules.targetPct);
    return said("dry", `${shown} % is over the target of ${rules.targetPct} %`);
  }
  if (standing === "unsure") {
    const [upper] = besideEachOther(water.upperPct, rules.limitPct);
    return said(
      "test",
      `${water.meanPct.toFixed(1)} % looks ripe, but it may be as wet as ${upper} %, over the limit of ${rules.limitPct} %`,
    );
  }
  return said("spin", `${water.meanPct.toFixed(1)} %, at most ${water.upperPct.toFixed(1)} % (95 %)`);
}

function bySchool(school: School, look: SuperLook, water: BoxesWater | null, rules: RipenessRules): Said {
  const measured = byMeasure(look, water, rules);
  if (school === "instrument")
    return (
      measured ?? byWater(water, rules) ?? said("test", "no reading yet, and this school goes by readings")
    );
  const sealed = look.cappedPct >= rules.sealedPct;
  // Wax and shake are signs; a reading over the limit is a measurement, and no school spins against it.
  if (measured && (measured.verdict !== "dry" || sealed || look.place === "house")) return measured;
  if (sealed)
    return said("spin", `${look.cappedPct} % capped, at least ${rules.sealedPct} % counts as sealed`);
  const read = byWater(water, rules);
  const ripe = read?.verdict === "spin";
  if (school === "sealed") {
    const wax = `${look.cappedPct} % capped is under ${rules.sealedPct} %`;
    if (look.place === "colony") return said("leave", wax);
    // In the house there is no waiting for the bees: what reads ripe needs no drying.
    return ripe ? said("spin", `${wax}, but it reads ${read.why}`) : (read ?? said("dry", wax));
  }
  if (look.shake === "drops")
    return said(unripe(look), `${look.cappedPct} % capped, and a shake threw drops`);
  if (measured) return said(unripe(look), measured.why);
  if (look.shake === "no-drops")
    return said("spin", `${look.cappedPct} % capped, but a sharp shake threw no drops`);
  if (read && ripe) return said("spin", `${look.cappedPct} % capped, but it reads ${read.why}`);
  if (read?.verdict === "dry") return said(unripe(look), read.why);
  return said("test", `${look.cappedPct} % capped: shake a partly capped frame`);
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
  melt: "Warm and melt it",
  divert: "Divert it, never into jars",
  "do-not-take": "Do not take it",
  test: "Test it first",
};

/** What beetles ask for, by what is to be done with the super: never the opposite of the verdict. */
const HURRY: Record<RipenessVerdict, string> = {
  spin: " Beetles were seen: spin it today.",
  dry: " Beetles were seen: they may be faster than the drying; dry it box by box, or freeze the combs.",
  test: " Beetles were seen: test it now, it cannot wait.",
  leave: " Beetles were seen in it.",
  melt: " Beetles were seen: melt it today.",
  divert: " Beetles were seen: out of the house with it today.",
  "do-not-take": " Beetles were seen in it: keep it away from the other supers.",
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
  const boxes = [{ ...look, massKg: Math.max(look.massKg, 0.001) }];
  const hurry = look.flags.includes("beetles") ? HURRY[found.verdict] : "";
  const slow =
    look.flags.includes("unwired") && found.verdict === "spin" ? " Unwired comb: start slowly." : "";
  // By wax or shake nothing is left to read; by a reading another one may tell more.
  const settled =
    flagged !== null ||
    (found.verdict !== "test" && (rules.school !== "instrument" || isSettled(boxes, rules)));
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
          ...upperLimitBecause(water),
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
    figures: { waterPct: water?.meanPct ?? null, upperPct: water?.upperPct ?? null },
    school: rules.school,
    others: without(rules.school).map((s) => ({
      school: s,
      verdict: flagged?.verdict ?? bySchool(s, look, water, rules).verdict,
    })),
    settled,
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
/** Frames that go by the shake: the partly capped ones, all of them where nobody counted. */
const shakenIn = (look: SuperLook): number => Math.min(framesIn(look), look.partlyCapped ?? framesIn(look));

/** Under the shake school only a minority of frames may go by it: the least capped beyond that are not taken so. */
function beyondTheMinority(
  looks: readonly SuperLook[],
  rules: RipenessRules,
  today: string,
): ReadonlySet<string> {
  const spun = looks.filter((l) => judgeRipeness(l, rules, today).verdict === "spin");
  const shaken = spun
    .filter((l) => l.cappedPct < rules.sealedPct && l.shake === "no-drops")
    .sort((a, b) => b.cappedPct - a.cappedPct);
  const out = new Set<string>();
  // Of the round's frames: all that were looked at to be taken.
  const round = spun.reduce((n, l) => n + framesIn(l), 0);
  let byShake = shaken.reduce((n, l) => n + shakenIn(l), 0);
  for (const worst of shaken.reverse()) {
    if (byShake <= (round * rules.shakeMaxPct) / 100) break;
    out.add(worst.name);
    byShake -= shakenIn(worst);
  }
  return out;
}

export interface PullRipeness
  extends Verdict<
    RipenessVerdict,
    RipenessFigures & {
      /** How many more would settle it; null where reading on would not. */
      readonly moreReadings: number | null;
      readonly takenKg: number;
      readonly boxes: number;
      readonly readBoxes: number;
    }
  > {
  readonly school: School;
  readonly settled: boolean;
  /** The supers the verdict speaks of: those to be spun, dried or tested together. */
  readonly taken: readonly string[];
  readonly supers: readonly { readonly name: string; readonly ripeness: Ripeness }[];
  /** The box whose reading would tell most. */
  readonly next: string | null;
}

function whatWouldSettle(settled: boolean, more: number | null, next: string | null): string {
  if (settled) return " It is settled.";
  const test = next ? ` Test super ${next} next.` : "";
  if (more === null) return test;
  return ` ${more} more reading${more === 1 ? "" : "s"} like these would settle it.${test}`;
}

const staysOut = (apart: readonly string[]): string =>
  apart.length === 0
    ? ""
    : ` Super ${apart.slice(0, 6).join(", ")}${apart.length > 6 ? ` and ${apart.length - 6} more` : ""} not with them.`;

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
  const boxes = wanted.map((s) => s.look);
  const water = waterOfBoxes(boxes);
  const takenKg = wanted.reduce((kg, s) => kg + s.look.massKg, 0);
  const more = water ? readingsNeeded(boxes, rules) : wanted.length > 0 ? 1 : null;
  const next = nextToTest(boxes)?.name ?? null;
  const apart = supers.filter((s) => !wanted.includes(s)).map((s) => s.name);
  const measured = water && byMeasure({ ...(boxes[0] as SuperLook), place: "house" }, water, rules);
  const bySigns: Said = wanted.every((s) => s.ripeness.verdict === "spin")
    ? said("spin", `every super taken is ripe ${SCHOOL_NAMES[rules.school]}`)
    : wanted.some((s) => s.ripeness.verdict === "dry")
      ? said("dry", `not every super taken is ripe ${SCHOOL_NAMES[rules.school]}`)
      : said("test", "some supers are still to be tested");
  const together: Said =
    wanted.length === 0
      ? said(
          supers[0]?.ripeness.verdict ?? "test",
          supers.length === 0 ? "no super yet" : "none of these supers is for jars now",
        )
      : (measured ?? (rules.school === "instrument" ? byWater(water, rules) : null) ?? bySigns);
  const byReadings = water !== null && (rules.school === "instrument" || measured !== null);
  const settled = wanted.length === 0 || (byReadings ? isSettled(boxes, rules) : together.verdict !== "test");
  return {
    verdict: together.verdict,
    sentence: `Together: ${WORDS[together.verdict].toLowerCase()}, ${together.why}.${wanted.length > 0 ? whatWouldSettle(settled, water ? more : null, next) + staysOut(apart) : ""}`,
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
            ...upperLimitBecause(water),
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
    settled,
    taken: wanted.map((s) => s.name),
    supers: supers.map(({ name, ripeness }) => ({ name, ripeness })),
    next,
  };
}
