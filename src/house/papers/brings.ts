/** What photos and papers bring to the house. */
import { attachPaper } from "./commands/attach-paper";
import { noteEntry } from "./commands/note-entry";

export const PAPERS = { commands: [attachPaper, noteEntry], words: [] } as const;
