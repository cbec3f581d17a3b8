/** Words of the line about what stands in the store. */
import { eachOf, FIGURE, MASS, reason, VESSEL, type Verb, WHY } from "../language/words";

export const WORDS: readonly Verb[] = [
  {
    bay: "Store",
    example: "colour b12 48",
    means: "pail 12 is 48 mm on the Pfund scale; d a drum, v a tank, u a tub",
    pattern: new RegExp(`^colou?r (?<vessel>${VESSEL}) (?<mm>${FIGURE})(?: ?mm)?$`, "i"),
    command: "read-colour",
    input: (m) => ({ vessel: m.vessel, pfundMm: m.mm }),
  },
  {
    bay: "Store",
    example: "put b12 in north shelf",
    means: "pail 12 stands in what is called north shelf",
    pattern: new RegExp(`^put (?<vessel>${VESSEL}) in (?<place>.{1,40})$`, "i"),
    command: "place-vessel",
    input: (m) => ({ vessel: m.vessel, place: m.place }),
  },
  {
    bay: "Store",
    example: "stock north shelf: b12 b13 b14",
    means:
      "pails 12, 13 and 14 were seen along that place; what is booked there besides is noted as not seen",
    pattern: new RegExp(
      `^stock (?<place>[^:]{1,40}): ?(?<vessels>${VESSEL}(?:[ ,]{1,2}${VESSEL}){0,200})${WHY}$`,
      "i",
    ),
    command: "take-stock",
    input: (m) => ({
      place: m.place,
      seen: eachOf(m.vessels).map((vessel) => ({ vessel })),
      ...reason(m),
    }),
  },
  {
    bay: "Store",
    example: "taste b12 mint and grass",
    means: "how the honey in pail 12 smells and tastes, in your words",
    pattern: new RegExp(`^taste (?<vessel>${VESSEL}) (?<words>.{1,200})$`, "i"),
    command: "taste",
    input: (m) => ({ vessel: m.vessel, words: m.words }),
  },
  {
    bay: "Store",
    example: "sample b12 0.25 in cellar",
    means: "0.25 kg of pail 12 kept back in what is called cellar",
    pattern: new RegExp(`^sample (?<vessel>${VESSEL}) (?<kg>${MASS}) in (?<place>.{1,40})$`, "i"),
    command: "keep-sample",
    input: (m) => ({ vessel: m.vessel, kg: m.kg, place: m.place }),
  },
  {
    bay: "Store",
    example: "sample b12 gone",
    means: "the sample of pail 12 that was kept back is thrown away; or: used up, not found",
    pattern: new RegExp(`^sample (?<vessel>${VESSEL}) (?<what>gone|thrown away|used up|not found)$`, "i"),
    command: "sample-gone",
    input: ({ vessel, what = "" }) => ({
      vessel,
      ...(/^gone$/i.test(what) ? {} : { what: what.toLowerCase().replace(" ", "-") }),
    }),
  },
];
