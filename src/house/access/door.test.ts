/** What the door goes by, without a house: secrets, addresses, cookies and tokens. */
import { describe, expect, it } from "vitest";
import { Refusal } from "@/house";
import { COMMANDS } from "../commands";
import { bearerIn, enteredBy, sessionIn } from "./asking";
import { byTicketToo, isOpen, mayLook } from "./rights";
import { digestOf, isSecret, mustBePassword, mustBePin, mustNotBeGuessed, newCode } from "./secret";
import { notFor } from "./view";

const GOOD = "three brown hens walking";

describe("secrets", () => {
  it.each([
    ["short", /at least 12/],
    ["a".repeat(129), /at most 128/],
  ])("the password %s is refused by its length", (password, says) => {
    expect(() => mustBePassword(password)).toThrow(says);
  });
  it.each([
    "aaaaaaaaaaaaaa",
    "password2026!",
    "Honey honey 12",
    "1234567890123",
    "InesInesInes1",
    "iloveyou1234",
    "1qaz2wsx3edc4rfv",
    "trustno1trustno1",
    "Aumbry2026aumbry",
    "abc".repeat(42),
  ])("the password %s is refused: it would be guessed first", async (password) => {
    mustBePassword(password);
    await expect(mustNotBeGuessed(password, "Ines")).rejects.toThrow("guessed first");
  });
  it.each([GOOD, "four red cows sleeping", "not the right one", "Über dem Dorf kreist ein Milan"])(
    "the password %s is taken",
    async (password) => {
      mustBePassword(password);
      await mustNotBeGuessed(password, "Ines");
    },
  );
  it.each(["1111", "1234", "9876", "12", "123456789", "12a4"])("the number %s is refused", (pin) => {
    expect(() => mustBePin(pin)).toThrow(Refusal);
  });
  it("are kept as argon2id of 19 MiB, never as they are, and no letters twice alike", async () => {
    const [a, b] = [await digestOf(GOOD), await digestOf(GOOD)];
    expect(a).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/);
    expect(a).not.toBe(b);
    expect(await isSecret(GOOD, a)).toBe(true);
    expect(await isSecret(`${GOOD} `, a)).toBe(false);
    expect(await isSecret(GOOD, null)).toBe(false);
    // The same letters however a keyboard makes them.
    expect(await isSecret("cafe\u0301 au lait here", await digestOf("caf\u00e9 au lait here"))).toBe(true);
  });
  it("codes are of 58 bits without letters that are taken for another", () => {
    const codes = new Set(Array.from({ length: 200 }, newCode));
    expect(codes.size).toBe(200);
    for (const code of codes)
      expect(code).toMatch(/^[A-HJKMNP-TV-Z2-9]{4}-[A-HJKMNP-TV-Z2-9]{4}-[A-HJKMNP-TV-Z2-9]{4}$/);
  });
});

describe("what a browser or program shows", () => {
  it.each([
    ["aumbry-session=abc", null],
    ["aumbry-session=; aumbry-session=x", null],
    [`x=1; aumbry-session=${"a".repeat(43)}`, "a".repeat(43)],
    [`aumbry-session=${"a".repeat(43)}'--`, null],
  ])("the cookie %s is read", (cookie, read) => {
    expect(sessionIn(cookie, false)).toBe(read);
    expect(sessionIn(cookie, true)).toBeNull();
  });
  it.each([
    ["Bearer x", null],
    [`Bearer aumbry_${"a".repeat(43)}`, `aumbry_${"a".repeat(43)}`],
    [`bearer aumbry_${"a".repeat(43)}`, null],
    [`Bearer aumbry_${"a".repeat(43)} x`, null],
  ])("%s is read", (header, token) => {
    expect(bearerIn(header)).toBe(token);
  });
});

describe("what a role looks at", () => {
  it.each([
    ["/", "floor", true],
    ["/out/buyers", "floor", false],
    ["/out/buyers?do=card", "office", true],
    ["/out/buyersx", "floor", true],
    ["/season-report?year=2026", "filler", false],
    ["/api/v1/csv/buyers", "floor", false],
    ["/people/", "office", false],
    ["/people", "lead", true],
    ["/owner/Ada", "auditor", true],
  ] as const)("%s by %s: %s", (address, role, may) => {
    expect(mayLook(address, role)).toBe(may);
  });
  it.each([
    ["/lot/WB26-001-6", true],
    ["/sign-in?to=/", true],
    ["/sign-in-and-more", false],
    ["/api/v1/devices/bench/readings", true],
    ["/api/v1/devices/latest", false],
    ["/api/v1/devices/a/b/readings", false],
    ["/api/v1/events", false],
    ["/labels/WB26-001-6", false],
    ["/_next/static/x.js", true],
  ])("%s is open to strangers: %s", (address, open) => {
    expect(isOpen(address)).toBe(open);
  });
  it("a ticket proves enough for the floor's own work, and for nothing that only a lead, the office or an undoing does", () => {
    const by = (name: string) => byTicketToo(name, COMMANDS.get(name)?.who ?? []);
    for (const name of ["fill-pail", "record-loss", "pull-supers", "skim"]) expect(by(name), name).toBe(true);
    for (const name of [
      "add-crew",
      "change-role",
      "give-way-in",
      "set-rules",
      "release-hold",
      "send-jars",
      "undo",
    ])
      expect(by(name), name).toBe(false);
    expect(enteredBy("/api/v1/commands/fill-pail", "Ada", "t")).toEqual({ by: "Ada", ticket: "t" });
    for (const path of ["/api/v1/door/token", "/people", "/api/v1/correct", "/api/v1/commandsx"])
      expect(enteredBy(path, "Ada", "t"), path).toBeUndefined();
  });
  it("an auditor has a button for nothing, a lead for everything", () => {
    expect(notFor("lead")).toEqual([]);
    expect(notFor("auditor")).toEqual(expect.arrayContaining([...COMMANDS.keys()]));
    expect(notFor("floor")).not.toContain("fill-pail");
    expect(notFor("floor")).toContain("release-hold");
  });
});
