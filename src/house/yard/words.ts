/** Words of the line about the yard. */

import { FIGURE, TAG, type Verb } from "../language/words";

export const WORDS: readonly Verb[] = [
  {
    bay: "Yard",
    example: "pull s41 c12 95 21.4",
    means: "super 41 pulled off colony 12, 95 % capped, weighs 21.4 kg",
    pattern: new RegExp(
      `^pull s(?<super>${TAG}) c(?<colony>${TAG}) (?<capped>${FIGURE})%? (?<gross>${FIGURE}(?: ?(?:kg|g|lbs?|oz))?)$`,
      "i",
    ),
    command: "pull-supers",
    input: (m) => ({ supers: [{ tag: m.super, colony: m.colony, cappedPct: m.capped, grossKg: m.gross }] }),
  },
  {
    bay: "Yard",
    example: "weigh s41 21.4",
    means: "super 41, pulled and not yet weighed, weighs 21.4 kg with honey",
    pattern: new RegExp(`^weigh s?(?<super>${TAG}) (?<gross>${FIGURE}(?: ?(?:kg|g|lbs?|oz))?)$`, "i"),
    command: "weigh-in",
    input: (m) => ({ super: m.super, grossKg: m.gross }),
  },
];
