/** The demo's stand-in instruments. Their tokens are no secret: they open a made-up house only. */
export const ROOM_SENSOR = {
  name: "room-sensor",
  kind: "thermo-hygrometer",
  token: "withy-bank-stand-in-room",
  place: "",
} as const;
export const STORE_SENSOR = {
  name: "store-sensor",
  kind: "thermo-hygrometer",
  token: "withy-bank-stand-in-store",
  place: "store, north wall",
} as const;
export const CABINET_PROBE = {
  name: "cabinet-probe",
  kind: "thermometer",
  token: "withy-bank-stand-in-cabinet",
  place: "Cabinet",
} as const;
export const DEMO_DEVICES = [
  { name: "bench-scale", kind: "scale", token: "withy-bank-stand-in-scale", place: "" },
  { name: "prism", kind: "refractometer", token: "withy-bank-stand-in-prism", place: "" },
  ROOM_SENSOR,
  STORE_SENSOR,
  CABINET_PROBE,
] as const;
