import { type DayPlan, type Hand, simulateDay, USUAL } from "../../dayplan";
import { type Case, on, one, type Scenario, stepOf, type Truth } from "../scenario";

const PLACES = ["bench", "machine", "strainer"] as const;
type Place = (typeof PLACES)[number];
const LOOKS = 3;
const REPLICATES = 15;
const LONG_DAY_MIN = 5000;
/** An hour of the crew on the floor, in honey. */
const HOUR_KG = 6;

const hand = (name: string, can: Partial<Hand>): Hand => ({
  name,
  fromMin: 0,
  toMin: LONG_DAY_MIN,
  uncap: null,
  loads: false,
  pails: false,
  ...can,
});
const uncaps = (minPerFrame: number) => ({ uncap: { minPerFrame, cv: 0.3 } });

/** How fast each place really is: minutes a frame at the bench and for seeing to the machine, a pail and its mesh. */
interface Pace {
  readonly bench: number;
  readonly machine: number;
  readonly strainer: number;
}
const USUALLY: Pace = { bench: 1.2, machine: 0.25, strainer: 3 };
const SLOW: Record<Place, Partial<Pace>> = {
  bench: { bench: 2.4 },
  machine: { machine: 2.2 },
  strainer: { strainer: 17 },
};
/** Two pairs of hands at one strainer: one washes the mesh that the other puts in. */
const TWO_AT_IT = 0.45;

/** The rest of the day with one person at each place, and the free pair of hands at one of them. */
export function finishMin(boxes: number, { bench, machine, strainer }: Pace, help: Place): number {
  const atIt = help === "strainer" ? TWO_AT_IT : 1;
  const plan: DayPlan = {
    ...USUAL,
    boxes: Array.from({ length: boxes }, (_, i) => ({
      id: String(i + 1),
      frames: 9,
      kg: 17,
      releaseMin: 0,
      deep: false,
    })),
    hands: [
      hand("at the bench", uncaps(bench)),
      hand("at the machine", { loads: true }),
      hand("at the strainer", { pails: true }),
      ...(help === "strainer"
        ? []
        : [hand("free", help === "bench" ? uncaps(USUALLY.bench) : { loads: true })]),
    ],
    // Two machines: whoever loads goes from one to the other.
    extractors: ["one", "two"].map((name) => ({
      name,
      slots: 9,
      deepSlots: 1,
      runMin: 9,
      cv: 0.15,
      turns: 0,
      cranked: false,
      turning: null,
    })),
    loadMinPerFrame: machine * 0.6,
    unloadMinPerFrame: machine * 0.4,
    bufferKg: 40,
    pailKg: 13,
    swapMin: strainer * atIt * 0.4,
    meshKg: 26,
    meshMin: strainer * atIt * 0.8,
    breaks: [],
    cleaningMin: 0,
  };
  return simulateDay(plan, { seed: 7, replicates: REPLICATES, tryRelief: false }).finishMin.p50;
}

function dayOf({
  what,
  boxes,
  likely,
  usual = USUALLY,
}: {
  readonly what: string;
  readonly boxes: number;
  /** How often each place holds such a day up, of ten. */
  readonly likely: readonly [bench: number, machine: number, strainer: number];
  readonly usual?: Pace;
}): Case {
  let made: number[][] | null = null;
  /** Minutes the day takes longer than with the best help, by what is slow and where the hands go. */
  const longerMin = (slow: number, help: Place): number => {
    made ??= PLACES.map((place) => {
      const took = PLACES.map((to) => finishMin(boxes, { ...usual, ...SLOW[place] }, to));
      return took.map((min) => min - Math.min(...took));
    });
    return made[slow]?.[PLACES.indexOf(help)] ?? 0;
  };
  return {
    asks: `${what} One pair of hands is free for the rest of the day. Where do they go?`,
    // The days are simulated when somebody first plays it.
    get known() {
      const wrong = PLACES.flatMap((_, slow) =>
        PLACES.filter((__, to) => to !== slow).map((to) => longerMin(slow, to)),
      );
      return [
        `Of ten such days the bench holds up ${likely[0]}, the machines ${likely[1]}, the strainer ${likely[2]}.`,
        `Sent to a wrong place the day ends ${(Math.min(...wrong) / 60).toFixed(1)} to ${(Math.max(...wrong) / 60).toFixed(1)} h later than from the right one; an hour of the crew is worth ${HOUR_KG} kg.`,
        "A look at one place for five minutes is right four times in five.",
      ];
    },
    problem: {
      truths: PLACES.map((_, slow): Truth => ({ slow })),
      chances: likely.map((n) => n / 10),
      start: { step: 0, seen: "" },
      moves: (at) => [
        ...(stepOf(at) >= LOOKS
          ? []
          : PLACES.filter((s) => !String(at.seen).includes(s)).map((s) => `look-${s}`)),
        ...PLACES.map((s) => `help-${s}`),
        ...(stepOf(at) >= LOOKS ? [] : ["wait"]),
      ],
      seen(at, move, { slow = 0 }) {
        if (move === "wait") return one("Ten minutes went by.", on(at));
        const place = move.slice(5);
        if (move.startsWith("help-")) return one(`The free hands are at the ${place}.`, null);
        const waits = PLACES[slow] === place;
        const next = on(at, { seen: `${at.seen}${place} ` });
        return [
          { p: waits ? 0.8 : 0.2, says: `Everything waits at the ${place}.`, next },
          { p: waits ? 0.2 : 0.8, says: `Nothing waits at the ${place}.`, next },
        ];
      },
      cost(_, move, { slow = 0 }) {
        if (move === "wait") return { time: HOUR_KG / 6 };
        if (move.startsWith("look-")) return { time: HOUR_KG / 12 };
        return { risk: (longerMin(slow, move.slice(5) as Place) / 60) * HOUR_KG };
      },
    },
    moves: {
      ...Object.fromEntries(PLACES.map((s) => [`look-${s}`, { label: `Look at the ${s}`, means: "5 min" }])),
      "help-bench": { label: "Send them to uncap", means: "for the rest of the day" },
      "help-machine": { label: "Send them to load the machines", means: "for the rest of the day" },
      "help-strainer": { label: "Send them to pails and mesh", means: "for the rest of the day" },
      wait: { label: "Wait", means: "10 min" },
    },
    stands: (at) => [
      at.seen === "" ? "Nothing looked at yet" : `Looked at: ${String(at.seen).trim().replaceAll(" ", ", ")}`,
    ],
    was: ({ slow = 0 }) => [`Everything waited for the ${PLACES[slow]}.`],
    naive: () => "help-bench",
    cautious(at, saw) {
      const waits = PLACES.find((s) => saw.some((x) => x.says === `Everything waits at the ${s}.`));
      if (waits) return `help-${waits}`;
      const next = stepOf(at) < LOOKS && PLACES.find((s) => !String(at.seen).includes(s));
      return next ? `look-${next}` : "help-bench";
    },
  };
}

export const holdsUp: Scenario = {
  id: "holds-up",
  title: "Who holds us up?",
  asks: "Four extraction days, each behind its time. Somebody comes to help.",
  teaches:
    "Only the slowest place sets the day. Look where things wait before you send anybody; near the day's end a look costs more than it can save.",
  patienceS: 30,
  cases: [
    dayOf({ what: "Two hours in, thirty boxes still to go.", boxes: 30, likely: [5, 3, 2] }),
    dayOf({
      what: "A cool morning, forty boxes to go, and the honey is thick.",
      boxes: 40,
      likely: [2, 3, 5],
    }),
    dayOf({ what: "Five boxes are left of a long day.", boxes: 5, likely: [4, 3, 3] }),
    dayOf({
      what: "Somebody new stands at the machines; twenty-five boxes to go.",
      boxes: 25,
      likely: [3, 6, 1],
    }),
  ],
};
