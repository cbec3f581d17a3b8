/** A season by the house's own year: days, names, totals by what is asked, and what stands out. */
import { rollups } from "d3-array";
import { DomainError } from "../domain-error";

/** A season as the house has it: from a day of the year on, a year long. */
export interface SeasonDays {
  /** "2026", or "2026/27" where it crosses the year. */
  readonly name: string;
  /** ISO days, both included. */
  readonly from: string;
  readonly to: string;
}

const pad = (n: number): string => String(n).padStart(2, "0");

/** The season of a starting year that begins on "MM-DD". @throws DomainError where that is no day */
export function seasonOf(year: number, beginsMd: string): SeasonDays {
  const [, month, day] = /^(\d{2})-(\d{2})$/.exec(beginsMd) ?? [];
  const begins = new Date(Date.UTC(year, Number(month) - 1, Number(day)));
  if (!month || !day || begins.getUTCMonth() !== Number(month) - 1 || !Number.isInteger(year))
    throw new DomainError("bad-season", `"${beginsMd}" is no day of the year ${year}.`);
  const ends = new Date(Date.UTC(year + 1, Number(month) - 1, Number(day)) - 86_400_000);
  const iso = (d: Date): string => `${d.getUTCFullYear()}-${pad(d.getUTCMonth() + 1)}-${pad(d.getUTCDate())}`;
  const crosses = ends.getUTCFullYear() !== year;
  return {
    name: crosses ? `${year}/${pad((year + 1) % 100)}` : String(year),
    from: iso(begins),
    to: iso(ends),
  };
}

/** The season a day lies in. */
export function seasonAt(day: string, beginsMd: string): SeasonDays {
  const year = Number(day.slice(0, 4));
  const here = seasonOf(year, beginsMd);
  return day < here.from ? seasonOf(year - 1, beginsMd) : here;
}

/** One super as it was pulled. */
export interface Pulled {
  readonly yard: string;
  readonly colony: string;
  readonly tag: string;
  readonly depth: string;
  /** Frames taken. */
  readonly frames: number;
  readonly kg: number;
  /** By scale; otherwise by estimate. */
  readonly weighed: boolean;
  /** What stayed in the comb when it was spun, kg; null while nobody weighed it back. */
  readonly leftKg: number | null;
  readonly day: string;
  readonly tool: string;
  readonly machine: string;
}

export interface Group {
  readonly name: string;
  readonly supers: number;
  readonly kg: number;
  /** Of a super, kg: mean, and standard deviation where there are two. */
  readonly meanKg: number;
  readonly sdKg: number | null;
  readonly perFrameKg: number | null;
  /** Left in the comb, % of what was weighed back; null where none was. */
  readonly leftPct: number | null;
  /** How many were weighed and not estimated. */
  readonly weighed: number;
}

/** Totals by whatever is asked, the largest first. */
export function grouped(pulled: readonly Pulled[], by: (p: Pulled) => string): Group[] {
  return rollups(
    pulled,
    (list) => {
      const kg = list.reduce((s, p) => s + p.kg, 0);
      const mean = kg / list.length;
      const frames = list.reduce((s, p) => s + p.frames, 0);
      const back = list.filter((p) => p.leftKg !== null);
      const backKg = back.reduce((s, p) => s + p.kg, 0);
      return {
        supers: list.length,
        kg,
        meanKg: mean,
        sdKg:
          list.length > 1
            ? Math.sqrt(list.reduce((s, p) => s + (p.kg - mean) ** 2, 0) / (list.length - 1))
            : null,
        perFrameKg: frames > 0 ? kg / frames : null,
        leftPct: backKg > 0 ? (100 * back.reduce((s, p) => s + (p.leftKg ?? 0), 0)) / backKg : null,
        weighed: list.filter((p) => p.weighed).length,
      };
    },
    by,
  )
    .map(([name, g]) => ({ name, ...g }))
    .sort((a, b) => b.kg - a.kg || a.name.localeCompare(b.name, "en", { numeric: true }));
}

export interface Outlier {
  readonly pulled: Pulled;
  /** Kilograms off the middle of its yard and depth. */
  readonly offKg: number;
  /** What its own record says of it. */
  readonly because: string;
}

const median = (list: readonly number[]): number => {
  const sorted = [...list].sort((a, b) => a - b);
  const mid = sorted.length >> 1;
  return sorted.length % 2 ? (sorted[mid] ?? 0) : ((sorted[mid - 1] ?? 0) + (sorted[mid] ?? 0)) / 2;
};

/** Farther off the middle than so many robust standard deviations stands out (Iglewicz & Hoaglin 1993). */
const STANDS_OUT = 3.5;
const FEWEST = 5;

/** Supers unlike the others of their yard and depth, each with what its record tells. */
export function outliers(pulled: readonly Pulled[]): Outlier[] {
  const found: Outlier[] = [];
  for (const [, list] of rollups(
    pulled,
    (l) => l,
    (p) => `${p.yard}|${p.depth}`,
  )) {
    if (list.length < FEWEST) continue;
    const mid = median(list.map((p) => p.kg));
    const mad = median(list.map((p) => Math.abs(p.kg - mid)));
    if (mad === 0) continue;
    const usual = median(list.map((p) => p.frames));
    for (const p of list) {
      const off = p.kg - mid;
      if (Math.abs(0.6745 * off) / mad <= STANDS_OUT) continue;
      const because = [
        p.frames < usual ? `${p.frames} frames taken where ${usual} are usual` : "",
        p.weighed ? "" : "estimated, not weighed",
      ].filter((b) => b !== "");
      found.push({
        pulled: p,
        offKg: off,
        because: because.join("; ") || "its record says nothing of why: look at the scale's entry",
      });
    }
  }
  return found.sort((a, b) => Math.abs(b.offKg) - Math.abs(a.offKg));
}

/** What a jar cost, part by part, in the house's money; a part nobody told is null and said so. */
export interface JarCost {
  readonly materials: number | null;
  readonly hours: number | null;
  /** What was given away and lost, at the price it would have brought. */
  readonly lost: number | null;
  readonly sum: number;
  readonly missing: readonly string[];
}

export function jarCost(of: {
  readonly materials: number | null;
  readonly hoursPerJar: number | null;
  readonly hourCost: number | null;
  readonly giveawayG: number | null;
  readonly pricePerG: number | null;
}): JarCost {
  const hours = of.hoursPerJar === null || of.hourCost === null ? null : of.hoursPerJar * of.hourCost;
  const lost = of.giveawayG === null || of.pricePerG === null ? null : of.giveawayG * of.pricePerG;
  const parts = { materials: of.materials, hours, lost };
  return {
    ...parts,
    sum: Object.values(parts).reduce((s: number, p) => s + (p ?? 0), 0),
    missing: [
      of.materials === null ? "what a jar, a lid and a label cost" : "",
      of.hoursPerJar === null ? "the hours worked" : of.hourCost === null ? "what an hour costs" : "",
      lost === null ? "what is given away" : "",
    ].filter((m) => m !== ""),
  };
}

/** What the next extraction day needs, from this season's own rates. */
export interface NextDay {
  readonly kg: number;
  readonly pails: number;
  readonly jars: number;
  readonly lids: number;
  /** Null where no hours were told. */
  readonly crewHours: number | null;
}

export function nextDay(of: {
  readonly waitingKg: number;
  /** Into pails of what came in, 0 to 1. */
  readonly yieldShare: number;
  readonly pailKg: number;
  readonly jarG: number;
  readonly hoursPerKg: number | null;
}): NextDay {
  const kg = of.waitingKg * of.yieldShare;
  const jars = Math.floor((kg * 1000) / of.jarG);
  return {
    kg,
    pails: Math.ceil(kg / of.pailKg - 1e-9),
    jars,
    lids: jars,
    crewHours: of.hoursPerKg === null ? null : of.waitingKg * of.hoursPerKg,
  };
}
