import { z } from "zod";
import { DomainError } from "@/core/domain-error";
import { formatKgFromG, gramsFromKg, written } from "@/core/units";
import { brimfulGrams, gainAsks, type MovePlan, massByLevel, planMove } from "@/core/vessels";
import { Refusal, refuse } from "../../language/errors";
import { choice, list, massKg, massKgOrNone, note, number, tempC } from "../../language/fields";
import { capital, spoken } from "../../language/ranges";
import { type NamedVessel, vesselName } from "../../language/vessel-name";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { lastFillOf } from "../../ledger/records/fills";
import type { Work } from "../../ledger/work";
import { oneVessel, statingVessel, type VesselRow } from "../../vessels/records";
import { mayMeet } from "../owners";

/** What stays behind on the way, as people name it. */
export const MOVE_LOSSES = [
  "left in vessel and hose",
  "spilt",
  "strainer and cloth",
  "sample",
  "scum",
  "other",
] as const;

/** How much a vessel gave or got: by its weight afterwards, by its level afterwards, or told outright. */
const amount = {
  kg: massKg("How much", 5000).optional(),
  /** On the scale afterwards, with what is in it. */
  grossKg: massKg("Its weight afterwards", 6000).optional(),
  /** The honey's height in it afterwards. */
  levelCm: number("Its level afterwards", 0, 500, "cm").optional(),
};

interface Side {
  readonly at: string;
  readonly name: string;
  readonly vessel: VesselRow;
  readonly fillId: number | null;
  readonly heldGrams: number;
  /** What moved, g; undefined where it follows from the others. */
  readonly grams: number | undefined;
  readonly byLevel: boolean;
}

async function sideOf(
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
  const heldGrams = fill?.grams ?? 0;
  const ways = [said.kg, said.grossKg, said.levelCm].filter((v) => v !== undefined).length;
  if (ways + (said.emptied ? 1 : 0) > 1)
    refuse(
      "one-of-two",
      `${capital(name)}: say how much, its weight or its level, not two of them.`,
      `${at}.kg`,
    );
  if (gives && heldGrams === 0) refuse("nothing-in-it", `${capital(name)} is empty.`, `${at}.vessel`);
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
        ? `${capital(name)} would hold ${formatKgFromG(after ?? 0)} kg afterwards, and held ${formatKgFromG(heldGrams)} kg before: nothing left it.`
        : `${capital(name)} held ${formatKgFromG(heldGrams)} kg before and would hold ${formatKgFromG(after ?? 0)} kg: nothing came into it.`,
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
        `${capital(name)} weighs ${formatKgFromG(vessel.empty_g)} kg empty; ${written(grossKg)} kg is less.`,
        `${at}.grossKg`,
      );
    return net;
  }
  if (levelCm === undefined) return undefined;
  if (vessel.diameter_cm === null)
    refuse("no-diameter", `Nobody said how wide ${name} is: set its diameter up first.`, `${at}.levelCm`);
  return massByLevel(vessel.diameter_cm, levelCm, null, warm).grams;
}

const holds = (v: VesselRow): number | null =>
  v.capacity_g ?? (v.capacity_l === null ? null : brimfulGrams(v.capacity_l, null));

/** What the core refuses, beside the field it speaks of. */
function planned(givers: readonly Side[], takers: readonly Side[]): MovePlan {
  try {
    return planMove(
      givers.map((g) => ({ name: capital(g.name), heldGrams: g.heldGrams, takenGrams: g.grams })),
      takers.map((t) => ({
        name: capital(t.name),
        heldGrams: t.heldGrams,
        addedGrams: t.grams,
        holdsGrams: holds(t.vessel),
      })),
    );
  } catch (error) {
    if (!(error instanceof DomainError)) throw error;
    const side = [...givers, ...takers].find((s) => error.message.startsWith(capital(s.name)));
    const path = side ? `${side.at}.${error.code === "itself" ? "vessel" : "kg"}` : "to";
    throw new Refusal(error.code, error.message, 422, [{ path, message: error.message }], { cause: error });
  }
}

const side = (what: string) => z.strictObject({ vessel: vesselName(what), ...amount });

export const moveHoney = defineCommand({
  name: "move-honey",
  summary: "Pour, pump, decant or drain honey from vessels into others",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    from: list(
      "From which vessels",
      side("The vessel it comes from").extend({
        /** All of it left, and nothing is in it any more. */
        emptied: z.boolean().default(false),
      }),
      60,
    ),
    to: list("Into which vessels", side("The vessel it goes into"), 60),
    /** What is missing between the two sides is booked under it. */
    cause: choice("The cause of what is missing", MOVE_LOSSES).default("left in vessel and hose"),
    lostKg: massKgOrNone("What was lost on the way", 500).optional(),
    honeyC: tempC("The honey's temperature, for a level", 5, 60).default(25),
    /** Why honey kept apart for an owner is mixed with other honey, or more arrived than left. */
    despite: note("The reason"),
  }),
  async run(work, input) {
    const named = [...input.from, ...input.to].map(({ vessel: v }) => `${v.kind} ${v.tag}`);
    const twice = [input.from, input.to].flatMap((list, k) =>
      list.flatMap(({ vessel: v }, i) =>
        list.findIndex(({ vessel: o }) => o.kind === v.kind && o.tag === v.tag) === i
          ? []
          : [{ path: `${k === 0 ? "from" : "to"}.${i}.vessel`, name: `${v.kind} ${v.tag}` }],
      ),
    )[0];
    if (twice) refuse("twice", `${capital(twice.name)} is named twice.`, twice.path);
    const sides = async (list: typeof input.from | typeof input.to, at: "from" | "to"): Promise<Side[]> => {
      const found: Side[] = [];
      for (const [i, s] of list.entries())
        found.push(
          await sideOf(work, s.vessel, s, { at: `${at}.${i}`, gives: at === "from", tempC: input.honeyC }),
        );
      return found;
    };
    const givers = await sides(input.from, "from");
    const takers = await sides(input.to, "to");
    const plan = planned(givers, takers);
    const { taken, added, lostGrams, gainedGrams } = plan;
    if (input.lostKg !== undefined && Math.abs(gramsFromKg(input.lostKg) - lostGrams) > 50 && lostGrams > 0)
      refuse(
        "loss-differs",
        `By what was weighed ${formatKgFromG(lostGrams, 2)} kg are missing, not ${written(input.lostKg)} kg.`,
        "lostKg",
      );
    if (gainAsks(plan) && input.despite === "")
      refuse(
        "more-than-left",
        `${formatKgFromG(gainedGrams)} kg more arrived than left: check the scales, or say why.`,
        "despite",
      );
    const because = `honey was moved from ${spoken(givers.map((g) => g.name))} into ${spoken(takers.map((t) => t.name))}`;
    const gain =
      gainedGrams > 0 ? await work.openFill({ kind: "gain", name: "gain by weighing, a move" }) : null;
    let gainLeft = gainedGrams;
    let released = false;
    for (const [j, taker] of takers.entries()) {
      const into = added[j] ?? 0;
      if (into === 0) continue;
      const pouring = givers.filter((_, i) => (plan.carried[i]?.[j] ?? 0) > 0);
      const standing = taker.heldGrams > 0 ? taker.fillId : null;
      const owners = await mayMeet(
        work,
        pouring.flatMap((g) => (g.fillId === null ? [] : [g.fillId])),
        { name: taker.name, holds: standing },
        input.despite,
      );
      const fillId =
        standing ??
        (await work.openFill({
          kind: taker.vessel.kind as NamedVessel["kind"],
          name: taker.name,
          vessel: { id: taker.vessel.id, because: `${taker.name} was filled again` },
        }));
      // By its weight or level afterwards: all that ever went in and out of it counts.
      if (standing !== null && taker.grams !== undefined && input.to[j]?.kg === undefined)
        await work.restOnAllOf(standing, because);
      for (const [i, giver] of givers.entries())
        await work.move({
          from: giver.fillId ?? 0,
          to: fillId,
          grams: plan.carried[i]?.[j] ?? 0,
          kind: "move",
          fromName: capital(giver.name),
          because,
        });
      if (gain !== null) {
        const carried = plan.carried.reduce((g, row) => g + (row[j] ?? 0), 0);
        const part = Math.min(gainLeft, into - carried);
        gainLeft -= part;
        await work.move({ from: gain, to: fillId, grams: part, kind: "gain", fromName: "The gain", because });
      }
      if (owners) {
        released = true;
        await work.state("release", {
          fill_id: fillId,
          owners: [...owners],
          why: input.despite,
          who: work.actor.name,
        });
      }
      await work.restOn(statingVessel(taker.vessel), because);
    }
    for (const [i, giver] of givers.entries()) {
      const lost = plan.lost[i] ?? 0;
      await work.restOn(statingVessel(giver.vessel), because);
      await work.lose({
        from: giver.fillId ?? 0,
        fromName: capital(giver.name),
        grams: lost,
        cause: input.cause,
        of: giver.name,
        because,
      });
    }
    return {
      from: givers.map((g, i) => ({
        name: g.name,
        grams: taken[i] ?? 0,
        left: g.heldGrams - (taken[i] ?? 0),
      })),
      to: takers.map((t, j) => ({
        name: t.name,
        grams: added[j] ?? 0,
        holds: t.heldGrams + (added[j] ?? 0),
      })),
      grams: added.reduce((a, b) => a + b, 0),
      lostGrams,
      gainedGrams,
      released,
      vessels: named,
      estimated: [...givers, ...takers].some((s) => s.byLevel),
    };
  },
  say: ({ from, to, grams, lostGrams, gainedGrams, released, estimated }, { despite, cause }) =>
    [
      `${formatKgFromG(grams)} kg from ${spoken(from.map((f) => f.name))} into ${spoken(to.map((t) => t.name))}`,
      ...to.map((t) => `${t.name} holds ${formatKgFromG(t.holds)} kg`),
      lostGrams > 0 ? `${formatKgFromG(lostGrams, 2)} kg lost: ${cause}` : "",
      gainedGrams > 0 ? `${formatKgFromG(gainedGrams, 2)} kg more than the scales had, booked as a gain` : "",
      estimated ? "by its level, so only about" : "",
      released ? `kept-apart honey released: ${despite}` : "",
    ]
      .filter((s) => s !== "")
      .join("; ")
      .concat("."),
  grams: ({ grams }) => grams,
});
