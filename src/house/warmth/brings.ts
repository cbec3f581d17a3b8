/** What warmth brings to the house. */
import { coolVessels, warmVessels } from "./commands/warm-vessels";
import { addWarmer, noteLook, notePlaceAir } from "./commands/warmers";
import { WORDS } from "./words";

export const WARMTH = {
  commands: [addWarmer, warmVessels, coolVessels, noteLook, notePlaceAir],
  words: WORDS,
} as const;
