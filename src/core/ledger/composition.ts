/**
 * Whose honey is in a fill? Fills are well mixed; shares follow the movements in time order.
 * An origin is the fill in which honey first arrived from a source (the super a colony's honey stood in);
 * a source is a fill that nothing ever came into.
 */
import { DomainError } from "../domain-error";
import { type FillId, type Movement, standing } from "./movement";

export interface Share {
  readonly origin: FillId;
  /** Grams, not rounded. */
  readonly grams: number;
  /** % of the whole by mass. */
  readonly pct: number;
}

export interface Composition {
  /** What is in the fill now. */
  readonly content: readonly Share[];
  readonly contentGrams: number;
  /**
   * All that ever came in, each gram once however often it left and came back; speaks for emptied fills as well.
   */
  readonly received: readonly Share[];
  readonly receivedGrams: number;
}

type Shares = Map<FillId, number>;
const NO_SHARES: Shares = new Map();

interface State {
  content: Shares;
  grams: number;
  received: Shares;
  receivedGrams: number;
}

const emptyState = (): State => ({ content: new Map(), grams: 0, received: new Map(), receivedGrams: 0 });

const add = (to: Shares, origin: FillId, grams: number) => to.set(origin, (to.get(origin) ?? 0) + grams);

/** Takes `grams` out of a state: the own origin first, the rest by share. */
function draw(state: State, grams: number, own: FillId | null): Shares {
  const taken: Shares = new Map();
  const ownHere = own == null ? 0 : Math.min(state.content.get(own) ?? 0, grams);
  if (own != null && ownHere > 0) {
    add(taken, own, ownHere);
    add(state.content, own, -ownHere);
  }
  const rest = grams - ownHere;
  const left = state.grams - ownHere;
  if (rest > 0 && left > 0) {
    const part = rest / left;
    for (const [origin, held] of state.content) {
      const out = held * part;
      if (out > 0) {
        add(taken, origin, out);
        state.content.set(origin, held - out);
      }
    }
  }
  state.grams -= grams;
  if (state.grams === 0) state.content.clear();
  return taken;
}

const asShares = (shares: Shares, total: number): Share[] =>
  [...shares]
    .filter(([, grams]) => grams > 1e-6)
    .map(([origin, grams]) => ({ origin, grams, pct: (grams / total) * 100 }))
    .sort((a, b) => b.grams - a.grams || a.origin - b.origin);

/** Fills that honey can leave and come back to, by what was moved: members of circles of movements. */
function onCircles(order: readonly Movement[]): ReadonlySet<FillId> {
  const to = new Map<FillId, Set<FillId>>();
  const left = new Map<FillId, number>();
  for (const m of order) {
    const known = to.get(m.from) ?? new Set();
    if (!known.has(m.to)) left.set(m.to, (left.get(m.to) ?? 0) + 1);
    to.set(m.from, known.add(m.to));
    if (!left.has(m.from)) left.set(m.from, 0);
  }
  // Fills nothing more comes into are peeled off from the front, those that lead nowhere from the back.
  const peel = (edges: ReadonlyMap<FillId, ReadonlySet<FillId>>, count: Map<FillId, number>) => {
    const free = [...count].filter(([, n]) => n === 0).map(([fill]) => fill);
    for (let fill = free.pop(); fill !== undefined; fill = free.pop()) {
      count.delete(fill);
      for (const next of edges.get(fill) ?? []) {
        const n = count.get(next);
        if (n === undefined) continue;
        count.set(next, n - 1);
        if (n === 1) free.push(next);
      }
    }
  };
  peel(to, left);
  const back = new Map<FillId, Set<FillId>>();
  const out = new Map<FillId, number>([...left.keys()].map((fill) => [fill, 0]));
  for (const [from, targets] of to)
    for (const target of targets)
      if (left.has(from) && left.has(target)) {
        back.set(target, (back.get(target) ?? new Set()).add(from));
        out.set(from, (out.get(from) ?? 0) + 1);
      }
  peel(back, out);
  return new Set(out.keys());
}

/** Per fill and origin, grams that have been in one fill of a circle before. */
type Been = Map<FillId, Shares>;

/** Marks what moves as having been in `home` before; returns what of it comes back there, by origin. */
function returning(
  been: Been,
  home: FillId,
  m: Movement,
  moved: Shares,
  before: ReadonlyMap<FillId, number>,
): Shares {
  const here = been.get(m.from);
  const back: Shares = new Map();
  for (const [origin, grams] of moved) {
    const held = before.get(origin) ?? 0;
    const known = m.from === home ? grams : held > 0 ? (grams * (here?.get(origin) ?? 0)) / held : 0;
    if (!(known > 0)) continue;
    if (m.from !== home) here?.set(origin, Math.max(0, (here.get(origin) ?? 0) - known));
    back.set(origin, known);
  }
  return back;
}

export interface MixOptions {
  /** Fills to ask from: all honey coming into one of them is counted as its own from there on. */
  readonly startAt?: ReadonlySet<FillId>;
  /** Only what is in each fill is asked, not what ever came in: honey that comes back needs no following then. */
  readonly contentOnly?: boolean;
  /** Called for every standing movement with the grams it carries of each origin. */
  readonly onMove?: (movement: Movement, shares: ReadonlyMap<FillId, number>) => void;
}

/**
 * The composition of every fill touched by `movements`.
 * Memory and time grow with fills times origins; give it the movements upstream of what is asked.
 * @throws DomainError `overdrawn` when a movement takes more than its fill holds
 */
export function mix(
  movements: readonly Movement[],
  { startAt, contentOnly = false, onMove }: MixOptions = {},
): Map<FillId, Composition> {
  const order = standing(movements);
  const receivers = new Set(order.map((m) => m.to));
  const circle = contentOnly ? [] : [...onCircles(order)];
  const beenIn = new Map<FillId, Been>(circle.map((home) => [home, new Map()]));
  const states = new Map<FillId, State>();
  const state = (fill: FillId): State => {
    const known = states.get(fill) ?? emptyState();
    states.set(fill, known);
    return known;
  };
  for (const m of order) {
    const to = state(m.to);
    const isSource = !receivers.has(m.from);
    const from = isSource ? null : state(m.from);
    if (from && m.grams > from.grams) {
      throw new DomainError(
        "overdrawn",
        `Movement ${m.id} takes ${m.grams} g out of a fill that holds ${from.grams} g.`,
        { movement: m },
      );
    }
    const before = circle.length > 0 && from ? new Map(from.content) : NO_SHARES;
    const moved: Shares = from ? draw(from, m.grams, m.own ?? null) : new Map([[m.to, m.grams]]);
    onMove?.(m, moved);
    const relabelled = (origin: FillId): FillId => (startAt?.has(m.to) ? m.to : origin);
    let again: Shares = NO_SHARES;
    for (const home of circle) {
      const been = beenIn.get(home) as Been;
      if (m.from !== home && !been.has(m.from)) continue;
      const back = returning(been, home, m, moved, before);
      if (m.to === home) again = back;
      else if (back.size > 0) {
        const there = been.get(m.to) ?? new Map<FillId, number>();
        for (const [origin, grams] of back) add(there, relabelled(origin), grams);
        been.set(m.to, there);
      }
    }
    for (const [origin, grams] of moved) {
      const fresh = grams - (again.get(origin) ?? 0);
      add(to.content, relabelled(origin), grams);
      if (fresh > 0) add(to.received, relabelled(origin), fresh);
    }
    to.grams += m.grams;
    to.receivedGrams += m.grams - [...again.values()].reduce((a, b) => a + b, 0);
  }
  return new Map(
    [...states].map(([fill, s]) => [
      fill,
      {
        content: asShares(s.content, s.grams),
        contentGrams: s.grams,
        received: asShares(s.received, s.receivedGrams),
        receivedGrams: s.receivedGrams,
      },
    ]),
  );
}

const NOTHING: Composition = { content: [], contentGrams: 0, received: [], receivedGrams: 0 };

/** The composition of one fill; nothing at all for a fill no movement touches. @throws as {@link mix} */
export function composition(fill: FillId, movements: readonly Movement[]): Composition {
  return mix(movements).get(fill) ?? NOTHING;
}
