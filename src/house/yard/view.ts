import type { Knex } from "knex";
import { type PullRipeness, type RipenessRules, stepSdPct } from "@/core/moisture";
import type { ExpectedYield, PastBatch, PastFrames, SuperDepth } from "@/core/yields";
import { type AtHand, devicesAtHand } from "../devices/view";
import { stacksOf } from "../hot-room/stacks";
import { dayIn, writtenDay } from "../language/clock";
import { type Packed, packed } from "../language/packed";
import { dayOfYearSaid } from "../language/said-time";
import { massFigureG } from "../language/shown";
import { rulesOf } from "../ledger/records/house";
import { instruments, kindOf, standingAt } from "../readings/records/instruments";
import type { Snapshot } from "../standing/snapshot";
import { framesOf } from "../vessels/frames";
import { colonies, vessels, yards } from "../vessels/records";
import { CLEARING, type Clearing, type DatedStep, stepsOf } from "./clearing";
import { maybePlan, type PlanRow } from "./records/plans";
import { bloomsSince, gaveByYard } from "./records/pulls";
import { pastBatches, pastFrames } from "./records/yields";
import { judgedPull, type PullTogether, pullsOf, yieldOf } from "./ripeness";

export interface YardView {
  readonly today: string;
  readonly yards: readonly {
    name: string;
    note: string;
    location: string;
    registration: string;
    blooms: string;
    colonies: number;
    separate: string;
    supers: number;
    grams: number;
    kg: string;
    kgPerColony: string;
  }[];
}

export interface PullSheetView {
  readonly yard: string;
  readonly yards: readonly string[];
  /** Tags of the colonies of each yard. */
  readonly colonies: Readonly<Record<string, readonly string[]>>;
  readonly supers: Packed<{ emptyKg: number; frames: number; depth: SuperDepth }>;
  /** Supers that are in the house already. */
  readonly out: readonly string[];
  readonly today: string;
  readonly rules: RipenessRules;
  readonly instruments: readonly {
    name: string;
    scale: "water" | "brix" | "index";
    compensates: boolean;
    offset: number;
    verified: boolean;
    stepSdPct: number;
    commonSdPct: number;
  }[];
  readonly devices: AtHand;
  readonly past: { readonly batches: readonly PastBatch[]; readonly frames: PastFrames };
}

export const pastOf = async (db: Knex) => {
  const [batches, frames] = await Promise.all([pastBatches(db), pastFrames(db)]);
  return { batches, frames };
};

/** A pull that waits at the intake, what it is judged to be and what it will likely give. */
export interface IntakePull extends PullTogether {
  readonly judged: PullRipeness;
  readonly expected: ExpectedYield;
}

/** All that waits at the intake, pull by pull, the newest first. */
export async function intakeView(db: Knex, s: Snapshot): Promise<readonly IntakePull[]> {
  const pulls = pullsOf(stacksOf(s.waiting).intake);
  if (pulls.length === 0) return [];
  const past = await pastOf(db);
  return pulls.map((pull) => ({
    ...pull,
    judged: judgedPull(s, pull.supers),
    expected: yieldOf(pull.supers, past),
  }));
}

/** What the pull sheet offers and works with; null while a yard, colonies or supers are still to be set up. */
export async function pullSheetView(db: Knex, s: Snapshot): Promise<PullSheetView | null> {
  const [places, hives, boxes, tools, devices, past] = await Promise.all([
    yards(db),
    colonies(db),
    vessels(db, "super"),
    instruments(db, { since: s.now }),
    devicesAtHand(db),
    pastOf(db),
  ]);
  if (places.length === 0 || hives.length === 0 || boxes.length === 0) return null;
  const inBatches = s.openBatches.flatMap((b) =>
    b.combs.filter((c) => c.spun_entry === null).map((c) => c.tag),
  );
  const planned = s.plans[0]?.yard;
  return {
    yard: planned ?? places.find((y) => hives.some((c) => c.yard_id === y.id))?.name ?? "",
    yards: places.map((y) => y.name),
    colonies: Object.fromEntries(
      places.map((y) => [y.name, hives.filter((c) => c.yard_id === y.id).map((c) => c.tag)]),
    ),
    supers: packed(
      boxes.map((v) => [
        v.tag,
        { emptyKg: v.empty_g / 1000, frames: framesOf(v), depth: (v.depth ?? "custom") as SuperDepth },
      ]),
    ),
    out: [...s.waiting.map((w) => w.tag), ...inBatches],
    today: dayIn(s.house.zone, s.now),
    rules: rulesOf(s.house),
    // The one checked last is at hand first.
    instruments: tools
      .map((i) => ({ i, standing: standingAt(i, s.now) }))
      .sort((a, b) => (b.i.checks.at(-1)?.at.getTime() ?? 0) - (a.i.checks.at(-1)?.at.getTime() ?? 0))
      .map(({ i, standing }) => ({
        name: i.name,
        scale: i.scale,
        compensates: i.compensates,
        offset: standing.offset,
        verified: standing.verified,
        stepSdPct: stepSdPct(kindOf(i)),
        commonSdPct: standing.commonSdPct,
      })),
    devices,
    past,
  };
}

/** The yards with what they gave since New Year: honey as weighed in, gross less the super's empty weight. */
export async function yardView(db: Knex, s: Pick<Snapshot, "house" | "now">): Promise<YardView> {
  const today = dayIn(s.house.zone, s.now);
  const year = `${today.slice(0, 4)}-01-01`;
  const [places, hives, gave, blooms] = await Promise.all([
    yards(db),
    colonies(db),
    gaveByYard(db, year),
    bloomsSince(db, year),
  ]);
  const byYard = new Map(gave.map((g) => [g.yard_id, { supers: g.supers, grams: g.grams }]));
  return {
    today,
    yards: places.map((y) => {
      const own = hives.filter((c) => c.yard_id === y.id);
      const { supers = 0, grams = 0 } = byYard.get(y.id) ?? {};
      const separate = own.filter((c) => c.owner !== "");
      return {
        name: y.name,
        note: y.note,
        location: y.location ?? "",
        registration: y.registration ?? "",
        blooms: blooms
          .filter((b) => b.yard_id === y.id)
          .slice(-4)
          .map((b) => `${b.what} ${dayOfYearSaid(b.date)}`)
          .join(", "),
        colonies: own.length,
        separate: [...new Set(separate.map((c) => c.owner))]
          .map((owner) => `${separate.filter((c) => c.owner === owner).length} for ${owner}`)
          .join(", "),
        supers,
        grams,
        kg: massFigureG(grams),
        kgPerColony: own.length > 0 ? massFigureG(grams / own.length) : "–",
      };
    }),
  };
}

export interface PlanView {
  readonly id: number;
  readonly yard: string;
  readonly location: string;
  readonly date: string;
  readonly written: string;
  readonly note: string;
  readonly clearing: Clearing;
  readonly steps: readonly (DatedStep & { readonly written: string; readonly late: boolean })[];
}

const planned = (plan: PlanRow, today: string): PlanView => ({
  id: plan.id,
  yard: plan.yard,
  location: plan.location ?? "",
  date: plan.date,
  written: writtenDay(plan.date),
  note: plan.note,
  clearing: CLEARING[plan.method],
  steps: stepsOf(plan).map((step) => ({
    ...step,
    written: writtenDay(step.date),
    late: !step.done && step.date < today,
  })),
});

export const plansView = (s: Snapshot): PlanView[] =>
  s.plans.map((p) => planned(p, dayIn(s.house.zone, s.now)));

export async function planView(db: Knex, s: Snapshot, id: number): Promise<PlanView | null> {
  const plan = Number.isSafeInteger(id) ? await maybePlan(db, id) : undefined;
  return plan ? planned(plan, dayIn(s.house.zone, s.now)) : null;
}
