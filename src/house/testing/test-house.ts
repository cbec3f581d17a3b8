/** A house of one's own for a test: its own database, and short ways to do and to fail. */
import { randomUUID } from "node:crypto";
import { borrowDatabase, cloneDatabase } from "@/db/testing/clone";
import { COMMANDS, execute, Refusal, rehearse } from "@/house";
import type { CommandDefinition } from "../ledger/command";

function named(name: string): CommandDefinition {
  const definition = COMMANDS.get(name);
  if (!definition) throw new Error(`No command ${name}`);
  return definition;
}

export type TestHouse = Awaited<ReturnType<typeof openTestHouse>>;

/** @param given.own a database nobody had before and nobody gets afterwards: where more than rows is changed */
export async function openTestHouse({ own = false }: { own?: boolean } = {}) {
  const { db, owner, url, ownerUrl, drop } = await (own ? cloneDatabase() : borrowDatabase());
  const request = (input: object, more: { key?: string; who?: string; at?: string } = {}) => ({
    input,
    who: "Ines",
    device: "test",
    key: randomUUID() as string,
    ...more,
  });

  /** Does it; the output comes with the entry's id and sentence. */
  const act = async <O = Record<string, unknown>>(
    name: string,
    input: object,
    more: { key?: string; who?: string; at?: string } = {},
  ) => {
    const answer = await execute(db, named(name), request(input, more));
    return { ...(answer.output as O), entry: answer.entry, say: answer.say, repeated: answer.repeated };
  };

  /** Expects a refusal, with nothing written; returns it. */
  const refused = async (
    name: string,
    input: object,
    more: { key?: string; who?: string; at?: string } = {},
  ): Promise<Refusal> => {
    const count = async () =>
      (
        await db.raw(
          "select (select count(*) from entry) + (select count(*) from movement) + (select count(*) from fill) as n",
        )
      ).rows[0].n;
    const before = await count();
    const fault = await execute(db, named(name), request(input, more)).then(
      (a) => new Error(`It was accepted: ${a.say}`),
      (e: unknown) => e,
    );
    if (!(fault instanceof Refusal)) throw fault;
    if ((await count()) !== before) throw new Error("A refused command wrote something.");
    return fault;
  };

  const say = async (name: string, input: object) => (await rehearse(db, named(name), request(input))).say;

  /** Yard, three colonies, supers 41-46 (5.2 kg empty), pails 1-6 (1.2 kg empty). */
  const equip = async () => {
    await act("set-house", {
      name: "Test House",
      address: "Lane 1",
      country: "Holmland",
      lotPrefix: "TH",
      zone: "UTC",
    });
    await act("add-yard", { name: "Kiln Field" });
    await act("add-colonies", { yard: "Kiln Field", tags: "1-3" });
    await act("add-supers", { tags: "41-46", depth: "medium", frames: 10, emptyKg: 5.2 });
    await act("add-pails", { tags: "1-6", emptyKg: 1.2, holdsKg: 27 });
  };

  /** Super with `kg` of honey from a colony. */
  const pull = (tag: number, kg: number, colony = 1) =>
    act("pull-supers", {
      yard: "Kiln Field",
      supers: [
        { tag: String(tag), colony: String(colony), cappedPct: 95, grossKg: Number((5.2 + kg).toFixed(3)) },
      ],
    });

  return { db, owner, url, ownerUrl, act, refused, say, equip, pull, close: drop };
}
