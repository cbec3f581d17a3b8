/**
 * The store before today: a drum of set rape warming in the cabinet, a half-set pail of wet clover, an owner's pail kept
 * apart, shelves with a thermometer that was too warm last week.
 */
import { receivePost } from "@/house/devices/posts";
import { cabinetShows, STAND_IN_SEED, storeShows } from "@/standins";
import { CABINET_PROBE, STORE_SENSOR } from "./devices";
import type { Script } from "./script";

const HOUR_MS = 3_600_000;
/** Hours of air behind the demo's today. */
const AIR_H = 12 * 24;
/** The cabinet was switched on so long ago. */
const WARMED_H = 40;

export const NORTH = "store, north wall";
const SOUTH = "store, south wall";

async function logged(
  script: Script,
  device: { readonly name: string; readonly token: string },
  hours: number,
  shows: (atMs: number) => object,
): Promise<void> {
  const end = Math.floor(script.now.getTime() / HOUR_MS) * HOUR_MS;
  const readings = Array.from({ length: hours }, (_, i) => {
    const at = end - (hours - 1 - i) * HOUR_MS;
    return { at: new Date(at).toISOString(), ...shows(at) };
  });
  await receivePost(script.db, { device: device.name, token: device.token, readings }, script.now);
}

/** @param pailsOfDay what each extraction day left in pails */
export async function fillStore(script: Script, pailsOfDay: readonly (readonly string[])[]): Promise<void> {
  const [, second = [], third = [], fourth = []] = pailsOfDay;
  for (const [place, pails] of [
    [NORTH, [...second.slice(2), ...fourth]],
    [SOUTH, third.slice(2)],
  ] as const)
    for (const pail of pails)
      await script.enter("Bram", script.past(12, 9), "place-vessel", { vessel: `pail ${pail}`, place });

  await script.enter("Bram", script.past(60, 10), "receive-honey", {
    what: "opening",
    country: "Holmland",
    honeyKind: "Rape honey",
    waterPct: 17.4,
    into: [{ vessel: "drum 3", kg: 118 }],
  });
  await script.enter("Bram", script.past(18, 16), "receive-honey", {
    what: "to-pack",
    supplier: "The parsonage",
    country: "Holmland",
    honeyKind: "Garden honey",
    waterPct: 17.1,
    into: [{ vessel: "pail 38", kg: 21.4 }],
  });
  await script.enter("Bram", script.past(17, 9), "place-vessel", { vessel: "pail 38", place: SOUTH });
  await script.enter("Odile", script.past(17, 9, 30), "inspect", { vessel: "pail 38" });
  await script.enter("Odile", script.past(17, 9, 40), "read-moisture", {
    vessel: "pail 38",
    instrument: "R1",
    value: 17.2,
    tempC: 20,
  });
  await script.enter("Odile", script.past(17, 10), "taste", {
    vessel: "pail 38",
    words: "mint and lime blossom, clean",
  });
  await script.enter("Odile", script.past(17, 10, 10), "keep-sample", {
    vessel: "pail 38",
    kg: 0.25,
    place: "cellar shelf",
    until: script.dayOf(new Date(script.now.getTime() + 300 * 24 * HOUR_MS)),
  });

  const wet = fourth[0];
  if (wet)
    await script.enter("Odile", script.past(4, 11), "note-look", { vessel: `pail ${wet}`, look: "half" });
  for (const pail of second.slice(2, 4))
    await script.enter("Odile", script.past(4, 11, 5), "note-look", {
      vessel: `pail ${pail}`,
      look: "cloudy",
    });

  await script.enter("Ines", script.past(30, 9), "set-warmer", {
    name: "Cabinet",
    tempC: 38,
    spreadC: 2,
    places: 6,
  });
  await script.enter("Odile", WARMED_H * 60 + 5, "note-look", { vessel: "drum 3", look: "solid" });
  await script.enter("Odile", WARMED_H * 60 + 4, "note-warmth", { vessel: "drum 3", tempC: 15 });
  await script.enter("Odile", WARMED_H * 60, "warm-vessels", {
    vessels: "drum 3",
    warmer: "Cabinet",
    despite: "it set like stone, and the baker takes it",
  });
  await logged(script, STORE_SENSOR, AIR_H, (at) => storeShows(STAND_IN_SEED, at, script.now.getTime()));
  await logged(script, CABINET_PROBE, WARMED_H, (at) => cabinetShows(STAND_IN_SEED, at, 38));
  await script.enter("Odile", 14 * 60, "note-warmth", { vessel: "drum 3", tempC: 26 });
}
