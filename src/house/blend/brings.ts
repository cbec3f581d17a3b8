/** What blending brings to the house. */
import { blendHoney, checkMix } from "./commands/blend-honey";
import { WORDS } from "./words";

export const BLEND = {
  commands: [blendHoney, checkMix],
  words: WORDS,
} as const;
