/** The supers of a pull looked up, their honey worked out, and the pull judged as a whole. */

import { judgePull, type Ripeness, type SuperLook } from "@/core/moisture";
import { gramsFromKg } from "@/core/units";
import { honeyInSuper, type PastFrames, type SuperDepth } from "@/core/yields";
import { refuse } from "../../language/errors";
import { asWritten, massG } from "../../language/shown";
import { fillsOfColonies } from "../../ledger/records/fills";
import { rulesOf } from "../../ledger/records/house";
import type { Work } from "../../ledger/work";
import { corrected, meantBy, type Taken } from "../../readings/samples";
import { framesOf } from "../../vessels/frames";
import {
  type ColonyRow,
  coloniesTagged,
  noSuchColony,
  noSuchVessel,
  oneYard,
  type VesselRow,
  vesselsTagged,
  type YardRow,
} from "../../vessels/records";
import { pastFrames } from "../records/yields";
import type { PulledSuper, PullInput } from "./input";

/** More honey than the fullest deep super of twelve frames of about 5.4 kg could carry (common practice). */
const MOST_HONEY_G = 65_000;

/** The honey a weight means for this super, g. */
export function honeyByWeight(
  vessel: Pick<VesselRow, "tag" | "empty_g">,
  grossKg: number,
  field: string,
): number {
  const honey = gramsFromKg(grossKg) - vessel.empty_g;
  if (honey <= 0)
    refuse(
      "under-empty",
      `Super ${vessel.tag} weighs ${massG(vessel.empty_g)} empty; ${asWritten(grossKg, "kg")} leaves no honey in it.`,
      field,
    );
  if (honey > MOST_HONEY_G)
    refuse(
      "too-heavy",
      `${massG(honey)} of honey in super ${vessel.tag}? No super holds that: check the scale.`,
      field,
    );
  return honey;
}

export interface Looked {
  readonly pulled: PulledSuper;
  readonly vessel: VesselRow;
  readonly colony: ColonyRow & { fillId: number };
  readonly honey: number;
  readonly ripeness: Ripeness;
  /** Its sample, corrected; null where none was taken. */
  readonly sample: Taken | null;
}

function mustMakeSense(pulled: PulledSuper, vessel: VesselRow, at: (name: string) => string): void {
  const frames = vessel.frames ?? 14;
  if (pulled.framesLeft >= frames && pulled.take)
    refuse(
      "no-frames",
      `Super ${vessel.tag} has ${frames} frames; with ${pulled.framesLeft} left behind nothing is taken.`,
      at("framesLeft"),
    );
  if (pulled.flags.includes("waiting") && !pulled.waitingUntil)
    refuse("no-end", "Until when does the waiting period run?", at("waitingUntil"));
}

/** What a pull names, as far as it is there. */
interface Named {
  readonly yard: YardRow;
  /** By their tags. */
  readonly colonies: ReadonlyMap<string, ColonyRow>;
  readonly vessels: ReadonlyMap<string, VesselRow>;
  /** What a colony gives its honey from, by the colony. */
  readonly fills: ReadonlyMap<number, number>;
}

/** Asked together as far as it does not hang on each other. @throws Refusal for a yard there is not */
export async function namedIn(work: Work, { supers, yard: said }: PullInput): Promise<Named> {
  const [colonies, vessels] = await Promise.all([
    coloniesTagged(
      work.tx,
      supers.map((s) => s.colony),
    ),
    vesselsTagged(
      work.tx,
      "super",
      supers.map((s) => s.tag),
      work.at,
    ),
  ]);
  const first = supers[0]?.colony ?? "";
  // Where the yard is not said, the first colony tells it.
  const name = said ?? (colonies.get(first) ?? noSuchColony(first, "supers.0.colony")).yard;
  const [yard, fills] = await Promise.all([
    oneYard(work.tx, name),
    fillsOfColonies(
      work.tx,
      [...colonies.values()].map((c) => c.id),
    ),
    // Asked for when it is seen whether they are empty.
    work.lastFillsOf([...vessels.values()].map((v) => v.id)),
  ]);
  return { yard, colonies, vessels, fills };
}

/** Finds what each row speaks of, works out its honey, and judges the pull as a whole. */
export async function lookAt(
  work: Work,
  input: Pick<PullInput, "supers" | "school" | "instrument" | "sampleC">,
  { yard, colonies: from, vessels, fills }: Named,
  date: string,
): Promise<Looked[]> {
  const guesses: PastFrames = input.supers.some((s) => s.grossKg === undefined)
    ? await pastFrames(work.tx)
    : {};
  const shown = { instrument: input.instrument, tempC: input.sampleC };
  const instrument = input.supers.some((s) => s.sample !== undefined) ? await meantBy(work, shown) : null;
  const found: {
    pulled: PulledSuper;
    vessel: VesselRow;
    colony: ColonyRow & { fillId: number };
    honey: number;
    sample: Taken | null;
    look: SuperLook;
  }[] = [];
  const seen = new Set<string>();
  for (const [i, pulled] of input.supers.entries()) {
    const at = (name: string) => `supers.${i}.${name}`;
    if (seen.size === seen.add(pulled.tag).size)
      refuse("twice", `Super ${pulled.tag} is in this pull twice.`, at("tag"));
    const vessel = vessels.get(pulled.tag) ?? noSuchVessel("super", pulled.tag, at("tag"));
    const known = from.get(pulled.colony) ?? noSuchColony(pulled.colony, at("colony"));
    if (known.yard_id !== yard.id)
      refuse("wrong-yard", `Colony ${pulled.colony} does not stand in ${yard.name}.`, at("colony"));
    const colony = { ...known, fillId: fills.get(known.id) as number };
    mustMakeSense(pulled, vessel, at);
    const frames = framesOf(vessel);
    const honey =
      pulled.grossKg === undefined
        ? gramsFromKg(
            honeyInSuper(
              {
                name: pulled.tag,
                depth: (vessel.depth ?? "custom") as SuperDepth,
                framesTaken: Math.max(0, frames - pulled.framesLeft),
                cappedPct: pulled.cappedPct,
                netKg: null,
                frameClass: pulled.frameClass ?? null,
              },
              guesses,
            ).kg,
          )
        : honeyByWeight(vessel, pulled.grossKg, at("grossKg"));
    const sample = pulled.sample === undefined ? null : corrected(instrument, shown, pulled.sample, work.at);
    found.push({
      pulled,
      vessel,
      colony,
      honey,
      sample,
      look: {
        name: pulled.tag,
        massKg: honey / 1000,
        cappedPct: pulled.cappedPct,
        frames,
        framesLeft: Math.min(frames, pulled.framesLeft),
        shake: pulled.shake ?? null,
        flags: pulled.flags,
        waitingUntil: pulled.waitingUntil ?? null,
        place: "colony",
        partlyCapped: pulled.partlyCapped ?? null,
        readings: sample ? [sample.reading] : [],
      },
    });
  }
  const judged = judgePull(
    found.map((f) => f.look),
    rulesOf(work.house, input.school),
    date,
  );
  return found.map(({ look: _, ...row }, i) => ({
    ...row,
    ripeness: (judged.supers[i] as (typeof judged.supers)[number]).ripeness,
  }));
}
