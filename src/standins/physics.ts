/**
 * A made-up yard and hot room behind the stand-in instruments: every super has hidden honey, hidden water
 * and a hidden drying rate, all by seed. Instruments look at these through noise and steps, as real ones do.
 */
import { type Climate, type Draught, FAN_SPEED, RATE_PRIOR } from "@/core/drying";
import { refractiveIndexFromWaterPct } from "@/core/moisture";
import { seeded, seedOf } from "@/core/statistics/seeded";

const HOUR = 3_600_000;

export interface HiddenComb {
  /** Honey in it, kg. */
  readonly kg: number;
  /** Water when it was pulled, %. */
  readonly waterPct: number;
  /** Drying rate at 29 °C in full draught, per hour. */
  readonly kPerHour: number;
}

/** What is in truth in a super: by seed and tag; the less it is capped, the wetter (about a point for nine). */
export function hiddenComb(
  seed: number,
  s: { tag: string; frames: number; deep: boolean; cappedPct: number },
): HiddenComb {
  const rng = seeded(seedOf(`${seed}/${s.tag}`));
  return {
    kg: s.frames * (s.deep ? 1.7 : 1.2) * (0.8 + 0.35 * rng.next()),
    waterPct: Math.min(24, Math.max(15.5, 17 + (100 - s.cappedPct) * 0.11 + rng.normal(0, 0.35))),
    kPerHour: RATE_PRIOR.medianPerHour * RATE_PRIOR.spread ** (0.6 * seeded(seedOf(`${seed}/room`)).normal()),
  };
}

/** Its water at a moment, having stood in the logged air since it was pulled, as its place and the fans let it dry. */
export function hiddenWaterPct(
  comb: HiddenComb,
  climate: Climate,
  draught: Draught,
  fromMs: number,
  toMs: number,
): number {
  let water = comb.waterPct;
  for (const [i, stood] of draught.entries()) {
    const until = Math.min(toMs, draught[i + 1]?.fromMs ?? Number.POSITIVE_INFINITY);
    const since = Math.max(fromMs, stood.fromMs);
    if (stood.fan === null) continue;
    for (const piece of climate.pieces) {
      const hours = (Math.min(until, piece.toMs) - Math.max(since, piece.fromMs)) / HOUR;
      if (hours <= 0) continue;
      const kept = Math.exp(-comb.kPerHour * piece.speed * FAN_SPEED[stood.fan] * hours);
      water = piece.equilibriumPct + (water - piece.equilibriumPct) * kept;
    }
  }
  return water;
}

/** The hot room's air at a moment: heater and dehumidifier hold it, the day moves it, a door opens now and then. */
export function hiddenAir(
  seed: number,
  atMs: number,
  base = { tempC: 29, humidityPct: 33 },
): { tempC: number; humidityPct: number } {
  const hour = atMs / HOUR;
  const day = Math.sin(((hour % 24) / 24) * 2 * Math.PI - 2);
  const door = seeded(seedOf(`${seed}/door/${Math.floor(hour * 4)}`));
  const open = door.next() < 0.06 ? door.next() : 0;
  const noise = seeded(seedOf(`${seed}/air/${Math.floor(atMs / 60_000)}`));
  return {
    tempC: base.tempC + 0.7 * day - 1.8 * open + noise.normal(0, 0.08),
    humidityPct: base.humidityPct - 1.5 * day + 7 * open + noise.normal(0, 0.4),
  };
}

const rounded = (value: number, step: number): number => Number((Math.round(value / step) * step).toFixed(4));

/** A thermo-hygrometer shows tenths of a degree and of a percent. */
export const hygrometerShows = (
  seed: number,
  atMs: number,
  base?: { tempC: number; humidityPct: number },
) => {
  const air = hiddenAir(seed, atMs, base);
  return { tempC: rounded(air.tempC, 0.1), humidityPct: rounded(air.humidityPct, 0.1) };
};

/** A cabinet's air: its thermostat lets it swing about what it is set to, with a door now and then. */
export function cabinetShows(seed: number, atMs: number, setC: number): { tempC: number } {
  const hour = atMs / HOUR;
  const door = seeded(seedOf(`${seed}/cabinet/${Math.floor(hour * 2)}`));
  const open = door.next() < 0.04 ? 3 * door.next() : 0;
  const noise = seeded(seedOf(`${seed}/cabinet-noise/${Math.floor(atMs / 60_000)}`));
  return { tempC: rounded(setC + 0.9 * Math.sin(hour * 2 * Math.PI * 3) - open + noise.normal(0, 0.1), 0.1) };
}

/** A store's air: cool, but in the week before `nowMs` the weather made it too warm for some days. */
export function storeShows(
  seed: number,
  atMs: number,
  nowMs: number,
): { tempC: number; humidityPct: number } {
  const daysAgo = (nowMs - atMs) / (24 * HOUR);
  const heat = daysAgo > 3 && daysAgo < 8 ? 9 * Math.sin(((daysAgo - 3) / 5) * Math.PI) : 0;
  const air = hiddenAir(seed + 1, atMs, { tempC: 16 + heat, humidityPct: 56 - heat });
  return { tempC: rounded(air.tempC, 0.1), humidityPct: rounded(air.humidityPct, 0.1) };
}

/** A bench scale of 0.05 kg steps; `turn` makes every weighing another one. */
export function scaleShows(seed: number, grossKg: number, turn: number): number {
  return rounded(grossKg + seeded(seedOf(`${seed}/scale/${turn}`)).normal(0, 0.03), 0.05);
}

/** A hand refractometer on a % water scale, not compensating: a warm sample reads too wet. */
export function refractometerShows(seed: number, waterPct: number, sampleC: number, turn: number): number {
  const rng = seeded(seedOf(`${seed}/prism/${turn}`));
  const index = refractiveIndexFromWaterPct(Math.min(25, Math.max(13, waterPct)), sampleC);
  const perPoint = refractiveIndexFromWaterPct(17, 20) - refractiveIndexFromWaterPct(18, 20);
  const shown = 17 + (refractiveIndexFromWaterPct(17, 20) - index) / perPoint;
  return rounded(shown + rng.normal(0, 0.15), 0.1);
}

/** Where the made-up filler is set over the label, and how unlike its jars are, g a jar of 454. */
const FILLER = { overG: 2.2, sdG: 2.4, of: 454 } as const;

/** A filled jar, zeroed, on a bench scale of 0.1 g steps; `turn` makes every jar another one. */
export function filledJarShows(seed: number, nominalG: number, turn: number): number {
  const part = Math.sqrt(nominalG / FILLER.of);
  const rng = seeded(seedOf(`${seed}/jar/${turn}`));
  return rounded(nominalG + part * rng.normal(FILLER.overG, FILLER.sdG), 0.1);
}
