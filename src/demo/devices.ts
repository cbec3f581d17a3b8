/** The demo's stand-in instruments. Their tokens are no secret: they open a made-up house only. */
export const DEMO_DEVICES = [
  { name: "bench-scale", kind: "scale", token: "withy-bank-stand-in-scale" },
  { name: "prism", kind: "refractometer", token: "withy-bank-stand-in-prism" },
  { name: "room-sensor", kind: "thermo-hygrometer", token: "withy-bank-stand-in-room" },
] as const;
