export { type Arrangement, arrangeLoad, type WaitingFrame } from "./arrange";
export { BARE_FRAME_KG, drawnCombKg, honeyInFrameKg, OUT_SHARE } from "./frame";
export {
  type Flow,
  type Headroom,
  headroom,
  PAIL_FULL,
  type PailUnder,
  type TakenAway,
  underTheGate,
} from "./gate";
export {
  checkMachine,
  type Imbalance,
  imbalance,
  type Load,
  learntTolerance,
  MACHINE_KINDS,
  type Machine,
  type MachineKind,
  ORIENTATION,
  relativeForce,
  STEADINESS,
  type Steadiness,
  shakingForceN,
  slotAngle,
  steadiness,
} from "./machine";
export {
  type DrumLevel,
  drumLevel,
  type PastRun,
  programme,
  type RunStep,
  spinBase,
  spinTime,
} from "./run";
