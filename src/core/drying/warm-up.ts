/** How long comb honey needs to come to spinning warmth in a warm room. */
import { DomainError, mustBeWithin } from "../domain-error";
import type { FanPosition } from "./climate";

/** Honey in a drawn comb, both sides: density, specific heat and conductivity of honey (17-18 % water; White 1975 in Crane). */
const DENSITY = 1420;
const HEAT_J_KGK = 2400;
const CONDUCTIVITY = 0.35;
/** Half of a full comb's thickness, m (common practice: about 36 mm). */
const HALF_COMB_M = 0.018;
/** Heat passed by air to comb, W/m²K: still air between frames, some draught, a fan across the frames. */
const FILM: Record<FanPosition, number> = { none: 2, some: 5, full: 10 };

/** Time constant of a comb warming in air, h: a slab with a film on both sides, ρ c L (1/h + L/3k). */
export const warmUpConstantHours = (fan: FanPosition): number =>
  (DENSITY * HEAT_J_KGK * HALF_COMB_M * (1 / FILM[fan] + HALF_COMB_M / (3 * CONDUCTIVITY))) / 3600;

/**
 * Hours for comb honey at `fromC` to reach `toC` in air of `roomC`; infinite when the room is not warmer
 * than `toC`, 0 when it is there. Sanity: from 15 to 27 °C in a room of 30 °C, about half a day in still air
 * (rooms are warmed one to two days before spinning, common practice).
 * @throws DomainError outside 0-50 °C
 */
export function warmUpHours({
  fromC,
  toC,
  roomC,
  fan,
}: {
  fromC: number;
  toC: number;
  roomC: number;
  fan: FanPosition;
}): number {
  for (const [value, what] of [
    [fromC, "The honey's temperature"],
    [toC, "The spinning temperature"],
    [roomC, "The room's temperature"],
  ] as const)
    mustBeWithin(value, 0, 50, what, "°C");
  if (!(fan in FILM))
    throw new DomainError("bad-input", "The fan's position is full, some or none.", { fan });
  if (fromC >= toC) return 0;
  if (roomC <= toC) return Number.POSITIVE_INFINITY;
  return warmUpConstantHours(fan) * Math.log((roomC - fromC) / (roomC - toC));
}

/** The honey's temperature after `hours` in the room, °C. */
export const honeyTempAfter = (fromC: number, roomC: number, fan: FanPosition, hours: number): number =>
  roomC + (fromC - roomC) * Math.exp(-hours / warmUpConstantHours(fan));
