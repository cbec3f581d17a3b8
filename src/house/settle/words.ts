/** Words of the line about standing to clear. */
import { eachOf, FIGURE, MASS, VESSEL, VESSELS, type Verb } from "../language/words";

export const WORDS: readonly Verb[] = [
  {
    bay: "Settle",
    example: "skim b25 0.6",
    means:
      "0.6 kg of scum off pail 25; without a figure it is estimated; into u1 behind it keeps the scum in tub 1",
    pattern: new RegExp(`^skim (?<vessel>${VESSEL})(?: (?<kg>${MASS}))?(?: into (?<into>${VESSEL}))?$`, "i"),
    command: "skim",
    input: (m) => ({
      vessel: m.vessel,
      ...(m.kg ? { kg: m.kg } : {}),
      ...(m.into ? { into: m.into } : {}),
    }),
  },
  {
    bay: "Settle",
    example: "strain b25 b26 into v1 by fine, cloth",
    means: "pails 25 and 26 strained into tank 1 through the meshes named fine and cloth, in that order",
    pattern: new RegExp(
      `^strain (?<from>${VESSELS}) into (?<to>${VESSELS}) by (?<meshes>[^,]{1,30}(?:,[^,]{1,31}){0,3})$`,
      "i",
    ),
    command: "strain",
    input: (m) => ({
      from: eachOf(m.from).map((vessel) => ({ vessel })),
      to: eachOf(m.to).map((vessel) => ({ vessel })),
      meshes: eachOf(m.meshes, /,/),
    }),
  },
  {
    bay: "Settle",
    example: "warm b25 28",
    means: "the honey in pail 25 is at 28 °C from now on",
    pattern: new RegExp(`^warm (?<vessel>${VESSEL}) (?<temp>${FIGURE}(?: ?°?[cf])?)$`, "i"),
    command: "note-warmth",
    input: (m) => ({ vessel: m.vessel, tempC: m.temp }),
  },
  {
    bay: "Settle",
    example: "good b25",
    means: "pail 25 was looked at: clear, clean, smell and taste right, lid on",
    pattern: new RegExp(`^good (?<vessel>${VESSEL})$`, "i"),
    command: "inspect",
    input: (m) => ({ vessel: m.vessel }),
  },
];
