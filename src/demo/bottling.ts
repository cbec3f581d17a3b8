/** Jars, lids and boxes with their deliveries, the labels that were printed, orders that wait, the scale this morning. */
import type { Script } from "./script";

/** Before the first jar was filled. */
export async function stockUp(script: Script): Promise<void> {
  const day = script.past(90, 10);
  await script.enter("Ines", day, "set-label-rules", { pack: "eu" });
  const things = [
    { kind: "jar", name: "Hexagon 454", fitsG: "454", minimum: 60, worth: 9.5, keepFilled: 24, pieces: 480 },
    { kind: "jar", name: "Round 340", fitsG: "340", minimum: 40, worth: 7.5, pieces: 300 },
    { kind: "jar", name: "Hexagon 125", fitsG: "125", minimum: 40, worth: 4, pieces: 220 },
    { kind: "lid", name: "Lid 63", fitsG: "454, 340", minimum: 100, daysToCome: 6, pieces: 560 },
    { kind: "lid", name: "Lid 48", fitsG: "125", minimum: 40, daysToCome: 6, pieces: 240 },
    { kind: "box", name: "Box of twelve", fitsG: "454, 340", holds: 12, minimum: 10, pieces: 60 },
  ] as const;
  for (const { pieces, ...thing } of things) {
    await script.enter("Ines", day, "set-material", thing);
    await script.enter("Bram", script.past(88, 14), "receive-material", {
      material: thing.name,
      pieces,
      supplier: thing.kind === "box" ? "Reed Board Works" : "Ferry Glass",
      theirLot: { jar: "FG-2217", lid: "FL-0931", box: "RB-14" }[thing.kind],
    });
  }
}

/** Labels of the lots there are, and what waits today. */
export async function labelsAndOrders(
  script: Script,
  lots: readonly { readonly lot: string; readonly jars: number; readonly daysAgo: number }[],
): Promise<void> {
  for (const { lot, jars, daysAgo } of lots)
    await script.enter("Odile", script.past(daysAgo, 13), "print-labels", {
      lot,
      labels: jars,
      spare: 6,
      answered: ["address", "infant", "variety"],
    });
  const [first, last] = [lots[0], lots.at(-1)];
  if (first && last) {
    await script.enter("Odile", script.past(first.daysAgo, 14), "spoil-labels", {
      lot: first.lot,
      labels: 3,
      why: "run through twice",
    });
    await script.enter("Odile", script.past(last.daysAgo, 14, 10), "take-jars-off", {
      lot: last.lot,
      jars: 2,
      why: "sample",
      place: "cellar, top shelf",
    });
  }
  await script.enter("Ines", script.past(2, 16), "take-order", {
    buyer: "Harbour Deli",
    jars: 96,
    jarG: 454,
    by: script.dayAhead(6),
    price: 9.2,
  });
  await script.enter("Ines", script.past(1, 11), "take-order", {
    buyer: "Thursday Market",
    jars: 60,
    jarG: 125,
    by: script.dayAhead(3),
    price: 4,
  });
  await script.enter("Odile", script.past(0, 6, 40), "check-scale", {
    knownG: 500,
    shownG: 500.4,
  });
}
