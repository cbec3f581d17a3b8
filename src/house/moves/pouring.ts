/** A pour, whatever it is called: what leaves some vessels comes into others, and what is missing has its cause. */
import { z } from "zod";
import { gramsFromKg } from "@/core/units";
import { gainAsks } from "@/core/vessels";
import { mayTouchHeld } from "../hold/gate";
import { refuse } from "../language/errors";
import { list } from "../language/fields";
import { massG } from "../language/shown";
import { capital, spoken } from "../language/spoken";
import { type NamedVessel, vesselName } from "../language/vessel-name";
import type { Work } from "../ledger/work";
import { statingVessel } from "../vessels/records";
import { mayMeet } from "./owners";
import { amount, planned, type Side, sideOf } from "./sides";

/** What stays behind on the way, as people name it. */
export const MOVE_LOSSES = [
  "left in vessel and hose",
  "spilt",
  "strainer and cloth",
  "sample",
  "scum",
  "other",
] as const;

const side = (what: string) => z.strictObject({ vessel: vesselName(what), ...amount });

/** The two sides of a pour, as commands are told them. */
export const SIDES = {
  from: list(
    "From which vessels",
    side("The vessel it comes from").extend({
      /** All of it left, and nothing is in it any more. */
      emptied: z.boolean().default(false),
    }),
    60,
  ),
  to: list("Into which vessels", side("The vessel it goes into"), 60),
} as const;

type Told = { readonly [K in keyof typeof SIDES]: z.output<(typeof SIDES)[K]> };

/** Whether a side said what is in the vessel afterwards, and not what moved. */
const byRest = (said: { readonly grossKg?: unknown; readonly levelCm?: unknown } | undefined): boolean =>
  said?.grossKg !== undefined || said?.levelCm !== undefined;

/** What stayed on the way by its own weight is what the one vessel nobody measured did not get. */
function withoutKept(
  givers: readonly Side[],
  takers: readonly Side[],
  keptKg: number | undefined,
): [givers: readonly Side[], takers: readonly Side[]] {
  if (keptKg === undefined || keptKg === 0) return [givers, takers];
  const kept = gramsFromKg(keptKg);
  const open = takers.filter((t) => t.grams === undefined);
  if (open.length !== 1)
    refuse(
      "two-ways",
      "What stayed on the way is known already: it is what the other side did not get.",
      "keptKg",
    );
  const out = givers.reduce((g, v) => g + (v.grams ?? v.heldGrams), 0);
  const got = out - kept - takers.reduce((g, t) => g + (t.grams ?? 0), 0);
  if (got <= 0) refuse("kept-too-much", `${massG(kept, 2)} cannot stay of ${massG(out)}.`, "keptKg");
  return [
    givers.map((g) => ({ ...g, grams: g.grams ?? g.heldGrams })),
    takers.map((t) => (t.grams === undefined ? { ...t, grams: got } : t)),
  ];
}

/** Pours, books what is missing or too much, and answers what stands in each vessel afterwards. @throws Refusal */
export async function poured(
  work: Work,
  input: Told & {
    readonly cause: string;
    /** The honey's temperature, for a level, °C. */
    readonly honeyC: number;
    readonly despite: string;
    /** What was weighed to have stayed on the way. */
    readonly keptKg?: number | undefined;
  },
) {
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
  const plan = planned(...withoutKept(givers, takers, input.keptKg));
  const { taken, added, lostGrams, gainedGrams } = plan;
  if (gainAsks(plan) && input.despite === "")
    refuse(
      "more-than-left",
      `${massG(gainedGrams)} more arrived than left: check the scales, or say why.`,
      "despite",
    );
  const because = `honey was moved from ${spoken(givers.map((g) => g.name))} into ${spoken(takers.map((t) => t.name))}`;
  const gain =
    gainedGrams > 0 ? await work.openFill({ kind: "gain", name: "gain by weighing, a move" }) : null;
  let gainLeft = gainedGrams;
  let released = false;
  let heldNow = "";
  const fills: { readonly name: string; readonly fillId: number; readonly grams: number }[] = [];
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
    const held = await mayTouchHeld(
      work,
      [
        ...pouring.flatMap((g) => (g.fillId === null ? [] : [g.fillId])),
        ...(standing === null ? [] : [standing]),
      ],
      taker.name,
      input.despite,
    );
    if (held) heldNow = `${taker.name}: ${held}`;
    const fillId =
      standing ??
      (await work.openFill({
        kind: taker.vessel.kind as NamedVessel["kind"],
        name: taker.name,
        vessel: { id: taker.vessel.id, because: `${taker.name} was filled again` },
      }));
    fills.push({ name: taker.name, fillId, grams: into });
    // By its weight or level afterwards: all that ever went in and out of it counts.
    if (standing !== null && byRest(input.to[j])) await work.restOnAllOf(standing, because);
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
      await work.note("release", {
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
    // By what it weighs or shows afterwards: all that ever went in and out of it counts.
    if (byRest(input.from[i])) await work.restOnAllOf(giver.fillId ?? 0, because);
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
    heldNow,
    vessels: named,
    fills,
    estimated: [...givers, ...takers].some((s) => s.byLevel),
  };
}
