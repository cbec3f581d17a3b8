/** What is looked at before the first frame and after the last (common practice). */
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
} as const;
export type CheckKind = keyof typeof CHECKS;
