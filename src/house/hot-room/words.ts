/** Words of the line about the hot room. */

import { FIGURE, tagList, type Verb } from "../language/words";

export const WORDS: readonly Verb[] = [
  {
    bay: "Hot room",
    example: "stack a s41 s42",
    means: "supers 41 and 42 stand in stack A of the hot room",
    pattern: /^stack (?<stack>[a-z]{1,2}) (?<supers>s?\d[\ds,. -]*)$/i,
    command: "stack-supers",
    input: (m) => ({ stack: m.stack, supers: tagList(m.supers, "s") }),
  },
  {
    bay: "Hot room",
    example: "hot 29.5 31",
    means: "the hot room is at 29.5 °C and 31 % relative humidity",
    pattern: new RegExp(`^hot (?<temp>${FIGURE}(?: ?°?[cf])?) (?<humidity>${FIGURE}) ?%?$`, "i"),
    command: "note-climate",
    input: (m) => ({ tempC: m.temp, humidityPct: m.humidity }),
  },
  {
    bay: "Hot room",
    example: "fan a full",
    means: "stack A stands in the fan's full draught; some and none are the others",
    pattern: /^fan (?<stack>[a-z]{1,2}) (?<fan>full|some|none)$/i,
    command: "set-fan",
    input: (m) => ({ stack: m.stack, fan: m.fan?.toLowerCase() }),
  },
];
