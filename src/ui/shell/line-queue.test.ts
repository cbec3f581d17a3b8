import { describe, expect, it } from "vitest";
import { type LineOutcome, lineQueue } from "./line-queue";

/** A road that answers after a turn of the event loop, and is silent when told to be. */
function road(silentFor: ReadonlyMap<string, number> = new Map()) {
  const left = new Map(silentFor);
  const sent: string[] = [];
  const heard: LineOutcome[] = [];
  let idle: () => void = () => {};
  const allDone = new Promise<void>((resolve) => {
    idle = resolve;
  });
  const queue = lineQueue({
    ask: async ({ text }) => {
      await Promise.resolve();
      const silences = left.get(text) ?? 0;
      if (silences > 0) {
        left.set(text, silences - 1);
        throw new Error("silent");
      }
      return text.startsWith("?")
        ? { kind: "unclear", say: "Not understood.", hint: null }
        : { kind: "do", command: "c", input: { text }, say: text };
    },
    carryOut: async ({ text }) => {
      sent.push(text);
      return { ok: true, say: text };
    },
    heard: (o) => heard.push(o),
    waits: (count) => count === 0 && idle(),
    pause: async () => {},
  });
  return { queue, sent, heard, allDone };
}

describe("lines typed at a scanner's speed", () => {
  it("all land, in their order, none dropped", async () => {
    const { queue, sent, allDone } = road();
    const lines = Array.from({ length: 200 }, (_, i) => `pull s${i}`);
    for (const text of lines) queue.take({ text, at: null });
    await allDone;
    expect(sent).toEqual(lines);
  });

  it("what the house does not understand comes back, and the others go on", async () => {
    const { queue, sent, heard, allDone } = road();
    for (const text of ["a", "?b", "c"]) queue.take({ text, at: null });
    await allDone;
    expect(sent).toEqual(["a", "c"]);
    expect(heard.map((h) => h.kind)).toEqual(["done", "refused", "done"]);
  });

  it("a house that is silent for a while loses nothing and changes no order", async () => {
    const { queue, sent, allDone } = road(new Map([["b", 3]]));
    for (const text of ["a", "b", "c"]) queue.take({ text, at: null });
    await allDone;
    expect(sent).toEqual(["a", "b", "c"]);
  });
});
