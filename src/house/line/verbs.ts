/**
 * The grammar of the line: short sentences with gloves on. Each verb turns words into a command's input;
 * the command itself judges them. Tags carry their letter: s super, b pail, c colony; t a spun super.
 */

export interface Verb {
  /** Where the help card lists it. */
  readonly bay: string;
  readonly example: string;
  readonly means: string;
  readonly pattern: RegExp;
  readonly command: string;
  /** "batch 2" may stand behind it, to say which of the open ones. */
  readonly takesBatch?: true;
  readonly input: (match: Record<string, string | undefined>) => Record<string, unknown>;
}

const FIGURE = "[+-]?\\d+(?:[.,]\\d+)?";
/** A tag begins with a figure, or stands behind a colon: s41, s:H2. */
const TAG = "(?:\\d[a-z0-9-]*|:[a-z0-9][a-z0-9-]*)";

/** The reason behind a line, where the house asks for one: "batch s41 because the mead maker wants it". */
const WHY = "(?: because (?<why>.+))?";
const reason = (m: Record<string, string | undefined>) => (m.why ? { despite: m.why } : {});

const list = (words: string | undefined, letter: string): string =>
  (words ?? "")
    .trim()
    .split(/[\s,]+/)
    .map((w) => (w[0]?.toLowerCase() === letter && /[\d:]/.test(w[1] ?? "") ? w.slice(1) : w))
    .map((w) => w.replace(/^:/, ""))
    .join(",");

export const VERBS: readonly Verb[] = [
  {
    bay: "Yard",
    example: "pull s41 c12 95 21.4",
    means: "super 41 pulled off colony 12, 95 % capped, weighs 21.4 kg",
    pattern: new RegExp(
      `^pull s(?<super>${TAG}) c(?<colony>${TAG}) (?<capped>${FIGURE})%? (?<gross>${FIGURE}(?: ?(?:kg|lb))?)$`,
      "i",
    ),
    command: "pull-supers",
    input: (m) => ({ supers: [{ tag: m.super, colony: m.colony, cappedPct: m.capped, grossKg: m.gross }] }),
  },
  {
    bay: "Hot room",
    example: "stack a s41 s42",
    means: "supers 41 and 42 stand in stack A of the hot room",
    pattern: /^stack (?<stack>[a-z]{1,2}) (?<supers>s?\d[\ds,. -]*)$/i,
    command: "stand-in-hot-room",
    input: (m) => ({ stack: m.stack, supers: list(m.supers, "s") }),
  },
  {
    bay: "Yard",
    example: "weigh s41 21.4",
    means: "super 41, pulled and not yet weighed, weighs 21.4 kg with honey",
    pattern: new RegExp(`^weigh s?(?<super>${TAG}) (?<gross>${FIGURE}(?: ?(?:kg|lb))?)$`, "i"),
    command: "weigh-in",
    input: (m) => ({ super: m.super, grossKg: m.gross }),
  },
  {
    bay: "Hot room",
    example: "hot 29.5 31",
    means: "the hot room is at 29.5 °C and 31 % relative humidity",
    pattern: new RegExp(`^hot (?<temp>${FIGURE}(?: ?°?[cf])?) (?<humidity>${FIGURE}) ?%?$`, "i"),
    command: "note-climate",
    input: (m) => ({ tempC: m.temp, humidityPct: m.humidity }),
  },
  {
    bay: "Hot room",
    example: "fan a full",
    means: "stack A stands in the fan's full draught; some and none are the others",
    pattern: /^fan (?<stack>[a-z]{1,2}) (?<fan>full|some|none)$/i,
    command: "set-fan",
    input: (m) => ({ stack: m.stack, fan: m.fan?.toLowerCase() }),
  },
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
    bay: "Spin",
    example: "batch s41-s48",
    means: "supers 41 to 48 start a new batch; because and a reason behind it where they are too wet",
    pattern: new RegExp(`^batch (?<supers>s?\\d[\\ds,. -]*?)${WHY}$`, "i"),
    command: "start-batch",
    input: (m) => ({ supers: list(m.supers, "s"), ...reason(m) }),
  },
  {
    bay: "Spin",
    example: "join s49",
    takesBatch: true,
    means: "super 49 joins the open batch; join s49 batch 3 names it",
    pattern: new RegExp(`^join (?<supers>s?\\d[\\ds,. -]*?)${WHY}$`, "i"),
    command: "add-to-batch",
    input: (m) => ({ supers: list(m.supers, "s"), ...reason(m) }),
  },
  {
    bay: "Spin",
    example: "t41 6.1",
    means: "super 41, spun, weighs 6.1 kg",
    pattern: new RegExp(`^t(?<super>${TAG}) (?<gross>${FIGURE}(?: ?(?:kg|lb))?)$`, "i"),
    command: "weigh-spun-super",
    input: (m) => ({ super: m.super, grossKg: m.gross }),
  },
  {
    bay: "Spin",
    example: "empty s41 5.1",
    means: "super 41 weighs 5.1 kg empty from now on; empty b12 for a pail, empty k1 for a bin",
    pattern: new RegExp(`^empty (?<letter>[sbk])(?<tag>${TAG}) (?<kg>${FIGURE}(?: ?(?:kg|lb))?)$`, "i"),
    command: "weigh-empty",
    input: (m) => ({
      [m.letter?.toLowerCase() === "b" ? "pail" : m.letter?.toLowerCase() === "k" ? "bin" : "super"]: m.tag,
      kg: m.kg,
    }),
  },
  {
    bay: "Spin",
    example: "b12 26.4",
    means: "pail 12 weighs 26.4 kg, filled from the open batch; b12 26.4 batch 3 names it",
    takesBatch: true,
    pattern: new RegExp(`^b(?<pail>${TAG}) (?<gross>${FIGURE}(?: ?(?:kg|lb))?)$`, "i"),
    command: "fill-pail",
    input: (m) => ({ pail: m.pail, grossKg: m.gross }),
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
    example: "k1 9.4",
    takesBatch: true,
    means: "cappings bin 1 weighs 9.4 kg, filled from the open batch",
    pattern: new RegExp(`^k(?<bin>${TAG}) (?<gross>${FIGURE}(?: ?(?:kg|lb))?)$`, "i"),
    command: "fill-bin",
    input: (m) => ({ bin: m.bin, grossKg: m.gross }),
  },
  {
    bay: "Spin",
    example: "drained k1 2.5",
    means: "2.5 kg of honey drained from bin 1; spun, pressed and warmed are the other ways",
    pattern: new RegExp(
      `^(?<way>drained|spun|pressed|warmed) k(?<bin>${TAG}) (?<kg>${FIGURE}(?: ?(?:kg|lb))?)$`,
      "i",
    ),
    command: "drain-bin",
    input: (m) => ({ bin: m.bin, way: m.way?.toLowerCase(), kg: m.kg }),
  },
  {
    bay: "Spin",
    example: "wax k1 1.2",
    means: "1.2 kg of wax came from bin 1, which is empty now",
    pattern: new RegExp(`^wax k(?<bin>${TAG}) (?<kg>${FIGURE}(?: ?(?:kg|lb))?)$`, "i"),
    command: "weigh-wax",
    input: (m) => ({ bin: m.bin, kg: m.kg }),
  },
  {
    bay: "Spin",
    example: "lost 0.3 spilt",
    takesBatch: true,
    means: "0.3 kg of the open batch spilt; sample, scum, spoilt, strainer and cloth are other causes",
    pattern: new RegExp(`^lost (?<kg>${FIGURE}(?: ?(?:kg|lb))?) (?<cause>[a-z ]+)$`, "i"),
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
      pails: list(m.pails, "b")
        .split(",")
        .filter((p) => p !== "")
        .map((pail) => ({ pail })),
      jars: m.jars,
      jarG: m.jar,
      ...reason(m),
      honeyKind: `${m.kind?.[0]?.toUpperCase() ?? ""}${m.kind?.slice(1) ?? ""}`,
    }),
  },
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
