/** A past day's batch spun run by run: colder honey and a poorer tool leave more in the comb. */
import type { Tool } from "@/core/dayplan";
import { arrangeLoad, BARE_FRAME_KG, type Machine, spinTime } from "@/core/extraction";
import { seeded } from "@/core/statistics/seeded";
import { emptyOf, framesIn, isDeep, type Script } from "./script";

export const TWENTY = { name: "Twenty", slots: 20, radiusCm: 32, drumCm: 80, clearanceCm: 14 } as const;
const MACHINE: Machine = {
  kind: "radial",
  slots: TWENTY.slots,
  radiusM: TWENTY.radiusCm / 100,
  drumDiameterM: TWENTY.drumCm / 100,
  clearanceM: TWENTY.clearanceCm / 100,
  allowedKgM: 0.3,
};
const BASE_MIN = 12;
/** Emptying, filling, carrying. */
const BETWEEN_MIN = 6;
/** Left of the honey at 27 °C by tool, %, and less for each degree warmer. */
const LEFT_PCT: Partial<Record<Tool, number>> = { "hot-knife": 6.2, fork: 7.4, "heated-plane": 5.6 };
const PER_DEGREE_PCT = 0.35;

interface Pulled {
  readonly tag: string;
  readonly grossKg: number;
}

/** Two medium boxes fill the machine, or one deep one. */
function loads(pulled: readonly Pulled[]): Pulled[][] {
  const [deep, medium] = [
    pulled.filter((p) => isDeep(Number(p.tag))),
    pulled.filter((p) => !isDeep(Number(p.tag))),
  ];
  const pairs = Array.from({ length: Math.ceil(medium.length / 2) }, (_, i) =>
    medium.slice(2 * i, 2 * i + 2),
  );
  return [...pairs, ...deep.map((p) => [p])];
}

/** Spins the batch from `begins` on (minutes before now) and weighs its boxes back; returns the honey that came out, kg. */
export async function spinBatch(
  script: Script,
  given: {
    readonly batch: number;
    readonly pulled: readonly Pulled[];
    readonly begins: number;
    readonly honeyC: number;
    readonly waterPct: number;
    readonly tool: Tool;
    readonly seed: number;
  },
): Promise<number> {
  const { batch, pulled, begins, honeyC, waterPct, tool } = given;
  const rng = seeded(given.seed);
  const minutes = Math.round(spinTime(BASE_MIN, { waterPct, tempC: honeyC }).minutes);
  let [at, out] = [begins, 0];
  for (const boxes of loads(pulled)) {
    const frames = boxes.flatMap((box) => {
      const deep = isDeep(Number(box.tag));
      const n = framesIn(Number(box.tag));
      return Array.from({ length: n }, (_, i) => ({
        id: `${box.tag}/${i}`,
        super: box.tag,
        massKg: Number(
          (
            (box.grossKg - emptyOf(Number(box.tag))) / n +
            BARE_FRAME_KG +
            rng.between(-0.25, 0.25, 2)
          ).toFixed(2),
        ),
        width: deep ? (2 as const) : (1 as const),
      }));
    });
    const { slots } = arrangeLoad(frames, MACHINE);
    const { run } = await script.enter<{ run: number }>("Tomasz", at, "start-run", {
      machine: TWENTY.name,
      batch,
      minutes,
      honeyC,
      waterPct,
      tool,
      slots: slots.map((id) => {
        const f = frames.find((x) => x.id === id);
        return f ? { super: f.super, kg: f.massKg, ...(f.width === 2 ? { width: 2 } : {}) } : null;
      }),
    });
    at -= minutes + rng.between(0, 2, 0);
    await script.enter("Tomasz", at, "end-run", { run });
    for (const [i, box] of boxes.entries()) {
      const empty = emptyOf(Number(box.tag));
      const honey = box.grossKg - empty;
      const leftPct = (LEFT_PCT[tool] ?? 7) - PER_DEGREE_PCT * (honeyC - 27) + script.rng.between(-1.5, 1.5);
      const gross = Number((empty + (honey * leftPct) / 100).toFixed(1));
      await script.enter("Tomasz", at - 1 - i, "weigh-spun-super", { super: box.tag, grossKg: gross });
      out += box.grossKg - gross;
    }
    at -= BETWEEN_MIN;
  }
  return out;
}
