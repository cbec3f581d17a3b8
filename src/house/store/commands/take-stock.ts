import { z } from "zod";
import { gramsFromKg } from "@/core/units";
import { refuse } from "../../language/errors";
import { list, massKg, note, text } from "../../language/fields";
import { massG } from "../../language/shown";
import { capital, plural, spoken } from "../../language/spoken";
import { vesselName } from "../../language/vessel-name";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { fillsAt, lastFillsOf } from "../../ledger/records/fills";
import type { Work } from "../../ledger/work";
import { vesselsHolding } from "../../standing/records";
import { noSuchVessel, placesOf, statingVessel, type VesselRow, vesselsTagged } from "../../vessels/records";

/** What a scale and a drip may differ by before anybody books it, g. */
const WITHIN_G = 100;

/** @throws Refusal for the first that is not there */
async function vesselsNamed(
  work: Work,
  seen: readonly { readonly vessel: { readonly kind: VesselRow["kind"]; readonly tag: string } }[],
): Promise<VesselRow[]> {
  const tagged = new Map<VesselRow["kind"], ReadonlyMap<string, VesselRow>>();
  for (const kind of new Set(seen.map(({ vessel }) => vessel.kind))) {
    const tags = seen.flatMap(({ vessel }) => (vessel.kind === kind ? vessel.tag : []));
    tagged.set(kind, await vesselsTagged(work.tx, kind, tags, work.at));
  }
  return seen.map(
    ({ vessel: { kind, tag } }, i) =>
      tagged.get(kind)?.get(tag) ?? noSuchVessel(kind, tag, `seen.${i}.vessel`),
  );
}

export const takeStock = defineCommand({
  name: "take-stock",
  summary: "Go along a shelf: which vessels stand there, what they weigh, and which are not there",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    place: text("The place", 40),
    seen: list(
      "The vessels seen",
      z.strictObject({
        vessel: vesselName("A vessel"),
        /** On the scale, with what is in it; left out where it was only seen. */
        grossKg: massKg("Its weight", 6000).optional(),
      }),
      400,
    ),
    /** Why what is found is not what is booked. */
    despite: note("The reason"),
  }),
  async run(work, input) {
    const names = input.seen.map(({ vessel: v }) => `${v.kind} ${v.tag}`);
    const twice = names.findIndex((n, i) => names.indexOf(n) !== i);
    if (twice !== -1)
      refuse("twice", `${capital(names[twice] ?? "")} was seen already.`, `seen.${twice}.vessel`);
    const moved: string[] = [];
    const differences: { name: string; grams: number }[] = [];
    const rows: Record<string, unknown>[] = [];
    const because = `stock was taken at ${input.place}`;
    const vessels = await vesselsNamed(work, input.seen);
    const ids = vessels.map((v) => v.id);
    const last = await lastFillsOf(work.tx, ids);
    const held = await fillsAt(
      work.tx,
      [...last.values()].map((fill) => fill.id),
      work.at,
    );
    const places = await placesOf(work.tx, ids, work.at);
    const here = ({ id }: VesselRow) => (places.get(id) ?? "").toLowerCase() === input.place.toLowerCase();
    await work.noteMany(
      "vessel_place",
      vessels.filter((v) => !here(v)).map(({ id }) => ({ vessel_id: id, place: input.place })),
    );
    for (const [i, { grossKg }] of input.seen.entries()) {
      const at = `seen.${i}`;
      const vessel = vessels[i] as VesselRow;
      const name = `${vessel.kind} ${vessel.tag}`;
      const fill = last.get(vessel.id);
      const booked = (fill && held.get(fill.id)?.grams) ?? 0;
      await work.restOn(statingVessel(vessel), because);
      if (places.has(vessel.id) && !here(vessel)) moved.push(name);
      let found: number | null = null;
      if (grossKg !== undefined) {
        if (vessel.weighable === false)
          refuse("not-weighed", `${capital(name)} cannot be weighed: leave its weight out.`, `${at}.grossKg`);
        found = gramsFromKg(grossKg) - vessel.empty_g;
        if (found < 0)
          refuse(
            "under-empty",
            `${capital(name)} weighs ${massG(vessel.empty_g)} empty: it cannot weigh less.`,
            `${at}.grossKg`,
          );
        const difference = found - booked;
        if (Math.abs(difference) > WITHIN_G) {
          if (!fill || booked === 0)
            refuse(
              "empty-by-the-book",
              `${capital(name)} is empty by the book: fill it or receive what is in it, then weigh it.`,
              `${at}.grossKg`,
            );
          differences.push({ name, grams: difference });
          // By its weight: all that ever went in and out of it counts.
          await work.restOnAllOf(fill.id, because);
          if (difference < 0)
            await work.lose({
              from: fill.id,
              fromName: capital(name),
              grams: -difference,
              cause: "missing at stock-take",
              of: name,
              because,
            });
          else {
            const gain = await work.openFill({ kind: "gain", name: `gain at stock-take, ${name}` });
            await work.move({
              from: gain,
              to: fill.id,
              grams: difference,
              kind: "gain",
              fromName: "The gain",
              because,
            });
          }
        }
      }
      rows.push({ vessel_id: vessel.id, seen: true, place: input.place, booked_g: booked, found_g: found });
    }
    if (differences.length > 0 && input.despite === "")
      refuse(
        "differs",
        `${capital(spoken(differences.map((d) => `${d.name} ${massG(Math.abs(d.grams), 2)} ${d.grams < 0 ? "less" : "more"}`)))} than is booked: say why, or weigh again.`,
        "despite",
      );
    const unseen = (await vesselsHolding(work.tx)).filter(
      (h) => h.place.toLowerCase() === input.place.toLowerCase() && !names.includes(`${h.kind} ${h.tag}`),
    );
    for (const h of unseen)
      rows.push({
        vessel_id: h.vessel_id,
        seen: false,
        place: input.place,
        booked_g: h.grams,
        found_g: null,
      });
    await work.note("stock_take", { place: input.place, note: input.despite });
    await work.noteMany("stock_seen", rows);
    return {
      seen: names.length,
      moved,
      differences,
      unseen: unseen.map((h) => `${h.kind} ${h.tag}`),
      grams: differences.reduce((g, d) => g + d.grams, 0),
    };
  },
  say: ({ seen, moved, differences, unseen }, { place, despite }) =>
    [
      `Stock taken at ${place}: ${plural(seen, "vessel")} seen.`,
      ...(moved.length > 0 ? [`${capital(spoken(moved))} moved here.`] : []),
      ...(differences.length > 0
        ? [
            `Booked: ${spoken(differences.map((d) => `${d.name} ${massG(Math.abs(d.grams), 2)} ${d.grams < 0 ? "less" : "more"}`))}, ${despite}.`,
          ]
        : []),
      ...(unseen.length > 0 ? [`Not seen: ${spoken(unseen)}.`] : []),
    ].join(" "),
  grams: ({ grams }) => (grams === 0 ? null : grams),
});
