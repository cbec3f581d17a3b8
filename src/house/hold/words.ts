/** Words of the line about what is held. */
import type { Verb } from "../language/words";

export const WORDS: readonly Verb[] = [
  {
    bay: "Store",
    example: "hold d3 tutin may be in it until a result is in",
    means: "drum 3 goes nowhere; also hold lot WB26-001-6, hold batch 2, hold colony 7",
    pattern:
      /^hold (?<what>(?:lot|batch|delivery|super|colony) \S{1,30}|[bdvus]\S{1,16}|(?:pail|drum|tank|tub) \S{1,16}) (?<why>.{1,160}?) until (?<until>.{1,160})$/i,
    command: "hold",
    input: (m) => ({ what: m.what, why: m.why, until: m.until }),
  },
  {
    bay: "Store",
    example: "release hold 4 by order 7 the result is in",
    means: "hold 4 is lifted; of tank 1 behind the number lifts it for that vessel alone",
    pattern:
      /^release hold (?<hold>\d{1,9})(?: of (?<of>(?:lot|batch) \S{1,30}|(?:pail|drum|tank|tub) \S{1,16}|[bdvu]\S{1,16}))?(?: by order (?<result>\d{1,9}))? (?<why>.{1,200})$/i,
    command: "release-hold",
    input: (m) => ({
      hold: m.hold,
      why: m.why,
      ...(m.of ? { of: m.of } : {}),
      ...(m.result ? { result: m.result } : {}),
    }),
  },
];
