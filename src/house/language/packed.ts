/**
 * Many things by their tags, of few kinds, packed into two texts: a browser takes in a text at once, where it would
 * take up five thousand records value by value before a screen answers.
 */
export interface Packed<Kind> {
  readonly kinds: readonly Kind[];
  /** The tags in their order, as JSON. */
  readonly tags: string;
  /** Which of `kinds` each of them is, in the same order, as JSON. */
  readonly of: string;
}

export function packed<Kind extends object>(
  things: readonly (readonly [tag: string, kind: Kind])[],
): Packed<Kind> {
  const kinds: Kind[] = [];
  const known = new Map<string, number>();
  const of = things.map(([, kind]) => {
    const text = JSON.stringify(kind);
    const at = known.get(text) ?? kinds.push(kind) - 1;
    known.set(text, at);
    return at;
  });
  return { kinds, tags: JSON.stringify(things.map(([tag]) => tag)), of: JSON.stringify(of) };
}

export function unpacked<Kind>({ kinds, tags, of }: Packed<Kind>): Readonly<Record<string, Kind>> {
  const kindOf = JSON.parse(of) as number[];
  return Object.fromEntries(
    (JSON.parse(tags) as string[]).map((tag, i) => [tag, kinds[kindOf[i] as number] as Kind]),
  );
}
