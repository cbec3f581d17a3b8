/** One super on the pull sheet as it is being filled in, and what the core makes of it. */

import {
  type BoxReading,
  correctReading,
  judgePull,
  type PullRipeness,
  type RipenessRules,
  type School,
  type SuperFlag,
  type SuperLook,
  UNCHECKED_SD_PCT,
} from "@/core/moisture";
import {
  type ExpectedYield,
  expectedYield,
  type FrameClass,
  honeyInSuper,
  type PastBatch,
  type PastFrames,
  type PulledSuper,
  type SuperDepth,
} from "@/core/yields";
import { mass, shown } from "@/house/language/shown";
import { framesOf } from "@/house/vessels/frames";
import { figureIn, forTheHouse, massIn } from "../fields/figure";

export interface PullRow {
  readonly key: number;
  readonly tag: string;
  readonly colony: string;
  readonly cappedPct: string;
  readonly shake: "" | "no-drops" | "drops";
  readonly framesLeft: number;
  /** Frames only partly capped, where they go by the shake. */
  readonly partlyCapped: string;
  readonly frameClass: "" | FrameClass;
  readonly flags: readonly SuperFlag[];
  readonly waitingUntil: string;
  readonly grossKg: string;
  readonly sample: string;
  readonly take: boolean;
  readonly despite: string;
}

export const blankRow = (key: number, like?: PullRow): PullRow => ({
  key,
  tag: "",
  colony: like?.colony ?? "",
  cappedPct: like?.cappedPct ?? "95",
  shake: "",
  framesLeft: 0,
  partlyCapped: "",
  frameClass: "",
  flags: [],
  waitingUntil: "",
  grossKg: "",
  sample: "",
  take: true,
  despite: "",
});

export interface KnownSuper {
  readonly emptyKg: number;
  readonly frames: number;
  readonly depth: SuperDepth;
}

export interface SampleInstrument {
  readonly name: string;
  readonly scale: "water" | "brix" | "index";
  readonly compensates: boolean;
  readonly offset: number;
  readonly verified: boolean;
  readonly stepSdPct: number;
  /** What all its readings may be off by, points. */
  readonly commonSdPct: number;
}

export interface Around {
  readonly supers: Readonly<Record<string, KnownSuper>>;
  readonly rules: RipenessRules;
  readonly instrument: SampleInstrument | null;
  readonly sampleC: number;
  readonly today: string;
  readonly past: { readonly batches: readonly PastBatch[]; readonly frames: PastFrames };
}

export const bareTag = (tag: string): string =>
  tag
    .trim()
    .toUpperCase()
    .replace(/^S(?=\d)/, "");

/** Water of a sample as typed; null while it is none, or one the house will refuse with its own words. */
function waterOf(row: PullRow, { instrument, sampleC }: Around): BoxReading | null {
  const value = figureIn(row.sample);
  if (value === null) return null;
  try {
    const got = correctReading({
      scale: instrument?.scale ?? "water",
      value,
      tempC: sampleC,
      compensates: instrument?.compensates ?? false,
      offset: instrument?.offset ?? 0,
    });
    return {
      waterPct: got.waterPct,
      sdPct: Math.hypot(got.sdPct, instrument?.stepSdPct ?? 0),
      commonSdPct: instrument?.commonSdPct ?? UNCHECKED_SD_PCT,
      instrument: instrument?.name,
    };
  } catch {
    return null;
  }
}

const within = (x: number | null, lo: number, hi: number, otherwise: number): number =>
  x !== null && x >= lo && x <= hi ? x : otherwise;

const asPulled = (row: PullRow, known: KnownSuper | undefined): PulledSuper => {
  const gross = massIn(row.grossKg);
  const net = gross !== null && known ? gross - known.emptyKg : null;
  return {
    name: row.tag,
    depth: known?.depth ?? "medium",
    framesTaken: Math.max(0, framesOf(known) - row.framesLeft),
    cappedPct: within(figureIn(row.cappedPct), 0, 100, 95),
    netKg: net !== null && net > 0 ? net : null,
    frameClass: row.frameClass === "" ? null : row.frameClass,
  };
};

/** Honey in a row's super, as far as it is known: weighed, or by the eye. */
export const honeyOf = (row: PullRow, around: Around) =>
  honeyInSuper(asPulled(row, around.supers[bareTag(row.tag)]), around.past.frames);

function lookOf(row: PullRow, around: Around): SuperLook {
  const known = around.supers[bareTag(row.tag)];
  const water = waterOf(row, around);
  const frames = framesOf(known);
  return {
    name: bareTag(row.tag) || "?",
    massKg: honeyOf(row, around).kg,
    cappedPct: within(figureIn(row.cappedPct), 0, 100, 0),
    frames,
    framesLeft: Math.min(frames, row.framesLeft),
    partlyCapped: figureIn(row.partlyCapped),
    shake: row.shake === "" ? null : row.shake,
    flags: row.flags,
    waitingUntil: row.waitingUntil || null,
    place: "colony",
    readings: water ? [water] : [],
  };
}

export const judgeRows = (rows: readonly PullRow[], around: Around, school: School): PullRipeness =>
  judgePull(
    rows.map((r) => lookOf(r, around)),
    { ...around.rules, school },
    around.today,
  );

export const yieldOfRows = (rows: readonly PullRow[], around: Around): ExpectedYield =>
  expectedYield(
    rows.filter((r) => r.take).map((r) => asPulled(r, around.supers[bareTag(r.tag)])),
    { ...around.past, shown: shown() },
  );

/** The row as the command wants it: typed text goes as it is, so that the house answers slips in its own words. */
export const asInput = (row: PullRow): Record<string, unknown> => ({
  tag: row.tag,
  colony: row.colony,
  cappedPct: row.cappedPct,
  framesLeft: row.framesLeft,
  flags: row.flags,
  take: row.take,
  ...(row.shake ? { shake: row.shake } : {}),
  ...(row.partlyCapped.trim() ? { partlyCapped: row.partlyCapped } : {}),
  ...(row.frameClass ? { frameClass: row.frameClass } : {}),
  ...(row.waitingUntil ? { waitingUntil: row.waitingUntil } : {}),
  ...(row.grossKg.trim() ? { grossKg: forTheHouse(row.grossKg, "kg") } : {}),
  ...(row.sample.trim() ? { sample: row.sample } : {}),
  ...(row.despite ? { despite: row.despite } : {}),
});

export interface Slip {
  readonly field: keyof PullRow;
  readonly message: string;
}

/** What can be seen to be wrong before the house is asked; the house judges everything again. */
export function slipIn(
  row: PullRow,
  around: Around,
  done: readonly PullRow[],
  colonies: readonly string[],
  out: readonly string[],
): Slip | null {
  const tag = bareTag(row.tag);
  const known = around.supers[tag];
  if (tag === "") return { field: "tag", message: "Scan or type the super's tag." };
  if (!known) return { field: "tag", message: `There is no super ${tag}. Set it up first.` };
  if (done.some((r) => bareTag(r.tag) === tag))
    return { field: "tag", message: `Super ${tag} is on the sheet already.` };
  if (out.includes(tag)) return { field: "tag", message: `Super ${tag} is in the house already.` };
  const colony = row.colony
    .trim()
    .toUpperCase()
    .replace(/^C(?=\d)/, "");
  if (!colonies.includes(colony))
    return {
      field: "colony",
      message: colony ? `Colony ${colony} does not stand in this yard.` : "Off which colony?",
    };
  const capped = figureIn(row.cappedPct);
  if (capped === null || capped < 0 || capped > 100)
    return {
      field: "cappedPct",
      message: `The share capped must be between 0 and 100 %, not ${row.cappedPct || "empty"}.`,
    };
  const partly = figureIn(row.partlyCapped);
  if (row.partlyCapped.trim() !== "" && (partly === null || partly < 0 || partly > known.frames))
    return { field: "partlyCapped", message: `It has ${known.frames} frames.` };
  if (row.framesLeft >= known.frames)
    return { field: "framesLeft", message: `It has ${known.frames} frames: nothing is left to take.` };
  if (row.flags.includes("waiting") && !row.waitingUntil)
    return { field: "waitingUntil", message: "Until when does the waiting period run?" };
  if (row.grossKg.trim() !== "" && massIn(row.grossKg) === null)
    return { field: "grossKg", message: `"${row.grossKg}" is not a weight.` };
  const gross = massIn(row.grossKg);
  if (gross !== null && gross <= known.emptyKg)
    return {
      field: "grossKg",
      message: `It weighs ${mass(known.emptyKg)} empty; ${mass(gross)} leaves no honey in it.`,
    };
  if (row.sample.trim() !== "" && !waterOf(row, around))
    return { field: "sample", message: `"${row.sample}" is no reading of honey on this scale.` };
  return null;
}
