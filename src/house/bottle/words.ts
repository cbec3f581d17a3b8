/** Words of the line about bottling. */

import { reason, TAG, tagList, type Verb, WHY } from "../language/words";

export const WORDS: readonly Verb[] = [
  {
    bay: "Bottle",
    example: "lot b12 b13 48x454 lime honey",
    means:
      "48 jars of 454 g, labelled lime honey, out of pails 12 and 13; what they do not need stays in the pail",
    pattern: new RegExp(
      `^lot (?<pails>(?:b${TAG}[ ,]+)+)(?<jars>\\d+) ?[x×] ?(?<jar>\\d+(?:\\.\\d+)?(?: ?(?:g|lb|oz)(?= ))?) (?<kind>.+?)${WHY}$`,
      "i",
    ),
    command: "issue-lot",
    input: (m) => ({
      pails: tagList(m.pails, "b")
        .split(",")
        .filter((p) => p !== "")
        .map((pail) => ({ pail })),
      jars: m.jars,
      jarG: m.jar,
      ...reason(m),
      honeyKind: `${m.kind?.[0]?.toUpperCase() ?? ""}${m.kind?.slice(1) ?? ""}`,
    }),
  },
];
