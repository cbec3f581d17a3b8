/** Flows between places, with what only runs in circles taken out: a picture of where kilograms went has no way back. */

export interface FlowLink {
  readonly from: string;
  readonly to: string;
  /** Grams, more than 0. */
  readonly grams: number;
}

/** A way along links from a place back to itself, as indices into `links`; null when there is none. */
function circleIn(links: readonly FlowLink[]): number[] | null {
  const leaving = new Map<string, number[]>();
  for (const [i, l] of links.entries()) {
    const known = leaving.get(l.from);
    if (known) known.push(i);
    else leaving.set(l.from, [i]);
  }
  const done = new Set<string>();
  for (const start of leaving.keys()) {
    if (done.has(start)) continue;
    const way: number[] = [];
    const onWay = new Map<string, number>([[start, 0]]);
    const stack: { place: string; next: number }[] = [{ place: start, next: 0 }];
    for (let top = stack.at(-1); top; top = stack.at(-1)) {
      const i = leaving.get(top.place)?.[top.next++];
      if (i === undefined) {
        done.add(top.place);
        onWay.delete(top.place);
        stack.pop();
        way.pop();
        continue;
      }
      const to = (links[i] as FlowLink).to;
      const since = onWay.get(to);
      if (since !== undefined) return [...way.slice(since), i];
      if (done.has(to)) continue;
      way.push(i);
      onWay.set(to, stack.length);
      stack.push({ place: to, next: 0 });
    }
  }
  return null;
}

/**
 * The same net flow at every place with every circle taken out: honey drained back into its batch never left it.
 * Links between the same two places are added up first. What is left can be ordered from source to end.
 */
export function withoutCircles(links: readonly FlowLink[]): FlowLink[] {
  const between = new Map<string, FlowLink>();
  for (const l of links) {
    if (l.from === l.to) continue;
    const key = `${l.from}\u0000${l.to}`;
    between.set(key, { ...l, grams: l.grams + (between.get(key)?.grams ?? 0) });
  }
  let left = [...between.values()].filter((l) => l.grams > 0);
  // Each turn takes at least one link out.
  for (let circle = circleIn(left); circle; circle = circleIn(left)) {
    const least = Math.min(...circle.map((i) => (left[i] as FlowLink).grams));
    const part = new Set(circle);
    left = left
      .map((l, i) => (part.has(i) ? { ...l, grams: l.grams - least } : l))
      .filter((l) => l.grams > 1e-9);
  }
  return left;
}
