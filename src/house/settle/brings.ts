/** What standing to clear brings to the house. */
import { addMesh, tendMesh } from "./commands/meshes";
import { setBatchSchool, setCeiling, setSettling } from "./commands/rules";
import { strain } from "./commands/strain";
import { inspect, noteWarmth, skim } from "./commands/tend-vessel";
import { WORDS } from "./words";

export const SETTLE = {
  commands: [setSettling, setCeiling, setBatchSchool, addMesh, tendMesh, strain, noteWarmth, skim, inspect],
  words: WORDS,
} as const;
