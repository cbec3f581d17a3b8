export { type Arrangement, arrangeLoad, type WaitingFrame } from "./arrange";
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
  type Headroom,
  headroom,
  type PastRun,
  programme,
  type RunStep,
  spinTime,
} from "./run";
