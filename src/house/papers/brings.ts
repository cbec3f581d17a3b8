/** What photos and papers bring to the house. */
import { attachPaper } from "./commands/attach-paper";

export const PAPERS = { commands: [attachPaper], words: [] } as const;
