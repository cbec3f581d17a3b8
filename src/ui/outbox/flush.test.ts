import { describe, expect, it } from "vitest";
import { type FlushRoad, flush } from "./flush";
import type { Kept } from "./store";

const kept = (id: number, more: Partial<Kept> = {}): Kept => ({
  id,
  key: `key-${id}`,
  command: "record-loss",
  input: { kg: id },
  at: "2026-08-13T09:00:00Z",
  person: "Ada",
  ticket: "ada-1",
  refused: null,
  ...more,
});

/** A house that answers by a rule; what it was asked is told in order. */
function house(
  list: readonly Kept[],
  answers: (entry: Kept, ticket: string | null) => number,
  me?: { person: string; ticket: string | null },
) {
  const asked: string[] = [];
  const left = [...list];
  const road: FlushRoad = {
    list: async () => list,
    me: async () => me,
    post: async (entry, ticket) => {
      asked.push(`${entry.id} ${ticket}`);
      const status = answers(entry, ticket);
      if (status === 0) throw new Error("no network");
      return { status, says: "No.", entry: status === 200 ? 100 + entry.id : null };
    },
    sent: async (entry) => left.splice(left.indexOf(entry), 1),
    refused: async (entry, says) => {
      left[left.indexOf(entry)] = { ...entry, refused: says };
    },
  };
  return { asked, left, road };
}

describe("what waited is sent", () => {
  it("in its order; a refused one stays with its reason and holds nobody up", async () => {
    const { asked, left, road } = house([kept(1), kept(2), kept(3)], (e) => (e.id === 2 ? 422 : 200));
    expect(await flush(road)).toEqual({ sent: 2, refused: 1, silent: false, waitFor: [] });
    expect(asked).toEqual(["1 ada-1", "2 ada-1", "3 ada-1"]);
    expect(left).toEqual([kept(2, { refused: "No." })]);
  });

  it.each([0, 429, 500, 503])(
    "nothing more after %s: order is kept, and all of the rest waits",
    async (status) => {
      const { asked, left, road } = house([kept(1), kept(2), kept(3)], (e) => (e.id === 2 ? status : 200));
      expect(await flush(road)).toMatchObject({ sent: 1, silent: true });
      expect(asked).toHaveLength(2);
      expect(left.map((e) => [e.id, e.refused])).toEqual([
        [2, null],
        [3, null],
      ]);
    },
  );

  it("whoever cannot be proved waits with all that is theirs, and the others go on", async () => {
    const bo = { person: "Bo", ticket: null };
    const { left, road } = house([kept(1), kept(2, bo), kept(3), kept(4, bo)], (e) =>
      e.person === "Bo" ? 401 : 200,
    );
    expect(await flush(road)).toEqual({ sent: 2, refused: 0, silent: false, waitFor: ["Bo"] });
    expect(left.map((e) => [e.id, e.refused])).toEqual([
      [2, null],
      [4, null],
    ]);
  });

  it("a ticket made since stands in for one that is too old, for the same person alone", async () => {
    const only = (_: Kept, ticket: string | null) => (ticket === "ada-2" ? 200 : 401);
    const ada = house([kept(1)], only, { person: "ADA", ticket: "ada-2" });
    expect((await flush(ada.road)).sent).toBe(1);
    expect(ada.asked).toEqual(["1 ada-1", "1 ada-2"]);
    const bo = house([kept(1)], only, { person: "Bo", ticket: "ada-2" });
    expect((await flush(bo.road)).waitFor).toEqual(["Ada"]);
    expect(bo.asked).toEqual(["1 ada-1"]);
  });

  it("what was refused before is not sent again by itself", async () => {
    const { asked, road } = house([kept(1, { refused: "No." })], () => 200);
    expect(await flush(road)).toMatchObject({ sent: 0, refused: 0 });
    expect(asked).toEqual([]);
  });
});
