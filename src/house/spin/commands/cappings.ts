import { z } from "zod";
import { gramsFromKg } from "@/core/units";
import { knownFrom } from "../../language/clock";
import { refuse } from "../../language/errors";
import { choice, count, massKg, since, tag } from "../../language/fields";
import { tags } from "../../language/ranges";
import { asWritten, massG } from "../../language/shown";
import { spoken } from "../../language/spoken";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { fillAt, firstGiver, lastFillOf } from "../../ledger/records/fills";
import type { Work } from "../../ledger/work";
import { oneVessel, statingVessel } from "../../vessels/records";
import { setUpVessels } from "../../vessels/set-up";
import { batchesOfFills, nextBatchNumber, openBatch } from "../records/batches";

export const addBins = defineCommand({
  name: "add-bins",
  summary: "Set up cappings bins with their empty weight",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({ tags: tags("bin"), emptyKg: massKg("The empty weight", 60), since: since() }),
  async run(work, input) {
    await setUpVessels(work, "bin", input.tags, {
      empty_g: gramsFromKg(input.emptyKg),
      known_from: knownFrom(work.house.zone, input.since),
    });
    return { tags: input.tags };
  },
  say: ({ tags: list }) => `Cappings bin${list.length === 1 ? "" : "s"} ${spoken(list)} set up.`,
});

export const fillBin = defineCommand({
  name: "fill-bin",
  summary: "Weigh a bin of cappings: wax and honey out of the batch",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    bin: tag("bin"),
    grossKg: massKg("The bin's weight", 400),
    batch: count("The batch", 1, 99_999).optional(),
  }),
  async run(work, input) {
    const vessel = await oneVessel(work.tx, "bin", input.bin, "bin", work.at);
    const batch = await openBatch(work.tx, input.batch);
    const last = await lastFillOf(work.tx, vessel.id);
    const standing = last && last.grams > 0 ? last : undefined;
    if (standing) {
      const from = await firstGiver(work.tx, standing.id);
      if (from !== undefined && from !== batch.fill_id)
        refuse("other-batch", `Bin ${vessel.tag} holds another batch's cappings: empty it first.`, "bin");
    }
    const added = gramsFromKg(input.grossKg) - vessel.empty_g - (standing?.grams ?? 0);
    if (added <= 0)
      refuse(
        "nothing-added",
        `Bin ${vessel.tag} weighs ${massG(vessel.empty_g)} empty and holds ${massG(standing?.grams ?? 0)} on paper; ${asWritten(input.grossKg, "kg")} adds nothing.`,
        "grossKg",
      );
    const fillId =
      standing?.id ??
      (await work.openFill({
        kind: "cappings",
        name: `cappings in bin ${vessel.tag}`,
        vessel: { id: vessel.id, because: `bin ${vessel.tag} was filled again` },
      }));
    const because = `cappings of batch ${batch.number} are in bin ${vessel.tag}`;
    await work.move({
      from: batch.fill_id,
      to: fillId,
      grams: added,
      kind: "cappings",
      fromName: `Batch ${batch.number}`,
      because,
    });
    await work.restOn([...statingVessel(vessel), batch], because);
    // What the bin weighs beyond what it held: all that ever went in and out of it counts.
    if (standing) await work.restOnAllOf(standing.id, because);
    return { bin: vessel.tag, batch: batch.number, grams: added };
  },
  say: ({ bin, batch, grams }) => `${massG(grams)} of cappings of batch ${batch} in bin ${bin}.`,
  grams: ({ grams }) => grams,
});

export const WAYS = ["drained", "spun", "pressed", "warmed"] as const;

async function binHolding(work: Work, tagged: string) {
  const vessel = await oneVessel(work.tx, "bin", tagged);
  const fill = await lastFillOf(work.tx, vessel.id);
  if (!fill || fill.grams === 0) refuse("nothing-in-it", `Bin ${vessel.tag} is empty.`, "bin");
  return { vessel, fill, because: `bin ${vessel.tag} was worked on` };
}

export const drainBin = defineCommand({
  name: "drain-bin",
  summary: "Honey won from cappings: drained, spun, pressed or warmed",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    bin: tag("bin"),
    way: choice("The way", WAYS).default("drained"),
    kg: massKg("The honey won", 300),
    /** Heated honey is kept apart unless somebody says otherwise. */
    together: z.boolean().default(false),
  }),
  async run(work, input) {
    const { vessel, fill, because } = await binHolding(work, input.bin);
    const grams = gramsFromKg(input.kg);
    const heated = input.way === "warmed";
    const [home] = await batchesOfFills(work.tx, [(await firstGiver(work.tx, fill.id)) ?? 0]);
    const joins = !heated || input.together;
    if (joins && (!home || home.closed_by))
      refuse(
        "batch-closed",
        "The batch these cappings came from is closed: its honey cannot go back into it.",
        "bin",
      );
    let batch = joins && home ? { number: home.number, fill_id: home.fill_id } : null;
    if (!batch) {
      const number =
        (await work.before<{ number: number }>("batch", ["number"]))?.number ??
        (await nextBatchNumber(work.tx));
      const fillId = await work.openFill({ kind: "batch", name: `batch ${number}` });
      await work.note("batch", { number, fill_id: fillId });
      batch = { number, fill_id: fillId };
    }
    await work.move({
      from: fill.id,
      to: batch.fill_id,
      grams,
      kind: "drained",
      fromName: `Bin ${vessel.tag}`,
      because,
    });
    await work.note("bin_drain", { fill_id: fill.id, way: input.way, grams, heated });
    return { bin: vessel.tag, batch: batch.number, grams, apart: !joins };
  },
  say: ({ bin, batch, grams, apart }, { way }) =>
    `${massG(grams)} ${way} from the cappings of bin ${bin}, ${apart ? `kept apart as batch ${batch}: it was heated` : `back into batch ${batch}`}.`,
  grams: ({ grams }) => grams,
});

export const weighWax = defineCommand({
  name: "weigh-wax",
  summary: "Weigh the wax of a bin and empty it; what is neither honey nor wax is booked by name",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({ bin: tag("bin"), kg: massKg("The wax", 200) }),
  async run(work, input) {
    const { vessel, fill, because } = await binHolding(work, input.bin);
    const wax = gramsFromKg(input.kg);
    const fillId = await work.openFill({ kind: "wax", name: `wax of bin ${vessel.tag}` });
    const from = { from: fill.id, fromName: `Bin ${vessel.tag}`, because };
    await work.restOnAllOf(fill.id, because);
    await work.move({ ...from, to: fillId, grams: wax, kind: "wax" });
    const { spare: rest } = await fillAt(work.tx, fill.id, work.at);
    await work.lose({ ...from, grams: rest, cause: "left in the wax and water", of: `bin ${vessel.tag}` });
    return { bin: vessel.tag, waxGrams: wax, restGrams: rest };
  },
  say: ({ bin, waxGrams, restGrams }) =>
    `${massG(waxGrams, 2)} of wax from bin ${bin}; ${massG(restGrams, 2)} stayed in wax and water.`,
  grams: ({ waxGrams }) => waxGrams,
});
