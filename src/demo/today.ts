/**
 * The day under way: one stack too wet to be ready before the beetles, one drying well, a batch on the floor,
 * supers at the intake still to be judged. Readings come from the same made-up world the stand-ins look at.
 */
import { climateOf } from "@/core/drying";
import { CHECKS } from "@/house/checklists/lists";
import { receivePost } from "@/house/devices/posts";
import { hiddenComb, hiddenWaterPct, hygrometerShows, refractometerShows, STAND_IN_SEED } from "@/standins";
import { ROOM_SENSOR } from "./devices";
import { emptyOf, framesIn, isDeep, PAIL, range, type Script, YARDS } from "./script";
import { TWENTY } from "./spinning";

const HOURS_LOGGED = 20;
const MINUTE_MS = 60_000;

/** The room's air every minute since yesterday, as the stand-in sensor posts it. */
async function logAir(script: Script) {
  const rows = range(0, HOURS_LOGGED * 60 - 1).map((i) => {
    const at = new Date(
      Math.floor(script.now.getTime() / MINUTE_MS) * MINUTE_MS - (HOURS_LOGGED * 60 - 1 - i) * MINUTE_MS,
    );
    return { at: at.toISOString(), ...hygrometerShows(STAND_IN_SEED, at.getTime()) };
  });
  const { name, token } = ROOM_SENSOR;
  for (let i = 0; i < rows.length; i += 600)
    await receivePost(script.db, { device: name, token, readings: rows.slice(i, i + 600) }, script.now);
  return climateOf(rows.map((r) => ({ atMs: Date.parse(r.at), tempC: r.tempC, humidityPct: r.humidityPct })));
}

export async function today(script: Script): Promise<void> {
  const climate = await logAir(script);
  const heather = { yard: YARDS.tarn, supers: range(5, 12) };
  const lime = { yard: YARDS.kiln, supers: range(13, 20) };
  const late = { yard: YARDS.kiln, supers: range(21, 26) };
  const wet = script.weighIn(heather.yard, heather.supers, [48, 70]);
  const ripe = script.weighIn(lime.yard, lime.supers, [94, 99]);
  const damp = script.weighIn({ ...late.yard, first: 9, colonies: 6 }, late.supers, [70, 77]);
  const pulled = { wet: 60 * 19.9, damp: 60 * 19.4 };
  await script.check(60 * 20, 17.1);
  await script.enter("Tomasz", pulled.wet, "pull-supers", { yard: heather.yard.name, supers: wet });
  await script.enter("Tomasz", pulled.damp, "pull-supers", {
    yard: lime.yard.name,
    supers: [...ripe, ...damp],
  });
  await script.enter("Tomasz", 60 * 19, "stack-supers", { supers: "5-12", stack: "D" });
  await script.enter("Tomasz", 60 * 18.9, "stack-supers", { supers: "13-20", stack: "A" });
  await script.enter("Tomasz", 60 * 18.8, "stack-supers", { supers: "21-26", stack: "B" });
  await script.enter("Tomasz", 60 * 18.7, "set-fan", { stack: "D", fan: "full" });
  await script.enter("Tomasz", 60 * 18.7, "set-fan", { stack: "B", fan: "full" });

  const capped = new Map([...wet, ...ripe, ...damp].map((s) => [Number(s.tag), s.cappedPct]));
  /** A drop of a super on R1, `minutesAgo`, as the made-up world would show it. */
  const drop = (who: string, minutesAgo: number, tag: number) => {
    const comb = hiddenComb(STAND_IN_SEED, {
      tag: String(tag),
      frames: framesIn(tag),
      deep: isDeep(tag),
      cappedPct: capped.get(tag) ?? 95,
    });
    const from = script.at(tag <= 12 ? pulled.wet : pulled.damp).getTime();
    const at = script.at(minutesAgo).getTime();
    const water = hiddenWaterPct(comb, climate, [{ fromMs: from, fan: "full" }], from, at);
    return script.read(
      who,
      minutesAgo,
      tag,
      refractometerShows(STAND_IN_SEED, water, 26, Math.round(minutesAgo) * 100 + tag),
      26,
    );
  };
  for (const [i, tag] of [5, 7, 9, 12].entries()) await drop("Odile", 60 * 18 - i * 3, tag);
  for (const [i, tag] of [13, 16, 19].entries()) await drop("Odile", 60 * 17.6 - i * 3, tag);
  for (const [i, tag] of [21, 23, 25].entries()) await drop("Odile", 60 * 17.3 - i * 3, tag);
  await script.check(60 * 4, 17);
  for (const [i, tag] of [21, 23, 25].entries()) await drop("Odile", 60 * 3.8 - i * 3, tag);
  for (const [i, tag] of [14, 20].entries()) await drop("Odile", 200 - i * 3, tag);
  for (const [i, tag] of [5, 9, 12].entries()) await drop("Ines", 190 - i * 3, tag);

  const { batch } = await script.enter<{ batch: number }>("Ines", 180, "start-batch", { supers: "13-20" });
  await onTheFloor(script, batch, ripe);

  await script.enter("Bram", 70, "pull-supers", {
    yard: YARDS.sluice.name,
    sampleC: 25,
    supers: [
      { tag: "27", colony: "15", cappedPct: 97, grossKg: 18.4, sample: 17.9 },
      { tag: "28", colony: "16", cappedPct: 92, grossKg: 17.1 },
      { tag: "29", colony: "17", cappedPct: 78, frameClass: "middle", shake: "no-drops" },
      { tag: "30", colony: "18", cappedPct: 60, frameClass: "light", shake: "drops", framesLeft: 3 },
      { tag: "31", colony: "19", cappedPct: 90, flags: ["brood"], take: false },
    ],
  });
  const inThreeDays = script.dayOf(new Date(script.now.getTime() + 3 * 86_400_000));
  await script.enter("Ines", 65, "plan-pull", {
    yard: YARDS.parsonage.name,
    date: inThreeDays,
    method: "escape-board",
    note: "colonies 44 to 46 in boxes of their own",
  });
}

/** The batch on the floor: three runs spun, the second of them unbalanced and shaky, five supers weighed back. */
async function onTheFloor(
  script: Script,
  batch: number,
  supers: readonly { readonly tag: string; readonly grossKg: number }[],
): Promise<void> {
  const began = new Date(script.now.getTime() - 3 * 3_600_000);
  for (const [name, tools, loads, pails] of [
    ["Tomasz", [{ tool: "hot-knife" }, { tool: "heated-plane", minPerFrame: 1.2 }], true, false],
    ["Odile", [{ tool: "fork", minPerFrame: 2.2 }, { tool: "roller" }], false, true],
  ] as const)
    await script.enter("Ines", 180, "set-skills", { name, tools, loads, pails });
  await script.enter("Ines", 178, "plan-day", {
    date: script.dayOf(began),
    start: script.clockOf(began),
    uncappers: [
      { who: "Tomasz", tool: "hot-knife", hours: 12 },
      { who: "Odile", tool: "fork", hours: 12, pails: true },
    ],
    machines: ["Twenty"],
    tenders: 1,
    breaks: [{ at: script.clockOf(new Date(script.now.getTime() + 3_600_000)), minutes: 45 }],
  });
  await script.enter("Tomasz", 176, "check-floor", {
    kind: "opening",
    items: CHECKS.opening.map((c) => c.id),
  });
  await script.enter("Odile", 175, "swap-pail", { batch, pail: script.nextPail() });
  const frame = (s: (typeof supers)[number]) => ({
    super: s.tag,
    known: "weighed",
    kg: Number(
      ((s.grossKg - emptyOf(Number(s.tag))) / 10 + 0.45 + script.rng.between(-0.3, 0.3, 2)).toFixed(2),
    ),
  });
  for (const [i, pair] of [supers.slice(0, 2), supers.slice(2, 4), supers.slice(4, 5)].entries()) {
    const frames = pair.flatMap((s) => Array.from({ length: 10 }, () => frame(s)));
    // The second load went in as it came, the heavy frames all on one side.
    const slots = i === 1 ? frames.sort((a, b) => b.kg - a.kg) : frames;
    const { run } = await script.enter<{ run: number }>("Tomasz", 170 - i * 36, "start-run", {
      machine: TWENTY.name,
      batch,
      minutes: 13,
      honeyC: [27, 27, 25][i] ?? 27,
      tool: "hot-knife",
      slots: Array.from({ length: 20 }, (_, n) => slots[n] ?? null),
    });
    await script.enter("Tomasz", 156 - i * 36, "end-run", {
      run,
      shaky: i === 1,
      marks: i === 1 ? [{ slot: 3, mark: "burst" }] : [],
    });
  }
  await script.enter("Odile", 120, "fill-bin", { bin: "1", grossKg: 10.5, batch });
  for (const [i, p] of supers.slice(0, 5).entries()) {
    await script.enter("Tomasz", 150 - i * 18, "weigh-spun-super", {
      super: p.tag,
      grossKg: Number((emptyOf(Number(p.tag)) + script.rng.between(0.5, 1)).toFixed(1)),
    });
    if (i % 2 === 1) {
      const full = i === 1 ? "25" : "26";
      await script.enter("Odile", 148 - i * 18, "swap-pail", { batch, pail: String(Number(full) + 1) });
      await script.enter("Odile", 147 - i * 18, "fill-pail", {
        pail: full,
        grossKg: Number((script.rng.between(19.4, 21) + PAIL.emptyKg).toFixed(1)),
        batch,
      });
      await script.enter("Odile", 145 - i * 18, "note-warmth", {
        vessel: `pail ${full}`,
        tempC: i === 1 ? 31 : 26,
      });
    }
  }
  await script.enter("Odile", 40, "tend-mesh", { mesh: "Fine sieve", what: "washed" });
  await script.enter("Odile", 39, "tend-mesh", { mesh: "Fine sieve", what: "whole" });
}
