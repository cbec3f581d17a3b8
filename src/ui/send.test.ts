import { afterAll, afterEach, describe, expect, it, vi } from "vitest";
import { send } from "./send";

const asked = vi.fn<(url: string, init: RequestInit) => Promise<Response>>();
vi.stubGlobal("fetch", (url: string, init: RequestInit) => asked(url, init));
vi.stubGlobal("navigator", { userAgent: "test" });
afterAll(() => {
  vi.unstubAllGlobals();
});
afterEach(() => asked.mockReset());

const keyOf = (call: number): string =>
  (asked.mock.calls[call]?.[1]?.headers as Record<string, string> | undefined)?.["idempotency-key"] ?? "";

describe("sending a command", () => {
  it("keeps its key through silence, so that sending again does the thing once", async () => {
    asked.mockRejectedValueOnce(new TypeError("network"));
    asked.mockResolvedValueOnce(Response.json({ entry: 1, say: "done", output: {} }));
    const silent = await send("fill-pail", { pail: 1 });
    expect(silent).toMatchObject({
      ok: false,
      silent: true,
      refused: { message: expect.stringContaining("What you typed is still here") },
    });
    expect(await send("fill-pail", { pail: 1 })).toMatchObject({ ok: true, answer: { say: "done" } });
    expect(keyOf(1)).toBe(keyOf(0));
    expect(keyOf(0)).toMatch(/^[0-9a-f]{32}$/);
  });

  it("keeps its key when the house's records were away", async () => {
    asked.mockResolvedValueOnce(Response.json({ detail: "away" }, { status: 503 }));
    asked.mockResolvedValueOnce(Response.json({ entry: 1, say: "done", output: {} }));
    await send("fill-pail", { pail: 2 });
    await send("fill-pail", { pail: 2 });
    expect(keyOf(1)).toBe(keyOf(0));
  });

  it("takes a new key for the same thing done again on purpose, and for anything else", async () => {
    asked.mockImplementation(async () => Response.json({ entry: 1, say: "done", output: {} }));
    await send("record-loss", { kg: 1 });
    await send("record-loss", { kg: 1 });
    await send("record-loss", { kg: 2 });
    expect(new Set([keyOf(0), keyOf(1), keyOf(2)]).size).toBe(3);
  });

  it("hands back the refusal with its fields", async () => {
    asked.mockResolvedValueOnce(
      Response.json({ detail: "No.", errors: [{ path: "kg", message: "No." }] }, { status: 422 }),
    );
    expect(await send("record-loss", { kg: -1 })).toEqual({
      ok: false,
      silent: false,
      refused: { message: "No.", errors: [{ path: "kg", message: "No." }] },
    });
  });

  it("says something useful when the answer is no JSON", async () => {
    asked.mockResolvedValueOnce(new Response("<html>", { status: 502 }));
    expect(await send("record-loss", { kg: 3 })).toMatchObject({
      ok: false,
      silent: true,
      refused: { message: expect.stringContaining("did not answer") },
    });
  });
});
