/** What the year brings to the house. */
import { noteHours, priceMaterial, setGoal, setSeason } from "./commands/season";

export const SEASON = { commands: [setSeason, setGoal, noteHours, priceMaterial], words: [] } as const;
