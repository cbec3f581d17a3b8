/** Words of the line about what stands in the store. */
import { FIGURE, TAG, type Verb } from "../language/words";

export const WORDS: readonly Verb[] = [
  {
    bay: "Store",
    example: "colour b12 48",
    means: "pail 12 is 48 mm on the Pfund scale; d a drum, v a tank, u a tub",
    pattern: new RegExp(`^colou?r (?<vessel>[bdvu]${TAG}) (?<mm>${FIGURE})(?: ?mm)?$`, "i"),
    command: "read-colour",
    input: (m) => ({ vessel: m.vessel, pfundMm: m.mm }),
  },
];
