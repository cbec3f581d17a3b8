import type { WaitingSuper } from "./waiting";

export interface Stack {
  readonly name: string;
  readonly supers: readonly WaitingSuper[];
}

/** Supers by where they stand: each stack of the hot room, and the intake. */
export function stacksOf(waiting: readonly WaitingSuper[]): { stacks: Stack[]; intake: WaitingSuper[] } {
  const stacks = new Map<string, WaitingSuper[]>();
  const intake: WaitingSuper[] = [];
  for (const w of waiting) {
    if (w.place === "hot room") stacks.set(w.stack ?? "A", [...(stacks.get(w.stack ?? "A") ?? []), w]);
    else intake.push(w);
  }
  return {
    stacks: [...stacks].sort(([a], [b]) => a.localeCompare(b)).map(([name, supers]) => ({ name, supers })),
    intake,
  };
}
