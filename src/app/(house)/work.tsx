import { Fragment, type ReactNode } from "react";
import type { Doing } from "@/ui/bench";

/** Something that can be done in a bay: its key, and what opens in place; `Bench` is what it needs to know. */
export interface Work<Bench> extends Doing {
  readonly show: (bench: Bench) => ReactNode | Promise<ReactNode>;
}

/** A bay's work, what is done often and what seldom, as its keys and as the piece that is open. */
export function workOf<Bench>(often: readonly Work<Bench>[], seldom: readonly Work<Bench>[]) {
  const named = ({ id, label }: Work<Bench>): Doing => ({ id, label });
  return {
    list: often.map(named),
    rest: seldom.map(named),
    /** Nothing, when nothing is open. Each has its own key: what was typed in one never shows in another. */
    async opened(id: string | undefined, bench: Bench): Promise<ReactNode> {
      const work = [...often, ...seldom].find((w) => w.id === id);
      return work ? <Fragment key={work.id}>{await work.show(bench)}</Fragment> : null;
    },
  };
}
