/**
 * The one gate every way into jars goes through: whose honey it is, whether it is under the limit, whether it was
 * to be diverted. What it finds needs a reason, and finding and reason stand on the lot.
 */
import { besideEachOther } from "@/core/moisture";
import { mustBeFree } from "../hold/gate";
import { asRead, type WaterJudgement } from "../hot-room/waiting";
import { refuse } from "../language/errors";
import { capital } from "../language/spoken";
import { reachInDatabase } from "../ledger/records/fills";
import type { Work } from "../ledger/work";
import { ownersOf } from "../moves/owners";
import { someVessels, type VesselState } from "../standing/vessels";
import { combsNamed } from "../yard/records/pulls";
import { notYet } from "./not-yet";

export interface IntoJars {
  readonly fillId: number;
  /** "pail 12" */
  readonly name: string;
  /** What of it goes into jars; alike of each where left out. */
  readonly grams?: number;
}

/** What a lot keeps of the honey as it went in, as its row's columns. Null is not known. */
export interface SeenAtTheGate {
  readonly owner: string;
  readonly despite: string;
  readonly water_pct: number | null;
  /** Its upper end: what is wrong with an instrument is wrong with every part, so upper ends mix as they are. */
  readonly upper_pct: number | null;
  /** HMF since it left the comb, at the most. */
  readonly hmf_mg_kg: number | null;
  readonly pfund_mm: number | null;
  /** Blooms by their share of its mass, as JSON. */
  readonly blooms: string | null;
}

export interface GateAnswer {
  /** Whose honey it is when it is kept apart; "" when it is the house's. */
  readonly owner: string;
  /** What spoke against it, with the reason it was done all the same; "" when nothing did. */
  readonly despite: string;
  readonly seen: SeenAtTheGate;
}

/** A figure of each part mixed by mass; null as soon as one part's is not known. */
function mixed(parts: readonly { grams: number; value: number | null | undefined }[]): number | null {
  const all = parts.reduce((g, p) => g + p.grams, 0);
  let sum = 0;
  for (const { grams, value } of parts) {
    if (value === null || value === undefined) return null;
    sum += (grams / all) * value;
  }
  return all > 0 ? sum : null;
}

function bloomsOf(parts: readonly { grams: number; vessel: VesselState | undefined }[]): string | null {
  const all = parts.reduce((g, p) => g + p.grams, 0);
  const by = new Map<string, number>();
  for (const { grams, vessel } of parts) {
    const known = vessel?.blooms ?? [];
    const of = known.reduce((g, b) => g + b.grams, 0);
    for (const b of known) by.set(b.what, (by.get(b.what) ?? 0) + ((b.grams / of) * grams) / all);
    if (of === 0) by.set("", (by.get("") ?? 0) + grams / all);
  }
  if ([...by.keys()].every((what) => what === "")) return null;
  return JSON.stringify(
    [...by]
      .map(([what, share]) => ({ what, pct: Number((100 * share).toFixed(1)) }))
      .sort((a, b) => b.pct - a.pct),
  );
}

/** What the water of one vessel says against jars; null when nothing does, or nothing is known. */
function againstWater(name: string, water: WaterJudgement | undefined): string | null {
  const { upperPct, waterPct, limitPct = 0 } = water?.figures ?? {};
  if (upperPct === undefined || waterPct === undefined || upperPct <= limitPct) return null;
  const [upper] = besideEachOther(upperPct, limitPct);
  return waterPct > limitPct
    ? `${name} is over the limit of ${limitPct} % with ${waterPct.toFixed(1)} %`
    : `${name} may be as wet as ${upper} %, over the limit of ${limitPct} %`;
}

/** Answers for `fills` going into one lot. @throws Refusal `at-the-gate` with all that speaks against it */
export async function bottleGate(
  work: Work,
  fills: readonly IntoJars[],
  despite: string,
): Promise<GateAnswer> {
  await mustBeFree(work, fills, "go into jars or out of the house");
  const asked = new Set(fills.map((f) => f.fillId));
  const [{ vessels }, cut] = await Promise.all([
    someVessels(work.tx, work.house, work.now, { fills: [...asked] }),
    combsNamed(work.tx, [...asked]),
  ]);
  const waterOf = new Map<number, WaterJudgement>([
    ...vessels.map((v): [number, WaterJudgement] => [v.fillId, v.water]),
    ...(await asRead(work.tx, work.house, work.now, cut)).map((w): [number, WaterJudgement] => [
      w.fill_id,
      w.water,
    ]),
  ]);
  const against: string[] = [];
  const owners = new Map<string, string[]>();
  for (const { fillId, name } of fills) {
    const combs = await combsNamed(work.tx, await reachInDatabase(work.tx, [fillId], "back"));
    for (const owner of await ownersOf(work, [fillId]))
      owners.set(owner, [...(owners.get(owner) ?? []), name]);
    const diverted = combs.filter((c) => c.verdict === "divert" || c.verdict === "do-not-take");
    if (diverted.length > 0)
      against.push(`${name} holds honey that was to be diverted (super ${diverted[0]?.tag})`);
    const vessel = vessels.find((v) => v.fillId === fillId);
    const held = vessel?.told.inspected.at(-1);
    if (held?.verdict === "held") against.push(`${name} is held: ${held.found}`);
    const waits = vessel && notYet(vessel);
    if (waits) against.push(`${name} ${waits}`);
    const wet = againstWater(name, waterOf.get(fillId));
    if (wet) against.push(wet);
  }
  if (owners.size > 1) {
    const kept = [...owners].filter(([owner]) => owner !== "");
    against.push(
      kept.length > 1
        ? `${kept.map(([owner]) => `${owner}'s`).join(" and ")} honey is kept apart, each by itself`
        : `honey kept separate for ${kept[0]?.[0]} (${kept[0]?.[1].join(", ")}) would be pooled with the house's`,
    );
  }
  if (against.length > 0 && despite === "")
    refuse(
      "at-the-gate",
      `${capital(against.join("; "))}. Leave it out, or say why it goes into jars all the same (on the line: because, and the reason).`,
      "despite",
    );
  const answer = {
    owner: [...owners.keys()].filter((o) => o !== "").join(" and "),
    despite: against.length > 0 ? `${against.join("; ")}: ${despite}` : "",
  };
  const parts = fills.map(({ fillId, grams = 1 }) => ({
    grams,
    water: waterOf.get(fillId)?.figures,
    vessel: vessels.find((v) => v.fillId === fillId),
  }));
  return {
    ...answer,
    seen: {
      ...answer,
      water_pct: mixed(parts.map((p) => ({ grams: p.grams, value: p.water?.waterPct }))),
      upper_pct: mixed(parts.map((p) => ({ grams: p.grams, value: p.water?.upperPct }))),
      // What came from outside has a past nobody here knows.
      hmf_mg_kg: mixed(
        parts.map(({ grams, vessel }) => ({
          grams,
          value: vessel?.origins.some((o) => o.href.startsWith("/trace/delivery/"))
            ? null
            : vessel?.heat.hmfHiMgKg,
        })),
      ),
      // A colour read of a part stands for that part alone.
      pfund_mm: mixed(
        parts.map(({ grams, vessel }) => ({
          grams,
          value: vessel?.colour && vessel.colour.share > 0.98 ? vessel.colour.value : null,
        })),
      ),
      blooms: bloomsOf(parts),
    },
  };
}
