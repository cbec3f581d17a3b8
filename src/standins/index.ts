export { type DeviceReading, postReadings } from "./bridge";
export {
  type HiddenComb,
  hiddenComb,
  hiddenWaterPct,
  hygrometerShows,
  refractometerShows,
  scaleShows,
} from "./physics";

/** The demo house's made-up world. */
export const STAND_IN_SEED = 20260813;
