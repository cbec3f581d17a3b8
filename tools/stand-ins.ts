/**
 * The demo's sensors: the made-up room's air, the store's and the cabinet's every minute, as real sensors' bridges would.
 * It ends with the house it speaks to: after ten refusals in a row it stops.
 */
import { CABINET_PROBE, ROOM_SENSOR, STORE_SENSOR } from "@/demo/devices";
import { cabinetShows, hygrometerShows, postReadings, STAND_IN_SEED, storeShows } from "@/standins";

const house = process.argv[2];
if (!house) throw new Error("Name the house's address.");
/** What the cabinet's thermostat is set to in the demo, °C. */
const CABINET_C = 38;
const SENSORS = [
  { sensor: ROOM_SENSOR, shows: (at: number) => hygrometerShows(STAND_IN_SEED, at) },
  { sensor: STORE_SENSOR, shows: (at: number) => storeShows(STAND_IN_SEED, at, at) },
  { sensor: CABINET_PROBE, shows: (at: number) => cabinetShows(STAND_IN_SEED, at, CABINET_C) },
] as const;
const MINUTE = 60_000;
let refused = 0;

async function tell(): Promise<void> {
  const at = Math.floor(Date.now() / MINUTE) * MINUTE;
  try {
    for (const { sensor, shows } of SENSORS)
      await postReadings(house as string, sensor.name, sensor.token, [
        { at: new Date(at).toISOString(), ...shows(at) },
      ]);
    refused = 0;
  } catch {
    refused += 1;
    if (refused >= 10) process.exit(0);
  }
}

await tell();
setInterval(() => void tell(), MINUTE);
