/** All that is held, what of it is here, what waits for a second person, and which rules hold by themselves. */
import type { Knex } from "knex";
import { ANALYTES, inWords } from "@/core/laboratory";
import { dayIn, writtenDay } from "../language/clock";
import { massG } from "../language/shown";
import { capital, plural, spoken } from "../language/spoken";
import type { Snapshot } from "../standing/snapshot";
import {
  type HoldRuleRow,
  holdRules,
  recentHolds,
  releasesOf,
  releaseWantsTwo,
  standingByHold,
} from "./records";

export interface HeldThing {
  readonly id: number;
  readonly number: number;
  readonly name: string;
  readonly why: string;
  readonly until: string;
  readonly since: string;
  readonly who: string;
  /** "25.4 kg in pail 7; 100 jars of WB26-001-6" */
  readonly lies: string;
  readonly gone: string;
  /** What of it was cleared one by one. */
  readonly cleared: readonly string[];
  /** Releases that wait for a second person. */
  readonly waiting: readonly {
    readonly id: number;
    readonly name: string;
    readonly by: string;
    readonly why: string;
  }[];
  readonly wantsResult: boolean;
  /** Vessels, batches and lots it lies on: each can be released alone. */
  readonly things: readonly string[];
  readonly open: boolean;
  readonly entry: number;
}

export interface HeldView {
  readonly open: readonly HeldThing[];
  readonly over: readonly HeldThing[];
  readonly rules: readonly { readonly id: number; readonly name: string; readonly says: string }[];
  readonly second: boolean;
  readonly grams: number;
}

/** So many holds are looked back on. */
const MOST = 200;
/** So many things are named; the rest is counted. */
const NAMED = 4;

export const saidRule = (r: HoldRuleRow): string =>
  `${r.yards.length === 0 ? "Any yard" : spoken(r.yards)}, pulled ${r.from_md} to ${r.to_md}${r.since ? `, from ${writtenDay(r.since)}` : ""}${r.until ? `, until ${writtenDay(r.until)}` : ""}: held until ${inWords(r.analyte)} is at most ${r.most} ${ANALYTES[r.analyte].unit}. ${capital(r.why)}.${r.source ? ` ${r.source}.` : ""}`;

export async function heldView(db: Knex, s: Snapshot): Promise<HeldView> {
  const [holds, rules, second] = await Promise.all([
    recentHolds(db, MOST),
    holdRules(db),
    releaseWantsTwo(db),
  ]);
  const ids = holds.map((h) => h.id);
  const open = new Set(s.held.open.map((h) => h.id));
  const [releases, lying] = await Promise.all([releasesOf(db, ids), standingByHold(db, s.held.on)]);
  const things = holds.map((h): HeldThing => {
    const on = lying.get(h.id) ?? [];
    const here = on.filter((t) => t.kind !== "parcel" && t.kind !== "loss" && t.kind !== "wax");
    const gone = on.filter((t) => t.kind === "parcel");
    const grams = here.reduce((g, t) => g + t.grams, 0);
    const named = here.map((t) => t.name);
    return {
      id: h.id,
      number: h.number,
      entry: h.entry_id,
      name: capital(h.name),
      why: h.why,
      until: h.until,
      since: writtenDay(dayIn(s.house.zone, h.stated_at)),
      who: h.who,
      lies:
        h.about === "boxes"
          ? `${plural(h.vessel_ids.length, "box", "boxes")} not to be used again`
          : grams === 0
            ? "nothing of it is here now"
            : `${massG(grams)} in ${spoken(named.slice(0, NAMED))}${named.length > NAMED ? ` and ${named.length - NAMED} more` : ""}`,
      gone:
        gone.length === 0
          ? ""
          : `${massG(gone.reduce((g, t) => g + t.grams, 0))} with ${spoken([...new Set(gone.map((t) => t.name))].slice(0, NAMED))}`,
      cleared: releases
        .filter((r) => r.hold_id === h.id && r.fill_id !== null && (!r.second || r.confirmed_by))
        .map((r) => `${r.name}: ${r.why}`),
      waiting: releases
        .filter((r) => r.hold_id === h.id && r.second && !r.confirmed_by)
        .map((r) => ({ id: r.id, name: r.name || "all of it", by: r.who, why: r.why })),
      wantsResult: h.analyte !== null,
      things: here
        .filter((t) => t.kind !== "comb")
        .map((t) => t.name)
        .slice(0, 60),
      open: open.has(h.id),
    };
  });
  return {
    open: things.filter((t) => t.open),
    over: things.filter((t) => !t.open),
    rules: rules.map((r) => ({ id: r.id, name: r.name, says: saidRule(r) })),
    second,
    grams: heldHere(s),
  };
}

/** What stands in vessels and lots and may not go on, g. */
export function heldHere(s: Snapshot): number {
  const vessels = s.vessels.filter((v) => v.holds.length > 0).reduce((g, v) => g + v.grams, 0);
  const lots = s.lots.filter((l) => s.held.on.has(l.fill_id)).reduce((g, l) => g + l.grams, 0);
  return vessels + lots;
}
