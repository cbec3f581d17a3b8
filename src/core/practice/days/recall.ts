import { type At, type Case, on, one, type Scenario, stepOf, type Truth } from "../scenario";

const LOOKS = 3;

function found({
  what,
  lots,
  likely,
  soundKg,
  badKg,
  hourKg,
}: {
  readonly what: string;
  /** The lot it was found after, and the two it may have reached besides, in that order. */
  readonly lots: readonly [string, string, string];
  /** How often of ten it is in the first alone, in two, in all three. */
  readonly likely: readonly [number, number, number];
  /** Called back though it was sound, a lot; left out though it was not, a lot; and an hour while it is eaten. */
  readonly soundKg: number;
  readonly badKg: number;
  readonly hourKg: number;
}): Case {
  const [first, second, third] = lots;
  const leaves = (at: At): number => (at.held ? 0 : 0.4);
  return {
    asks: `${what} Jars of lots ${lots.join(", ")} are at buyers. It is nine o'clock.`,
    known: [
      `Of ten such finds ${likely[0]} are in lot ${first} alone, ${likely[1]} in ${first} and ${second}, ${likely[2]} in all three.`,
      `Every hour some of it is eaten: ${hourKg} kg as good as lost, and worse than that.`,
      "Until what is here is held, jars go on leaving: 3 kg.",
      `Calling a lot back that was sound costs ${soundKg} kg; leaving out one that was not, ${badKg} kg.`,
    ],
    problem: {
      truths: [0, 1, 2].map((reach): Truth => ({ reach })),
      chances: likely.map((n) => n / 10),
      start: { step: 0, held: false, traced: false, asked: false },
      moves: (at) =>
        stepOf(at) >= LOOKS
          ? ["one", "two", "all"]
          : [
              ...(at.held ? [] : ["hold"]),
              ...(at.traced ? [] : ["trace"]),
              ...(at.asked ? [] : ["ask"]),
              "one",
              "two",
              "all",
              "wait",
            ],
      seen(at, move, { reach = 0 }) {
        if (move === "hold") return one("Nothing more leaves the house.", on(at, { held: true }));
        if (move === "trace")
          return one(
            [
              `It was whole before and after lot ${first}.`,
              `It reached lot ${second} too.`,
              `It reached lots ${second} and ${third} too.`,
            ][reach] ?? "",
            on(at, { traced: true }),
          );
        if (move === "ask") {
          const next = on(at, { asked: true });
          // Who was there remembers rightly seven times in ten.
          return [0, 1, 2].map((told) => ({
            p: told === reach ? 0.7 : 0.15,
            says:
              [
                `They think it was lot ${first} alone.`,
                `They think lot ${second} too.`,
                "They think all three.",
              ][told] ?? "",
            next,
          }));
        }
        if (move === "wait") return one("Half an hour went by.", on(at));
        return one("The buyers are called.", null);
      },
      cost(at, move, { reach = 0 }) {
        if (move === "hold") return { time: 0.1 };
        if (move === "trace") return { time: 0.3, risk: hourKg / 6 + leaves(at) };
        if (move === "ask") return { time: 0.1, risk: hourKg / 12 + leaves(at) };
        if (move === "wait") return { risk: hourKg / 2 + leaves(at) };
        const called = { one: 0, two: 1, all: 2 }[move] ?? 0;
        return {
          lost: soundKg * Math.max(0, called - reach),
          risk: badKg * Math.max(0, reach - called) + (at.held ? 0 : 3),
          ...(called < reach ? { broken: 5 } : {}),
        };
      },
    },
    moves: {
      hold: { label: "Hold all three lots here", means: "1 min" },
      trace: { label: "Trace how far it went", means: "10 min" },
      ask: { label: "Ask who was there", means: "5 min; right seven times in ten" },
      one: { label: `Call lot ${first} back`, means: "" },
      two: { label: `Call ${first} and ${second} back`, means: "" },
      all: { label: "Call all three back", means: "" },
      wait: { label: "Wait", means: "half an hour" },
    },
    stands: (at) => [
      at.held ? "What is here is held" : "Jars still leave the house",
      at.traced ? "Traced" : "Not traced",
    ],
    was: ({ reach = 0 }) => [
      [`It was in lot ${first} alone.`, `It was in lots ${first} and ${second}.`, "It was in all three."][
        reach
      ] ?? "",
    ],
    naive: () => "one",
    cautious: (at) => (at.held ? "all" : "hold"),
  };
}

export const recall: Scenario = {
  id: "recall",
  title: "Recall before noon",
  asks: "Four times something is found that should not be in a jar, and jars are at buyers already.",
  teaches:
    "Hold everything here first. The trace takes ten minutes and says how far it goes; where a lot too many costs little and an hour costs much, call wide at once.",
  patienceS: 20,
  cases: [
    found({
      what: "A broken sieve wire was found after lot 14.",
      lots: ["14", "15", "13"],
      likely: [6, 3, 1],
      soundKg: 6,
      badKg: 30,
      hourKg: 3,
    }),
    found({
      what: "A splinter of glass was found in a jar of lot 22.",
      lots: ["22", "23", "21"],
      likely: [3, 4, 3],
      soundKg: 2,
      badKg: 60,
      hourKg: 24,
    }),
    found({
      what: "A shop writes that jars of lot 8 hiss when they are opened.",
      lots: ["8", "9", "7"],
      likely: [2, 5, 3],
      soundKg: 9,
      badKg: 14,
      hourKg: 0.3,
    }),
    found({
      what: "A label of lot 31 says the wrong honey.",
      lots: ["31", "32", "30"],
      likely: [5, 4, 1],
      soundKg: 14,
      badKg: 12,
      hourKg: 0.6,
    }),
  ],
};
