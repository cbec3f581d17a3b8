/** Practice days about water, heat and blending. */
import { diastaseHalfLifeDays, hmfDays } from "../heat";
import { fermentChance, pairs, shows, spreadOut } from "./chance";
import { figureSeen, on, one, type Scenario, type Truth } from "./scenario";

const pct = (x: number): string => `${x.toFixed(1)} %`;

/** Six boxes, 100 kg, three quarters capped. */
const RIPE_KG = 100;
const RIPE_LAST = 4;
const A_NIGHT_DRIES = 0.9;
const ripe: Scenario = {
  id: "ripe",
  title: "Is it ripe?",
  asks: "Six boxes came off three quarters capped, 100 kg of honey. Spin today, dry them over night, or put them back?",
  known: [
    "Boxes like these lie between 16.5 and 19.5 % water, 17.9 % in the middle.",
    "The refractometer was not checked this season: it may be 0.6 % off either way.",
    "One drop of one frame is within 0.5 % of its box.",
    "A night in the hot room takes 0.9 % out.",
  ],
  teaches:
    "A reading is no better than its instrument: two drops of oil are cheaper than a fermented tank. Over 18 % the yeasts decide.",
  patienceS: 40,
  problem: {
    truths: pairs(spreadOut(17.9, 0.7, 9), [-0.6, 0, 0.6]).map(([water, bias]): Truth => ({ water, bias })),
    start: { step: 0, oil: false },
    moves: ({ step, oil }) =>
      Number(step) >= RIPE_LAST
        ? ["spin", "dry", "back"]
        : ["read", ...(oil ? [] : ["oil"]), "spin", "dry", "back", "wait"],
    seen(at, move, { water = 0, bias = 0 }) {
      if (move === "read")
        return shows(water + bias, 0.35, 0.5).map(({ p, value }) => ({
          p,
          says: `It shows ${pct(value)}.`,
          next: on(at),
        }));
      if (move === "oil")
        return one(
          bias === 0
            ? "The oil reads as it should."
            : `It shows ${pct(Math.abs(bias))} too ${bias > 0 ? "much" : "little"}: off ${bias.toFixed(1)}.`,
          on(at, { oil: true }),
        );
      if (move === "wait") return one("A quarter of an hour went by.", on(at));
      return one(
        move === "spin"
          ? "Spun and in the tank."
          : move === "dry"
            ? "Spun the next morning."
            : "Back on the colonies.",
        null,
      );
    },
    cost(_, move, { water = 0 }) {
      if (move === "read") return { time: 0.2 };
      if (move === "oil") return { time: 0.4 };
      if (move === "wait") return { time: 0.5 };
      if (move === "dry") return { time: 4, risk: RIPE_KG * fermentChance(water - A_NIGHT_DRIES) };
      if (move === "back") return { time: 9, lost: 4 };
      return { risk: RIPE_KG * fermentChance(water) };
    },
  },
  moves: {
    read: { label: "Read a frame", means: "5 min; one drop of another frame" },
    oil: { label: "Check the instrument with oil", means: "10 min; shows how far it is off" },
    spin: { label: "Spin them today", means: "what is too wet may ferment in the tank" },
    dry: { label: "Dry them over night", means: "a night later, 0.9 % drier" },
    back: { label: "Put them back on", means: "a week, and the bees eat some of it" },
    wait: { label: "Wait", means: "the crew stands about" },
  },
  stands: ({ step, oil }) => [
    `${Number(step)} of ${RIPE_LAST} looks taken`,
    oil ? "Instrument checked" : "Instrument not checked",
  ],
  was: ({ water = 0, bias = 0 }) => [
    `The honey held ${pct(water)} water.`,
    bias === 0
      ? "The refractometer was right."
      : `The refractometer showed ${pct(Math.abs(bias))} too ${bias > 0 ? "much" : "little"}.`,
  ],
  naive: (_, saw) =>
    (figureSeen(saw, "read") ?? null) === null
      ? "read"
      : (figureSeen(saw, "read") as number) <= 18
        ? "spin"
        : "dry",
  cautious: ({ step, oil }) => (oil ? (Number(step) < RIPE_LAST ? "read" : "back") : "oil"),
};

const BEETLE_KG = 80;
const SIX_H = 6;
const beetles: Scenario = {
  id: "beetles",
  title: "The wet stack and the beetles",
  asks: "A stack of 80 kg stands at about 19.2 %. The room should dry it; beetles may be in it. How long does it stay?",
  known: [
    "It may hold between 18.6 and 19.8 %.",
    "The room takes 0.2 to 0.6 % in six hours; how much in this weather nobody knows.",
    "Three stacks in ten have beetles in them. Every six hours they spoil more: 2 kg, then 5 kg, 11 kg, 20 kg.",
  ],
  teaches:
    "Drying and beetles run against each other: look for them first, read again after the first hours, and stop when the next hours would cost more than they bring.",
  patienceS: 40,
  problem: {
    truths: pairs(spreadOut(19.2, 0.35, 4), pairs([0.2, 0.4, 0.6], [0, 1])).map(
      ([water, [rate, beetle]]): Truth => ({ water, rate, beetle }),
    ),
    // Four waters and three rates alike; beetles three times in ten.
    chances: Array.from({ length: 24 }, (_, i) => (i % 2 ? 0.3 : 0.7) / 12),
    start: { step: 0, sixes: 0, looked: false },
    moves: ({ step, sixes, looked }) =>
      Number(step) >= 5
        ? ["spin"]
        : [
            ...(looked ? [] : ["look"]),
            "read",
            ...(Number(sixes) < 4 ? ["dry"] : []),
            "spin",
            ...(Number(sixes) < 4 ? ["wait"] : []),
          ],
    seen(at, move, { water = 0, rate = 0, beetle = 0 }) {
      const now = water - rate * Number(at.sixes);
      if (move === "read")
        return shows(now, 0.25, 0.5).map(({ p, value }) => ({
          p,
          says: `It shows ${pct(value)}.`,
          next: on(at),
        }));
      if (move === "look")
        return [
          { p: beetle ? 0.85 : 0, says: "Beetles run from the light.", next: on(at, { looked: true }) },
          { p: beetle ? 0.15 : 1, says: "No beetle is seen.", next: on(at, { looked: true }) },
        ];
      if (move === "spin") return one("Spun.", null);
      return one("Six hours went by.", on(at, { sixes: Number(at.sixes) + 1 }));
    },
    cost({ sixes }, move, { water = 0, rate = 0, beetle = 0 }) {
      if (move === "read") return { time: 0.2 };
      if (move === "look") return { time: 0.3 };
      if (move === "spin") return { risk: BEETLE_KG * fermentChance(water - rate * Number(sixes)) };
      const eaten = beetle ? ([2, 5, 11, 20][Number(sixes)] ?? 20) : 0;
      return { time: move === "wait" ? 1.5 : 1, risk: eaten };
    },
  },
  moves: {
    look: { label: "Open the stack and look for beetles", means: "10 min; they may hide" },
    read: { label: "Read it again", means: "5 min" },
    dry: { label: "Dry six hours more", means: "the room runs, beetles breed" },
    spin: { label: "Spin it now", means: "what is too wet may ferment" },
    wait: { label: "Wait", means: "six hours pass all the same" },
  },
  stands: ({ sixes, looked }) => [
    `${Number(sixes) * SIX_H} h in the hot room`,
    looked ? "Looked for beetles" : "Not looked for beetles",
  ],
  was: ({ water = 0, rate = 0, beetle = 0 }) => [
    `It held ${pct(water)} at first, and lost ${rate.toFixed(1)} % in six hours.`,
    beetle ? "There were beetles in it." : "There were no beetles.",
  ],
  naive: ({ sixes, step }, saw) => {
    if (Number(step) >= 5) return "spin";
    const shown = figureSeen(saw, "read");
    if (shown === null || saw.at(-1)?.move === "dry") return "read";
    return shown <= 18.4 || Number(sixes) >= 4 ? "spin" : "dry";
  },
  cautious: ({ sixes, step }) => (Number(sixes) < 4 && Number(step) < 5 ? "dry" : "spin"),
};

const DRUM_KG = 60;
/** Half of its diastase, or 15 mg/kg of HMF: then a drum is worth so much less. */
const heatHurts = (tempC: number, hours: number): number => {
  const left = 0.5 ** (hours / 24 / diastaseHalfLifeDays(tempC));
  const hmf = (30 * hours) / 24 / hmfDays(tempC).lo;
  return DRUM_KG * Math.min(1, 0.5 * (1 - left) + 0.3 * Math.min(1, hmf / 15));
};
const melted = (hard: number, tempC: number, hours: number): boolean =>
  hours * 1.6 ** ((tempC - 40) / 5) >= 24 * hard;
const warm: Scenario = {
  id: "warm",
  title: "Warm it or wait",
  asks: "A grained drum of 60 kg is sold for the day after tomorrow. It has to be clear. How warm, how long, or not at all?",
  known: [
    "It wants a day at 40 °C, two, or three: how hard it grained nobody has looked at.",
    "The cabinet is set to 40 °C; its thermometer may be right, or the honey be at 48 °C.",
    "Late, the buyer takes it for a tenth less. Not clear, it comes back.",
  ],
  teaches:
    "Probe the honey, not the cabinet's dial, and look how hard it is before the clock runs: every degree over 45 °C spends enzymes by the hour.",
  caution: "Lids stay on, nothing boils, and no heater in a shut room.",
  patienceS: 40,
  problem: {
    truths: pairs([1, 2, 3], [0, 8]).map(([hard, over]): Truth => ({ hard, over })),
    start: { step: 0, probed: false, looked: false },
    moves: ({ step, probed, looked }) =>
      Number(step) >= 4
        ? ["day", "two", "hot", "late"]
        : [...(probed ? [] : ["probe"]), ...(looked ? [] : ["look"]), "day", "two", "hot", "late", "wait"],
    seen(at, move, { hard = 1, over = 0 }) {
      if (move === "probe")
        return one(
          over
            ? "The probe says 48 °C: the dial is turned down to a true 40 °C."
            : "The probe says 40 °C: the dial is right.",
          on(at, { probed: true }),
        );
      if (move === "look")
        return one(
          ["It is soft: a spoon goes through.", "It is firm: a spoon stands in it.", "It is hard as fat."][
            hard - 1
          ] ?? "",
          on(at, { looked: true }),
        );
      if (move === "wait") return one("An hour went by.", on(at));
      return one("It is done.", null);
    },
    cost({ probed }, move, { hard = 1, over = 0 }) {
      if (move === "probe") return { time: 0.2 };
      if (move === "look") return { time: 0.3 };
      if (move === "wait") return { time: 0.6 };
      if (move === "late") return { time: 2, lost: DRUM_KG * 0.1 };
      const [tempC, hours] = move === "hot" ? [60, 20] : [40 + (probed ? 0 : over), move === "day" ? 24 : 46];
      return {
        risk: heatHurts(tempC, hours) + (melted(hard, tempC, hours) ? 0 : DRUM_KG * 0.2),
        time: hours / 24,
        ...(move === "hot" ? { broken: 3 } : {}),
      };
    },
  },
  moves: {
    probe: { label: "Put a probe into the honey", means: "10 min; the dial is set right by it" },
    look: { label: "Look how hard it is", means: "15 min" },
    day: { label: "Warm it one day at 40 °C", means: "clear if it is soft" },
    two: { label: "Warm it two days at 40 °C", means: "just in time" },
    hot: { label: "Hotter: 60 °C for twenty hours", means: "clear for certain, over the house's ceiling" },
    late: { label: "Tell the buyer it will be late", means: "a tenth less, and slowly warmed" },
    wait: { label: "Wait", means: "an hour less" },
  },
  stands: ({ probed, looked }) => [
    probed ? "The honey was probed" : "Only the dial is known",
    looked ? "Its hardness is known" : "Not looked at",
  ],
  was: ({ hard = 1, over = 0 }) => [
    `It wanted ${hard} day${hard > 1 ? "s" : ""} at 40 °C.`,
    over ? "The cabinet was at 48 °C." : "The dial was right.",
  ],
  naive: () => "two",
  cautious: ({ probed, looked }) => (probed ? (looked ? "late" : "look") : "probe"),
};

const DRY_KG = 60;
const WET_KG = 60;
const blend: Scenario = {
  id: "blend",
  title: "Blend to the limit",
  asks: "60 kg at about 17.1 % and 60 kg at about 19.6 %. The house wants no blend over 18.6 %. How much of the wet goes in?",
  known: [
    "Each was read once, within 0.4 %.",
    "What is left of the wet sells for half.",
    "A blend over 18.6 % is a broken rule, and may ferment whole.",
  ],
  teaches:
    "The nearer the limit, the more a second reading is worth; and the margin is what is not known, not a habit.",
  patienceS: 40,
  problem: {
    truths: pairs(spreadOut(17.1, 0.4, 5), spreadOut(19.6, 0.4, 5)).map(
      ([dry, wet]): Truth => ({ dry, wet }),
    ),
    start: { step: 0, dry: false, wet: false },
    moves: ({ step, dry, wet }) =>
      Number(step) >= 4
        ? ["none", "third", "two", "all"]
        : [...(dry ? [] : ["dry"]), ...(wet ? [] : ["wet"]), "none", "third", "two", "all", "wait"],
    seen(at, move, truth) {
      if (move === "dry" || move === "wet")
        return shows(truth[move] ?? 0, 0.2, 0.3).map(({ p, value }) => ({
          p,
          says: `The mean of three more drops: ${pct(value)}.`,
          next: on(at, { [move]: true }),
        }));
      if (move === "wait") return one("A quarter of an hour went by.", on(at));
      return one("It is poured.", null);
    },
    cost(_, move, { dry = 0, wet = 0 }) {
      if (move === "dry" || move === "wet") return { time: 0.4 };
      if (move === "wait") return { time: 0.5 };
      const share = { none: 0, third: 1 / 3, two: 2 / 3, all: 1 }[move] ?? 0;
      const kg = DRY_KG + share * WET_KG;
      const water = (DRY_KG * dry + share * WET_KG * wet) / kg;
      const over = water > 18.6;
      return {
        giveAway: (1 - share) * WET_KG * 0.5,
        risk: over ? 0.3 * kg * fermentChance(water) : 0,
        ...(over ? { broken: 15 } : {}),
      };
    },
  },
  moves: {
    dry: { label: "Read the dry again, three drops", means: "10 min" },
    wet: { label: "Read the wet again, three drops", means: "10 min" },
    none: { label: "None of the wet", means: "all of it sells for half" },
    third: { label: "A third of it", means: "20 kg; two thirds sell for half" },
    two: { label: "Two thirds of it", means: "40 kg" },
    all: { label: "All of it", means: "120 kg of blend" },
    wait: { label: "Wait", means: "a quarter of an hour" },
  },
  stands: ({ dry, wet }) => [
    dry ? "The dry was read again" : "The dry was read once",
    wet ? "The wet was read again" : "The wet was read once",
  ],
  was: ({ dry = 0, wet = 0 }) => [
    `The dry held ${pct(dry)}, the wet ${pct(wet)}.`,
    `All together: ${pct((dry + wet) / 2)}.`,
  ],
  naive: () => "all",
  cautious: () => "none",
};

export const HONEY_DAYS = [ripe, beetles, warm, blend] as const;
