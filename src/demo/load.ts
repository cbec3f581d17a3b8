/**
 * Withy Bank Packhouse, an invented house: four yards, 46 colonies, a season of five extraction days, the
 * last one under way. Everything is entered through commands, at the hours it would have been.
 */
import { createHash } from "node:crypto";
import type { Knex } from "knex";
import { letAnybodyBe } from "@/house/access/made-up";
import { CHECKS, type CheckKind } from "@/house/checklists/lists";
import { labelsAndOrders, stockUp } from "./bottling";
import { DEMO_DEVICES } from "./devices";
import { laboratoryAndHolds } from "./laboratory";
import { EMPTY_KG, framesIn, PAIL, range, Script, SUPERS, YARDS } from "./script";
import { spinBatch, TWENTY } from "./spinning";
import { fillStore, NORTH } from "./store";
import { today } from "./today";

interface FilledPail {
  readonly tag: string;
  readonly kg: number;
}

const PAST = [
  {
    daysAgo: 76,
    yard: YARDS.kiln,
    supers: range(13, 26),
    wetness: [16.6, 17.4],
    bloom: "lime",
    checked: 17,
    honeyC: 25,
    tool: "hot-knife",
  },
  {
    daysAgo: 55,
    yard: YARDS.sluice,
    supers: range(27, 38),
    wetness: [16.9, 17.7],
    bloom: "borage",
    checked: 17.1,
    honeyC: 29,
    tool: "hot-knife",
  },
  {
    daysAgo: 34,
    yard: YARDS.parsonage,
    supers: range(39, 50),
    wetness: [16.8, 17.6],
    bloom: "bramble",
    checked: 17.1,
    honeyC: 23,
    tool: "fork",
  },
  {
    daysAgo: 13,
    yard: YARDS.sluice,
    supers: [...range(51, 58), ...range(1, 4)],
    wetness: [17.2, 18.0],
    bloom: "clover",
    checked: 17.2,
    honeyC: 27,
    tool: "heated-plane",
  },
] as const;

const idsOf = (kind: CheckKind): string[] => CHECKS[kind].map((c) => c.id);

/** Fills an empty database; returns false, having done nothing, when anything was entered before. */
export async function loadDemo(
  db: Knex,
  now: Date,
  progress: (text: string) => void = () => {},
): Promise<boolean> {
  if (await db("entry").first("id")) return false;
  const script = new Script(db, now);
  const { rng } = script;
  const setUp = script.past(120, 9);

  progress("setting up yards, colonies, supers and pails");
  await script.enter("Ines", setUp, "set-house", {
    name: "Withy Bank Packhouse",
    address: "Sluice Lane 3, Withy Bank",
    country: "Holmland",
    zone: script.zone,
    lotPrefix: "WB",
  });
  for (const [name, role] of [
    ["Ines", "lead"],
    ["Tomasz", "floor"],
    ["Odile", "filler"],
    ["Bram", "office"],
    ["Wilma", "auditor"],
  ] as const) {
    await script.enter("Ines", setUp, "add-crew", { name, role });
    await letAnybodyBe(db, name, now);
  }
  for (const yard of Object.values(YARDS)) {
    await script.enter("Ines", setUp, "add-yard", {
      name: yard.name,
      note: yard.note,
      location: yard.location,
      registration: `HL-${4100 + yard.first}`,
    });
    await script.enter("Ines", setUp, "add-colonies", {
      yard: yard.name,
      tags: `${yard.first}-${yard.first + yard.colonies - 1}`,
    });
  }
  for (const depth of ["deep", "medium"] as const) {
    const { first, last } = SUPERS[depth];
    await script.enter("Ines", setUp, "add-supers", {
      tags: `${first}-${last}`,
      depth,
      frames: framesIn(first),
      emptyKg: EMPTY_KG[depth],
      foundation: depth === "deep" ? "unwired wax" : "wired wax",
    });
  }
  await script.enter("Ines", setUp, "set-rules", { school: "instrument" });
  await script.enter("Ines", setUp, "set-room", { beetleHours: 48, spinTempC: 27, dehumidifierLPerDay: 20 });
  for (const device of DEMO_DEVICES)
    await script.enter("Ines", setUp, "add-device", {
      name: device.name,
      kind: device.kind,
      tokenSha256: createHash("sha256").update(device.token).digest("hex"),
      standIn: true,
      place: device.place,
    });
  await script.enter("Odile", setUp, "add-instrument", { name: "R1", scale: "water", resolution: 0.1 });
  await script.enter("Odile", setUp, "add-instrument", {
    name: "R2",
    scale: "brix",
    resolution: 0.2,
    compensates: true,
    atcLoC: 10,
    atcHiC: 30,
  });
  await script.enter("Ines", setUp, "add-pails", { tags: "1-40", ...PAIL });
  for (const [name, kind, openingUm] of [
    ["Coarse sieve", "coarse", 600],
    ["Fine sieve", "fine", 400],
    ["Cloth", "cloth", 200],
  ] as const)
    await script.enter("Ines", setUp, "add-mesh", { name, kind, openingUm, areaDm2: 4 });
  await script.enter("Ines", setUp, "add-vessels", {
    kind: "drum",
    tags: "1-3",
    emptyKg: 19.5,
    holdsKg: 295,
    place: NORTH,
  });
  await script.enter("Ines", setUp, "add-vessels", {
    kind: "tank",
    tags: "1",
    holdsL: 120,
    diameterCm: 50,
    place: "bottling bench",
  });
  await script.enter("Bram", script.past(20, 15), "receive-honey", {
    supplier: "Far Fen Apiary",
    theirLot: "FF-26-11",
    country: "Lowmark",
    region: "the fens",
    honeyKind: "Summer honey",
    waterPct: 17.3,
    papers: "delivery note 114",
    into: [{ vessel: "drum 1", kg: 84 }],
  });
  await script.enter("Ines", setUp, "add-bins", { tags: "1-3", emptyKg: 4.2 });
  await script.enter("Ines", setUp, "add-machine", { ...TWENTY, kind: "radial", deepTakesTwo: true });
  await script.enter("Ines", setUp, "add-machine", {
    name: "Four",
    kind: "tangential",
    slots: 4,
    radiusCm: 22,
    drumCm: 60,
    clearanceCm: 12,
    allowedKgM: 0.25,
    cranked: true,
  });

  const pailsOfDay: FilledPail[][] = [];
  for (const [n, day] of PAST.entries()) {
    progress(`extraction day ${n + 1}, ${day.yard.name}`);
    const ago = (hour: number, minute = 0) => script.past(day.daysAgo, hour, minute);
    const pulled = script.weighIn(day.yard, day.supers, [86, 99]);
    await script.check(ago(7, 40), day.checked);
    if (n === 2)
      await script.enter("Odile", ago(7, 45), "check-instrument", {
        instrument: "R2",
        reference: "dioptric oil",
        expected: 80.5,
        shown: 80.3,
      });
    await script.enter("Odile", ago(7, 50), "note-bloom", { yard: day.yard.name, what: day.bloom });
    await script.enter("Tomasz", ago(8), "pull-supers", { yard: day.yard.name, supers: pulled });
    for (const [i, tag] of day.supers.entries())
      if (i % 3 === 0)
        await script.read(
          "Odile",
          ago(8, 30 + i),
          tag,
          rng.between(day.wetness[0] + 0.4, day.wetness[1] + 0.4),
        );
    const { batch } = await script.enter<{ batch: number }>("Ines", ago(9, 30), "start-batch", {
      supers: day.supers.map(String),
    });
    await script.enter("Ines", ago(9, 32), "plan-day", {
      date: script.dayOf(new Date(now.getTime() - ago(9, 32) * 60_000)),
      start: "09:30",
      uncappers: [
        { who: "Tomasz", tool: day.tool, hours: 8, loads: true },
        { who: "Odile", tool: "fork", hours: 8, pails: true },
      ],
      machines: ["Twenty"],
      tenders: 0,
      breaks: [{ at: "12:00", minutes: 45 }],
    });
    await script.enter("Tomasz", ago(9, 35), "check-floor", { kind: "opening", items: idsOf("opening") });
    let left = await spinBatch(script, {
      batch,
      pulled,
      begins: ago(9, 40),
      honeyC: day.honeyC,
      waterPct: day.wetness[0],
      tool: day.tool,
      seed: n + 1,
    });
    const lost = rng.between(0.6, 1.4);
    await script.enter("Odile", ago(13), "record-loss", { batch, kg: lost, cause: "strainer and cloth" });
    left -= lost + rng.between(0.2, 0.9);
    const filled: FilledPail[] = [];
    for (let i = 0; left > 4; i++) {
      const net = Number(Math.min(left, rng.between(25.2, 26.6)).toFixed(1));
      const tag = script.nextPail();
      await script.enter("Odile", ago(13, 10 + i * 9), "fill-pail", {
        pail: tag,
        grossKg: Number((net + PAIL.emptyKg).toFixed(1)),
        batch,
      });
      filled.push({ tag, kg: net });
      left -= net;
    }
    await script.enter("Ines", ago(17), "close-batch", {
      batch,
      reason: left > 2 ? "last drips left in the drum" : "",
    });
    await script.enter("Ines", ago(17, 20), "check-floor", { kind: "closing", items: idsOf("closing") });
    // The comparator is held against the first two pails of a day.
    for (const p of filled.slice(0, 2))
      await script.enter("Odile", ago(17, 30), "read-colour", {
        vessel: `pail ${p.tag}`,
        pfundMm: [41, 58, 33, 76, 96][n % 5] ?? 41,
      });
    pailsOfDay.push(filled);
  }

  progress("jars, lots and buyers");
  await stockUp(script);
  /** As many jars as the pails make with a usual loss, each a little over its label. */
  const lotOf = async (daysAgo: number, honeyKind: string, pails: readonly FilledPail[], jarG: number) => {
    const meanFillG = jarG + 3;
    const jars = Math.floor((pails.reduce((kg, p) => kg + p.kg, 0) * 985) / meanFillG);
    const input = { honeyKind, jarG, jars, meanFillG, pails: pails.map((p) => ({ pail: p.tag })) };
    const { lot } = await script.enter<{ lot: string }>(
      "Odile",
      script.past(daysAgo, 11),
      "issue-lot",
      input,
    );
    return { lot, jars };
  };
  const [first = [], second = [], third = []] = pailsOfDay;
  const lime = await lotOf(70, "Lime honey", first.slice(0, 3), 454);
  const orders: [buyer: string, jars: number][] = [
    ["Harbour Deli", 48],
    ["Mill Bakery", 36],
    ["Thursday Market", 40],
    ["Larder on the Green", lime.jars - 48 - 36 - 40],
  ];
  for (const [i, [buyer, jars]] of orders.entries())
    await script.enter("Bram", script.past(66 - i * 4, 15), "send-jars", { lot: lime.lot, jars, buyer });
  const borage = await lotOf(48, "Borage honey", second.slice(0, 2), 340);
  await script.enter("Bram", script.past(40, 15), "send-dispatch", {
    buyer: "Harbour Deli",
    lines: [{ lot: borage.lot, jars: 60, price: 7.2 }],
  });
  for (const [buyer, kind, contact, phone, email] of [
    ["Harbour Deli", "shop", "Nell", "+00 55 0114", "nell@harbour-deli.example"],
    ["Mill Bakery", "shop", "", "+00 55 0190", ""],
    ["Thursday Market", "market", "", "", ""],
  ] as const)
    await script.enter("Bram", script.past(39, 10), "describe-buyer", { buyer, kind, contact, phone, email });
  const summer = await lotOf(27, "Summer honey", third.slice(0, 2), 454);
  await script.enter("Odile", script.past(27, 12), "weigh-jars", {
    lot: summer.lot,
    jarG: 454,
    jars: summer.jars,
    weights: Array.from({ length: 50 }, (_, i) => Number((454.6 + ((i * 37) % 49) / 10).toFixed(1))),
  });

  await labelsAndOrders(script, [
    { ...lime, daysAgo: 69 },
    { ...borage, daysAgo: 47 },
    { ...summer, daysAgo: 26 },
  ]);

  progress("the store");
  await fillStore(
    script,
    pailsOfDay.map((pails) => pails.map((p) => p.tag)),
  );

  await laboratoryAndHolds(script, { lot: borage.lot, pail: pailsOfDay[3]?.at(-1)?.tag });

  progress("today, under way");
  await script.enter("Ines", script.past(20, 10), "keep-separate", {
    colonies: "44-46",
    owner: "the parsonage",
    agreedKg: 12,
  });
  await today(script);
  return true;
}
