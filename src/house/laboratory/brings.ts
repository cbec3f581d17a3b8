/** What the laboratory brings to the house. */
import { enterResults, orderAnalysis } from "./commands/order";

export const LABORATORY = { commands: [orderAnalysis, enterResults], words: [] } as const;
