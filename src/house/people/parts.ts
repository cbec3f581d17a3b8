/** What a house may have out of the way: it is never gone, and one switch brings it back. */
export const PARTS = {
  planners: { label: "Plans", so: "of pulls and of the day, and everybody's next thing" },
  materials: {
    label: "Jars, lids and labels",
    so: "counted, ordered, and how many jars of each size to fill",
  },
  acceptance: { label: "Samples by the rule", so: "jars weighed for the whole lot, with what it gives away" },
  release: { label: "A second person", so: "lets lots go that wait" },
  exchange: { label: "GS1 and EPCIS", so: "article numbers, and events for other houses' systems" },
  publicPages: { label: "Public pages", so: "of lots, behind the code on the jar" },
} as const;
export type Part = keyof typeof PARTS;
export const PART_NAMES = Object.keys(PARTS) as readonly Part[];

export const PRESETS = {
  few: { label: "A few hives and a hand machine", parts: [] },
  sideline: { label: "Sideline", parts: ["planners", "materials", "acceptance"] },
  packing: { label: "Packing for others", parts: PART_NAMES },
} as const satisfies Record<string, { readonly label: string; readonly parts: readonly Part[] }>;
export type Preset = keyof typeof PRESETS;
export const PRESET_NAMES = Object.keys(PRESETS) as readonly Preset[];

/** A house that never chose shows everything. */
export const partsOf = (kept: readonly string[] | null): readonly Part[] =>
  kept === null ? PART_NAMES : PART_NAMES.filter((p) => kept.includes(p));

/** The preset whose parts these are; null for a choice of one's own. */
export const presetOf = (parts: readonly Part[]): Preset | null =>
  PRESET_NAMES.find((p) => {
    const own: readonly Part[] = PRESETS[p].parts;
    return own.length === parts.length && own.every((x) => parts.includes(x));
  }) ?? null;
