import { readdirSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { API, SCREENS } from "@/server/route-of";
import { answeredBy, PLACES } from "./routes";

const asked = async (method: string, address: string): Promise<Response | null> =>
  (await answeredBy(method, address)?.(new Request(`http://house${address}`, { method }))) ?? null;

describe("what is answered beside the screens", () => {
  it("is counted by name, as every screen is, and nothing else", () => {
    const folders = (path: string) =>
      readdirSync(path, { withFileTypes: true })
        .filter((f) => f.isDirectory() && !f.name.startsWith("("))
        .map((f) => f.name);
    const [api, made] = [true, false].map((inApi) =>
      PLACES.map((place) => place.split("/").slice(1)).filter(([first]) => (first === "api") === inApi),
    ) as [string[][], string[][]];
    const screens = [...folders("src/app"), ...folders("src/app/(house)"), ...made.map(([first]) => first)];
    expect([...SCREENS].sort()).toEqual([...new Set(screens)].sort());
    expect([...API].sort()).toEqual([...new Set(api.map(([, , third]) => third))].sort());
  });

  it.each([
    ["/", null],
    ["/yard?do=pull", null],
    ["/labels", null],
    ["/closing/", null],
    // Who may look is judged by the address as it came: nothing else is answered under another spelling of it.
    ["/%6fwner/Ada", null],
    ["/api/v1/openapi.json", 200],
    ["/api/v1/nonsense", 404],
    ["/api/v1/csv/%62uyers", 404],
    ["/api", 404],
    ["/01/06291041500213/10/WB26-001-6", 307],
  ])("%s: %s", async (address, status) => {
    expect((await asked("GET", address))?.status ?? null).toBe(status);
  });

  it("says which ways there are where it is asked in another", async () => {
    const not = await asked("POST", "/api/v1/openapi.json");
    expect(not?.status).toBe(405);
    expect(not?.headers.get("allow")).toBe("GET, HEAD");
    expect((await asked("GET", "/api/v1/commands/add-yard"))?.headers.get("allow")).toBe("POST");
    expect((await asked("HEAD", "/api/v1/openapi.json"))?.status).toBe(200);
  });
});
