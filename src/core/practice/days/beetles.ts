import {
  driedTo,
  fermentChance,
  fermentsSaid,
  PACES,
  pairs,
  pct,
  type Room,
  shows,
  spreadOut,
} from "../chance";
import { type Case, figureSeen, on, one, type Scenario, stepOf, type Truth } from "../scenario";

const SIX_H = 6;
const MOST_SIXES = 3;
const LOOKS = 4;
/** What beetles spoil in each six hours, of 100 kg: they breed. */
const SPOILT_KG = [2.5, 6, 14, 25] as const;

function stack({
  what,
  kg,
  meanPct,
  sdPct,
  beetles,
  room,
}: {
  readonly what: string;
  readonly kg: number;
  readonly meanPct: number;
  readonly sdPct: number;
  /** How likely there are some in it, 0-1. */
  readonly beetles: number;
  readonly room: Room;
}): Case {
  const takes = (pace: number): string => pct(meanPct - driedTo(meanPct, SIX_H, room, pace));
  const waterAt = (sixes: number, { water = 0, pace = 1 }: Truth) =>
    driedTo(water, SIX_H * sixes, room, pace);
  return {
    asks: `${what} How long does it stay in the hot room?`,
    known: [
      `It was read once: ${pct(meanPct)}, within ${pct(2 * sdPct)}.`,
      `The room stands at ${room.tempC} °C and ${room.humidityPct} %: in six hours that takes ${takes(PACES[0])} to ${takes(PACES[2])} out, ${takes(1)} as a rule.`,
      `${fermentsSaid(17.5, 18.5, 19.5)} What ferments is lost.`,
      `${Math.round(beetles * 10)} stacks of ten like it have beetles in them. They breed: the first six hours cost ${((SPOILT_KG[0] * kg) / 100).toFixed(0)} kg, the next ${((SPOILT_KG[1] * kg) / 100).toFixed(0)} kg, then ${((SPOILT_KG[2] * kg) / 100).toFixed(0)} kg.`,
    ],
    problem: {
      truths: pairs(spreadOut(meanPct, sdPct, 4), pairs([...PACES], [0, 1])).map(
        ([water, [pace, beetle]]): Truth => ({ water, pace, beetle }),
      ),
      // Four waters alike, the usual pace twice as often as the others.
      chances: pairs([1, 1, 1, 1], pairs([1, 2, 1], [1 - beetles, beetles])).map(
        ([w, [p, b]]) => (w * p * b) / 16,
      ),
      start: { step: 0, sixes: 0, looked: false },
      moves: (at) =>
        stepOf(at) >= LOOKS
          ? ["spin"]
          : [
              ...(at.looked ? [] : ["look"]),
              "read",
              ...(Number(at.sixes) < MOST_SIXES ? ["dry"] : []),
              "spin",
              ...(Number(at.sixes) < MOST_SIXES ? ["wait"] : []),
            ],
      seen(at, move, truth) {
        if (move === "read")
          return shows(waterAt(Number(at.sixes), truth), 0.25, 0.5).map(({ p, value }) => ({
            p,
            says: `It shows ${pct(value)}.`,
            next: on(at),
          }));
        if (move === "look")
          return [
            {
              p: truth.beetle ? 0.85 : 0,
              says: "Beetles run from the light.",
              next: on(at, { looked: true }),
            },
            { p: truth.beetle ? 0.15 : 1, says: "No beetle is seen.", next: on(at, { looked: true }) },
          ];
        if (move === "spin") return one("Spun.", null);
        return one("Six hours went by.", on(at, { sixes: Number(at.sixes) + 1 }));
      },
      cost(at, move, truth) {
        if (move === "read") return { time: 0.2 };
        if (move === "look") return { time: 0.3 };
        if (move === "spin") return { risk: kg * fermentChance(waterAt(Number(at.sixes), truth)) };
        return {
          time: move === "wait" ? 1.5 : 1,
          risk: truth.beetle ? ((SPOILT_KG[Number(at.sixes)] ?? 25) * kg) / 100 : 0,
        };
      },
    },
    moves: {
      look: { label: "Open the stack and look for beetles", means: "10 min; they may hide" },
      read: { label: "Read it again", means: "5 min" },
      dry: { label: "Dry six hours more", means: "the room runs, beetles breed" },
      spin: { label: "Spin it now", means: "what is too wet may ferment" },
      wait: { label: "Wait", means: "six hours pass all the same" },
    },
    stands: (at) => [
      `${Number(at.sixes) * SIX_H} h in the hot room`,
      at.looked ? "Looked for beetles" : "Not looked for beetles",
    ],
    was: (truth) => [
      `It held ${pct(truth.water ?? 0)} at first.`,
      { 1: "It dried as a rule." }[truth.pace ?? 1] ??
        ((truth.pace ?? 1) > 1 ? "It dried twice as fast as a rule." : "It dried half as fast as a rule."),
      truth.beetle ? "There were beetles in it." : "There were no beetles.",
    ],
    naive(at, saw) {
      if (stepOf(at) >= LOOKS) return "spin";
      const shown = figureSeen(saw, "read");
      if (shown === null || saw.at(-1)?.move === "dry") return "read";
      return shown <= 18.4 || Number(at.sixes) >= MOST_SIXES ? "spin" : "dry";
    },
    cautious: (at) => (Number(at.sixes) < MOST_SIXES && stepOf(at) < LOOKS ? "dry" : "spin"),
  };
}

const WARM_DRY: Room = { tempC: 35, humidityPct: 30 };
const CLOSE: Room = { tempC: 31, humidityPct: 50 };

export const beetles: Scenario = {
  id: "beetles",
  title: "The wet stack and the beetles",
  asks: "Four stacks are too wet to spin. The room should dry them; beetles may be in any of them.",
  teaches:
    "Drying and beetles run against each other: look for them first, read again after the first hours, and stop when the next hours would cost more than they bring.",
  patienceS: 40,
  cases: [
    stack({ what: "A stack of 80 kg.", kg: 80, meanPct: 18.9, sdPct: 0.35, beetles: 0.3, room: WARM_DRY }),
    stack({
      what: "A stack of 60 kg, a warm night old.",
      kg: 60,
      meanPct: 18.4,
      sdPct: 0.3,
      beetles: 0.7,
      room: WARM_DRY,
    }),
    stack({
      what: "A stack of 90 kg of cool weather.",
      kg: 90,
      meanPct: 18.3,
      sdPct: 0.35,
      beetles: 0.1,
      room: CLOSE,
    }),
    stack({
      what: "A stack of 50 kg that stood in the porch over the weekend.",
      kg: 50,
      meanPct: 19.1,
      sdPct: 0.35,
      beetles: 0.5,
      room: WARM_DRY,
    }),
  ],
};
