/** A day's plan as it is kept, and as the simulation wants it. */
import {
  type Box,
  type DayPlan,
  type Hand,
  NO_TOOL,
  simulateDay,
  TOOLS,
  type Tool,
  type Turning,
  USUAL,
} from "@/core/dayplan";
import { minutesOf } from "../language/clock-time";
import { floorFigures } from "./figures";
import { throughMeshKg } from "./gate-mesh";
import { gateAt } from "./gates";
import type { FloorMachine, LiveRun } from "./model";
import type { PlanInput } from "./plan-input";
import type { FloorView } from "./view";

/** Longer than any day on the floor, minutes. */
const ALL_DAY = 24 * 60;
const MINUTE = 60_000;

/** What somebody does, as their row on the board is called: "Odile, fork". */
const rowOf = (u: PlanInput["uncappers"][number]): string =>
  `${u.who}, ${u.tool === NO_TOOL ? (u.loads ? "machines" : "pails") : TOOLS[u.tool].name}`;

/** Two rows of one name, such as one person before and after noon, are two rows on the board. */
function toldApart(hands: readonly Hand[]): Hand[] {
  const seen = new Map<string, number>();
  return hands.map((h) => {
    const nth = (seen.get(h.name) ?? 0) + 1;
    seen.set(h.name, nth);
    return nth === 1 ? h : { ...h, name: `${h.name} (${nth})` };
  });
}

/** Minutes until the plan's start, negative since it began. */
export const startsIn = (
  { date, start }: Pick<PlanInput, "date" | "start">,
  { today, nowMin }: Pick<FloorView, "today" | "nowMin">,
): number => Math.round((Date.parse(date) - Date.parse(today)) / MINUTE) + minutesOf(start) - nowMin;

/**
 * The moment of a minute of today, counted from midnight. Now counts as its minute's beginning, as on a clock: what
 * was told some seconds ago in the minute of the plan's start was told after it.
 */
export const momentOf = ({ nowMs, nowMin }: Pick<FloorView, "nowMs" | "nowMin">, min: number): number =>
  nowMs - (nowMs % MINUTE) + (min - nowMin) * MINUTE;

/** What dries is ready, and now is, to so many minutes: meanwhile the plan stands still. */
const GRAIN = 5;
/** What comes out of the hot room later than this after the start is the next day's. */
const LATEST_MIN = 10 * 60;

/** From which minute on a plan is foreseen, counted from today's midnight: its start, or now for what is left. */
export const foreseenFrom = (
  plan: Pick<PlanInput, "date" | "start">,
  floor: Pick<FloorView, "today" | "nowMin">,
  from: "start" | "now",
): number =>
  from === "now" ? Math.floor(floor.nowMin / GRAIN) * GRAIN : floor.nowMin + startsIn(plan, floor);

/** Today's boxes, of which today's floor leaves the last ones. */
const lastOf = (boxes: readonly Box[], left: number): readonly Box[] =>
  left <= 0 ? [] : [...boxes].sort((a, b) => a.releaseMin - b.releaseMin).slice(-left);

/**
 * Boxes for a plan: what is still to spin; for tomorrow's what today's floor leaves and what dries until then.
 * @param left how many of today's boxes today's floor leaves; all of them when it is not known
 */
export function boxesFor(
  plan: Pick<PlanInput, "date" | "start">,
  floor: Pick<FloorView, "today" | "nowMin" | "boxes" | "boxesLater">,
  left = floor.boxes.length,
): readonly Box[] {
  const latest = startsIn(plan, floor) + LATEST_MIN;
  return plan.date > floor.today
    ? [...lastOf(floor.boxes, left), ...floor.boxesLater].filter((b) => b.releaseMin <= latest)
    : floor.boxes;
}

/** Enough to say how many boxes are left over. */
const QUICK = { seed: 1, replicates: 60 } as const;

/** How many of today's boxes its floor will leave, by the plan kept for it; null when there is none. */
export function leftToday(floor: FloorView): number | null {
  const { plan } = floor;
  if (!plan || plan.date > floor.today || floor.boxes.length === 0) return null;
  if (floor.checks.shut) return floor.boxes.length;
  const rest = asDayPlan(plan, floor.boxes, floor, startsIn(plan, floor) > 0 ? "start" : "now");
  return rest.extractors.length === 0
    ? null
    : simulateDay(rest, { ...QUICK, tryRelief: false }).boxesLeft.p50;
}

/** A run as the simulation goes on with it from a moment on. */
function turningFrom(run: LiveRun, atMs: number): Turning {
  const gone = (atMs - run.startedMs) / MINUTE;
  const leftMin = Math.max(0, Math.round(run.minutes - gone));
  return {
    frames: run.slots.filter(Boolean).length,
    // What came already is in the drum and the pail.
    kg: run.expectedKg * Math.min(1, leftMin / run.minutes),
    leftMin,
    turnsLeft: run.steps.filter((x) => x.call && x.speedPct === 0 && x.atMin > gone && x.atMin < run.minutes)
      .length,
  };
}

/** Nobody is at one box for longer: they were called away, and when they began is not known. */
const AT_ONE_BOX_MS = 45 * MINUTE;

/** Since when somebody is at their box: since they told the one before; undefined where that is not known. */
export function begunSince(
  { told = [], nowMs }: Pick<FloorView, "nowMs"> & Partial<Pick<FloorView, "told">>,
  person: string,
): number | undefined {
  const last = told.findLast((t) => t.who.toLowerCase() === person.toLowerCase())?.atMs;
  return last !== undefined && nowMs - last <= AT_ONE_BOX_MS ? last : undefined;
}

/** The plan as the simulation wants it, from its start, or from now on for what is left. */
export function asDayPlan(
  input: PlanInput,
  boxes: readonly Box[],
  floor: Pick<
    FloorView,
    "handStations" | "skills" | "today" | "nowMin" | "nowMs" | "live" | "gates" | "pailTakesKg"
  > &
    Partial<Pick<FloorView, "uncapped" | "given" | "told" | "mesh">> & {
      readonly machines: readonly Pick<
        FloorMachine,
        "name" | "kind" | "slots" | "deepSlots" | "suggestedMin" | "drumHoldsKg" | "cranked"
      >[];
    },
  from: "start" | "now" = "start",
): DayPlan {
  const zero = foreseenFrom(input, floor, from);
  const shift = floor.nowMin + startsIn(input, floor) - zero;
  // What is ready was so from the start; what still dries is ready at its own time of the day.
  const ready = (b: Box): number =>
    b.releaseMin > 0
      ? Math.max(0, Math.round((floor.nowMin + b.releaseMin) / GRAIN) * GRAIN - zero)
      : b.releaseMin;
  const chosen = floor.machines.filter((m) => input.machines.includes(m.name));
  /** A time of this day on the floor, over midnight too. */
  const sinceStart = (clock: string): number =>
    shift + ((minutesOf(clock) - minutesOf(input.start) + 1440) % 1440);
  const comesAt = (u: PlanInput["uncappers"][number]): number => sinceStart(u.from ?? input.start);
  // Who has gone home counts no more, unless too few are left to say that the shifts were too short.
  const still = input.uncappers.filter((u) => comesAt(u) + u.hours * 60 > 0);
  const enough =
    still.some((u) => u.tool !== NO_TOOL) &&
    (input.tenders > 0 || (still.some((u) => u.loads) && still.some((u) => u.pails)));
  const named = (enough ? still : input.uncappers).map((u): Hand => {
    const comes = comesAt(u);
    const known = floor.skills.find((k) => k.name.toLowerCase() === u.who.toLowerCase())?.tools ?? [];
    const pace = (tool: Tool): number =>
      known.find((k) => k.tool === tool)?.minPerFrame ?? TOOLS[tool].minPerFrame;
    return {
      name: rowOf(u),
      person: u.who,
      fromMin: Math.max(0, comes),
      // Who has gone home begins nothing any more.
      toMin: Math.max(0, comes + u.hours * 60),
      uncap: u.tool === NO_TOOL ? null : { minPerFrame: u.minPerFrame ?? pace(u.tool), cv: USUAL.cv },
      loads: u.loads ?? false,
      pails: u.pails ?? false,
      knows: known
        .filter((k) => k.tool !== u.tool)
        .map((k) => ({ tool: TOOLS[k.tool].name, minPerFrame: pace(k.tool) })),
    };
  });
  const others = Array.from(
    { length: input.tenders },
    (_, i): Hand => ({
      name: input.tenders === 1 ? "loading" : `loading ${i + 1}`,
      fromMin: 0,
      toMin: ALL_DAY,
      uncap: null,
      loads: true,
      pails: true,
    }),
  );
  const pailKg = floor.pailTakesKg ?? USUAL.pailKg;
  const goesOn = from === "now";
  const done = new Set(floor.uncapped ?? []);
  // All as of the plan's first minute, so that it stands still meanwhile.
  const zeroMs = momentOf(floor, zero);
  /** Who sees to nothing else has been at their box since they told the one before. */
  const begunBy = (h: Hand): Hand => {
    const since = begunSince(floor, h.person ?? "");
    return !goesOn || since === undefined || h.loads || h.pails
      ? h
      : { ...h, begunMin: Math.max(0, (zeroMs - since) / MINUTE) };
  };
  const gates = goesOn ? floor.gates.map((g) => gateAt(g, zeroMs)) : [];
  const standing = (of: "pailKg" | "drumKg"): number => Math.round(gates.reduce((kg, g) => kg + g[of], 0));
  const usual = { ...USUAL, ...floorFigures(input.figures) };
  const { mesh } = floor;
  const meshHasKg = mesh?.clogged
    ? usual.meshKg
    : mesh
      ? // One that has stood more than the plan says stands a little more: nobody told that it clogged.
        Math.min(usual.meshKg - 1, Math.round(throughMeshKg(mesh, zeroMs, standing("drumKg"))))
      : 0;
  return {
    ...usual,
    meshHasKg: goesOn ? Math.max(0, meshHasKg) : 0,
    pailKg,
    pailHasKg: Math.min(pailKg, standing("pailKg")),
    standsKg: standing("drumKg"),
    // What was told to be uncapped stands at the machines already; from the start nothing was.
    boxes: boxes.filter((b) => !goesOn || !done.has(b.id)).map((b) => ({ ...b, releaseMin: ready(b) })),
    bench: goesOn ? boxes.filter((b) => done.has(b.id)) : [],
    given: floor.given ?? [],
    hands: toldApart([...named.map(begunBy), ...others]),
    extractors: [
      ...chosen.map((m) => {
        const run = goesOn ? floor.live.find((r) => r.machine === m.name) : undefined;
        return {
          turning: run ? turningFrom(run, zeroMs) : null,
          name: m.name,
          slots: m.slots,
          deepSlots: m.deepSlots,
          runMin: m.suggestedMin,
          cv: 0.1,
          turns: m.kind === "radial" ? 0 : 2,
          cranked: m.cranked,
        };
      }),
      ...floor.handStations
        .filter((h) => input.machines.includes(h.name))
        .map((h) => ({
          name: h.name,
          slots: h.slots,
          deepSlots: 1 as const,
          runMin: h.runMin,
          cv: 0.2,
          turns: 0,
          turning: null,
          // Crushing and pressing take hands all the while; combs that hang do not.
          cranked: h.combLost,
        })),
    ],
    bufferKg: Math.max(
      60,
      chosen.reduce((kg, m) => kg + m.drumHoldsKg, 0),
    ),
    breaks: input.breaks
      .map((b) => ({ fromMin: sinceStart(b.at), toMin: sinceStart(b.at) + b.minutes }))
      .filter((b) => b.toMin > 0),
    cleaningMin: input.cleaningMin,
  };
}
