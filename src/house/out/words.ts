/** Words of the line about what leaves. */

import { capital } from "../language/spoken";
import { FIGURE, reason, TAG, type Verb, WHY } from "../language/words";

export const WORDS: readonly Verb[] = [
  {
    bay: "Out",
    example: "send 12 WB26-001-K Harbour Deli",
    means: '12 jars of that lot to Harbour Deli; ", new" or ", again" behind it answers what was asked',
    pattern:
      /^send (?<jars>\d+) (?<lot>[a-z0-9]+-\d+-[a-z0-9](?:-\d{1,5})?|[a-z0-9]{5,17}) (?<buyer>.+?)(?<new>, ?new)?(?<again>, ?again)?$/i,
    command: "send-jars",
    input: (m) => ({
      jars: m.jars,
      lot: m.lot,
      buyer: m.buyer,
      ...(m.new ? { newBuyer: true } : {}),
      ...(m.again ? { again: true } : {}),
    }),
  },
  {
    bay: "Out",
    example: "sell d1 summer honey to Fen Cellar",
    means:
      'drum 1 goes to Fen Cellar as it is, all of it; sell 50 kg d1 is a part; ", new" behind the buyer answers what was asked',
    pattern: new RegExp(
      `^sell (?:(?<kg>${FIGURE}(?: ?(?:kg|g|lbs?|oz))) )?(?<vessel>[bdvu]${TAG}) (?<kind>.{1,60}?) to (?<buyer>.{1,80}?)(?<new>, ?new)?${WHY}$`,
      "i",
    ),
    command: "send-vessel",
    input: (m) => ({
      vessel: m.vessel,
      ...(m.kg ? { kg: m.kg } : {}),
      honeyKind: capital(m.kind ?? ""),
      buyer: m.buyer,
      ...(m.new ? { newBuyer: true } : {}),
      ...reason(m),
    }),
  },
];
