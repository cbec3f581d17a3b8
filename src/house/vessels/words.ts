/** Words of the line about equipment. */

import { FIGURE, TAG, type Verb } from "../language/words";

export const WORDS: readonly Verb[] = [
  {
    bay: "Spin",
    example: "empty s41 5.1",
    means: "super 41 weighs 5.1 kg empty from now on; empty b12 for a pail, empty k1 for a bin",
    pattern: new RegExp(`^empty (?<letter>[sbk])(?<tag>${TAG}) (?<kg>${FIGURE}(?: ?(?:kg|lb))?)$`, "i"),
    command: "weigh-empty",
    input: (m) => ({
      [m.letter?.toLowerCase() === "b" ? "pail" : m.letter?.toLowerCase() === "k" ? "bin" : "super"]: m.tag,
      kg: m.kg,
    }),
  },
];
