import { arrangeLoad, imbalance, type Machine, STEADINESS, steadiness } from "../../extraction";
import { seeded } from "../../statistics/seeded";
import { ofTen } from "../chance";
import { type At, type Case, on, one, type Scenario, stepOf, type Truth } from "../scenario";

/** A frame by hand is judged to so much, kg, one standard deviation. */
const BY_HAND_KG = 0.25;
const LOOKS = 3;
const EVERY_SO_MANY = 3;

const twelve = { kind: "radial", slots: 12, radiusM: 0.26, drumDiameterM: 0.65, clearanceM: 0.12 } as const;
const twenty = { kind: "radial", slots: 20, radiusM: 0.34, drumDiameterM: 0.85, clearanceM: 0.15 } as const;

/** Ways a load may be: alike, of two sorts, or a few full ones among empty ones. */
const SORTS = [
  { said: "They were alike.", looks: "They look alike.", sdKg: 0.08, heavy: 0 },
  { said: "They differed by 0.4 kg and more.", looks: "Some look fuller.", sdKg: 0.35, heavy: 0 },
  {
    said: "A few were twice as heavy as the rest.",
    looks: "A few are full, the rest is nearly empty.",
    sdKg: 0.1,
    heavy: 0.3,
  },
] as const;

/** Approximately normal, of twelve even chances. */
const normal = (chance: { next(): number }): number =>
  Array.from({ length: 12 }, () => chance.next()).reduce((a, b) => a + b, 0) - 6;

interface World {
  readonly sort: number;
  /** Imbalance of the frames laid evenly round as they come, by hand, and by the scale, kg·m. */
  readonly evenly: number;
  readonly byHand: number;
  readonly byScale: number;
}

/** Every world is a real load: its frames are drawn, laid in each way, and the core says how the machine stands it. */
function worlds(machine: Machine, frames: number, meanKg: number): World[] {
  const found: World[] = [];
  for (const [sort, { sdKg, heavy }] of SORTS.entries())
    for (let i = 0; i < EVERY_SO_MANY; i++) {
      const chance = seeded(1000 * sort + i + frames);
      const masses = Array.from({ length: frames }, () => {
        const base = heavy > 0 && chance.next() < heavy ? 1.7 * meanKg : heavy > 0 ? 0.75 * meanKg : meanKg;
        return Math.max(0.5, base + sdKg * normal(chance));
      });
      const felt = masses.map((kg) => Math.max(0.5, kg + BY_HAND_KG * normal(chance)));
      const laid = (by: readonly number[]): number => {
        const { slots } = arrangeLoad(
          by.map((massKg, id) => ({ id: String(id), massKg })),
          machine,
        );
        return imbalance(
          slots.map((id) => (id === null ? null : (masses[Number(id)] ?? null))),
          machine,
        ).kgM;
      };
      const even: (number | null)[] = Array.from({ length: machine.slots }, () => null);
      for (const [n, kg] of masses.entries()) even[Math.floor((n * machine.slots) / frames)] = kg;
      found.push({ sort, evenly: imbalance(even, machine).kgM, byHand: laid(felt), byScale: laid(masses) });
    }
  return found;
}

const LAID = { round: "evenly", hands: "byHand", scale: "byScale" } as const;

function load({
  what,
  machine,
  frames,
  meanKg,
}: {
  readonly what: string;
  readonly machine: Machine;
  readonly frames: number;
  readonly meanKg: number;
}): Case {
  // Laid out once, when somebody first plays it.
  let made: readonly World[] | null = null;
  const world = ({ n = 0 }: Truth): World => {
    made ??= worlds(machine, frames, meanKg);
    return made[n] as World;
  };
  const truths = Array.from({ length: SORTS.length * EVERY_SO_MANY }, (_, n): Truth => ({ n }));
  const kgM = (at: At, truth: Truth): number => world(truth)[LAID[at.laid as keyof typeof LAID]];
  return {
    asks: `${what} How do they go in, and how fast?`,
    // The loads are laid when somebody first plays it.
    get known() {
      const walks = (laid: keyof typeof LAID): string =>
        ofTen(
          truths.filter((t) => steadiness(world(t)[LAID[laid]], machine.allowedKgM) === "walks").length /
            truths.length,
        );
      return [
        "One load in three like it is of frames alike, one of fuller and lighter ones, one of a few full ones among empty ones.",
        "Too uneven for it the machine walks and combs break: a tenth of the load. Half as uneven it is watched, and turned slower.",
        `Of ten loads like it walk: as they come ${walks("round")}, laid by hand ${walks("hands")}, by the scale ${walks("scale")}.`,
        "Turned slowly nothing breaks, and an eighth stays in the combs.",
      ];
    },
    problem: {
      truths,
      start: { step: 0, laid: "round", looked: false },
      moves: (at) => [
        ...(stepOf(at) < LOOKS
          ? [
              ...(at.looked ? [] : ["look"]),
              ...(at.laid === "round" ? ["hands"] : []),
              ...(at.laid === "scale" ? [] : ["scale"]),
            ]
          : []),
        "fast",
        "slow",
        "halves",
        ...(stepOf(at) < LOOKS ? ["wait"] : []),
      ],
      seen(at, move, truth) {
        if (move === "look")
          return SORTS.map(({ looks }, sort) => ({
            // Through wax and capped corners one look of five is wrong.
            p: world(truth).sort === sort ? 0.8 : 0.1,
            says: looks,
            next: on(at, { looked: true }),
          }));
        if (move === "hands")
          return one("The heavy ones lie across from heavy ones, by hand.", on(at, { laid: "hands" }));
        if (move === "scale")
          return one(`${SORTS[world(truth).sort]?.said} They lie by weight.`, on(at, { laid: "scale" }));
        if (move === "wait") return one("Five minutes went by.", on(at));
        return one("The load is out.", null);
      },
      cost(at, move, truth) {
        if (move === "look") return { time: 0.2 };
        if (move === "hands") return { time: 0.4 };
        if (move === "scale") return { time: 0.08 * frames };
        if (move === "wait") return { time: 0.4 };
        const honeyKg = frames * Math.max(0, meanKg - 0.4);
        if (move === "slow") return { lost: honeyKg / 8, time: 0.8 };
        if (move === "halves") return { time: 2.5 };
        const stands = steadiness(kgM(at, truth), machine.allowedKgM);
        if (stands === "walks") return { risk: honeyKg / 10, time: 1.5, broken: 2 };
        return stands === "watch" ? { risk: honeyKg / 40, time: 0.6 } : {};
      },
    },
    moves: {
      look: { label: "Hold a few against the light", means: "2 min; four times of five right" },
      hands: {
        label: "Lay them by hand, heavy across from heavy",
        means: `5 min; ${BY_HAND_KG} kg out either way`,
      },
      scale: {
        label: "Weigh each, and lay them by weight",
        means: `${Math.round(frames * 0.7)} min`,
      },
      fast: { label: "Spin at full speed", means: "as they lie now" },
      slow: { label: "Spin slowly, half as fast", means: "nothing breaks, more stays in" },
      halves: { label: "Two small loads", means: "25 min more" },
      wait: { label: "Wait", means: "5 min" },
    },
    stands: (at) => [
      { round: "They lie evenly round as they come", hands: "Laid by hand", scale: "Laid by weight" }[
        at.laid as keyof typeof LAID
      ],
      at.looked ? "Held against the light" : "Not looked at",
    ],
    was: (truth) => [
      SORTS[world(truth).sort]?.said ?? "",
      `As they came, the machine ${STEADINESS[steadiness(world(truth).evenly, machine.allowedKgM)].replace("watch it", "had to be watched").replace("stands", "stood").replace("will walk", "would have walked")}.`,
    ],
    naive: () => "fast",
    cautious: () => "halves",
  };
}

export const oddLoad: Scenario = {
  id: "odd-load",
  title: "The odd last load",
  asks: "At the end of each batch a few frames are left that do not fill a machine.",
  teaches:
    "Opposite frames alike, gaps across from gaps. The scale tells what hands only guess; where frames are alike and the machine is large, it is not worth its minutes.",
  caution: "Lid shut while it turns; speed to zero and standstill before it is opened.",
  patienceS: 30,
  cases: [
    load({
      what: "Fourteen frames of different boxes are left for a machine of twenty.",
      machine: { ...twenty, allowedKgM: 0.5 },
      frames: 14,
      meanKg: 2.2,
    }),
    load({
      what: "Seven deep frames are left for a machine of twelve.",
      machine: { ...twelve, allowedKgM: 0.35 },
      frames: 7,
      meanKg: 3,
    }),
    load({
      what: "Eighteen shallow frames are left for a machine of twenty that is bolted to the floor.",
      machine: { ...twenty, allowedKgM: 1.5 },
      frames: 18,
      meanKg: 1.6,
    }),
    load({
      what: "Five frames are left for a machine of twelve on a wooden stand.",
      machine: { ...twelve, allowedKgM: 0.2 },
      frames: 5,
      meanKg: 2.2,
    }),
  ],
};
