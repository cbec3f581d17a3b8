/** What files brings to the house. */
import { importRows } from "./commands/import-rows";

export const FILES = {
  commands: [importRows],
  words: [],
} as const;
