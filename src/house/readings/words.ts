/** Words of the line about readings of water. */

import { FIGURE, TAG, type Verb } from "../language/words";

export const WORDS: readonly Verb[] = [
  {
    bay: "Spin",
    example: "s41 17.2 17.4 17.3",
    means: "three drops of super 41 in a row; @28 behind them when the sample was at 28 °C",
    pattern: new RegExp(
      `^s(?<super>${TAG}) (?<values>${FIGURE}(?: ${FIGURE}){1,8})(?: ?@ ?(?<temp>${FIGURE}))?$`,
      "i",
    ),
    command: "read-sheet",
    input: (m) => ({ super: m.super, values: m.values, ...(m.temp ? { tempC: m.temp } : {}) }),
  },
  {
    bay: "Spin",
    example: "s41 17.6@28",
    means:
      "super 41 reads 17.6 % water, sample at 28 °C (20 °C when left out); bx behind the figure for Brix, atc at the end when the instrument compensates",
    pattern: new RegExp(
      `^s(?<super>${TAG}) (?<value>${FIGURE})(?<scale> ?(?:bx|n|%))?(?: ?@ ?(?<temp>${FIGURE}))?(?<atc> atc)?$`,
      "i",
    ),
    command: "read-moisture",
    input: (m) => ({ super: m.super, ...reading(m) }),
  },
  {
    bay: "Store",
    example: "read d1 17.4@22",
    means: "drum 1 reads 17.4 % water, sample at 22 °C; b a pail, v a tank, u a tub",
    pattern: new RegExp(
      `^read (?<vessel>[bdvu]${TAG}) (?<value>${FIGURE})(?<scale> ?(?:bx|n|%))?(?: ?@ ?(?<temp>${FIGURE}))?(?<atc> atc)?$`,
      "i",
    ),
    command: "read-moisture",
    input: (m) => ({ vessel: m.vessel, ...reading(m) }),
  },
];

function reading(m: Record<string, string | undefined>) {
  const mark = m.scale?.trim().toLowerCase();
  // A bare figure is in the unit of the instrument at hand; 1.49 can only be an index.
  const scale =
    mark === "bx"
      ? "brix"
      : mark === "n" || (mark === undefined && /^1[.,]/.test(m.value ?? ""))
        ? "index"
        : mark === "%"
          ? "water"
          : undefined;
  return {
    ...(scale ? { scale } : {}),
    value: m.value,
    ...(m.temp ? { tempC: m.temp } : {}),
    ...(m.atc ? { compensates: true } : {}),
  };
}
