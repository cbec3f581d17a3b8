import fc from "fast-check";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { balances, mix } from "@/core/ledger";
import { reach } from "@/core/trace";
import { verifyChain } from "./chain";
import { COMMANDS, execute, Refusal } from "./index";
import { allMovements, reachInDatabase } from "./records/fills";
import { openTestHouse } from "./testing/test-house";

/** One thing somebody might do, sensible or not; figures are parts of what could be. */
const deeds = fc.record({
  what: fc.constantFrom(
    "pull",
    "pull",
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

function asCommand({ what, a, b, kg, back }: Deed, newest: number): [name: string, input: object] {
  switch (what) {
    case "pull":
      return [
        "pull-supers",
        { supers: [{ tag: String(40 + a), colony: String((b % 3) + 1), cappedPct: 90, grossKg: 5.2 + kg }] },
      ];
    case "batch":
      return [
        "start-batch",
        { supers: [String(40 + a), String(40 + b)].filter((t, i, l) => l.indexOf(t) === i) },
      ];
    case "join":
      return ["add-to-batch", { supers: [String(40 + a)], batch: b }];
    case "weigh":
      return ["weigh-spun-super", { super: String(40 + a), grossKg: 5.2 + kg / 10 }];
    case "pail":
      return ["fill-pail", { pail: String(a), grossKg: 1.2 + kg, batch: (b % 3) + 1 }];
    case "loss":
      return b % 2 === 0
        ? ["record-loss", { pail: String(a), kg: kg / 10, cause: "sample" }]
        : ["record-loss", { batch: a, kg: kg / 5, cause: "spilt" }];
    case "close":
      return ["close-batch", { batch: a, reason: "counted" }];
    case "lot":
      return [
        "issue-lot",
        {
          honeyKind: "Any",
          jarG: 250,
          jars: Math.max(1, Math.floor(kg * 3)),
          pails: b % 2 ? [{ pail: String(a) }] : [{ pail: String(a), kg: kg / 2 }],
        },
      ];
    case "send":
      return ["send-jars", { lot: "L", jars: b, buyer: `Buyer ${a}` }];
    case "stand":
      return ["stand-in-hot-room", { supers: [String(40 + a)], stack: "A" }];
    case "read":
      return ["read-moisture", { super: String(40 + a), value: 16 + kg / 10 }];
    default:
      return ["undo", { entry: Math.max(1, newest - back) }];
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
    const lots: string[] = [];
    await fc.assert(
      fc.asyncProperty(fc.array(deeds, { minLength: 8, maxLength: 24 }), async (run) => {
        for (const deed of run) {
          const newest = (await house.db("entry").max("id as n").first())?.n ?? 1;
          const [name, input] = asCommand(deed, newest);
          const lot = lots[(deed.a + lots.length - 1) % Math.max(1, lots.length)];
          const asked = name === "send-jars" && lot ? { ...input, lot } : input;
          const command = COMMANDS.get(name);
          if (!command) throw new Error(name);
          try {
            const answer = await execute(house.db, command, {
              input: asked,
              who: "Ines",
              device: "test",
              key: `law-${String(key++).padStart(8, "0")}`,
            });
            done += 1;
            if (name === "issue-lot") lots.push((answer.output as { lot: string }).lot);
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
          .select("b.fill_id", "b.grams", "b.is_source");
        for (const row of kept) {
          expect(row.grams).toBe(grams.get(row.fill_id) ?? 0);
          if (!row.is_source) expect(row.grams).toBeGreaterThanOrEqual(0);
        }
        // The same in time order: mix throws as soon as any fill gives what it does not hold.
        for (const [fill, c] of mix(movements))
          if (kept.some((k) => k.fill_id === fill && !k.is_source))
            expect(c.contentGrams).toBe(grams.get(fill) ?? 0);
      }),
      { numRuns: 14, seed: 20260813 },
    );
    expect(done).toBeGreaterThan(60);
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
