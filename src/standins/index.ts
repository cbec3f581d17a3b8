export { type DeviceReading, postReadings } from "./bridge";
export { ANSWERS_AFTER_MS, type LabAnswerLine, laboratoryFinds } from "./laboratory";
export {
  cabinetShows,
  filledJarShows,
  type HiddenComb,
  hiddenComb,
  hiddenWaterPct,
  hygrometerShows,
  refractometerShows,
  scaleShows,
  storeShows,
} from "./physics";

/** The demo house's made-up world. */
export const STAND_IN_SEED = 20260813;
