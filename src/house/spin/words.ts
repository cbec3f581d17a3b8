/** Words of the line about the floor. */

import { FIGURE, reason, TAG, tagList, type Verb, WHY } from "../language/words";

export const WORDS: readonly Verb[] = [
  {
    bay: "Spin",
    example: "uncapped s41",
    takesBatch: true,
    means: "super 41 is uncapped: its frames stand at the machines",
    pattern: new RegExp(`^uncapped s?(?<super>${TAG})$`, "i"),
    command: "note-uncapped",
    input: (m) => ({ super: m.super }),
  },
  {
    bay: "Spin",
    example: "batch s41-s48",
    means: "supers 41 to 48 start a new batch; because and a reason behind it where they are too wet",
    pattern: new RegExp(`^batch (?<supers>s?\\d[\\ds,. -]*?)${WHY}$`, "i"),
    command: "start-batch",
    input: (m) => ({ supers: tagList(m.supers, "s"), ...reason(m) }),
  },
  {
    bay: "Spin",
    example: "join s49",
    takesBatch: true,
    means: "super 49 joins the open batch; join s49 batch 3 names it",
    pattern: new RegExp(`^join (?<supers>s?\\d[\\ds,. -]*?)${WHY}$`, "i"),
    command: "add-to-batch",
    input: (m) => ({ supers: tagList(m.supers, "s"), ...reason(m) }),
  },
  {
    bay: "Spin",
    example: "t41 6.1",
    means: "super 41, spun, weighs 6.1 kg",
    pattern: new RegExp(`^t(?<super>${TAG}) (?<gross>${FIGURE}(?: ?(?:kg|g|lbs?|oz))?)$`, "i"),
    command: "weigh-spun-super",
    input: (m) => ({ super: m.super, grossKg: m.gross }),
  },
  {
    bay: "Spin",
    example: "b12 26.4",
    means:
      "pail 12 weighs 26.4 kg, filled from the open batch; b12 26.4 batch 3 names it; d1 for a drum, v1 for a tank, u1 for a tub",
    takesBatch: true,
    pattern: new RegExp(`^(?<letter>[bdvu])(?<pail>${TAG}) (?<gross>${FIGURE}(?: ?(?:kg|g|lbs?|oz))?)$`, "i"),
    command: "fill-pail",
    input: (m) => ({
      ...(m.letter?.toLowerCase() === "b" ? { pail: m.pail } : { vessel: `${m.letter}${m.pail}` }),
      grossKg: m.gross,
    }),
  },
  {
    bay: "Spin",
    example: "swap",
    takesBatch: true,
    means: "the next empty pail stands under the gate; swap b28 names it, batch 3 behind it which gate",
    pattern: new RegExp(`^swap(?: b?(?<pail>${TAG}))?$`, "i"),
    command: "swap-pail",
    input: (m) => (m.pail ? { pail: m.pail } : {}),
  },
  {
    bay: "Spin",
    example: "done twenty 3 again 7 burst",
    means:
      "the run in Twenty is done; slot 3 must be uncapped again, the comb in slot 7 burst; brood for one taken out, shook at the end when it did",
    pattern:
      /^done(?: (?<machine>(?!shook\b)[a-z][a-z0-9-]*))?(?<marks>(?: \d+ (?:again|burst|brood))*)(?<shook> shook)?$/i,
    command: "end-run",
    input: (m) => ({
      ...(m.machine ? { machine: m.machine } : {}),
      shaky: m.shook !== undefined,
      marks: [...(m.marks ?? "").matchAll(/ (\d+) (again|burst|brood)/gi)].map(([, slot, mark]) => ({
        slot,
        mark: mark?.toLowerCase(),
      })),
    }),
  },
  {
    bay: "Spin",
    example: "mesh clogged",
    means: "the mesh under the machines is clogged; mesh changed: another is in",
    pattern: /^mesh (?<what>clogged|changed)$/i,
    command: "note-mesh",
    input: (m) => ({ what: m.what?.toLowerCase() }),
  },
  {
    bay: "Spin",
    example: "k1 9.4",
    takesBatch: true,
    means: "cappings bin 1 weighs 9.4 kg, filled from the open batch",
    pattern: new RegExp(`^k(?<bin>${TAG}) (?<gross>${FIGURE}(?: ?(?:kg|g|lbs?|oz))?)$`, "i"),
    command: "fill-bin",
    input: (m) => ({ bin: m.bin, grossKg: m.gross }),
  },
  {
    bay: "Spin",
    example: "drained k1 2.5",
    means: "2.5 kg of honey drained from bin 1; spun, pressed and warmed are the other ways",
    pattern: new RegExp(
      `^(?<way>drained|spun|pressed|warmed) k(?<bin>${TAG}) (?<kg>${FIGURE}(?: ?(?:kg|g|lbs?|oz))?)$`,
      "i",
    ),
    command: "drain-bin",
    input: (m) => ({ bin: m.bin, way: m.way?.toLowerCase(), kg: m.kg }),
  },
  {
    bay: "Spin",
    example: "wax k1 1.2",
    means: "1.2 kg of wax came from bin 1, which is empty now",
    pattern: new RegExp(`^wax k(?<bin>${TAG}) (?<kg>${FIGURE}(?: ?(?:kg|g|lbs?|oz))?)$`, "i"),
    command: "weigh-wax",
    input: (m) => ({ bin: m.bin, kg: m.kg }),
  },
  {
    bay: "Spin",
    example: "lost 0.3 spilt",
    takesBatch: true,
    means: "0.3 kg of the open batch spilt; sample, scum, spoilt, strainer and cloth are other causes",
    pattern: new RegExp(`^lost (?<kg>${FIGURE}(?: ?(?:kg|g|lbs?|oz))?) (?<cause>[a-z ]+)$`, "i"),
    command: "record-loss",
    input: (m) => ({ kg: m.kg, cause: m.cause?.toLowerCase() }),
  },
  {
    bay: "Spin",
    example: "close 3 drum not scraped",
    means: "batch 3 is closed, with the reason when much is unexplained",
    pattern: /^close(?: (?<batch>\d+))?(?: (?<reason>.+))?$/i,
    command: "close-batch",
    input: (m) => ({ ...(m.batch ? { batch: m.batch } : {}), reason: m.reason ?? "" }),
  },
];
