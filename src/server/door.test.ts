import { describe, expect, it } from "vitest";
import { awayPage } from "./away-page";
import { hostName, isScreen, namesOf, policy, turnedAway } from "./door";

const names = namesOf("house.lan, Honey.Example");
const asked = (more: object) =>
  turnedAway({ method: "GET", url: "/", host: "127.0.0.1:4170", ...more }, names)?.status ?? null;

describe("the door", () => {
  it.each([
    ["127.0.0.1:4170", null],
    ["localhost", null],
    ["[::1]:4170", null],
    ["house.lan:4170", null],
    ["HONEY.example", null],
    ["evil.example", 421],
    ["127.0.0.1.evil.example", 421],
    ["house.lan@evil.example", 421],
    ["", 421],
    [undefined, 421],
    ["a".repeat(300), 421],
  ])("the name %s is answered %s", (host, status) => {
    expect(asked({ host })).toBe(status);
  });

  it.each([
    ["/", null],
    ["/trace/yard/Kiln%20Field?x=%41", null],
    ["*", 400],
    ["http://evil.example/", 400],
    ["//evil.example/", 400],
    ["/%E0%A4%A", 400],
    ["/trace/super/a%00b", 400],
    ["/tags?tags=%00", 400],
    ["/%ED%A0%80", 400],
    [`/${"a".repeat(9000)}`, 414],
  ])("the address %s is answered %s", (url, status) => {
    expect(asked({ url })).toBe(status);
  });

  it.each(["TRACE", "PUT", "DELETE", "PATCH", "CONNECT", ""])("%s is no way to ask", (method) => {
    expect(asked({ method })).toBe(405);
  });

  it.each([
    ["/api/v1/commands/undo", null],
    ["/", 405],
    ["/first.js", 405],
    ["/labels/X", 405],
  ])("writing to %s is answered %s", (url, status) => {
    expect(asked({ method: "POST", url })).toBe(status);
  });

  it("knows a screen from a file, paper and the interface", () => {
    const screens = ["/", "/yard", "/trace/super/41?supers=100", "/set-up"];
    const others = [
      "/api/v1/health",
      "/_next/static/x.js",
      "/first.js",
      "/tags?tags=1",
      "/labels/X",
      "/closing",
      "/plans/1",
    ];
    expect(screens.filter((url) => !isScreen(url))).toEqual([]);
    expect(others.filter(isScreen)).toEqual([]);
  });

  it("reads a host without its port, and nothing that is none", () => {
    expect(hostName("house.lan:80")).toBe("house.lan");
    expect(hostName("a b")).toBeNull();
  });

  it("lets only scripts of its own nonce run, and none on the page that says the records are away", () => {
    expect(policy("abc")).toContain("script-src 'self' 'nonce-abc' 'wasm-unsafe-eval';");
    expect(awayPage("abc")).not.toContain("<script");
  });

  it("says so in the theme the tablet chose", () => {
    expect(awayPage("abc", "aumbry-who=Ines; aumbry-theme=lamp")).toContain("color-scheme: dark;");
    expect(awayPage("abc", "aumbry-theme=day")).toContain("color-scheme: light;");
    expect(awayPage("abc", "not-aumbry-theme=lamp")).toContain("color-scheme: light dark;");
  });
});
