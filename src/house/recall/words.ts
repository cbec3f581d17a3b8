/** Words of the line about recalls. */
import type { Verb } from "../language/words";

export const WORDS: readonly Verb[] = [
  {
    bay: "Out",
    example: "block WB26-001-6 tastes sour",
    means: "all that is here of that lot's batches is held at once; also block pail 12, block colony 7",
    pattern:
      /^block (?<what>(?:lot|batch|delivery|super|colony|jars) \S{1,30}|(?:pail|drum|tank|tub) \S{1,16}|[a-z0-9]\S{1,29}) (?<why>.{2,160})$/i,
    command: "block-all",
    input: (m) => ({ what: m.what, why: m.why }),
  },
];
