import fc from "fast-check";
import type { Knex } from "knex";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { balances, mix } from "@/core/ledger";
import { reach } from "@/core/trace";
import { verifyChain } from "./chain";
import { COMMANDS, execute, Refusal } from "./index";
import { allMovements, reachInDatabase } from "./records/fills";
import { openTestHouse } from "./testing/test-house";
import { snapshot } from "./views/snapshot";

/** One thing somebody might do, sensible or not; figures are parts of what could be. */
const deeds = fc.record({
  what: fc.constantFrom(
    "pull",
    "pull",
    "guess",
    "weigh in",
    "batch",
    "join",
    "weigh",
    "pail",
    "pail",
    "loss",
    "close",
    "lot",
    "send",
    "undo",
    "undo",
    "stand",
    "read",
  ),
  a: fc.integer({ min: 1, max: 6 }),
  b: fc.integer({ min: 1, max: 6 }),
  kg: fc.integer({ min: 100, max: 22_000 }).map((g) => g / 1000),
  back: fc.integer({ min: 0, max: 12 }),
});
type Deed = typeof deeds extends fc.Arbitrary<infer T> ? T : never;

/** Taking the equipment back would soon leave nothing to do. */
const SET_UP = ["set-house", "add-yard", "add-colonies", "add-supers", "add-pails", "undo"];

/** What stands in the house, so that most deeds are possible ones; one in six is aimed at random all the same. */
async function stateOf(db: Knex) {
  const s = await snapshot(db);
  const waiting = s.waiting.map((w) => w.tag);
  const inBatch = s.openBatches.flatMap((b) =>
    b.combs.filter((c) => c.spun_entry === null).map((c) => c.tag),
  );
  const tags = ["41", "42", "43", "44", "45", "46"];
  const pails = ["1", "2", "3", "4", "5", "6"];
  const full = s.pails.map((p) => p.tag);
  const entries: number[] = await db("entry")
    .whereNotIn("command", SET_UP)
    .orderBy("id", "desc")
    .limit(14)
    .pluck("id");
  return {
    entries,
    waiting,
    inBatch,
    full,
    free: tags.filter((t) => !waiting.includes(t) && !inBatch.includes(t)),
    emptyPails: pails.filter((t) => !full.includes(t)),
    batches: s.openBatches.map((b) => ({ number: b.number, kg: b.account.remainderGrams / 1000 })),
    pails: s.pails,
    lots: s.lots.filter((l) => l.jars > l.jars_out).map((l) => l.code),
  };
}
const isSource = ({ kind }: { kind: string }): boolean => kind === "colony" || kind === "gain";
type State = Awaited<ReturnType<typeof stateOf>>;

function asCommand({ what, a, b, kg, back }: Deed, state: State): [name: string, input: object] {
  const from = <T>(list: readonly T[], fallback: T): T =>
    back % 6 === 0 ? fallback : (list[a % Math.max(1, list.length)] ?? fallback);
  const batch = from(state.batches, { number: b, kg });
  const pail = from(state.pails, undefined);
  switch (what) {
    case "pull":
      return [
        "pull-supers",
        {
          supers: [
            {
              tag: from(state.free, String(40 + a)),
              colony: String((b % 3) + 1),
              cappedPct: 90,
              grossKg: 5.2 + kg,
            },
          ],
        },
      ];
    case "guess":
      return [
        "pull-supers",
        {
          supers: [
            {
              tag: from(state.free, String(40 + a)),
              colony: String((b % 3) + 1),
              cappedPct: 90,
              frameClass: (["light", "middle", "heavy"] as const)[back % 3],
              framesLeft: b,
            },
          ],
        },
      ];
    case "weigh in":
      return ["weigh-in", { super: from(state.waiting, String(40 + a)), grossKg: 5.2 + kg }];
    case "batch":
      return [
        "start-batch",
        { supers: state.waiting.length > 0 && back > 1 ? state.waiting.slice(0, b) : [String(40 + a)] },
      ];
    case "join":
      return ["add-to-batch", { supers: [from(state.waiting, String(40 + a))], batch: batch.number }];
    case "weigh":
      return ["weigh-spun-super", { super: from(state.inBatch, String(40 + a)), grossKg: 5.2 + kg / 20 }];
    case "pail":
      return [
        "fill-pail",
        {
          pail: from(state.emptyPails, String(a)),
          grossKg: 1.2 + Math.max(0.1, batch.kg * (b / 5.8)),
          batch: batch.number,
        },
      ];
    case "loss":
      return b % 2 === 0
        ? ["record-loss", { pail: from(state.full, String(a)), kg: kg / 20, cause: "sample" }]
        : ["record-loss", { batch: batch.number, kg: kg / 10, cause: "spilt" }];
    case "close":
      return ["close-batch", { batch: batch.number, reason: "counted" }];
    case "lot": {
      const taken = b % 2 ? undefined : Math.max(0.3, kg / 2);
      const jars = Math.floor((taken ?? (pail?.grams ?? 5000) / 1000) * 4);
      return [
        "issue-lot",
        {
          honeyKind: "Any",
          jarG: 250,
          jars: Math.max(1, jars),
          pails: [{ pail: pail?.tag ?? String(a), ...(taken ? { kg: taken } : {}) }],
        },
      ];
    }
    case "send":
      return ["send-jars", { lot: from(state.lots, "TH26-099-X"), jars: b, buyer: `Buyer ${a}` }];
    case "stand":
      return ["stand-in-hot-room", { supers: [from(state.waiting, String(40 + a))], stack: "A" }];
    case "read":
      return [
        "read-moisture",
        { super: from([...state.waiting, ...state.inBatch], String(40 + a)), value: 16 + kg / 10 },
      ];
    default:
      return ["undo", { entry: state.entries[back] ?? 1 }];
  }
}

describe("whatever people do", () => {
  let house: Awaited<ReturnType<typeof openTestHouse>>;
  beforeAll(async () => {
    house = await openTestHouse();
    await house.equip();
  });
  afterAll(() => house.close());

  it("no gram is made or lost, no fill goes under nothing, and the chain holds", async () => {
    let key = 0;
    let done = 0;
    await fc.assert(
      fc.asyncProperty(fc.array(deeds, { minLength: 8, maxLength: 24 }), async (run) => {
        for (const deed of run) {
          const [name, asked] = asCommand(deed, await stateOf(house.db));
          const command = COMMANDS.get(name);
          if (!command) throw new Error(name);
          try {
            await execute(house.db, command, {
              input: asked,
              who: "Ines",
              device: "test",
              key: `law-${String(key++).padStart(8, "0")}`,
            });
            done += 1;
          } catch (fault) {
            // Refusals are answers; anything else is a fault, a negative fill above all.
            if (!(fault instanceof Refusal) || fault.status === 500) throw fault;
          }
        }
        const movements = await allMovements(house.db);
        const grams = balances(movements);
        expect([...grams.values()].reduce((a, b) => a + b, 0)).toBe(0);
        const kept = await house
          .db("fill_balance as b")
          .join("fill as f", "f.id", "b.fill_id")
          .select("b.fill_id", "b.grams", "f.kind");
        for (const row of kept) {
          expect(row.grams).toBe(grams.get(row.fill_id) ?? 0);
          if (!isSource(row)) expect(row.grams).toBeGreaterThanOrEqual(0);
        }
        // The same in time order: mix throws as soon as any fill gives what it does not hold.
        for (const [fill, c] of mix(movements))
          if (kept.some((k) => k.fill_id === fill && !isSource(k)))
            expect(c.contentGrams).toBe(grams.get(fill) ?? 0);
      }),
      { numRuns: 30, seed: 20260815 },
    );
    expect(done).toBeGreaterThan(100);
    const kinds = await house.db("movement").distinct("kind").pluck("kind");
    expect(kinds.sort()).toEqual([
      "cleaned",
      "draw",
      "gain",
      "join",
      "loss",
      "pail",
      "pull",
      "send",
      "undo",
      "unexplained",
      "wets",
    ]);
    expect(await verifyChain(house.db)).toMatchObject({ intact: true });
  });

  it("the database reaches exactly what the core reaches, both ways, from every fill", async () => {
    const movements = await allMovements(house.db);
    const fills = (await house.db("fill").select("id")).map((f) => f.id as number);
    for (const fill of fills) {
      for (const direction of ["back", "forward"] as const) {
        expect(new Set(await reachInDatabase(house.db, [fill], direction))).toEqual(
          new Set(reach(fill, movements, direction)),
        );
      }
    }
  });
});
