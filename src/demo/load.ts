/**
 * Withy Bank Packhouse, an invented house: four yards, 46 colonies, a season of five extraction days, the
 * last one under way. Everything is entered through commands, at the hours it would have been.
 */
import type { Knex } from "knex";
import { seeded } from "@/core/statistics/seeded";
import { COMMANDS, execute } from "@/house";

const DAY_MS = 86_400_000;
const MINUTE_MS = 60_000;

const YARDS = [
  { name: "Kiln Field", note: "lime avenue to the south", colonies: 14, first: 1 },
  { name: "Sluice Cottage", note: "borage on the far bank", colonies: 12, first: 15 },
  { name: "Upper Tarn", note: "heather from August", colonies: 11, first: 27 },
  { name: "Parsonage Wall", note: "gardens and hedges", colonies: 9, first: 38 },
] as const;

const EMPTY_KG = { deep: 7.4, medium: 5.2 } as const;
const SUPERS = { deep: { first: 1, last: 12 }, medium: { first: 13, last: 64 } } as const;
const PAIL = { emptyKg: 1.2, holdsKg: 27 } as const;

interface FilledPail {
  readonly tag: string;
  readonly kg: number;
}

interface ExtractionDay {
  daysAgo: number;
  yard: (typeof YARDS)[number];
  supers: readonly number[];
  wetness: readonly [number, number];
}

const range = (first: number, last: number): number[] =>
  Array.from({ length: last - first + 1 }, (_, i) => first + i);

const PAST: readonly ExtractionDay[] = [
  { daysAgo: 76, yard: YARDS[0], supers: range(13, 26), wetness: [16.6, 17.4] },
  { daysAgo: 55, yard: YARDS[1], supers: range(27, 38), wetness: [16.9, 17.7] },
  { daysAgo: 34, yard: YARDS[3], supers: range(39, 50), wetness: [16.8, 17.6] },
  { daysAgo: 13, yard: YARDS[1], supers: [...range(51, 58), ...range(1, 4)], wetness: [17.2, 18.0] },
];

class Script {
  private step = 0;
  constructor(
    private readonly db: Knex,
    private readonly now: Date,
  ) {}

  /** Enters a command as `who`, at a moment that many minutes before now. */
  async enter<O = Record<string, unknown>>(
    who: string,
    minutesAgo: number,
    name: string,
    input: object,
  ): Promise<O> {
    const definition = COMMANDS.get(name);
    if (!definition) throw new Error(`The demo names an unknown command: ${name}`);
    const at = new Date(this.now.getTime() - minutesAgo * MINUTE_MS);
    this.step += 1;
    const key = `demo-${String(this.step).padStart(6, "0")}`;
    const answer = await execute(this.db, definition, { input, who, device: "demo", key }, at);
    return answer.output as O;
  }
}

/** Minutes before now of a clock hour on a past day (the house's day is taken as starting 24 h blocks back). */
const past = (now: Date, daysAgo: number, hour: number, minute = 0): number => {
  const at = new Date(now.getTime() - daysAgo * DAY_MS);
  at.setHours(hour, minute, 0, 0);
  return Math.max(0, (now.getTime() - at.getTime()) / MINUTE_MS);
};

const emptyOf = (tag: number): number => (tag <= SUPERS.deep.last ? EMPTY_KG.deep : EMPTY_KG.medium);

/** Fills an empty database; returns false, having done nothing, when anything was entered before. */
export async function loadDemo(
  db: Knex,
  now: Date,
  progress: (text: string) => void = () => {},
): Promise<boolean> {
  if (await db("entry").first("id")) return false;
  const rng = seeded(20260813);
  const script = new Script(db, now);
  const setUp = past(now, 120, 9);

  progress("setting up yards, colonies, supers and pails");
  await script.enter("Ines", setUp, "set-house", {
    name: "Withy Bank Packhouse",
    address: "Sluice Lane 3, Withy Bank",
    country: "Holmland",
    zone: Intl.DateTimeFormat().resolvedOptions().timeZone || "UTC",
    lotPrefix: "WB",
  });
  for (const [name, role] of [
    ["Ines", "lead"],
    ["Tomasz", "floor"],
    ["Odile", "filler"],
    ["Bram", "office"],
  ] as const)
    await script.enter("Ines", setUp, "add-crew", { name, role });
  for (const yard of YARDS) {
    await script.enter("Ines", setUp, "add-yard", { name: yard.name, note: yard.note });
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
      frames: depth === "deep" ? 9 : 10,
      emptyKg: EMPTY_KG[depth],
    });
  }
  await script.enter("Ines", setUp, "add-pails", { tags: "1-40", ...PAIL });

  const weighIn = (day: Pick<ExtractionDay, "yard" | "supers">, capped: readonly [number, number]) =>
    day.supers.map((tag, i) => ({
      tag: String(tag),
      colony: String(day.yard.first + (i % day.yard.colonies)),
      cappedPct: rng.between(capped[0], capped[1], 0),
      grossKg: Number(
        (emptyOf(tag) + rng.between(8.5, 14.5) * (tag <= SUPERS.deep.last ? 1.6 : 1)).toFixed(1),
      ),
    }));

  const read = (who: string, minutesAgo: number, tag: number, waterPct: number) =>
    script.enter(who, minutesAgo, "read-moisture", {
      super: String(tag),
      scale: "water",
      value: waterPct,
      tempC: 24,
    });

  let pail = 1;
  const pailsOfDay: FilledPail[][] = [];
  for (const [n, day] of PAST.entries()) {
    progress(`extraction day ${n + 1}, ${day.yard.name}`);
    const ago = (hour: number, minute = 0) => past(now, day.daysAgo, hour, minute);
    const pulled = weighIn(day, [86, 99]);
    await script.enter("Tomasz", ago(8), "pull-supers", { yard: day.yard.name, supers: pulled });
    for (const [i, tag] of day.supers.entries())
      if (i % 3 === 0)
        await read("Odile", ago(8, 30 + i), tag, rng.between(day.wetness[0] + 0.4, day.wetness[1] + 0.4));
    const { batch } = await script.enter<{ batch: number }>("Ines", ago(9, 30), "start-batch", {
      supers: day.supers.map(String),
    });
    let left = 0;
    for (const [i, p] of pulled.entries()) {
      const empty = emptyOf(Number(p.tag));
      const wets = rng.between(0.4, 1.1);
      left += p.grossKg - empty - wets;
      await script.enter("Tomasz", ago(10, i * 8), "weigh-spun-super", {
        super: p.tag,
        grossKg: Number((empty + wets).toFixed(1)),
      });
    }
    const lost = rng.between(0.6, 1.4);
    await script.enter("Odile", ago(13), "record-loss", { batch, kg: lost, cause: "strainer and cloth" });
    left -= lost + rng.between(0.2, 0.9);
    const filled: FilledPail[] = [];
    for (let i = 0; left > 4; i++) {
      const net = Number(Math.min(left, rng.between(25.2, 26.6)).toFixed(1));
      const tag = String(pail++);
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
    pailsOfDay.push(filled);
  }

  progress("jars, lots and buyers");
  /** As many jars as the pails make with a usual loss, each a little over its label. */
  const lotOf = async (daysAgo: number, honeyKind: string, pails: readonly FilledPail[], jarG: number) => {
    const meanFillG = jarG + 3;
    const jars = Math.floor((pails.reduce((kg, p) => kg + p.kg, 0) * 985) / meanFillG);
    const input = { honeyKind, jarG, jars, meanFillG, pails: pails.map((p) => ({ pail: p.tag })) };
    const { lot } = await script.enter<{ lot: string }>("Odile", past(now, daysAgo, 11), "issue-lot", input);
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
    await script.enter("Bram", past(now, 66 - i * 4, 15), "send-jars", { lot: lime.lot, jars, buyer });
  const borage = await lotOf(48, "Borage honey", second.slice(0, 2), 340);
  await script.enter("Bram", past(now, 40, 15), "send-jars", {
    lot: borage.lot,
    jars: 60,
    buyer: "Harbour Deli",
  });
  await lotOf(27, "Summer honey", third.slice(0, 2), 454);

  progress("today, under way");
  const heather: ExtractionDay = { daysAgo: 1, yard: YARDS[2], supers: range(5, 12), wetness: [19.2, 20.1] };
  const gardens: ExtractionDay = { daysAgo: 1, yard: YARDS[0], supers: range(13, 24), wetness: [17.2, 17.9] };
  const day5 = weighIn(gardens, [90, 99]);
  await script.enter("Tomasz", 60 * 20, "pull-supers", {
    yard: heather.yard.name,
    supers: weighIn(heather, [62, 84]),
  });
  await script.enter("Tomasz", 60 * 19, "pull-supers", { yard: gardens.yard.name, supers: day5 });
  await script.enter("Tomasz", 60 * 18.5, "stand-in-hot-room", { supers: "5-12", stack: "D" });
  await script.enter("Tomasz", 60 * 18.4, "stand-in-hot-room", { supers: "13-24", stack: "A" });
  for (const [i, tag] of [5, 7, 9, 12].entries())
    await read("Odile", 60 * 18 - i * 3, tag, rng.between(20.6, 21.5));
  for (const [i, tag] of [13, 16, 19, 22].entries())
    await read("Odile", 60 * 17 - i * 3, tag, rng.between(17.3, 17.9));
  for (const [i, tag] of [14, 20].entries()) await read("Odile", 200 - i * 3, tag, rng.between(17.1, 17.6));
  const { batch } = await script.enter<{ batch: number }>("Ines", 180, "start-batch", { supers: "13-20" });
  for (const [i, p] of day5.slice(0, 5).entries()) {
    await script.enter("Tomasz", 150 - i * 18, "weigh-spun-super", {
      super: p.tag,
      grossKg: Number((emptyOf(Number(p.tag)) + rng.between(0.5, 1)).toFixed(1)),
    });
    if (i % 2 === 1)
      await script.enter("Odile", 148 - i * 18, "fill-pail", {
        pail: String(pail++),
        grossKg: Number((rng.between(22.4, 24) + PAIL.emptyKg).toFixed(1)),
        batch,
      });
  }
  return true;
}
