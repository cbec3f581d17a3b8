/** Words of the line about labels. */
import type { Verb } from "../language/words";

export const WORDS: readonly Verb[] = [
  {
    bay: "Bottle",
    example: "label WB26-003-K x48 next 8",
    means:
      "prints 48 labels of that lot, beginning at place 8 of the open sheet; nothing is printed while a rule is not met",
    pattern: /^label (?<lot>[a-z0-9-]{5,24}) ?[x×] ?(?<labels>\d{1,4})(?: next (?<next>\d{1,3}))?$/i,
    command: "print-labels",
    input: (m) => ({
      lot: m.lot,
      labels: m.labels,
      ...(m.next ? { beginAt: String(Math.max(0, Number(m.next) - 1)) } : {}),
    }),
  },
];
