/**
 * The demo's room sensor: posts the made-up room's air every minute, as a real sensor's bridge would.
 * It ends with the house it speaks to: after ten refusals in a row it stops.
 */
import { DEMO_DEVICES } from "@/demo/devices";
import { hygrometerShows, postReadings, STAND_IN_SEED } from "@/standins";

const house = process.argv[2];
if (!house) throw new Error("Name the house's address.");
const sensor = DEMO_DEVICES[2];
const MINUTE = 60_000;
let refused = 0;

async function tell(): Promise<void> {
  const at = Math.floor(Date.now() / MINUTE) * MINUTE;
  try {
    await postReadings(house as string, sensor.name, sensor.token, [
      { at: new Date(at).toISOString(), ...hygrometerShows(STAND_IN_SEED, at) },
    ]);
    refused = 0;
  } catch {
    refused += 1;
    if (refused >= 10) process.exit(0);
  }
}

await tell();
setInterval(() => void tell(), MINUTE);
