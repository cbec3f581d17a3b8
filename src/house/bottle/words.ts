/** Words of the line about bottling. */

import { reason, TAG, type Verb, WHY } from "../language/words";

export const WORDS: readonly Verb[] = [
  {
    bay: "Bottle",
    example: "lot b12 b13 48x454 lime honey",
    means:
      "48 jars of 454 g, labelled lime honey, out of pails 12 and 13; what they do not need stays in the pail; 20x500 40x250 fills two sizes; d1 for a drum, v1 a tank, u1 a tub",
    pattern: new RegExp(
      `^lot (?<pails>(?:[bdvu]${TAG}[ ,]{1,3}){1,60})(?<jars>\\d+) ?[x×] ?(?<jar>\\d+(?:\\.\\d+)?(?: ?(?:g|lb|oz)(?= ))?)(?: (?<moreJars>\\d+) ?[x×] ?(?<moreJar>\\d+(?:\\.\\d+)?(?: ?(?:g|lb|oz)(?= ))?))? (?<kind>.+?)${WHY}$`,
      "i",
    ),
    command: "issue-lot",
    input: (m) => ({
      pails: (m.pails ?? "")
        .split(/[ ,]/)
        .filter((p) => p !== "")
        .map((vessel) => ({ vessel })),
      jars: m.jars,
      jarG: m.jar,
      ...(m.moreJars ? { more: [{ jars: m.moreJars, jarG: m.moreJar }] } : {}),
      ...reason(m),
      honeyKind: `${m.kind?.[0]?.toUpperCase() ?? ""}${m.kind?.slice(1) ?? ""}`,
    }),
  },
  {
    bay: "Bottle",
    example: "jars 454 x30: 455 456.5 457",
    means: "of 30 jars of 454 g these were weighed, net",
    pattern:
      /^jars (?<jar>\d+(?:\.\d+)?(?: ?(?:g|lb|oz))?) ?[x×] ?(?<jars>\d+): ?(?<weights>[\d.,; ]{1,4000})$/i,
    command: "weigh-jars",
    input: (m) => ({ jarG: m.jar, jars: m.jars, weights: m.weights }),
  },
];
