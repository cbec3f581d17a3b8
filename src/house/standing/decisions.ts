/** What needs a decision now, bay by bay: pure judgement over the snapshot. */

import { fermentationRisk } from "@/core/moisture";
import { formatKgFromG } from "@/core/units";
import { hotRoomDecisions } from "../hot-room/decisions";
import { ageBetween, whenIn } from "../language/clock";
import { plural } from "../language/ranges";
import { settledAt, settling, stored } from "../settle/settling";
import { floorDecisions } from "../spin/decisions";
import { yardDecisions } from "../yard/decisions";
import type { Decision, DecisionGroup } from "./model";
import type { PailState, Snapshot } from "./snapshot";
import { URGENCY } from "./urgency";

const kgOf = (list: readonly { grams: number }[]): number => list.reduce((g, x) => g + x.grams, 0);

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
        "Its name, address and country stand on every label.",
        "/set-up",
        "Set up",
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
  if (!s.equipment.pails)
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

function settleDecisions(s: Snapshot): Decision[] {
  const pails = settling(s);
  const first = pails.reduce<PailState | null>((a, b) => (!a || b.filledAt < a.filledAt ? b : a), null);
  if (!first) return [];
  const at = settledAt(s, first);
  return [
    {
      id: "settle-wait",
      bay: "Settle",
      urgency: URGENCY.skim,
      tone: "mass",
      when: whenIn(s.house.zone, at, s.now),
      what: `Leave ${plural(pails.length, "pail")} standing; skim pail ${first.tag} first`,
      short: `skim ${whenIn(s.house.zone, at, s.now)}`,
      so: `Wax and bubbles need about ${s.house.settle_hours} h to rise before the scum is taken off.`,
      why: {
        title: "Why wait?",
        because: [
          { what: "The oldest of them was filled", figure: `${ageBetween(first.filledAt, s.now)} ago` },
          {
            what: "Standing time of this house",
            figure: `${s.house.settle_hours} h`,
            source: "house setting; 24 h before jars is common practice",
          },
        ],
        change: "The standing time in Set-up.",
      },
    },
  ];
}

function storeDecisions(s: Snapshot): Decision[] {
  const risky = stored(s).filter((p) => p.water.verdict !== "unread" && (p.water.figures.waterPct ?? 0) > 18);
  const worst = risky.reduce<PailState | null>(
    (a, b) => (!a || (b.water.figures.waterPct ?? 0) > (a.water.figures.waterPct ?? 0) ? b : a),
    null,
  );
  if (!worst) return [];
  const risk = fermentationRisk(worst.water.figures.waterPct ?? 0);
  return [
    {
      id: "store-risk",
      bay: "Store",
      urgency: risk.verdict === "always" ? URGENCY.willFerment : URGENCY.mayFerment,
      tone: risk.verdict === "moderate" ? "water" : "stop",
      when: "soon",
      what: `Use or blend ${plural(risky.length, "pail")} first: ${risky.length === 1 ? "it" : "they"} may ferment`,
      short: `${risky.length} may ferment`,
      so: `Pail ${worst.tag}: ${risk.sentence}`,
      why: {
        title: `Pail ${worst.tag}`,
        because: [...worst.water.because, ...risk.because],
        change: "A reading of the pail itself, or a yeast count.",
      },
      action: { label: "Look", href: `/trace/pail/${worst.tag}` },
    },
  ];
}

function bottleDecisions(s: Snapshot): Decision[] {
  // As the gate judges: by the upper limit of its water.
  const ready = stored(s).filter((p) => (p.water.figures.upperPct ?? 99) <= s.house.limit_pct);
  if (ready.length === 0) return [];
  const best = ready.reduce((a, b) => (a.filledAt < b.filledAt ? a : b));
  return [
    {
      id: "bottle-ready",
      bay: "Bottle",
      urgency: URGENCY.mayBeBottled,
      tone: "go",
      when: "any day",
      what: `${formatKgFromG(kgOf(ready))} kg in ${plural(ready.length, "pail")} may go into jars`,
      short: `${formatKgFromG(kgOf(ready), 0)} kg to jar`,
      so: `Oldest: pail ${best.tag} of batch ${best.batch}, ${ageBetween(best.filledAt, s.now)} old.`,
      why: {
        title: "Which pails count",
        because: [
          { what: "Stood longer than", figure: `${s.house.settle_hours} h` },
          {
            what: "Water at most, one-sided 95 %, at or under the limit",
            figure: `${s.house.limit_pct} %`,
            source: "house setting; USDA grade A and B",
          },
          { what: "Pails that count", figure: ready.map((p) => p.tag).join(", ") },
        ],
        change: "A new reading, or the limit in Set-up.",
      },
      action: { label: "Fill jars", href: `/bottle?do=lot&pails=${best.tag}` },
    },
  ];
}

function outDecisions(s: Snapshot): Decision[] {
  const here = s.lots.filter((l) => l.jars > l.jars_out);
  const first = here.at(-1);
  if (!first) return [];
  const jars = here.reduce((n, l) => n + l.jars - l.jars_out, 0);
  return [
    {
      id: "out-ready",
      bay: "Out",
      urgency: URGENCY.mayLeave,
      tone: "go",
      when: "any day",
      what: `${plural(jars, "jar")} of ${plural(here.length, "lot")} may leave`,
      short: `${plural(jars, "jar")} ready`,
      so: `Oldest first: lot ${first.code}, ${first.honey_kind}, ${plural(first.jars - first.jars_out, "jar")} of ${first.nominal_g} g.`,
      action: { label: "Send jars", href: `/out?do=send&lot=${first.code}` },
    },
  ];
}

/** Worked out once for a snapshot: strip, bench and Today ask for the same list. */
const known = new WeakMap<Snapshot, readonly Decision[]>();

/** Everything that wants deciding, most urgent first. */
export function decisions(s: Snapshot): readonly Decision[] {
  const list = known.get(s) ?? workedOut(s);
  known.set(s, list);
  return list;
}

function workedOut(s: Snapshot): Decision[] {
  return inTurn([
    ...firstSteps(s),
    ...yardDecisions(s),
    ...hotRoomDecisions(s),
    ...floorDecisions(s),
    ...settleDecisions(s),
    ...storeDecisions(s),
    ...bottleDecisions(s),
    ...outDecisions(s),
  ]);
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
