/**
 * Who is at which box. Nobody tells when they begin one, so it is followed from what is known: whoever comes takes the
 * next box, whoever tells one done takes the next, whoever goes home leaves theirs. So a box stays with whoever is at
 * it, whatever the others tell meanwhile.
 */

export interface AtTheBench {
  readonly person: string;
  readonly fromMs: number;
  readonly toMs: number;
}

export interface ToldUncapped {
  readonly who: string;
  readonly tag: string;
  readonly atMs: number;
}

const same = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase();

/**
 * The box of everybody who is there at `nowMs`.
 * @param boxes the open boxes' tags in their order; those told done may stand among them
 * @param left those of them that still have frames to uncap
 */
export function atBoxes(
  bench: readonly AtTheBench[],
  told: readonly ToldUncapped[],
  { boxes, left, nowMs }: { boxes: readonly string[]; left: ReadonlySet<string>; nowMs: number },
): { readonly person: string; readonly of: string }[] {
  const pool = [...boxes];
  const at = new Map<AtTheBench, string | undefined>();
  const take = (who: AtTheBench): void => void at.set(who, pool.shift());
  const leave = (who: AtTheBench): void => {
    const box = at.get(who);
    if (box !== undefined) pool.unshift(box);
    at.delete(who);
  };
  const done = ({ who, tag }: ToldUncapped): void => {
    if (pool.includes(tag)) pool.splice(pool.indexOf(tag), 1);
    // Whose box it was takes the next one, whoever told it; whoever told another's stays at their own.
    for (const [person, box] of at) if (box === tag) take(person);
    const teller = [...at.keys()].find((b) => same(b.person, who));
    if (teller && at.get(teller) === undefined) take(teller);
  };
  const events = [
    ...bench.map((who) => ({ ms: who.fromMs, order: 0, happen: () => take(who) })),
    ...told.map((t) => ({ ms: t.atMs, order: 1, happen: () => done(t) })),
    ...bench.map((who) => ({ ms: who.toMs, order: 2, happen: () => leave(who) })),
  ];
  for (const e of events.filter((x) => x.ms <= nowMs).sort((a, b) => a.ms - b.ms || a.order - b.order))
    e.happen();
  // What was spun without a word is nobody's any more.
  for (const [who, box] of at)
    if (box === undefined || !left.has(box)) {
      while (pool[0] !== undefined && !left.has(pool[0])) pool.shift();
      take(who);
    }
  return [...at].flatMap(([{ person }, of]) => (of === undefined ? [] : [{ person, of }]));
}
