export { type Arrangement, arrangeLoad, fitting, type WaitingFrame } from "./arrange";
export {
  FRAME_KNOWN,
  FRAME_SD_KG,
  type FrameKnown,
  judgeLoad,
  type KnownFrame,
  type LoadJudgement,
} from "./band";
export { movedFrame } from "./exchange";
export { BARE_FRAME_KG, drawnCombKg, honeyInFrameKg, OUT_SHARE } from "./frame";
export {
  cameBetween,
  type Flow,
  type Headroom,
  headroom,
  learntDecline,
  minutesUntil,
  PAIL_FULL,
  type PailUnder,
  stillToCome,
  type TakenAway,
  USUAL_DECLINE,
  underTheGate,
} from "./gate";
export {
  checkMachine,
  type FrameWidth,
  type Imbalance,
  imbalance,
  type Load,
  learntTolerance,
  loadOf,
  MACHINE_KINDS,
  type Machine,
  type MachineKind,
  ORIENTATION,
  type PlacedFrame,
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
