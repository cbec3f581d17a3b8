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
  /** All that ever came in; speaks for emptied fills as well. */
  readonly received: readonly Share[];
  readonly receivedGrams: number;
}

type Shares = Map<FillId, number>;

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

export interface MixOptions {
  /** Fills to ask from: all honey coming into one of them is counted as its own from there on. */
  readonly startAt?: ReadonlySet<FillId>;
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
  { startAt, onMove }: MixOptions = {},
): Map<FillId, Composition> {
  const order = standing(movements);
  const receivers = new Set(order.map((m) => m.to));
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
    const moved: Shares = from ? draw(from, m.grams, m.own ?? null) : new Map([[m.to, m.grams]]);
    onMove?.(m, moved);
    for (const [from, grams] of moved) {
      const origin = startAt?.has(m.to) ? m.to : from;
      add(to.content, origin, grams);
      add(to.received, origin, grams);
    }
    to.grams += m.grams;
    to.receivedGrams += m.grams;
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
