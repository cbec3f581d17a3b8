/** What needs a decision now, bay by bay: pure judgement over the snapshot. */

import { BAYS, type BayName } from "../bays";
import { blendDecisions } from "../blend/decisions";
import { bottleDecisions } from "../bottle/decisions";
import { holdDecisions } from "../hold/decisions";
import { hotRoomDecisions } from "../hot-room/decisions";
import { keptDecisions } from "../kept/decisions";
import { outDecisions } from "../out/decisions";
import { settleDecisions } from "../settle/decisions";
import { floorDecisions } from "../spin/decisions";
import { storeDecisions } from "../store/decisions";
import { yardDecisions } from "../yard/decisions";
import type { Decision, DecisionGroup } from "./model";
import type { Snapshot } from "./snapshot";
import { URGENCY } from "./urgency";

/** Set-up that nothing else can go without, in order; empty once supers and pails are there. */
export function firstSteps(s: Snapshot): Decision[] {
  const step = (id: string, what: string, so: string, href: string, label: string): Decision => ({
    id: `first-${id}`,
    bay: "Yard",
    urgency: URGENCY.toBegin,
    tone: "ink",
    when: "first",
    what,
    short: what.toLowerCase(),
    so,
    action: { label, href },
  });
  if (s.house.entry_id === null)
    return [
      step(
        "house",
        "Name your house",
        "Five questions, and the first pull can be entered; its name, address and country stand on every label.",
        "/first-hour",
        "Begin",
      ),
    ];
  if (!s.equipment.yards)
    return [
      step(
        "yard",
        "Set up a yard",
        "The place where colonies stand; every kilogram is traced back to it.",
        "/yard?do=yard",
        "Add a yard",
      ),
      step(
        "frames",
        "Or bring in a crate of loose frames",
        "No boxes to number: weigh the crate as it is, the house numbers it and asks for the rest later.",
        "/yard?do=frames",
        "Bring frames",
      ),
    ];
  if (!s.equipment.colonies)
    return [
      step(
        "colonies",
        "Set up colonies",
        "Give each colony a tag, such as 1 to 12.",
        "/yard?do=colonies",
        "Add colonies",
      ),
    ];
  if (!s.equipment.supers)
    return [
      step(
        "supers",
        "Set up supers",
        "Tag, depth, frames and empty weight: the empty weight gives the true yield.",
        "/yard?do=supers",
        "Add supers",
      ),
    ];
  if (!s.equipment.vessels)
    return [
      step(
        "pails",
        "Set up pails",
        "Weigh an empty pail with its lid, so that a full one tells its honey.",
        "/spin?do=pails",
        "Add pails",
      ),
    ];
  return [];
}

/** Worked out once for a snapshot: strip, bench and Today ask for the same list. */
const known = new WeakMap<Snapshot, readonly Decision[]>();
/** The snapshot that was read, of one that only has a clock of its own. */
const readOf = new WeakMap<Snapshot, Snapshot>();

/**
 * The house as it was read, by the clock of whoever looks now. What wants deciding stays as it was judged when it
 * was read: for everybody who looks in the same moment it is the same list.
 */
export function byClock(read: Snapshot, now: Date): Snapshot {
  const own = { ...read, now };
  readOf.set(own, read);
  return own;
}

/** The reading behind it, the same for all who share it. */
export const asRead = (s: Snapshot): Snapshot => readOf.get(s) ?? s;

/** Everything that wants deciding, most urgent first. */
export function decisions(s: Snapshot): readonly Decision[] {
  const read = asRead(s);
  const list = known.get(read) ?? workedOut(read);
  known.set(read, list);
  return list;
}

const OF_BAY: Record<BayName, (s: Snapshot) => readonly Decision[]> = {
  Yard: yardDecisions,
  "Hot room": hotRoomDecisions,
  Spin: floorDecisions,
  Settle: settleDecisions,
  Store: (s) => [...holdDecisions(s), ...storeDecisions(s), ...blendDecisions(s)],
  Bottle: bottleDecisions,
  Out: (s) => [...outDecisions(s), ...keptDecisions(s)],
};

function workedOut(s: Snapshot): Decision[] {
  return inTurn([...firstSteps(s), ...BAYS.flatMap((bay) => OF_BAY[bay](s))]);
}

/** What is for now stands over what is for later, and what can wait for any day under both. */
const turnOf = ({ when }: Decision): number =>
  when === "first" || when === "now" || when.endsWith(" over") ? 0 : when === "any day" ? 2 : 1;

export const inTurn = (list: readonly Decision[]): Decision[] =>
  [...list].sort((a, b) => turnOf(a) - turnOf(b) || a.urgency - b.urgency);

/** So many of one kind are told as one, with its list. */
const MANY = 3;

/** The same decisions as cards: many of one kind are one card, where the most urgent of them stands. */
export function asCards(list: readonly Decision[]): (Decision | DecisionGroup)[] {
  const many = new Set(
    list.flatMap((d) => (d.kind && list.filter((x) => x.kind === d.kind).length >= MANY ? [d.kind] : [])),
  );
  const told = new Set<string>();
  return list.flatMap((d): (Decision | DecisionGroup)[] => {
    if (d.kind === undefined || !many.has(d.kind)) return [d];
    if (told.has(d.kind)) return [];
    told.add(d.kind);
    return [{ kind: d.kind, list: list.filter((x) => x.kind === d.kind) }];
  });
}
