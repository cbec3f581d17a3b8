import { Fragment, type ReactNode } from "react";
import type { Doing } from "@/ui/doings";

/** Something that can be done in a bay: its key, and what opens in place; `Given` is what it needs to know. */
export interface BayDoing<Given> extends Doing {
  readonly show: (given: Given) => ReactNode | Promise<ReactNode>;
}

/** A bay's work, what is done often and what seldom, as its keys and as the piece that is open. */
export function doingsOf<Given>(often: readonly BayDoing<Given>[], seldom: readonly BayDoing<Given>[]) {
  const named = ({ id, label, needs, part }: BayDoing<Given>): Doing => ({
    id,
    label,
    ...(needs ? { needs } : {}),
    ...(part ? { part } : {}),
  });
  return {
    list: often.map(named),
    rest: seldom.map(named),
    /** Nothing, when nothing is open. Each has its own key: what was typed in one never shows in another. */
    async opened(id: string | undefined, given: Given): Promise<ReactNode> {
      const work = [...often, ...seldom].find((w) => w.id === id);
      return work ? <Fragment key={work.id}>{await work.show(given)}</Fragment> : null;
    },
  };
}
