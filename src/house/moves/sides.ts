/** The two sides of a pour: which vessel, what was in it, and what moved by weight, level or word. */

import { DomainError } from "@/core/domain-error";
import { gramsFromKg } from "@/core/units";
import { type MovePlan, massByLevel, planMove } from "@/core/vessels";
import { Refusal, refuse } from "../language/errors";
import { massKg, number } from "../language/fields";
import { asWritten, massG, shown } from "../language/shown";
import { capital } from "../language/spoken";
import type { NamedVessel } from "../language/vessel-name";
import { fillAt, lastFillOf } from "../ledger/records/fills";
import type { Work } from "../ledger/work";
import { holdsGrams } from "../vessels/holds";
import { oneVessel, type VesselRow } from "../vessels/records";

/** How much a vessel gave or got: by its weight afterwards, by its level afterwards, or told outright. */
export const amount = {
  kg: massKg("How much", 5000).optional(),
  /** On the scale afterwards, with what is in it. */
  grossKg: massKg("Its weight afterwards", 6000).optional(),
  /** The honey's height in it afterwards. */
  levelCm: number("Its level afterwards", 0, 500, "cm").optional(),
};

export interface Side {
  readonly at: string;
  readonly name: string;
  readonly vessel: VesselRow;
  readonly fillId: number | null;
  readonly heldGrams: number;
  /** What moved, g; undefined where it follows from the others. */
  readonly grams: number | undefined;
  readonly byLevel: boolean;
}

export async function sideOf(
  work: Work,
  named: NamedVessel,
  said: {
    readonly kg?: number | undefined;
    readonly grossKg?: number | undefined;
    readonly levelCm?: number | undefined;
    readonly emptied?: boolean;
  },
  { at, gives, tempC: warm }: { at: string; gives: boolean; tempC: number },
): Promise<Side> {
  const vessel = await oneVessel(work.tx, named.kind, named.tag, `${at}.vessel`, work.at);
  const name = `${named.kind} ${vessel.tag}`;
  const fill = await lastFillOf(work.tx, vessel.id);
  // A late entry speaks of what was in it then.
  const heldGrams = fill ? (await fillAt(work.tx, fill.id, work.at)).grams : 0;
  const ways = [said.kg, said.grossKg, said.levelCm].filter((v) => v !== undefined).length;
  if (ways + (said.emptied ? 1 : 0) > 1)
    refuse(
      "one-of-two",
      `${capital(name)}: say how much, its weight or its level, not two of them.`,
      `${at}.kg`,
    );
  if (gives && heldGrams === 0)
    refuse(
      "nothing-in-it",
      (fill?.grams ?? 0) > 0 ? `${capital(name)} was empty then.` : `${capital(name)} is empty.`,
      `${at}.vessel`,
    );
  const after = afterwards(vessel, name, said, at, warm);
  const grams = said.emptied
    ? heldGrams
    : said.kg !== undefined
      ? gramsFromKg(said.kg)
      : after === undefined
        ? undefined
        : gives
          ? heldGrams - after
          : after - heldGrams;
  if (grams !== undefined && (grams < 0 || (grams === 0 && !gives)))
    refuse(
      gives ? "more-than-before" : "nothing-added",
      gives
        ? `${capital(name)} would hold ${massG(after ?? 0)} afterwards, and held ${massG(heldGrams)} before: nothing left it.`
        : `${capital(name)} held ${massG(heldGrams)} before and would hold ${massG(after ?? 0)}: nothing came into it.`,
      `${at}.${said.levelCm === undefined ? "grossKg" : "levelCm"}`,
    );
  return {
    at,
    name,
    vessel,
    fillId: fill?.id ?? null,
    heldGrams,
    grams,
    byLevel: said.levelCm !== undefined,
  };
}

/** What is in a vessel by its weight or its level, g; undefined where neither was told. */
function afterwards(
  vessel: VesselRow,
  name: string,
  { grossKg, levelCm }: { readonly grossKg?: number | undefined; readonly levelCm?: number | undefined },
  at: string,
  warm: number,
): number | undefined {
  if (grossKg !== undefined) {
    if (vessel.weighable === false)
      refuse(
        "not-weighed",
        `${capital(name)} cannot be weighed: say its level, or weigh what it is filled from.`,
        `${at}.grossKg`,
      );
    const net = gramsFromKg(grossKg) - vessel.empty_g;
    if (net < 0)
      refuse(
        "under-empty",
        `${capital(name)} weighs ${massG(vessel.empty_g)} empty; ${asWritten(grossKg, "kg")} is less.`,
        `${at}.grossKg`,
      );
    return net;
  }
  if (levelCm === undefined) return undefined;
  if (vessel.diameter_cm === null)
    refuse("no-diameter", `Nobody said how wide ${name} is: set its diameter up first.`, `${at}.levelCm`);
  if (vessel.height_cm !== null && levelCm > vessel.height_cm)
    refuse(
      "over-the-rim",
      `${capital(name)} is ${asWritten(vessel.height_cm, "cm")} high; honey cannot stand ${asWritten(levelCm, "cm")} in it.`,
      `${at}.levelCm`,
    );
  return massByLevel(vessel.diameter_cm, levelCm, null, warm).grams;
}

/** What the core refuses, beside the field it speaks of. */
export function planned(givers: readonly Side[], takers: readonly Side[]): MovePlan {
  try {
    return planMove(
      givers.map((g) => ({ name: capital(g.name), heldGrams: g.heldGrams, takenGrams: g.grams })),
      takers.map((t) => ({
        name: capital(t.name),
        heldGrams: t.heldGrams,
        addedGrams: t.grams,
        holdsGrams: holdsGrams(t.vessel),
      })),
      shown(),
    );
  } catch (error) {
    if (!(error instanceof DomainError)) throw error;
    const side = [...givers, ...takers].find((s) => error.message.startsWith(capital(s.name)));
    const path = side ? `${side.at}.${error.code === "itself" ? "vessel" : "kg"}` : "to";
    throw new Refusal(error.code, error.message, 422, [{ path, message: error.message }], { cause: error });
  }
}
