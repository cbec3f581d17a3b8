/** Practice days about the floor, the filler, the laboratory and a recall. */
import { pairs, shows, spreadOut } from "./chance";
import { figureSeen, on, one, type Scenario, type Truth } from "./scenario";

const oddLoad: Scenario = {
  id: "odd-load",
  title: "The odd last load",
  asks: "Fourteen frames of different boxes are left for a machine of twenty. Put them in as they come?",
  known: [
    "As they come, the load is even one time in three, uneven one in three, badly uneven one in three.",
    "A bad load shakes: combs break, 9 kg go to the floor. An uneven one costs 2 kg.",
    "Half full and slow, nothing breaks, and 2.5 kg stay in the combs.",
  ],
  teaches:
    "Weighing frames takes eight minutes and tells what hands only guess; opposite frames alike, gaps across from gaps.",
  caution: "Lid shut while it turns; speed to zero and standstill before it is opened.",
  patienceS: 30,
  problem: {
    truths: [0, 1, 2].map((uneven): Truth => ({ uneven })),
    start: { step: 0, weighed: false, spread: false },
    moves: ({ step, weighed, spread }) =>
      Number(step) >= 3
        ? ["fast", "slow", "halves"]
        : [...(weighed ? [] : ["weigh"]), ...(spread ? [] : ["spread"]), "fast", "slow", "halves", "wait"],
    seen(at, move, { uneven = 0 }) {
      if (move === "weigh")
        return one(
          ["They are alike.", "Some are 1 kg heavier.", "Four are twice as heavy as the rest."][uneven] ?? "",
          on(at, { weighed: true }),
        );
      if (move === "spread") return one("Gaps lie across from gaps.", on(at, { spread: true }));
      if (move === "wait") return one("Five minutes went by.", on(at));
      return one("The load is out.", null);
    },
    cost({ weighed, spread }, move, { uneven = 0 }) {
      if (move === "weigh") return { time: 0.6 };
      if (move === "spread") return { time: 0.4 };
      if (move === "wait") return { time: 0.4 };
      if (move === "slow") return { lost: 2.5, time: 1 };
      if (move === "halves") return { time: 2.2 };
      // Weighed and laid across, it is as even as it gets; laid across by eye, half of it is left.
      const left = uneven * (spread ? (weighed ? 0 : 0.5) : 1);
      return {
        risk: left >= 2 ? 9 : left >= 1 ? 2 : left > 0 ? 0.7 : 0,
        ...(left >= 2 ? { broken: 2 } : {}),
      };
    },
  },
  moves: {
    weigh: { label: "Weigh the frames", means: "8 min" },
    spread: { label: "Lay gaps across from gaps", means: "5 min; better still by weight" },
    fast: { label: "Spin at full speed", means: "shakes where it is uneven" },
    slow: { label: "Spin slowly, half as fast", means: "nothing breaks, more stays in" },
    halves: { label: "Two small loads", means: "25 min more" },
    wait: { label: "Wait", means: "5 min" },
  },
  stands: ({ weighed, spread }) => [
    weighed ? "Weighed" : "Not weighed",
    spread ? "Laid across" : "As they come",
  ],
  was: ({ uneven = 0 }) => [
    ["The load was even.", "It was uneven by 1 kg.", "It was badly uneven."][uneven] ?? "",
  ],
  naive: () => "fast",
  cautious: () => "halves",
};

const STATIONS = ["bench", "machine", "strainer"] as const;
const holdsUp: Scenario = {
  id: "holds-up",
  title: "Who holds us up?",
  asks: "Two hours in, twelve boxes behind. One pair of hands is free for the rest of the day. Where?",
  known: [
    "The bench holds the day up five times in ten, the machine three, the strainer two.",
    "At the right place the free hands save 14 kg worth of hours; anywhere else they save nothing.",
    "A look at one place for five minutes is right nine times in ten.",
  ],
  teaches: "Only the slowest place sets the day. Look where things wait before you send anybody.",
  patienceS: 30,
  problem: {
    truths: [0, 0, 0, 0, 0, 1, 1, 1, 2, 2].map((slow): Truth => ({ slow })),
    start: { step: 0, seen: "" },
    moves: ({ step, seen }) => [
      ...(Number(step) >= 4 ? [] : STATIONS.filter((s) => !String(seen).includes(s)).map((s) => `look-${s}`)),
      ...STATIONS.map((s) => `help-${s}`),
      ...(Number(step) >= 4 ? [] : ["wait"]),
    ],
    seen(at, move, { slow = 0 }) {
      if (move === "wait") return one("Ten minutes went by.", on(at));
      const place = move.slice(5);
      if (move.startsWith("help-")) return one(`The free hands are at the ${place}.`, null);
      const waits = STATIONS[slow] === place;
      const next = on(at, { seen: `${at.seen}${place} ` });
      return [
        { p: waits ? 0.9 : 0.1, says: `Everything waits at the ${place}.`, next },
        { p: waits ? 0.1 : 0.9, says: `Nothing waits at the ${place}.`, next },
      ];
    },
    cost(_, move, { slow = 0 }) {
      if (move === "wait") return { time: 1 };
      if (move.startsWith("look-")) return { time: 0.5 };
      return STATIONS[slow] === move.slice(5) ? {} : { risk: 14 };
    },
  },
  moves: {
    "look-bench": { label: "Look at the bench", means: "5 min" },
    "look-machine": { label: "Look at the machine", means: "5 min" },
    "look-strainer": { label: "Look at the strainer", means: "5 min" },
    "help-bench": { label: "Send them to uncap", means: "for the rest of the day" },
    "help-machine": { label: "Send them to the machine", means: "for the rest of the day" },
    "help-strainer": { label: "Send them to pails and mesh", means: "for the rest of the day" },
    wait: { label: "Wait", means: "10 min" },
  },
  stands: ({ seen }) => [
    seen === "" ? "Nothing looked at yet" : `Looked at: ${String(seen).trim().replaceAll(" ", ", ")}`,
  ],
  was: ({ slow = 0 }) => [`Everything waited for the ${STATIONS[slow]}.`],
  naive: () => "help-bench",
  cautious: ({ seen }, saw) => {
    const next = STATIONS.find((s) => !String(seen).includes(s));
    if (next) return `look-${next}`;
    const waits = STATIONS.find((s) => saw.some((x) => x.says === `Everything waits at the ${s}.`));
    return `help-${waits ?? "bench"}`;
  },
};

const clogged: Scenario = {
  id: "clogged",
  title: "The clogged strainer",
  asks: "The strainer stands, the drum is filling under the frames. What now?",
  known: [
    "Half of the times the mesh is full of crumbs, three in ten the honey is too cold, two in ten it is both.",
    "A new mesh is six minutes; a warm jacket an hour and a half.",
    "Scraped through, wax and bits are in the tank.",
  ],
  teaches:
    "A thermometer tells a cold honey from a full mesh in two minutes. What was scraped stays on the coarse side, always.",
  caution: "Stop the machine before the honey reaches the frames.",
  patienceS: 25,
  problem: {
    truths: [0, 0, 0, 0, 0, 1, 1, 1, 2, 2].map((cause): Truth => ({ cause })),
    start: { step: 0, felt: false },
    moves: ({ step, felt }) =>
      Number(step) >= 3
        ? ["mesh", "warm", "both", "scrape"]
        : [...(felt ? [] : ["feel"]), "mesh", "warm", "both", "scrape", "wait"],
    seen(at, move, { cause = 0 }) {
      if (move === "feel")
        return one(cause === 0 ? "The honey is at 30 °C." : "The honey is at 19 °C.", on(at, { felt: true }));
      if (move === "wait") return one("Five minutes went by; the drum is fuller.", on(at));
      return one("It runs.", null);
    },
    cost({ step }, move, { cause = 0 }) {
      if (move === "feel") return { time: 0.2 };
      if (move === "wait") return { time: 0.6, risk: 0.6 * Number(step) + 0.4 };
      if (move === "scrape") return { risk: 5, broken: 3 };
      if (move === "mesh") return { time: 0.5 + (cause === 0 ? 0 : 5) };
      if (move === "warm") return { time: 3.2 + (cause === 1 ? 0 : cause === 0 ? 2 : 1.5) };
      return { time: 3.6 };
    },
  },
  moves: {
    feel: { label: "Measure how warm it is", means: "2 min" },
    mesh: { label: "Put a washed mesh in", means: "6 min" },
    warm: { label: "Warm the honey", means: "an hour and a half" },
    both: { label: "Warm it, and a washed mesh", means: "a little longer" },
    scrape: { label: "Scrape it through", means: "at once; bits go with it" },
    wait: { label: "Wait", means: "5 min; the drum fills" },
  },
  stands: ({ felt, step }) => [
    felt ? "Its warmth is known" : "Its warmth is not known",
    `${Number(step) * 5} min it stood`,
  ],
  was: ({ cause = 0 }) => [
    ["The mesh was full of crumbs.", "The honey was too cold.", "It was both."][cause] ?? "",
  ],
  naive: () => "mesh",
  cautious: () => "both",
};

const JARS = 600;
const LABEL_G = 454;
const jars: Scenario = {
  id: "thirty-jars",
  title: "Thirty jars on the scale",
  asks: "600 jars of 454 g are to be filled. The filler is set to 458 g by its own dial. Run it so?",
  known: [
    "The filler may put in 3 g more or less than it says, or what it says.",
    "The scale was not checked: it may show 3 g too much, too little, or be right.",
    "Jars differ by 3 g. A lot whose mean is under the label must be opened again: 18 kg as good as lost.",
  ],
  teaches:
    "Check the scale with a known weight before it judges a filler. A gram over on 600 jars is 0.6 kg; a lot that is short is the dear one.",
  patienceS: 40,
  problem: {
    truths: pairs([-3, 0, 3], [-3, 0, 3]).map(([filler, scale]): Truth => ({ filler, scale })),
    start: { step: 0, checked: false, weighed: 0 },
    moves: ({ step, checked, weighed }) =>
      Number(step) >= 4
        ? ["low", "as", "high"]
        : [
            ...(checked ? [] : ["check"]),
            ...(Number(weighed) < 2 ? ["weigh"] : []),
            "low",
            "as",
            "high",
            "wait",
          ],
    seen(at, move, { filler = 0, scale = 0 }) {
      if (move === "check")
        return one(
          scale === 0
            ? "The known weight reads right."
            : `The known weight reads ${Math.abs(scale)} g too ${scale > 0 ? "much" : "little"}.`,
          on(at, { checked: true }),
        );
      if (move === "weigh")
        // The mean of ten jars.
        return shows(458 + filler + scale, 3 / Math.sqrt(10), 1).map(({ p, value }) => ({
          p,
          says: `Ten jars: ${value} g in the mean.`,
          next: on(at, { weighed: Number(at.weighed) + 1 }),
        }));
      if (move === "wait") return one("Ten minutes went by.", on(at));
      return one("The lot is filled.", null);
    },
    cost(_, move, { filler = 0 }) {
      if (move === "check") return { time: 0.2 };
      if (move === "weigh") return { time: 0.4 };
      if (move === "wait") return { time: 0.5 };
      const mean = 458 + filler + (move === "low" ? -3 : move === "high" ? 3 : 0);
      return mean < LABEL_G + 0.5 ? { risk: 18, broken: 4 } : { giveAway: (JARS * (mean - LABEL_G)) / 1000 };
    },
  },
  moves: {
    check: { label: "Check the scale with a known weight", means: "3 min" },
    weigh: { label: "Weigh ten jars", means: "8 min" },
    low: { label: "Set it 3 g lower and run", means: "455 by the dial" },
    as: { label: "Run it as it is", means: "458 by the dial" },
    high: { label: "Set it 3 g higher and run", means: "461 by the dial" },
    wait: { label: "Wait", means: "10 min" },
  },
  stands: ({ checked, weighed }) => [
    checked ? "Scale checked" : "Scale not checked",
    `${Number(weighed) * 10} jars weighed`,
  ],
  was: ({ filler = 0, scale = 0 }) => [
    filler === 0
      ? "The filler put in what it says."
      : `The filler put in ${Math.abs(filler)} g ${filler > 0 ? "more" : "less"} than it says.`,
    scale === 0
      ? "The scale was right."
      : `The scale showed ${Math.abs(scale)} g too ${scale > 0 ? "much" : "little"}.`,
  ],
  naive(_, saw) {
    const mean = figureSeen(
      saw.map((s) => ({ ...s, says: s.says.replace("Ten jars: ", "") })),
      "weigh",
    );
    if (mean === null) return "weigh";
    return mean >= 460 ? "low" : mean >= 457 ? "as" : "high";
  },
  cautious: () => "high",
};

const LETTER_KG = 50;
const letter: Scenario = {
  id: "letter",
  title: "The letter from the laboratory",
  asks: "Drum 3, 50 kg: the laboratory found 0.19 of a residue, give or take a quarter; the limit is 0.20. A buyer waits.",
  known: [
    "The true figure may lie on either side of the limit.",
    "A second sample takes five days and is within a tenth; the buyer goes after seven days.",
    "Sold and over the limit, all of it is recalled. For baking it brings half.",
  ],
  teaches:
    "A result has a band of its own. Between hold and release lies a second sample; the hold is not lifted by a hope.",
  patienceS: 40,
  problem: {
    truths: spreadOut(0.19, 0.0475, 9).map((found): Truth => ({ found })),
    start: { step: 0, second: false },
    moves: ({ step, second }) =>
      Number(step) >= 3
        ? ["sell", "bake", "destroy"]
        : [...(second ? [] : ["second"]), "sell", "bake", "destroy", "wait"],
    seen(at, move, { found = 0 }) {
      if (move === "second")
        return shows(found, 0.019, 0.01).map(({ p, value }) => ({
          p,
          says: `The second letter: ${value.toFixed(2)}.`,
          next: on(at, { second: true }),
        }));
      if (move === "wait") return one("A day went by.", on(at));
      return one("It is decided.", null);
    },
    cost({ second }, move, { found = 0 }) {
      if (move === "second") return { time: 2 };
      if (move === "wait") return { time: 1 };
      if (move === "bake") return { lost: LETTER_KG * 0.5 };
      if (move === "destroy") return { lost: LETTER_KG };
      // Released on the strength of one letter that near the limit, against the house's own rule.
      return { risk: found > 0.2 ? LETTER_KG * 1.6 : 0, ...(second ? {} : { broken: 4 }) };
    },
  },
  moves: {
    second: { label: "Hold it, and send a second sample", means: "5 days" },
    sell: { label: "Release it and sell", means: "over the limit, all is called back" },
    bake: { label: "Sell it for baking", means: "half of its worth" },
    destroy: { label: "Destroy it", means: "all of it" },
    wait: { label: "Wait", means: "a day" },
  },
  stands: ({ second }) => [second ? "Two letters are here" : "One letter is here: 0.19 ± 0.05"],
  was: ({ found = 0 }) => [`It held ${found.toFixed(3)}; the limit is 0.200.`],
  naive: () => "sell",
  cautious: () => "destroy",
};

const recall: Scenario = {
  id: "recall",
  title: "Recall before noon",
  asks: "A broken sieve wire was found after lot 14. Jars of lots 13, 14 and 15 are at eleven buyers. It is nine o'clock.",
  known: [
    "Six times in ten the wire is in lot 14 alone, three times in 14 and 15, one in all three.",
    "Every hour some of it is eaten: 3 kg as good as lost, and worse than that.",
    "Calling a lot back that was sound costs 6 kg each; leaving out one that was not, 30 kg.",
  ],
  teaches:
    "The trace takes ten minutes and says how far it goes. Hold everything here first, then call by the trace.",
  patienceS: 20,
  problem: {
    truths: [0, 0, 0, 0, 0, 0, 1, 1, 1, 2].map((reach): Truth => ({ reach })),
    start: { step: 0, held: false, traced: false },
    moves: ({ step, held, traced }) =>
      Number(step) >= 4
        ? ["one", "two", "all"]
        : [...(held ? [] : ["hold"]), ...(traced ? [] : ["trace"]), "one", "two", "all", "wait"],
    seen(at, move, { reach = 0 }) {
      if (move === "hold") return one("Nothing more leaves the house.", on(at, { held: true }));
      if (move === "trace")
        return one(
          [
            "The mesh was whole before and after lot 14.",
            "It was torn through lot 15.",
            "It was torn since lot 13.",
          ][reach] ?? "",
          on(at, { traced: true }),
        );
      if (move === "wait") return one("Half an hour went by.", on(at));
      return one("The buyers are called.", null);
    },
    cost({ held }, move, { reach = 0 }) {
      const leaves = held ? 0 : 0.4;
      if (move === "hold") return { time: 0.1 };
      if (move === "trace") return { time: 0.5, risk: leaves };
      if (move === "wait") return { risk: 1.5 + leaves };
      const called = { one: 0, two: 1, all: 2 }[move] ?? 0;
      return {
        lost: 6 * Math.max(0, called - reach),
        risk: 30 * Math.max(0, reach - called) + (held ? 0 : 3),
        ...(called < reach ? { broken: 5 } : {}),
      };
    },
  },
  moves: {
    hold: { label: "Hold all three lots here", means: "1 min" },
    trace: { label: "Trace what passed the mesh", means: "10 min" },
    one: { label: "Call lot 14 back", means: "" },
    two: { label: "Call 14 and 15 back", means: "" },
    all: { label: "Call all three back", means: "" },
    wait: { label: "Wait", means: "half an hour" },
  },
  stands: ({ held, traced }) => [
    held ? "What is here is held" : "Jars still leave the house",
    traced ? "Traced" : "Not traced",
  ],
  was: ({ reach = 0 }) => [
    ["The wire was in lot 14 alone.", "It was in lots 14 and 15.", "It was in all three."][reach] ?? "",
  ],
  naive: () => "one",
  cautious: ({ held }) => (held ? "all" : "hold"),
};

export const FLOOR_DAYS = [oddLoad, holdsUp, clogged, jars, letter, recall] as const;
