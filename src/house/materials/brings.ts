/** What jars, lids, labels and boxes bring to the house. */
import { countMaterial, receiveMaterial, setMaterial, spoilMaterial } from "./commands/stock";

export const MATERIALS = {
  commands: [setMaterial, receiveMaterial, countMaterial, spoilMaterial],
  words: [],
} as const;
