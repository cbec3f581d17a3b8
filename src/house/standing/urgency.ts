/**
 * In which order a house is told what to decide: the one scale, first things first. What loses honey by the hour
 * comes before what holds the floor up, that before what may be done, and that before what can wait.
 */
const IN_ORDER = [
  /** Nothing else can be done before. */
  "toBegin",
  // Honey is being lost.
  "overshoot",
  "gettingWetter",
  "willFerment",
  "tooWet",
  "cannotDry",
  "divert",
  "planIsDue",
  // The floor stands or turns.
  "runIsOver",
  "batchGoesOn",
  "weighBack",
  "finishBatch",
  "sensorSilent",
  "sensorDoubtful",
  // May be done now.
  "ready",
  "mayFerment",
  "needsReadings",
  "drying",
  "melt",
  "mayBeSpun",
  "waitsForAnother",
  "toBeRead",
  "backup",
  "whenThereIsTime",
  "held",
  "skim",
  "takeOut",
  "planned",
  "mayBeBottled",
  "weighEmpty",
  "mayLeave",
  "drillDue",
] as const;

export type UrgencyName = (typeof IN_ORDER)[number];

/** Smaller comes first. */
export const URGENCY = Object.fromEntries(IN_ORDER.map((name, i) => [name, i])) as Readonly<
  Record<UrgencyName, number>
>;
