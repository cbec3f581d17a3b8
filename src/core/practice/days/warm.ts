import { diastaseHalfLifeDays, hmfDays } from "../../heat";
import { warmingTimeH } from "../../heat/warming";
import { pairs } from "../chance";
import { type Case, on, one, type Scenario, stepOf, type Truth } from "../scenario";

const LOOKS = 3;
const ROOM_C = 16;
const OVER_C = 8;
/** Over this the house warms no honey. */
const CEILING_C = 50;
const HOT_C = 60;
/** Fine crystals, firm ones, and honey hard as fat: share of the mass, and where they are gone, °C. */
const GRAIN = [
  { kind: "soft", crystals: 0.1, untilC: 35, looks: "A spoon goes through.", said: "It was grained softly." },
  {
    kind: "firm",
    crystals: 0.18,
    untilC: 38,
    looks: "A spoon stands in it.",
    said: "It was grained firmly.",
  },
  { kind: "hard", crystals: 0.25, untilC: 42, looks: "It is hard as fat.", said: "It was hard as fat." },
] as const;
const DIAL_C = [40, 45] as const;

/** What heat takes of its worth: all of its diastase counts as a fifth, 15 mg/kg of HMF as a tenth. */
const heatHurts = (kg: number, tempC: number, hours: number): number => {
  const left = 0.5 ** (hours / 24 / diastaseHalfLifeDays(tempC));
  const hmf = (30 * hours) / 24 / hmfDays(tempC).lo;
  return kg * Math.min(1, 0.2 * (1 - left) + 0.1 * Math.min(1, hmf / 15));
};

function vessel({
  what,
  kg,
  radiusM,
  heightM,
  hours,
  likely,
}: {
  readonly what: string;
  readonly kg: number;
  readonly radiusM: number;
  readonly heightM: number;
  /** Until it is fetched. */
  readonly hours: number;
  /** How often, of ten, honey like it is soft, firm, hard. */
  readonly likely: readonly [number, number, number];
}): Case {
  /** Hours until it is clear, by the core's own warming of such a vessel; null where it is not in time. */
  const clearAfterH = (grain: number, roomC: number): number | null => {
    const { crystals, untilC } = GRAIN[grain] ?? GRAIN[0];
    const time = warmingTimeH({ radiusM, heightM, fromC: ROOM_C, roomC, crystals, untilC });
    return time !== null && time.hours <= hours ? time.hours : null;
  };
  const clearAfter = (grain: number, roomC: number): string => {
    const hours = clearAfterH(grain, roomC);
    return hours === null ? "not in time" : `after ${Math.round(hours)} h`;
  };
  const worth = (tempC: number): string => `${(100 * heatHurts(1, tempC, 24)).toFixed(1)} %`;
  return {
    asks: `${what} It has to be clear in ${hours} hours. How warm, or not at all?`,
    known: [
      `Of ten like it ${likely[0]} are grained softly, ${likely[1]} firmly, ${likely[2]} hard as fat.`,
      `The cabinet's own thermometer may be right, or the honey be at ${DIAL_C[0] + OVER_C} °C where it says ${DIAL_C[0]} °C; one time in two.`,
      ...DIAL_C.map(
        (c) =>
          `At a true ${c} °C it is clear: ${GRAIN.map((g, i) => `${g.kind} ${clearAfter(i, c)}`).join(", ")}.`,
      ),
      `A day takes of its worth ${[...DIAL_C, DIAL_C[1] + OVER_C, HOT_C].map((c) => `${worth(c)} at ${c} °C`).join(", ")}; over ${CEILING_C} °C a rule is broken.`,
      "Late, the buyer takes it for a tenth less. Not clear, it comes back: a fifth of it as good as lost.",
    ],
    problem: {
      truths: pairs([0, 1, 2], [0, OVER_C]).map(([grain, over]): Truth => ({ grain, over })),
      chances: pairs([...likely], [0.5, 0.5]).map(([n, half]) => (n / 10) * half),
      start: { step: 0, probed: false, looked: false },
      moves: (at) => [
        ...(stepOf(at) >= LOOKS ? [] : [...(at.probed ? [] : ["probe"]), ...(at.looked ? [] : ["look"])]),
        ...DIAL_C.map((c) => `at-${c}`),
        "hot",
        "late",
        ...(stepOf(at) >= LOOKS ? [] : ["wait"]),
      ],
      seen(at, move, { grain = 0, over = 0 }) {
        if (move === "probe")
          return one(
            over
              ? `The probe says ${DIAL_C[0] + OVER_C} °C where the dial says ${DIAL_C[0]} °C: it is turned down to what is true.`
              : "The probe says what the dial says.",
            on(at, { probed: true }),
          );
        if (move === "look") return one(GRAIN[grain]?.looks ?? "", on(at, { looked: true }));
        if (move === "wait") return one("An hour went by.", on(at));
        return one("It is done.", null);
      },
      cost(at, move, { grain = 0, over = 0 }) {
        if (move === "probe") return { time: 0.2 };
        if (move === "look") return { time: 0.3 };
        if (move === "wait") return { time: 0.6 };
        if (move === "late") return { time: 1, lost: 0.1 * kg };
        const tempC = move === "hot" ? HOT_C : Number(move.slice(3)) + (at.probed ? 0 : over);
        const clearH = clearAfterH(grain, tempC);
        // Clear, it is taken out.
        return {
          risk: heatHurts(kg, tempC, clearH ?? hours) + (clearH === null ? 0.2 * kg : 0),
          time: 0.3,
          ...(tempC > CEILING_C ? { broken: 3 } : {}),
        };
      },
    },
    moves: {
      probe: { label: "Put a probe into the honey", means: "10 min; the dial is set right by it" },
      look: { label: "Look how hard it is", means: "15 min" },
      ...Object.fromEntries(
        DIAL_C.map((c) => [
          `at-${c}`,
          { label: `Warm it at ${c} °C`, means: `by the dial, ${hours} h at most` },
        ]),
      ),
      hot: { label: `Warm it at ${HOT_C} °C`, means: "clear for certain, over the house's ceiling" },
      late: { label: "Tell the buyer it will be late", means: "a tenth less, and slowly warmed" },
      wait: { label: "Wait", means: "an hour less" },
    },
    stands: (at) => [
      at.probed ? "The honey was probed" : "Only the dial is known",
      at.looked ? "Its hardness is known" : "Not looked at",
    ],
    was: ({ grain = 0, over = 0 }) => [
      GRAIN[grain]?.said ?? "",
      over
        ? `The cabinet was at ${DIAL_C[0] + OVER_C} °C where its dial said ${DIAL_C[0]} °C.`
        : "The dial was right.",
    ],
    naive: () => "at-45",
    cautious: (at) => (at.probed ? (at.looked ? "late" : "look") : "probe"),
  };
}

export const warm: Scenario = {
  id: "warm",
  title: "Warm it or wait",
  asks: "Four grained vessels are sold, each for a certain hour. They have to be clear, and should still be honey.",
  teaches:
    "Probe the honey, not the cabinet's dial, and look how hard it is before the clock runs: every degree over 45 °C spends enzymes by the hour, and a small vessel needs none of them.",
  caution: "Lids stay on, nothing boils, and no heater in a shut room.",
  patienceS: 40,
  cases: [
    vessel({ what: "A drum of 60 kg.", kg: 60, radiusM: 0.19, heightM: 0.38, hours: 72, likely: [4, 3, 3] }),
    vessel({ what: "A pail of 14 kg.", kg: 14, radiusM: 0.13, heightM: 0.19, hours: 50, likely: [3, 4, 3] }),
    vessel({
      what: "A drum of 300 kg.",
      kg: 300,
      radiusM: 0.28,
      heightM: 0.85,
      hours: 132,
      likely: [5, 3, 2],
    }),
    vessel({
      what: "Jars in a case, 12 kg.",
      kg: 12,
      radiusM: 0.05,
      heightM: 0.1,
      hours: 26,
      likely: [6, 3, 1],
    }),
  ],
};
