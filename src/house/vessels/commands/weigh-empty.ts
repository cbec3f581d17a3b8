import { z } from "zod";
import { gramsFromKg } from "@/core/units";
import { refuse } from "../../language/errors";
import { massKg, tag } from "../../language/fields";
import { massG } from "../../language/shown";
import { ONE_VESSEL, vesselsOf } from "../../language/vessel-name";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { lastFillOf } from "../../ledger/records/fills";
import type { Work } from "../../ledger/work";
import { emptied } from "../emptied";
import { oneVessel, type VesselRow } from "../records";

/** Empty weights are read more finely than honey. */

/** A vessel is empty when nothing is in it on paper. */
async function mustHoldNothing(work: Work, { kind, tag, id }: VesselRow, because: string): Promise<void> {
  const last = await lastFillOf(work.tx, id);
  if (!last) return;
  if (last.grams > 0) refuse("not-empty", `On paper ${kind} ${tag} still holds ${massG(last.grams)}.`, kind);
  await work.restOn(last, because);
  await work.restOnAllOf(last.id, because);
}

export const weighEmpty = defineCommand({
  name: "weigh-empty",
  summary: "Weigh a super or vessel empty: what is taken off its weight from now on",
  who: ANY_HAND,
  undo: "counter-entry",
  /** One of them. */
  input: z.strictObject({
    super: tag("super").optional(),
    ...ONE_VESSEL,
    bin: tag("bin").optional(),
    kg: massKg("The empty weight", 2000),
  }),
  async run(work, input) {
    const named = [
      ...vesselsOf(input),
      ...(["super", "bin"] as const).flatMap((k) =>
        input[k] === undefined ? [] : [{ kind: k, tag: input[k] }],
      ),
    ];
    const kind = named[0]?.kind;
    if (!named[0] || !kind || named.length > 1)
      refuse("which", "Name one: the super, pail, drum, tank, tub or bin that was weighed.", kind ?? "super");
    const vessel = await oneVessel(work.tx, kind, named[0].tag, kind, work.at);
    const because = `${kind} ${vessel.tag} was weighed empty`;
    if (kind === "super") await emptied(work, [{ vessel, because, field: kind }]);
    else await mustHoldNothing(work, vessel, because);
    const grams = gramsFromKg(input.kg);
    await work.restOn(vessel, because);
    await work.note("empty_weighing", { vessel_id: vessel.id, empty_g: grams, at: work.at });
    return { kind: vessel.kind, tag: vessel.tag, grams, differs: grams - vessel.empty_g };
  },
  say: ({ kind, tag: name, grams, differs }) =>
    `${kind[0]?.toUpperCase()}${kind.slice(1)} ${name} weighs ${massG(grams, 2)} empty${
      differs === 0
        ? ", as before"
        : `, ${massG(Math.abs(differs), 2)} ${differs > 0 ? "more" : "less"} than before`
    }.`,
});
