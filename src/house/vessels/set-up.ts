/** Many alike vessels set up at once: looked up once, stated together. */
import { refuse } from "../language/errors";
import type { VesselKind } from "../ledger/kinds";
import type { Work } from "../ledger/work";
import { vesselTagsOf } from "./records";

/** Their ids. @throws Refusal naming the first tag that is here already */
export async function setUpVessels(
  work: Work,
  kind: VesselKind,
  tags: readonly string[],
  alike: Readonly<Record<string, unknown>>,
): Promise<number[]> {
  const known = await vesselTagsOf(work.tx, kind, tags);
  const here = tags.find((tag) => known.has(tag));
  if (here !== undefined) refuse("duplicate", `There is a ${kind} ${here} already.`, "tags");
  return work.stateMany(
    "vessel",
    tags.map((tag) => ({ kind, tag, ...alike })),
  );
}
