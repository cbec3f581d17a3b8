/** Words of the line about equipment. */

import { FIGURE, TAG, type Verb } from "../language/words";

export const WORDS: readonly Verb[] = [
  {
    bay: "Spin",
    example: "empty s41 5.1",
    means:
      "super 41 weighs 5.1 kg empty from now on; empty b12 for a pail, d1 a drum, v1 a tank, u1 a tub, k1 a bin",
    pattern: new RegExp(
      `^empty (?<letter>[sbkdvu])(?<tag>${TAG}) (?<kg>${FIGURE}(?: ?(?:kg|g|lbs?|oz))?)$`,
      "i",
    ),
    command: "weigh-empty",
    input: (m) => ({
      ...(/[sk]/i.test(m.letter ?? "")
        ? { [m.letter?.toLowerCase() === "k" ? "bin" : "super"]: m.tag }
        : { vessel: `${m.letter}${m.tag}` }),
      kg: m.kg,
    }),
  },
];
