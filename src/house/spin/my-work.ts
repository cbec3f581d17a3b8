/** Everybody's next thing, by the day's plan seen from where the floor stands. */
import { type DayPlan, type Errand, NO_TOOL, nextWork } from "@/core/dayplan";
import { clockIn } from "../language/clock";
import { minutesOf } from "../language/clock-time";
import { mass } from "../language/shown";
import { atBoxes } from "./at-boxes";
import { asDayPlan, begunSince, foreseenFrom, momentOf, startsIn } from "./day-plan";
import { gateAt } from "./gates";
import type { PlanInput } from "./plan-input";
import type { FloorView } from "./view";

const MINUTE = 60_000;
const DAY_MIN = 24 * 60;
/** So many things are told ahead. */
const AHEAD = 3;
/** What begins within so many minutes is done now. */
const SOON_MIN = 1;

/** What one press enters, where a press can. */
export type Doing =
  | { readonly command: "note-uncapped"; readonly input: { readonly super: string } }
  | { readonly command: "note-mesh"; readonly input: { readonly what: "changed" } }
  | { readonly command: "end-run"; readonly input: { readonly machine: string } }
  | { readonly command: "swap-pail"; readonly input: { readonly batch: number; readonly machine?: string } };

export interface Next {
  readonly kind: Errand["kind"];
  readonly of: string;
  /** "uncap super 18". */
  readonly says: string;
  /** When it begins by the house's clock, and in how many minutes. */
  readonly at: string;
  readonly inMin: number;
  readonly minutes: number;
  /** Since when they are at it by the house's clock; null where nobody told, and the minutes count from now. */
  readonly begun: string | null;
  /** Where it is done. */
  readonly href: string;
  readonly done: Doing | null;
  /** What a scan of it means here, where that says it done: what is heard, in capitals, and the line it stands for. */
  readonly scan: { readonly heard: readonly string[]; readonly line: string } | null;
}

export interface PersonsWork {
  readonly person: string;
  /** What they are at, or null while they wait. */
  readonly now: Next | null;
  readonly next: readonly Next[];
  /** What they wait for. */
  readonly waits: string | null;
}

export interface MyWorkView {
  readonly people: readonly PersonsWork[];
  /** Why nobody is told anything. */
  readonly none: string | null;
  /** The mesh under the machines was told to be clogged, and no other was put in. */
  readonly clogged: boolean;
  /** Who can be sent where, and who is. */
  readonly places: readonly {
    readonly what: "box" | "machine" | "strainer";
    readonly of: string;
    readonly person: string | null;
  }[];
}

const SAYS: Readonly<Record<Errand["kind"], (of: string) => string>> = {
  uncap: (of) => `uncap super ${of}`,
  load: (of) => `load ${of}`,
  turn: (of) => `turn the frames in ${of}`,
  empty: (of) => `empty ${of}`,
  crank: (of) => `fill and crank ${of}`,
  pail: () => "swap the pail",
  mesh: () => "change the mesh",
};

const WAITS: Readonly<Record<Errand["kind"], (of: string) => string>> = {
  uncap: (of) => `super ${of} still dries or is somebody else's way`,
  load: (of) => `frames for ${of} are still being uncapped`,
  turn: (of) => `${of} turns`,
  empty: (of) => `${of} turns`,
  crank: () => "frames are still being uncapped",
  pail: () => "the pail fills",
  mesh: () => "the mesh holds still",
};

const HREF: Readonly<Record<Errand["kind"], string>> = {
  uncap: "/spin",
  load: "/spin?do=load",
  turn: "/spin",
  empty: "/spin",
  crank: "/spin?do=load",
  pail: "/spin",
  mesh: "/settle?do=care",
};

/** Only what is at hand can be told done: a box of an open batch, a machine that turns, a gate with a pail. */
function doing(floor: FloorView, { kind, of }: Pick<Errand, "kind" | "of">): Doing | null {
  if (kind === "uncap" && floor.inBatch.includes(of) && !floor.uncapped.includes(of))
    return { command: "note-uncapped", input: { super: of } };
  if (kind === "empty" && floor.live.some((r) => r.machine === of))
    return { command: "end-run", input: { machine: of } };
  if (kind === "mesh") return { command: "note-mesh", input: { what: "changed" } };
  const [gate, another] = floor.gates;
  if (kind === "pail" && gate && !another)
    return {
      command: "swap-pail",
      input: { batch: gate.batch, ...(gate.machine ? { machine: gate.machine } : {}) },
    };
  return null;
}

/** A scan of the box or machine in question, as a line that says it done. */
export function scanOf(done: Doing | null): Next["scan"] {
  if (done?.command === "note-uncapped") {
    const tag = done.input.super;
    const written = /^\d/.test(tag) ? tag : `:${tag}`;
    return {
      heard: [...new Set([tag, `S${tag}`, `S${written}`, `T${tag}`])].map((t) => t.toUpperCase()),
      line: `uncapped s${written}`,
    };
  }
  // Only a name of one word is one the line knows.
  if (done?.command === "end-run" && /^[a-z][a-z0-9-]*$/i.test(done.input.machine))
    return { heard: [done.input.machine.toUpperCase()], line: `done ${done.input.machine.toLowerCase()}` };
  return null;
}

/** Who is at which box now; where the lead sent somebody to a box, they are at that one. */
function benchNow(floor: FloorView, plan: PlanInput, day: DayPlan): { person: string; of: string }[] {
  const startMs = momentOf(floor, floor.nowMin + startsIn(plan, floor));
  const left = new Set(day.boxes.map((b) => b.id));
  const sent = floor.given.filter((g) => g.what === "box" && left.has(g.of));
  // All of the day's people, those who went home too: what they did before is part of how it came to stand.
  const bench = plan.uncappers
    .filter((u) => u.tool !== NO_TOOL && !sent.some((g) => g.person === u.who))
    .map((u) => {
      const fromMs =
        startMs + ((minutesOf(u.from ?? plan.start) - minutesOf(plan.start) + DAY_MIN) % DAY_MIN) * MINUTE;
      return { person: u.who, fromMs, toMs: fromMs + u.hours * 60 * MINUTE };
    });
  const taken = new Set(sent.map((g) => g.of));
  const boxes = [...new Set([...floor.order, ...left])].filter((b) => !taken.has(b));
  return [...sent, ...atBoxes(bench, floor.told, { boxes, left, nowMs: floor.nowMs })];
}

/** Null hands, no plan, a shut floor and an empty one say so in words. */
export function myWork(floor: FloorView): MyWorkView {
  const nothing = (none: string): MyWorkView => ({ people: [], none, clogged: false, places: [] });
  const { plan } = floor;
  if (!plan)
    return nothing(
      "No day is planned. A plan says who is there and what they can do; then everybody sees their next thing here.",
    );
  if (floor.checks.shut) return nothing("The floor is shut for today.");
  const early = startsIn(plan, floor) > 0;
  const from = early ? "start" : "now";
  const day = asDayPlan(plan, floor.boxes, floor, from);
  if (day.boxes.length + (day.bench?.length ?? 0) === 0 && !day.extractors.some((e) => e.turning))
    return nothing("Everything is spun.");
  if (day.extractors.length === 0) return nothing("No machine is chosen in the day's plan.");
  const zero = foreseenFrom(plan, floor, from);
  const zeroMs = momentOf(floor, zero);
  const sinceZero = floor.nowMin - zero;
  // What nobody told done is still to do, however long it should have taken by now.
  const errands = nextWork(day, early ? [] : benchNow(floor, plan, day));
  const told = (e: Errand): Next => ({
    kind: e.kind,
    of: e.of,
    says: SAYS[e.kind](e.of),
    at: clockIn(floor.zone, new Date(zeroMs + Math.max(e.fromMin, sinceZero) * MINUTE)),
    inMin: Math.max(0, Math.round(e.fromMin - sinceZero)),
    minutes: Math.max(
      1,
      Math.round(e.toMin > sinceZero ? e.toMin - Math.max(e.fromMin, sinceZero) : e.toMin - e.fromMin),
    ),
    begun: null,
    href: HREF[e.kind],
    done: doing(floor, e),
    scan: scanOf(doing(floor, e)),
  });
  const begunAt = (person: string, e: Errand): string | null => {
    const row = day.hands.find((h) => h.name === e.hand);
    if (e.kind !== "uncap" || row?.begunMin === undefined) return null;
    const since = begunSince(floor, person);
    return since === undefined ? null : clockIn(floor.zone, new Date(since));
  };
  const names = [...new Set(day.hands.map((h) => h.person ?? h.name))];
  const people = names.map((person): PersonsWork => {
    const own = errands.filter((e) => e.person === person).sort((a, b) => a.fromMin - b.fromMin);
    const [first] = own;
    const isNow = first !== undefined && first.fromMin <= sinceZero + SOON_MIN;
    const rest = own.slice(isNow ? 1 : 0, (isNow ? 1 : 0) + AHEAD - 1);
    return {
      person,
      now: isNow ? { ...told(first), begun: begunAt(person, first) } : null,
      next: rest.map(told),
      waits: isNow
        ? null
        : first
          ? WAITS[first.kind](first.of)
          : "nothing more is theirs today; help with the cleaning",
    };
  });
  const sent = (what: string, of: string) =>
    floor.given.find((g) => g.what === what && g.of === of)?.person ?? null;
  return {
    people,
    none: null,
    clogged: floor.mesh.clogged,
    places: [
      ...day.extractors.map((e) => ({
        what: "machine" as const,
        of: e.name,
        person: sent("machine", e.name),
      })),
      { what: "strainer" as const, of: "", person: sent("strainer", "") },
    ],
  };
}

/** How full the pail under the gate is, for whoever is to swap it. */
export const pailStands = (floor: FloorView): string | null => {
  const [gate] = floor.gates;
  if (!gate?.pail) return null;
  return `pail ${gate.pail} holds about ${mass(gateAt(gate, floor.nowMs).pailKg, 0)}`;
};
