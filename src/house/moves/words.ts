/** Words of the line about pouring. */

import { FIGURE, TAG, type Verb, WHY } from "../language/words";

/** b12, d1, v2 (a tank), u3 (a tub), or by its word. */
const VESSEL = `(?:(?:pail|drum|tank|tub) )?[bdvu]?${TAG}`;

export const WORDS: readonly Verb[] = [
  {
    bay: "Settle",
    example: "pour b12 b13 into d1",
    means:
      "pails 12 and 13 go into drum 1, all of it; pour 20 kg b12 into v1 takes a part (v a tank, u a tub); because and a reason releases honey kept apart",
    pattern: new RegExp(
      `^pour (?:(?<kg>${FIGURE}(?: ?(?:kg|g|lbs?|oz))) )?(?<from>${VESSEL}(?:[ ,]{1,2}${VESSEL}){0,30}) into (?<to>${VESSEL}(?:[ ,]{1,2}${VESSEL}){0,30})${WHY}$`,
      "i",
    ),
    command: "move-honey",
    input: (m) => ({
      from: vesselsIn(m.from).map((vessel, i) => ({ vessel, ...(m.kg && i === 0 ? { kg: m.kg } : {}) })),
      to: vesselsIn(m.to).map((vessel) => ({ vessel })),
      ...(m.why ? { despite: m.why } : {}),
    }),
  },
];

/** "b12, drum 1" as two. */
function vesselsIn(words: string | undefined): string[] {
  const parts = (words ?? "").trim().split(/[\s,]+/);
  const list: string[] = [];
  for (let i = 0; i < parts.length; i++) {
    const word = parts[i] ?? "";
    if (/^(?:pail|drum|tank|tub)$/i.test(word)) list.push(`${word} ${parts[++i] ?? ""}`);
    else list.push(word);
  }
  return list;
}
