/** Words of the line about what leaves. */

import type { Verb } from "../language/words";

export const WORDS: readonly Verb[] = [
  {
    bay: "Out",
    example: "send 12 WB26-001-K Harbour Deli",
    means: '12 jars of that lot to Harbour Deli; ", new" or ", again" behind it answers what was asked',
    pattern:
      /^send (?<jars>\d+) (?<lot>[a-z0-9]+-\d+-[a-z0-9]|[a-z0-9]{5,12}) (?<buyer>.+?)(?<new>, ?new)?(?<again>, ?again)?$/i,
    command: "send-jars",
    input: (m) => ({
      jars: m.jars,
      lot: m.lot,
      buyer: m.buyer,
      ...(m.new ? { newBuyer: true } : {}),
      ...(m.again ? { again: true } : {}),
    }),
  },
];
