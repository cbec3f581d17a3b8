/**
 * One way to try each command there is, sensible or not: what the ledger's laws are tried with. A new command
 * without a way here does not compile.
 */
import type { Knex } from "knex";
import { batchAccount } from "@/core/ledger";
import { lotsHere } from "../bottle/records";
import { CHECKS } from "../checklists/lists";
import type { CommandName } from "../commands";
import { movementsOf } from "../ledger/records/fills";
import { combsOfBatches, openBatches } from "../spin/records/batches";
import { vesselsHolding } from "../standing/records";
import { waitingCombs } from "../yard/records/pulls";

/** A throw of the dice for one deed. */
export interface Dice {
  readonly a: number;
  readonly b: number;
  readonly kg: number;
  readonly back: number;
}

const TAGS = ["41", "42", "43", "44", "45", "46"];
const PAILS = ["1", "2", "3", "4", "5", "6"];
const BINS = ["1", "2"];
/** Taking the equipment back would soon leave nothing to do. */
const SET_UP = [
  "add-crew",
  "set-house",
  "add-yard",
  "add-colonies",
  "add-supers",
  "add-pails",
  "add-bins",
  "undo",
];

/** What stands in the house, so that most deeds are possible ones. */
export async function stateOf(db: Knex) {
  const [combs, open, held, lots] = await Promise.all([
    waitingCombs(db),
    openBatches(db),
    vesselsHolding(db),
    lotsHere(db),
  ]);
  const movements = await movementsOf(
    db,
    open.map((b) => b.fill_id),
  );
  const stays = await combsOfBatches(
    db,
    open.map((b) => b.id),
  );
  const waiting = combs.map((w) => w.tag);
  const inBatch = stays.filter((c) => c.spun_entry === null).map((c) => c.tag);
  const pails = held.filter((v) => v.kind === "pail");
  const full = pails.map((v) => v.tag);
  const entries: number[] = await db("entry")
    .whereNotIn("command", SET_UP)
    .orderBy("id", "desc")
    .limit(14)
    .pluck("id");
  const bins: string[] = await db("fill_balance as b")
    .join("live_fill as f", "f.id", "b.fill_id")
    .join("vessel as v", "v.id", "f.vessel_id")
    .where("b.kind", "cappings")
    .where("b.grams", ">", 0)
    .pluck("v.tag");
  const parcels: { lot: string; buyer: string; dispatch: number | null; kind: string | null }[] = await db(
    "live_parcel as p",
  )
    .join("lot as l", "l.id", "p.lot_id")
    .join("buyer_called as y", "y.id", "p.buyer_id")
    .join("fill_balance as b", "b.fill_id", "p.fill_id")
    .leftJoin("live_dispatch as d", "d.id", "p.dispatch_id")
    .whereNull("l.vessel")
    .where("b.grams", ">", 0)
    .orderBy("p.id", "desc")
    .limit(6)
    .select("l.code as lot", "y.called as buyer", "d.number as dispatch", "d.kind");
  return {
    parcels,
    entries,
    waiting,
    inBatch,
    full,
    bins,
    free: TAGS.filter((t) => !waiting.includes(t) && !inBatch.includes(t)),
    emptyPails: PAILS.filter((t) => !full.includes(t)),
    batches: open.map((b) => ({
      number: b.number,
      kg: batchAccount(b.fill_id, movements).remainderGrams / 1000,
    })),
    pails,
    holding: held.map((v) => `${v.kind} ${v.tag}`),
    lots: lots.filter((l) => l.jars > l.jars_out).map((l) => l.code),
    day: new Date().toISOString().slice(0, 10),
  };
}
export type State = Awaited<ReturnType<typeof stateOf>>;

type Deed = (dice: Dice, state: State) => object;

/** One in six is aimed at random all the same. */
const from = <T>({ a, back }: Dice, list: readonly T[], fallback: T): T =>
  back % 6 === 5 ? fallback : (list[a % Math.max(1, list.length)] ?? fallback);
const comb = (d: Dice, list: readonly string[]) => from(d, list, String(40 + d.a));
const batchOf = (d: Dice, s: State) => from(d, s.batches, { number: d.b, kg: d.kg });
const pull = (d: Dice, s: State, more: object) => ({
  supers: [{ tag: comb(d, s.free), colony: String((d.b % 3) + 1), cappedPct: 90, ...more }],
});
let named = 0;
/** The mesh that was set up last. */
let mesh = "Sieve";
const fresh = (): string => `n${++named}`;

/** A picture of eight by eight grey pixels. */
const GREY_SQUARE =
  "iVBORw0KGgoAAAANSUhEUgAAAAgAAAAICAAAAADhZOFXAAAADklEQVR4nGNwgAIGyhgAQGYQARrY3dQAAAAASUVORK5CYII=";

/** By command; a list where one command is used in several ways. */
export const DEEDS: Readonly<Record<CommandName, Deed | readonly Deed[]>> = {
  "set-house": (d) => ({
    name: `House ${d.a}`,
    address: "Lane 1",
    country: "Holmland",
    lotPrefix: "TH",
    targetPct: 17 + d.a / 10,
    zone: "UTC",
  }),
  "set-rules": (d) => ({ school: ["sealed", "shake", "instrument"][d.a % 3] }),
  "set-units": (d) => ({
    mass: d.a % 2 ? "lb" : "kg",
    temperature: d.b % 2 ? "F" : "C",
    volume: "L",
    length: "mm",
    day: "dmy",
    clock: "24",
  }),
  "set-room": (d) => ({ beetleHours: 40 + d.a }),
  "add-crew": (d) => (d.a === 1 ? { name: "Helper", role: "floor" } : { name: fresh(), role: "lead" }),
  "change-role": (d) => ({ name: "Helper", role: d.a === 1 ? "office" : "filler" }),
  "close-person": () => ({ name: "Helper" }),
  "note-uncapped": (d, s) => ({ super: comb(d, s.inBatch) }),
  "set-check-item": (d) => ({ kind: "filler", what: `Look ${d.a}`, drop: d.b === 1 }),
  "tick-checks": () => ({ kind: "hygiene", items: ["hands", "well"] }),
  "note-mesh": (d) => ({ what: d.a % 2 ? "clogged" : "changed" }),
  "give-work": (d) => ({ what: "machine", of: "Twenty", to: d.a === 1 ? "Helper" : "Ines" }),
  "set-parts": (d) => ({ parts: d.a % 2 ? ["materials"] : ["planners", "exchange"] }),
  "give-way-in": () => ({ name: "Helper" }),
  "add-yard": () => ({ name: fresh() }),
  "describe-yard": () => ({ yard: "Kiln Field", location: "By the lane" }),
  "note-bloom": () => ({ yard: "Kiln Field", what: "lime" }),
  "add-colonies": () => ({ yard: "Kiln Field", tags: `${900 + ++named}` }),
  "keep-separate": (d) => ({ colonies: String((d.b % 3) + 1), owner: d.a === 1 ? "Ada" : "" }),
  "add-supers": () => ({ tags: `${1000 + ++named}`, depth: "medium", frames: 10, emptyKg: 5.2 }),
  "add-pails": () => ({ tags: `${1000 + ++named}`, emptyKg: 1.2, holdsKg: 27 }),
  "add-bins": () => ({ tags: `${100 + ++named}`, emptyKg: 2 }),
  "import-rows": () => ({
    table: "yards",
    rows: [
      { line: 2, cells: { name: fresh(), country: "Holmland", location: "", registration: "", note: "" } },
    ],
  }),
  "add-instrument": () => ({ name: fresh(), scale: "water" }),
  "check-instrument": (d) => ({ instrument: "glass", expected: 18, shown: 17.8 + d.a / 20 }),
  "add-device": () => ({ name: fresh(), kind: "scale", tokenSha256: "ab".repeat(32) }),
  "plan-pull": (_, s) => ({ yard: "Kiln Field", date: s.day, method: "shake-and-brush" }),
  "tick-step": (d) => ({ plan: d.a, step: "kit" }),
  "pull-supers": [
    (d, s) => pull(d, s, { grossKg: 5.2 + d.kg }),
    (d, s) => pull(d, s, { grossKg: 5.2 + d.kg, sample: 16 + d.kg / 10 }),
    (d, s) => pull(d, s, { frameClass: ["light", "middle", "heavy"][d.back % 3], framesLeft: d.b }),
  ],
  "bring-frames": (d) => ({ frames: d.b + 5, grossKg: 12 + d.kg, colony: String((d.a % 3) + 1) }),
  "weigh-in": (d, s) => ({ super: comb(d, s.waiting), grossKg: 5.2 + d.kg }),
  "stack-supers": (d, s) => ({ supers: [comb(d, s.waiting)], stack: "A" }),
  "set-fan": () => ({ stack: "A", fan: "some" }),
  "note-climate": (d) => ({ tempC: 28 + d.a, humidityPct: 30 + d.b }),
  "read-moisture": [
    (d, s) => ({ super: comb(d, [...s.waiting, ...s.inBatch]), value: 16 + d.kg / 10 }),
    (d, s) => ({ pail: from(d, s.full, String(d.a)), value: 16 + d.kg / 10 }),
  ],
  "read-sheet": (d, s) => ({ super: comb(d, [...s.waiting, ...s.inBatch]), values: [17, 17.2 + d.a / 10] }),
  "start-batch": (d, s) => ({
    supers: s.waiting.length > 0 && d.back > 1 ? s.waiting.slice(0, d.b) : [String(40 + d.a)],
    despite: "asked for",
  }),
  "add-to-batch": (d, s) => ({
    supers: [comb(d, s.waiting)],
    batch: batchOf(d, s).number,
    despite: "asked for",
  }),
  "add-machine": () => ({ name: fresh(), slots: 20 }),
  "change-machine": (d) => ({ name: "Twenty", slots: 18 + d.a }),
  "plan-day": (_, s) => ({
    date: s.day,
    start: "08:00",
    uncappers: [{ who: "Ines", tool: "fork", loads: true, pails: true }],
    machines: ["Twenty"],
    tenders: 1,
  }),
  "check-floor": () => ({
    kind: "opening",
    items: CHECKS.opening.map((c) => c.id),
  }),
  "set-check-aside": (d) => ({ kind: "opening", item: "current", aside: d.a > 3 }),
  "start-run": (d, s) => ({
    machine: "Twenty",
    batch: batchOf(d, s).number,
    slots: [{ super: comb(d, s.inBatch), kg: 2.4 }, null, { super: comb(d, s.inBatch), kg: 2.3 }, null],
    minutes: 12,
  }),
  "end-run": (d) => ({ machine: "Twenty", marks: d.a % 2 ? [{ slot: 1, mark: "brood" }] : [] }),
  "swap-pail": (d, s) => ({ batch: batchOf(d, s).number }),
  "set-skills": () => ({ name: "Ines", loads: true }),
  "weigh-spun-super": [
    (d, s) => ({ super: comb(d, s.inBatch), grossKg: 5.2 + d.kg / 20 }),
    (d, s) => ({ super: comb(d, s.inBatch), grossKg: 5.2 + d.kg / 40, hungH: 12 }),
  ],
  "weigh-empty": [
    (d, s) => ({ super: comb(d, s.free), kg: 5 + d.a / 10 }),
    (d, s) => ({ pail: from(d, s.emptyPails, String(d.a)), kg: 1 + d.a / 10 }),
  ],
  "fill-pail": (d, s) => {
    const batch = batchOf(d, s);
    if (d.a % 4 === 2)
      return { newPail: true, grossKg: 1.2 + Math.max(0.1, batch.kg * (d.b / 6)), batch: batch.number };
    if (d.a % 4 === 3)
      return { vessel: "tank 1", kg: Math.max(0.1, batch.kg * (d.b / 6)), batch: batch.number };
    return {
      pail: from(d, s.emptyPails, String(d.a)),
      grossKg: Number((1.2 + Math.max(0.1, batch.kg * (d.b / 5.8))).toFixed(3)),
      batch: batch.number,
    };
  },
  "add-vessels": (d) => ({ kind: ["drum", "tank", "tub"][d.a % 3], tags: `${1000 + ++named}`, holdsL: 200 }),
  "set-settling": (d) => ({ school: d.a % 2 ? "strain-first" : "settle-first" }),
  "add-mesh": (d) => {
    mesh = `Mesh ${++named}`;
    return { name: mesh, kind: "fine", openingUm: 200 + d.a * 40 };
  },
  "tend-mesh": (d) => ({
    mesh: d.a % 3 ? mesh : "Sieve",
    what: ["washed", "whole", "broken"][d.b % 3],
  }),
  "weigh-jars": (d) => ({ jarG: 250, jars: 10 + d.a, weights: [250 + d.a, 249 + d.b, 252] }),
  "note-lab": (d, s) => ({
    vessel: from(d, s.holding, "drum 1"),
    glucosePct: 25 + d.b,
    yeastPerG: d.a * 100,
  }),
  "set-ceiling": (d) => ({ kind: ["lime", "rape"][d.a % 2], ...(d.b % 2 ? { ceilingC: 40 } : {}) }),
  taste: (d, s) => ({ vessel: from(d, s.holding, "drum 1"), words: "mint and grass" }),
  "keep-sample": (d, s) => ({ vessel: from(d, s.holding, "drum 1"), kg: 0.05 + d.kg / 100, place: "cellar" }),
  "sample-gone": (d, s) => ({
    vessel: from(d, s.holding, "drum 1"),
    what: ["thrown-away", "used-up", "not-found"][d.b % 3],
  }),
  "take-stock": (d, s) => ({
    place: `wall ${d.b % 3}`,
    seen: [
      { vessel: from(d, s.holding, "drum 1") },
      ...(d.a % 2 ? [{ vessel: `pail ${(d.b % 6) + 1}`, grossKg: 1.2 + d.kg }] : []),
    ],
    ...(d.b % 4 ? { despite: "counted" } : {}),
  }),
  "read-colour": (d, s) => ({ vessel: from(d, s.holding, "drum 1"), pfundMm: 10 * d.a + d.kg }),
  "note-warmth": (d, s) => ({ vessel: from(d, s.holding, "drum 1"), tempC: 18 + d.kg }),
  "set-batch-school": (d, s) => ({
    batch: batchOf(d, s).number,
    school: d.a % 2 ? "settle-first" : "strain-first",
  }),
  "set-warmer": (d) => ({ name: "Cabinet", tempC: 36 + d.a, places: 1 + d.b }),
  "warm-vessels": (d, s) => ({
    vessels: [from(d, s.holding, "drum 1")],
    warmer: d.b % 5 ? "cabinet" : "Oven",
    ...(d.a % 2 ? { by: s.day } : {}),
    despite: "asked for",
  }),
  "cool-vessels": (d, s) => ({
    vessels: [from(d, s.holding, "drum 1")],
    ...(d.a % 2 ? { tempC: 20 + d.kg } : {}),
  }),
  "note-look": (d, s) => ({
    vessel: from(d, s.holding, "drum 1"),
    look: ["clear", "cloudy", "half", "solid"][d.b % 4],
  }),
  "note-place-air": (d) => ({ place: `wall ${d.a}`, tempC: 5 + d.b, humidityPct: 50 + d.a }),
  skim: (d, s) => ({
    vessel: from(d, s.holding, "drum 1"),
    ...(d.a % 2 ? { kg: d.kg / 30 } : {}),
    ...(d.b % 3 ? {} : { into: "tank 1", despite: "asked for" }),
  }),
  inspect: (d, s) => ({ vessel: from(d, s.holding, "tank 1"), ...(d.a % 3 ? {} : { found: "cloudy" }) }),
  strain: (d, s) => ({
    from: [{ vessel: from(d, s.holding, "drum 1"), ...(d.a % 2 ? { kg: Math.max(0.1, d.kg / 4) } : {}) }],
    to: [{ vessel: ["drum 1", "tank 1", `pail ${(d.b % 6) + 1}`][d.back % 3] }],
    meshes: [d.a % 2 ? mesh : "Sieve"],
    ...(d.b % 2 ? { keptKg: 0.05, minutes: 20, honeyC: 27 } : {}),
    despite: "asked for",
  }),
  "blend-honey": (d, s) => ({
    from: [
      { vessel: from(d, s.holding, "drum 1"), ...(d.a % 2 ? { kg: Math.max(0.1, d.kg / 4) } : {}) },
      { vessel: from({ ...d, a: d.a + 1 }, s.holding, "pail 1") },
    ],
    into: ["drum 1", "tank 1"][d.back % 2],
    despite: "asked for",
  }),
  "check-mix": (d, s) => ({
    vessel: from(d, s.holding, "tank 1"),
    topPct: 16 + d.a / 4,
    bottomPct: 16 + d.b / 4,
  }),
  "move-honey": [
    (d, s) => ({
      from: [{ vessel: from(d, s.holding, "drum 1"), ...(d.a % 2 ? { kg: Math.max(0.1, d.kg / 4) } : {}) }],
      to: [{ vessel: ["drum 1", "tank 1", `pail ${(d.b % 6) + 1}`][d.back % 3] }],
      despite: "asked for",
    }),
    (d, s) => ({
      from: [
        { vessel: from(d, s.holding, "tank 1") },
        { vessel: from({ ...d, a: d.a + 1 }, s.holding, "drum 1"), kg: Math.max(0.1, d.kg / 3) },
      ],
      to: [{ vessel: "drum 1", ...(d.b % 2 ? { grossKg: 20 + d.kg * 3 } : {}) }],
      despite: "asked for",
    }),
  ],
  "receive-honey": (d) => ({
    what: ["bought", "to-pack", "opening"][d.a % 3],
    supplier: `Farm ${d.a % 3}`,
    country: "Lowland",
    waterPct: 16 + d.b / 4,
    into: [{ vessel: d.back % 2 ? "drum 1" : `pail ${(d.b % 6) + 1}`, kg: d.kg }],
    despite: "asked for",
  }),
  "enter-jars": (d) => ({
    code: `OLD-${++named}`,
    jarG: 454,
    jars: d.a + 1,
    honeyKind: "Summer",
    filledOn: "2024-08-01",
    ...(d.b % 2 ? { supplier: "Farm 1", country: "Lowland" } : {}),
  }),
  "place-vessel": (d, s) => ({ vessel: from(d, s.holding, "drum 1"), place: `wall ${d.a}` }),
  "crush-combs": [
    (d, s) => ({ supers: [comb(d, s.inBatch)], way: "crushed" }),
    (d, s) => ({ supers: [comb(d, s.inBatch)], way: "pressed", leftKg: d.kg / 20 }),
  ],
  "cut-comb": (d, s) => ({
    super: comb(d, s.waiting),
    pieces: d.b,
    pieceG: 250,
    kg: Math.max(0.3, d.b * 0.26),
  }),
  "fill-bin": (d, s) => ({
    bin: BINS[d.b % 2],
    grossKg: Number((2 + d.kg / 8).toFixed(3)),
    batch: batchOf(d, s).number,
  }),
  "drain-bin": [
    (d, s) => ({ bin: from(d, s.bins, "1"), kg: d.kg / 12, way: "drained" }),
    (d, s) => ({ bin: from(d, s.bins, "1"), kg: d.kg / 20, way: "warmed" }),
  ],
  "weigh-wax": (d, s) => ({ bin: from(d, s.bins, "1"), kg: d.kg / 40 }),
  "record-loss": [
    (d, s) => ({ pail: from(d, s.full, String(d.a)), kg: d.kg / 20, cause: "sample" }),
    (d, s) => ({ batch: batchOf(d, s).number, kg: d.kg / 10, cause: "spilt" }),
  ],
  "close-batch": (d, s) => ({ batch: batchOf(d, s).number, reason: "counted" }),
  "issue-lot": (d, s) => {
    const pail = from(d, s.pails, undefined);
    const kg = d.b % 2 ? undefined : Math.max(0.3, d.kg / 2);
    const jars = Math.floor((kg ?? (pail?.grams ?? 5000) / 1000) * 4);
    return {
      honeyKind: "Lime honey",
      ...(d.b % 5 === 4 ? { more: [{ jarG: 100, jars: 2 }] } : {}),
      jarG: 250,
      jars: Math.max(1, d.back % 3 === 0 ? Math.floor(jars / 2) : jars),
      pails: [
        d.a % 3 === 2
          ? { vessel: from(d, s.holding, "drum 1") }
          : { pail: pail?.tag ?? String(d.a), ...(kg ? { kg } : {}) },
      ],
      despite: "asked for",
    };
  },
  // What is held goes no further: a lot, or one super's honey, so that there is something left to do.
  hold: [
    (_, s) => ({
      what: `lot ${s.lots.at(-1) ?? "TH26-001-X"}`,
      why: "smells odd",
      until: "a second nose",
    }),
    (d) => ({
      what: `super ${TAGS[d.a % 6]}`,
      why: "asked for",
      until: "the result",
      ...(d.a % 2 ? { analyte: "tutin", most: 0.7 } : {}),
    }),
  ],
  "release-hold": (d, s) => ({
    hold: (d.a % 3) + 1,
    why: "smelt again",
    ...(d.b % 2 ? { result: (d.b % 2) + 1 } : {}),
    ...(d.back % 3 === 1 ? { of: from(d, s.holding, "drum 1") } : {}),
    despite: "asked for",
  }),
  "confirm-release": (d) => ({ release: (d.a % 3) + 1 }),
  // Two people are seldom at the dice: mostly one may release.
  "set-release-rules": (d) => ({ second: d.a % 5 === 0 }),
  "add-hold-rule": (d) => ({
    name: `Rule ${d.a}`,
    yards: "Kiln Field",
    fromMd: d.a % 2 ? "01-01" : "11-01",
    toMd: d.a % 2 ? "12-31" : "02-28",
    analyte: "tutin",
    most: 0.7,
    why: "a plant that may be visited",
    since: "2090-01-01",
  }),
  "end-hold-rule": (d) => ({ rule: (d.a % 3) + 1, why: "wrong yard" }),
  "note-brood-disease": (d, s) => ({
    colonies: String((d.b % 3) + 1),
    disease: "suspected foul brood",
    found: s.day,
    honey: d.a % 6 === 5 ? "hold" : "leave",
  }),
  "note-treatment": (d) => ({
    colonies: String((d.b % 3) + 1),
    treated: "an acid",
    from: "2020-01-01",
    until: "2020-01-03",
  }),
  "order-analysis": (d, s) => ({
    sample: from(d, s.holding, "drum 1"),
    asks: "water, hmf, tutin",
    laboratory: "Fen Laboratory",
  }),
  // No paper is brought at the dice: it is refused, and writes nothing.
  "attach-paper": (_, s) => ({ entry: s.entries[0] ?? 1, name: "photo", sha256: "ab".repeat(32) }),
  "note-entry": (_, s) => ({ entry: s.entries[0] ?? 1, says: "worth knowing" }),
  "enter-results": (d) => ({
    order: (d.a % 2) + 1,
    values: [
      { analyte: "water", value: 16 + d.a / 4 },
      { analyte: "tutin", value: d.b / 8 },
    ],
  }),
  "begin-recall": (d, s) => ({
    what: from(
      d,
      s.lots.map((l) => `lot ${l}`),
      `colony ${(d.b % 3) + 1}`,
    ),
    question: "tastes sour",
    scope: ["itself", "vessels", "batches"][d.a % 3],
  }),
  "block-all": (_, s) => ({
    what: `lot ${s.lots.at(-1) ?? "TH26-001-X"}`,
    why: "asked for",
    scope: "itself",
  }),
  "tell-buyer": (d) => ({ recall: (d.a % 3) + 1, buyer: "Deli", how: "called" }),
  "end-recall": (d) => ({ recall: (d.a % 4) + 1 }),
  "set-recall-contacts": () => ({ authority: "Food office", authorityPhone: "+00 112" }),
  "set-season": (d) => ({ begins: d.a % 2 ? "01-01" : "07-01", hourCost: 15 + d.a }),
  "set-goal": (d) => ({ kg: 100 + d.kg }),
  "note-hours": (d) => ({ hours: 1 + d.a }),
  "price-material": (d) => ({ material: `Material ${d.a % 2}`, price: 0.4 }),
  "send-dispatch": [
    (d, s) => ({
      buyer: "Deli",
      lines: [{ lot: from(d, s.lots, "TH26-001-X"), jars: d.b + 1, price: 9 }],
      despite: "asked for",
    }),
    (d, s) => ({
      kind: ["market", "gift", "own", "sample"][d.b % 4],
      lines: [{ lot: from(d, s.lots, "TH26-001-X"), jars: 2 }],
      despite: "asked for",
    }),
  ],
  "back-from-market": (d, s) => ({
    dispatch: s.parcels.find((p) => p.kind === "market")?.dispatch ?? 1,
    back: [
      {
        lot: s.parcels.find((p) => p.kind === "market")?.lot ?? "TH26-001-X",
        jars: d.b % 3,
        broken: d.b % 3 === 2 ? 1 : 0,
      },
    ],
  }),
  "take-back": (d, s) => ({
    lot: s.parcels[d.b % 3]?.lot ?? "TH26-001-X",
    jars: 1,
    buyer: s.parcels[d.b % 3]?.buyer ?? "Deli",
    what: ["stock", "inspect", "written-off"][d.a % 3],
    why: "leaks",
  }),
  "vessel-back": (d) => ({ vessel: `pail ${(d.a % 6) + 1}` }),
  "describe-buyer": () => ({ buyer: "Deli", phone: "+00 123", email: "deli@example.org" }),
  "join-buyers": (d) => ({ buyer: ["Gifts", "Own use"][d.a % 2], into: "Deli" }),
  "place-boxes": [
    (d) => ({ supers: [TAGS[d.a % 6]], way: "returned" }),
    (d) => ({ supers: [TAGS[d.a % 6]], way: "stored", how: "frozen" }),
    (d) => ({ supers: [TAGS[d.a % 6]], way: "set-out" }),
  ],
  "set-owner-terms": (d) => ({ owner: "Ada", sharePct: 50 + d.a }),
  "set-material": (d) => ({ kind: ["jar", "lid"][d.a % 2], name: `Material ${d.a % 2}`, fitsG: "250, 100" }),
  "receive-material": (d) => ({
    material: `Material ${d.a % 2}`,
    pieces: d.b * 10 + 1,
    supplier: "Glass works",
  }),
  "count-material": (d) => ({ material: `Material ${d.a % 2}`, counted: d.b * 9, why: "counted twice" }),
  "spoil-material": (d) => ({ material: `Material ${d.a % 2}`, pieces: d.b + 1, why: "fell" }),
  "take-order": (d) => ({ buyer: `Buyer ${d.a}`, jarG: 250, jars: d.b + 1, by: "2099-01-01" }),
  "close-order": (d) => ({ order: d.a + 1, why: "asked for" }),
  "start-set": (d, s) => ({ vessel: from(d, s.holding, "drum 1"), despite: "asked for" }),
  "start-comb": (d, s) => ({ lot: from(d, s.lots, "TH26-099-X") }),
  "tick-product": (d) => ({ run: d.a + 1, step: ["seed", "jar", "drain"][d.b % 3] }),
  "check-scale": (d) => ({ knownG: 500, shownG: 499 + d.a / 2 }),
  "put-jar-right": (d) => ({ check: d.a + 1, jar: 1, how: "weighed-again", weightG: 251 + d.b }),
  "take-jars-off": [
    (d, s) => ({ lot: from(d, s.lots, "TH26-099-X"), jars: (d.b % 3) + 1, why: "broken" }),
    (d, s) => ({
      lot: from(d, s.lots, "TH26-099-X"),
      jars: 1,
      why: "opened",
      into: ["drum 1", `pail ${(d.b % 6) + 1}`][d.a % 2],
      despite: "asked for",
    }),
  ],
  "print-labels": (d, s) => ({ lot: from(d, s.lots, "TH26-099-X"), labels: d.b + 1, despite: "asked for" }),
  "keep-label": (d, s) => ({ lot: from(d, s.lots, "TH26-099-X"), design: { widthMm: 60 + d.a } }),
  "spoil-labels": (d, s) => ({ lot: from(d, s.lots, "TH26-099-X"), labels: d.a + 1 }),
  "set-label-rules": (d) => ({ pack: ["eu", "usa", "codex"][d.a % 3] }),
  "set-article-number": () => ({ honeyKind: fresh(), jarG: 250, gtin: "6291041500213" }),
  "set-logo": () => ({ data: GREY_SQUARE }),
  "show-lot": (d, s) => ({ lot: from(d, s.lots, "TH26-099-X"), shown: d.a % 2 === 0 }),
  "send-jars": (d, s) => ({
    lot: from(d, s.lots, "TH26-099-X"),
    jars: d.b,
    buyer: `Buyer ${fresh()}`,
    newBuyer: true,
  }),
  "send-vessel": (d, s) => ({
    vessel: from(d, s.holding, "drum 1"),
    honeyKind: "Lime honey",
    buyer: `Bulk ${fresh()}`,
    newBuyer: true,
    ...(d.b % 2 ? { kg: Math.max(0.1, d.kg / 3) } : {}),
    despite: "asked for",
  }),
  undo: (d, s) => ({ entry: s.entries[d.back] ?? 1 }),
};

/** Deeds that move honey or take it back come up more often than the others. */
const OFTEN: Readonly<Record<string, number>> = {
  "pull-supers": 24,
  "weigh-in": 6,
  "start-batch": 14,
  "add-to-batch": 8,
  "start-run": 3,
  "end-run": 2,
  "weigh-spun-super": 12,
  "weigh-empty": 4,
  "fill-pail": 20,
  "move-honey": 24,
  strain: 6,
  "add-mesh": 3,
  "tend-mesh": 8,
  skim: 5,
  taste: 1,
  "note-lab": 1,
  "set-ceiling": 1,
  "weigh-jars": 1,
  "blend-honey": 6,
  "check-mix": 2,
  "keep-sample": 2,
  "sample-gone": 2,
  "take-stock": 6,
  "note-warmth": 4,
  "set-batch-school": 1,
  "set-warmer": 3,
  "warm-vessels": 5,
  "cool-vessels": 4,
  "note-look": 3,
  "note-place-air": 1,
  inspect: 4,
  "receive-honey": 8,
  "crush-combs": 5,
  "cut-comb": 3,
  "fill-bin": 12,
  "drain-bin": 14,
  "weigh-wax": 5,
  "close-batch": 4,
  "record-loss": 6,
  "issue-lot": 18,
  "send-jars": 14,
  "send-dispatch": 10,
  "back-from-market": 6,
  "take-back": 10,
  "place-boxes": 4,
  "send-vessel": 5,
  undo: 20,
};
export const CHOICES: readonly (readonly [name: string, deed: Deed])[] = Object.entries(DEEDS).flatMap(
  ([name, deed]) => {
    const ways = typeof deed === "function" ? [deed] : deed;
    return ways.flatMap((way) =>
      Array.from({ length: Math.ceil((OFTEN[name] ?? 1) / ways.length) }, () => [name, way] as const),
    );
  },
);
