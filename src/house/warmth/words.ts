/** Words of the line about warmth. */
import { eachOf, FIGURE, VESSEL, VESSELS, type Verb } from "../language/words";

const DEGREES = `${FIGURE}(?: ?°?[cf])?`;

export const WORDS: readonly Verb[] = [
  {
    bay: "Settle",
    example: "heat b12 b13 in cabinet until 34",
    means:
      "pails 12 and 13 put into what is called cabinet, until their core is at 34 °C; because … gives a reason",
    pattern: new RegExp(
      `^heat (?<vessels>${VESSELS}) in (?<warmer>[^,]{1,40}?)(?: until (?<until>${DEGREES}))?(?: because (?<why>.+))?$`,
      "i",
    ),
    command: "warm-vessels",
    input: (m) => ({
      vessels: eachOf(m.vessels),
      warmer: m.warmer,
      ...(m.until ? { untilC: m.until } : {}),
      ...(m.why ? { despite: m.why } : {}),
    }),
  },
  {
    bay: "Settle",
    example: "cool b12 b13",
    means: "pails 12 and 13 are out of the warmth; at 38 behind it says how warm their honey is",
    pattern: new RegExp(`^cool (?<vessels>${VESSELS})(?: at (?<temp>${DEGREES}))?$`, "i"),
    command: "cool-vessels",
    input: (m) => ({ vessels: eachOf(m.vessels), ...(m.temp ? { tempC: m.temp } : {}) }),
  },
  {
    bay: "Store",
    example: "look b12 half",
    means: "the honey in pail 12 is half set; clear, cloudy, half or solid",
    pattern: new RegExp(`^look (?<vessel>${VESSEL}) (?<look>clear|cloudy|half|solid)$`, "i"),
    command: "note-look",
    input: (m) => ({ vessel: m.vessel, look: m.look?.toLowerCase() }),
  },
  {
    bay: "Store",
    example: "air store 14 60",
    means: "where it is called store, it is 14 °C and 60 % humid",
    pattern: new RegExp(
      `^air (?<place>[^,]{1,40}?) (?<temp>${DEGREES})(?: (?<humidity>${FIGURE}) ?%?)?$`,
      "i",
    ),
    command: "note-place-air",
    input: (m) => ({
      place: m.place,
      tempC: m.temp,
      ...(m.humidity ? { humidityPct: m.humidity } : {}),
    }),
  },
];
