/** A laboratory's figures held against a pack of limits, line by line, with what the figures may be off by. */
import { ANALYTES, type AnalyteId, type Measured, saidMeasured, uncertaintyOf } from "./analytes";
import type { CompositionPack, Line, Traits } from "./packs";

/**
 * - `met`, `not-met`: also at the far end of what the figure may be off.
 * - `close`: its uncertainty reaches over the limit, from either side.
 * - `not-told`: nobody measured it, or only that it is under something that does not answer the question.
 */
export type LineState = "met" | "close" | "not-met" | "not-told";

export interface LineVerdict {
  readonly analyte: AnalyteId;
  readonly state: LineState;
  /** "at most 40 mg/kg" */
  readonly asks: string;
  /** What was found; "" where nothing was. */
  readonly found: string;
  readonly reason: string;
  readonly paragraph: string;
}

export interface CompositionVerdict {
  readonly lines: readonly LineVerdict[];
  readonly state: LineState;
}

const WORST: readonly LineState[] = ["not-met", "close", "not-told", "met"];

/** One figure against one limit. @param bound "most": at most `limit`; "least": at least `limit` */
export function againstLimit(m: Measured, bound: "most" | "least", limit: number): LineState {
  const { expanded } = uncertaintyOf(m);
  if (m.below) {
    // Nothing over the value was found: it answers what asks for little, not what asks for much.
    if (bound === "most") return m.value <= limit ? "met" : "not-told";
    return m.value <= limit ? "not-met" : "not-told";
  }
  const over = bound === "most" ? m.value - limit : limit - m.value;
  // Figures of a report are decimal: what lies within a billionth of the limit lies on it.
  const on = 1e-9 * Math.max(1, Math.abs(limit));
  if (over + expanded <= on) return "met";
  return over - expanded > on ? "not-met" : "close";
}

function boundOf(line: Line): { readonly bound: "most" | "least"; readonly limit: number } {
  return line.most === undefined
    ? { bound: "least", limit: line.least ?? 0 }
    : { bound: "most", limit: line.most };
}

function lineVerdict(line: Line, told: ReadonlyMap<AnalyteId, Measured>): LineVerdict {
  const { unit } = ANALYTES[line.analyte];
  const found = told.get(line.analyte);
  const hmf = told.get("hmf");
  // Little enzyme by nature is excused only where HMF proves that it was not lost to heat.
  const excused =
    line.lowEnzymes !== undefined &&
    hmf !== undefined &&
    againstLimit(hmf, "most", line.lowEnzymes.hmfMost) === "met";
  const usual = boundOf(line);
  const strict = found ? againstLimit(found, usual.bound, usual.limit) : "not-told";
  const { bound, limit } =
    excused && strict !== "met" && line.lowEnzymes
      ? { bound: "least" as const, limit: line.lowEnzymes.least }
      : usual;
  const asks = `at ${bound} ${limit} ${unit}`;
  const base = { analyte: line.analyte, asks, paragraph: line.paragraph };
  if (!found) return { ...base, state: "not-told", found: "", reason: "Nobody measured it." };
  const state = againstLimit(found, bound, limit);
  const { expanded, told: said } = uncertaintyOf(found);
  const band = `±${Number(expanded.toPrecision(2))} ${unit}${said ? "" : ", the usual of its method, since the report tells none"}`;
  const lower = excused && bound === "least" && limit !== usual.limit;
  const because = lower ? `with HMF at most ${line.lowEnzymes?.hmfMost} mg/kg, ${limit} is enough` : "";
  const reason: Readonly<Record<LineState, string>> = {
    met: found.below ? "Nothing over it was found." : `Also with ${band}.`,
    close: `It may be on either side of the limit: ${band}.`,
    "not-met": found.below ? "Less was found than is asked." : `Also with ${band}.`,
    "not-told": "The report only says that it is under something larger than the limit.",
  };
  return {
    ...base,
    state,
    found: saidMeasured(found),
    reason: [reason[state], because ? `${because[0]?.toUpperCase()}${because.slice(1)}.` : ""]
      .filter(Boolean)
      .join(" "),
  };
}

/**
 * @param measured the newest figure of each analyte; where fructose and glucose stand alone, their sum is taken, with
 *   their uncertainties added in squares where both are told
 */
export function judgeComposition(
  pack: CompositionPack,
  traits: Traits,
  measured: readonly Measured[],
): CompositionVerdict {
  const told = new Map(measured.map((m) => [m.analyte, m]));
  const [f, g] = [told.get("fructose"), told.get("glucose")];
  if (!told.has("sugars") && f && g && !f.below && !g.below)
    told.set("sugars", {
      analyte: "sugars",
      value: f.value + g.value,
      below: false,
      expanded: f.expanded === null || g.expanded === null ? null : Math.hypot(f.expanded, g.expanded),
      method: [f.method, g.method].filter((m, i, all) => m !== "" && all.indexOf(m) === i).join(", "),
    });
  const lines = pack.lines(traits).map((line) => lineVerdict(line, told));
  return { lines, state: WORST.find((s) => lines.some((l) => l.state === s)) ?? "not-told" };
}
