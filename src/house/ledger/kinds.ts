/**
 * The only lists of what there is: kinds of vessels, of fills and of movements. Whatever must know all of one kind
 * is a record over it, so that the compiler names what a new one lacks.
 */
import type { MovementKind } from "@/core/ledger";
import { TAG_LETTER } from "../language/fields";

/** Equipment that carries a tag and holds honey. */
export const VESSEL_KINDS = ["super", "pail", "drum", "tank", "tub", "bin"] as const;
export type VesselKind = (typeof VESSEL_KINDS)[number];
/** Vessels of strained honey: what is poured, kept, and taken into jars. A charge of one is a fill of its kind. */
export const HONEY_VESSELS = ["pail", "drum", "tank", "tub"] as const satisfies readonly VesselKind[];
export type HoneyVessel = (typeof HONEY_VESSELS)[number];
/** What stands before each kind's tag, on its label and on the line. */
export const VESSEL_LETTER: Readonly<Record<VesselKind, string>> = TAG_LETTER;

/** Places grams can be in. Colonies, gains by weighing and honey outside are sources: they may give what they do not hold. */
export const FILL_KINDS = [
  "colony",
  "gain",
  "comb",
  "batch",
  "wets",
  "pail",
  "lot",
  "parcel",
  "loss",
  "cappings",
  "wax",
  "drum",
  "tank",
  "tub",
  "outside",
  "delivery",
] as const;
export type FillKind = (typeof FILL_KINDS)[number];

/** Every kind of movement the core's accounts know; one that is missing here does not compile. */
const MOVEMENTS: Record<MovementKind, true> = {
  pull: true,
  join: true,
  wets: true,
  cappings: true,
  drained: true,
  wax: true,
  pail: true,
  loss: true,
  gain: true,
  unexplained: true,
  draw: true,
  send: true,
  back: true,
  cleaned: true,
  move: true,
  deliver: true,
  undo: true,
};
export const MOVEMENT_KINDS = Object.keys(MOVEMENTS) as readonly MovementKind[];
export type { MovementKind };
