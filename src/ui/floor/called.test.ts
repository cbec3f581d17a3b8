import { afterAll, beforeEach, describe, expect, it, vi } from "vitest";
import { callOut } from "./called";

const page = { title: "" };
vi.stubGlobal("document", page);
afterAll(() => {
  vi.unstubAllGlobals();
});
beforeEach(() => {
  page.title = "Spin";
});

describe("what is called out in the title", () => {
  it("gives way to the newest and comes back when that is done, in whatever order things end", () => {
    const pail = callOut("Swap pail 27");
    const run = callOut("Now: Twenty, the other way");
    expect(page.title).toBe("Now: Twenty, the other way");
    pail();
    expect(page.title).toBe("Now: Twenty, the other way");
    run();
    expect(page.title).toBe("Spin");
    const first = callOut("Now: Twenty, the other way");
    const second = callOut("Swap pail 27");
    second();
    expect(page.title).toBe("Now: Twenty, the other way");
    first();
    expect(page.title).toBe("Spin");
  });

  it("leaves the title of another page alone", () => {
    const run = callOut("Done: Twenty");
    page.title = "Store";
    run();
    expect(page.title).toBe("Store");
  });
});
