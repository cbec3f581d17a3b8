/** Words of the line about blending. */
import { FIGURE, MASS, reason, VESSEL, type Verb, WHY } from "../language/words";

export const WORDS: readonly Verb[] = [
  {
    bay: "Store",
    example: "blend b12, b13, 20 d3 into v1",
    means: "pails 12 and 13 and 20 kg of drum 3 blended in tank 1, with what the mix is foretold to be",
    pattern: new RegExp(
      `^blend (?<from>(?:${MASS} )?${VESSEL}(?:, ?(?:${MASS} )?${VESSEL}){0,30}) into (?<into>${VESSEL})${WHY}$`,
      "i",
    ),
    command: "blend-honey",
    input: (m) => ({
      from: (m.from ?? "").split(/, ?/).map((part) => {
        const gap = part.lastIndexOf(" ");
        return gap < 0 ? { vessel: part } : { vessel: part.slice(gap + 1), kg: part.slice(0, gap) };
      }),
      into: m.into,
      ...reason(m),
    }),
  },
  {
    bay: "Store",
    example: "mixed v1 17.8 17.9",
    means: "tank 1 reads 17.8 % at the top and 17.9 % at the bottom",
    pattern: new RegExp(`^mixed (?<vessel>${VESSEL}) (?<top>${FIGURE}) (?<bottom>${FIGURE})$`, "i"),
    command: "check-mix",
    input: (m) => ({ vessel: m.vessel, topPct: m.top, bottomPct: m.bottom }),
  },
];
