/** What is looked at, and when: the lists a house begins with (common practice), which it may change. */
export const CHECKS = {
  opening: [
    { id: "gates", what: "All gates shut tight" },
    { id: "floor", what: "Nothing that touches honey stands on the floor" },
    { id: "bees", what: "Doors and windows shut, bees out" },
    { id: "hair", what: "Hair covered, sleeves and straps tucked in, small cuts gloved" },
    { id: "lid", what: "Lids close; machine bolted or boarded" },
    { id: "current", what: "Residual-current switch tested" },
  ],
  closing: [
    { id: "gates", what: "All gates shut, drums drained" },
    { id: "covered", what: "Pails and bins covered" },
    { id: "power", what: "Knives, planes and machines off at the wall" },
    { id: "washed", what: "Washed with warm water, floor dry" },
    { id: "wets", what: "Wets put where bees and moths cannot get at them" },
  ],
  hygiene: [
    { id: "hands", what: "Hands washed; soap, hot water and clean towels there" },
    { id: "clothes", what: "Clean clothes and apron, hair covered, rings and watches off" },
    { id: "well", what: "Nobody ill at the honey; cuts covered and gloved" },
    { id: "pests", what: "No trace of mice, ants or moths; traps looked at" },
    { id: "water", what: "Water is drinking water; drains run" },
    { id: "waste", what: "Waste out, food and drink elsewhere" },
  ],
  sanitising: [
    { id: "rinsed", what: "Rinsed with warm water until no honey is left" },
    { id: "washed", what: "Washed with detergent and rinsed" },
    { id: "sanitised", what: "Sanitiser at the strength and for the time its label says" },
    { id: "after", what: "Rinsed or let dry, as its label says" },
    { id: "tools", what: "Knives, sieves, gates and hoses taken apart and done too" },
    { id: "dry", what: "Everything dry before honey touches it" },
  ],
  filler: [
    { id: "clean", what: "Filler, hose and gate clean and dry; gate shut" },
    { id: "honey", what: "This vessel is the honey that is to be filled; no hold on it" },
    { id: "glass", what: "Jars looked through: no chip, crack or dust; none broken near by" },
    { id: "lids", what: "Lids and seals of the right size, clean" },
    { id: "scale", what: "Scale checked with a known weight, zeroed with an empty jar" },
    { id: "label", what: "Label and lot are this honey's" },
    { id: "first", what: "First jars weighed: at or over what the label says" },
  ],
} as const;
export type CheckKind = keyof typeof CHECKS;
export const CHECK_KINDS = Object.keys(CHECKS) as [CheckKind, ...CheckKind[]];

export const CHECK_TITLES: Readonly<Record<CheckKind, string>> = {
  opening: "Opening check",
  closing: "Closing check",
  hygiene: "Hygiene",
  sanitising: "Sanitising",
  filler: "Filler start",
};

/** All or nothing: the floor runs or it does not. The others are ticked as they are done, by whoever does it. */
export const WHOLE = ["opening", "closing"] as const satisfies readonly CheckKind[];
export const BY_AND_BY = ["hygiene", "sanitising", "filler"] as const satisfies readonly CheckKind[];
