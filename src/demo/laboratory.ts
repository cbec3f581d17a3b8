/** What a laboratory found of the borage, a sample it still has, and a pail that smells of smoke. */
import type { Script } from "./script";

export async function laboratoryAndHolds(
  script: Script,
  { lot, pail }: { readonly lot: string; readonly pail: string | undefined },
): Promise<void> {
  await script.enter("Odile", script.past(46, 10), "order-analysis", {
    sample: `lot ${lot}`,
    asks: "water, hmf, diastase, conductivity, acidity, fructose, glucose, sucrose",
    laboratory: "Ferry Lane Laboratory",
    seal: "A 1140",
    sentOn: script.dayOf(script.at(script.past(46, 10))),
  });
  await script.enter("Bram", script.past(38, 9), "enter-results", {
    order: 1,
    report: "FL-26-0217",
    accredited: true,
    values: [
      { analyte: "water", value: 17.3, expanded: 0.3, method: "refractometry" },
      { analyte: "hmf", value: 38.6, expanded: 2.9, method: "HPLC-UV" },
      { analyte: "diastase", value: 15.2, expanded: 1.8, method: "Phadebas" },
      { analyte: "conductivity", value: 0.31, expanded: 0.02, method: "conductometry" },
      { analyte: "acidity", value: 21, expanded: 2, method: "titration to pH 8.3" },
      { analyte: "fructose", value: 38.2, expanded: 1.5, method: "HPLC-RI" },
      { analyte: "glucose", value: 30.4, expanded: 1.3, method: "HPLC-RI" },
      { analyte: "sucrose", value: 1.4, expanded: 0.5, method: "HPLC-RI" },
    ],
  });
  await script.enter("Odile", script.past(3, 11), "order-analysis", {
    sample: "drum 1",
    asks: "water, hmf, diastase",
    laboratory: "Ferry Lane Laboratory",
    seal: "A 1187",
    sentOn: script.dayOf(script.at(script.past(3, 11))),
  });
  await script.enter("Ines", script.past(30, 9), "add-hold-rule", {
    name: "Heather tutin",
    yards: "Upper Tarn",
    fromMd: "01-01",
    toMd: "04-30",
    analyte: "tutin",
    most: 0.7,
    why: "bees may gather honeydew from a poisonous shrub then",
    source: "food code 1.4.1, for this region as an example",
  });
  await script.enter("Ines", script.past(45, 9), "set-recall-contacts", {
    authority: "Holmland Food Office",
    authorityPhone: "+00 55 0900",
    ownName: "Ines",
    ownPhone: "+00 55 0101",
  });
  const { recall } = await script.enter<{ recall: number }>("Ines", script.past(25, 9), "begin-recall", {
    what: `lot ${lot}`,
    question: "a jar tastes sour (said so for the drill)",
  });
  await script.enter("Bram", script.past(25, 9, 3), "tell-buyer", {
    recall,
    buyer: "Harbour Deli",
    how: "called",
    note: "31 jars left",
  });
  await script.enter("Ines", script.past(25, 9, 11), "end-recall", {
    recall,
    gaps: "Write down the market's and the bakery's e-mail.",
  });
  await script.enter("Ines", script.past(119, 9), "set-season", {
    begins: "01-01",
    keepYears: 6,
    hourCost: 18,
  });
  await script.enter("Ines", script.past(118, 9), "set-goal", { kg: 900, words: "three drums" });
  for (const [daysAgo, hours] of [
    [76, 13],
    [55, 11.5],
    [34, 14],
    [13, 12],
  ] as const)
    await script.enter("Ines", script.past(daysAgo, 18), "note-hours", {
      hours,
      day: script.dayOf(script.at(script.past(daysAgo, 18))),
      what: "extraction day, all hands",
    });
  for (const [material, price] of [
    ["Hexagon 454", 0.62],
    ["Round 340", 0.48],
    ["Lid 63", 0.14],
    ["Box of twelve", 0.9],
  ] as const)
    await script.enter("Bram", script.past(40, 11), "price-material", { material, price });
  if (pail)
    await script.enter("Odile", script.past(2, 15), "hold", {
      what: `pail ${pail}`,
      why: "smells of smoke",
      until: "a second nose, or the baker's word that it will do",
    });
}
