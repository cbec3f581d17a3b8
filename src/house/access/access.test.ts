/** The door: who comes in, by what, how often it may be tried, and when it shuts behind somebody. */
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { Refusal } from "@/house";
import { COMMANDS } from "../commands";
import { execute } from "../ledger/command";
import type { Role } from "../people/roles";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { type Asking, SESSION_COOKIE } from "./asking";
import {
  begin,
  changeOwn,
  type Door,
  join,
  leave,
  type Opened,
  press,
  share,
  signIn,
  tapIn,
  ticketFor,
  tokenFor,
  wayInFor,
  whoComes,
} from "./sign-in";
import { doorView, endSession } from "./view";

const GOOD = "three brown hens walking";
const MINUTE = 60_000;
let house: TestHouse;
let now: Date;
beforeEach(async () => {
  house = await openTestHouse();
  now = new Date("2026-08-13T09:00:00Z");
});
afterEach(() => house.close());

const later = (minutes: number): void => {
  now = new Date(now.getTime() + minutes * MINUTE);
};
const comes = (opened: Opened | null, more: object = {}): Promise<Asking> =>
  whoComes(
    house.db,
    {
      cookie: opened?.cookie ? `${SESSION_COOKIE.plain}=${opened.cookie}` : null,
      authorization: null,
      address: "10.0.0.7",
      here: false,
      secure: false,
      ...more,
    },
    now,
  );
const door = async (opened: Opened | null = null, more: object = {}): Promise<Door> => ({
  db: house.db,
  asking: await comes(opened, more),
  now,
});
const refusal = async (what: Promise<unknown>): Promise<Refusal> => {
  const fault = await what.then(
    () => new Error("It was accepted."),
    (e: unknown) => e,
  );
  if (!(fault instanceof Refusal)) throw fault;
  return fault;
};
const named = (name: string) => house.act("add-crew", { name, role: "lead" }, { who: name });

/** Ines leads and is in; the others work here. */
async function crewed(): Promise<Opened> {
  const ines = await begin(
    await door(null, { here: true }),
    { name: "Ines", password: GOOD, pin: "4711" },
    named,
  );
  for (const [name, role] of [
    ["Tomasz", "floor"],
    ["Wilma", "auditor"],
  ] as const)
    await house.act("add-crew", { name, role });
  return ines;
}
const joined = async (name: string, given: { password?: string; pin?: string }, from: Opened | null = null) =>
  join(await door(from), { name, code: (await wayInFor(house.db, name, now)).code, ...given });

describe("the first start", () => {
  it("names the lead on the machine itself, once, and is told on the tape", async () => {
    const away = await refusal(begin(await door(), { name: "Ines", password: GOOD }, named));
    expect(away).toMatchObject({ code: "not-here", status: 403 });
    expect(await house.db("entry").count("* as n").first()).toMatchObject({ n: 0 });
    const ines = await begin(await door(null, { here: true }), { name: "Ines", password: GOOD }, named);
    expect((await comes(ines)).asker).toMatchObject({ name: "Ines", role: "lead" });
    expect((await house.db("entry").first("say")).say).toBe("Ines works here: lead.");
    expect(
      await refusal(begin(await door(null, { here: true }), { name: "Mallory", password: GOOD }, named)),
    ).toMatchObject({ code: "begun" });
  });

  it("of a house with a crew gives a password to its lead and nobody else", async () => {
    await house.act("add-crew", { name: "Ines", role: "lead" });
    const here = await door(null, { here: true });
    expect(await refusal(begin(here, { name: "Mallory", password: GOOD }, named))).toMatchObject({
      code: "not-lead",
    });
    await begin(here, { name: "ines", password: GOOD }, named);
    expect(await house.db("entry").count("* as n").first()).toMatchObject({ n: 1 });
  });
});

describe("coming in", () => {
  it("needs name and password together, and does not say which was wrong", async () => {
    await crewed();
    const wrong = await refusal(signIn(await door(), { name: "Ines", password: "not the right one" }));
    const nobody = await refusal(signIn(await door(), { name: "Nobody", password: GOOD }));
    expect([wrong.message, wrong.status]).toEqual([nobody.message, nobody.status]);
    expect((await comes(await signIn(await door(), { name: "INES", password: GOOD }))).asker?.name).toBe(
      "Ines",
    );
  });

  it("is shut after five wrong ones, also for the right one, also when they come at once; and opens again", async () => {
    await crewed();
    const wrong = async () => refusal(signIn(await door(), { name: "Ines", password: "wrong one here" }));
    const tries = await Promise.all(Array.from({ length: 12 }, wrong));
    for (let i = 0; i < 6; i++) tries.push(await wrong());
    expect(tries.filter((t) => t.status === 401)).toHaveLength(5);
    expect(await refusal(signIn(await door(), { name: "Ines", password: GOOD }))).toMatchObject({
      status: 429,
    });
    later(16);
    await signIn(await door(), { name: "Ines", password: GOOD });
  });

  it("is shut for an address that tries many names", async () => {
    await crewed();
    const from = await door(null, { address: "10.6.6.6" });
    const answers: number[] = [];
    for (let i = 0; i < 34; i++)
      answers.push((await refusal(signIn(from, { name: `guess${i}`, password: "any old thing" }))).status);
    expect(answers.filter((s) => s === 401)).toHaveLength(30);
    expect(answers.at(-1)).toBe(429);
    await signIn(await door(null, { address: "10.0.0.8" }), { name: "Ines", password: GOOD });
  });

  it("a session is another one after signing in, stands while it is used, and ends idle or old", async () => {
    const first = await crewed();
    const second = await signIn(await door(first), { name: "Ines", password: GOOD });
    expect(second.cookie).not.toBe(first.cookie);
    expect((await comes(first)).asker).toBeNull();
    for (let h = 0; h < 4; h++) {
      later(11 * 60);
      expect((await comes(second)).asker?.name).toBe("Ines");
    }
    later(13 * 60);
    expect((await comes(second)).asker).toBeNull();
    const third = await signIn(await door(), { name: "Ines", password: GOOD });
    for (let h = 0; h < 16; h++) {
      later(11 * 60);
      await comes(third);
    }
    expect((await comes(third)).asker).toBeNull();
  });

  it("keeps nothing in the records that opens the door", async () => {
    const ines = await crewed();
    const { code } = await wayInFor(house.db, "Tomasz", now);
    const token = await tokenFor(house.db, "books", "office", now);
    const all = JSON.stringify([
      (await house.db.raw("select * from door.session")).rows,
      (await house.db.raw("select * from door.secret")).rows,
      (await house.db.raw("select * from door.way_in")).rows,
      (await house.db.raw("select * from door.token")).rows,
      await house.db("entry").select("*"),
    ]);
    for (const secret of [ines.cookie ?? "", GOOD, "4711", code, code.replaceAll("-", ""), token])
      expect(all).not.toContain(secret);
  });
});

describe("a code from a lead", () => {
  it("opens once, for its person, within two days; a newer one takes its place", async () => {
    await crewed();
    const old = (await wayInFor(house.db, "Tomasz", now)).code;
    const { code } = await wayInFor(house.db, "Tomasz", now);
    for (const given of [
      { name: "Tomasz", code: old },
      { name: "Wilma", code },
    ])
      expect((await refusal(join(await door(), { ...given, password: GOOD }))).status).toBe(401);
    // What is too weak does not use it up.
    for (const password of ["short", "iloveyou1234"])
      expect(await refusal(join(await door(), { name: "Tomasz", code, password }))).toMatchObject({
        code: "weak",
      });
    // Whoever has no code is not told what would be guessed: nothing is reckoned for them.
    expect(
      (await refusal(join(await door(), { name: "Tomasz", code: old, password: "iloveyou1234" }))).status,
    ).toBe(401);
    await join(await door(), {
      name: "tomasz",
      code: code.toLowerCase().replaceAll("-", " "),
      password: GOOD,
    });
    expect((await refusal(join(await door(), { name: "Tomasz", code, password: GOOD }))).status).toBe(401);
    const late = (await wayInFor(house.db, "Wilma", now)).code;
    later(49 * 60);
    expect((await refusal(join(await door(), { name: "Wilma", code: late, password: GOOD }))).status).toBe(
      401,
    );
  });

  it("signs out everywhere else, as a password that is changed does", async () => {
    const ines = await crewed();
    const again = await joined("Ines", { password: "four red cows sleeping" });
    expect((await comes(ines)).asker).toBeNull();
    const other = await signIn(await door(), { name: "Ines", password: "four red cows sleeping" });
    expect((await refusal(changeOwn(await door(other), { current: GOOD, password: GOOD }))).status).toBe(401);
    await changeOwn(await door(other), { current: "four red cows sleeping", password: GOOD });
    expect((await comes(again)).asker).toBeNull();
    expect((await comes(other)).asker?.name).toBe("Ines");
  });
});

describe("a tablet of the house", () => {
  it("knows nobody until a name is tapped, stays with them while they touch it, and lets them go", async () => {
    const ines = await crewed();
    const tablet = await share(await door(ines), { tablet: "hot room", stayMinutes: 10 });
    expect(await comes(ines)).toMatchObject({ asker: null, tablet: null });
    expect(await comes(tablet)).toMatchObject({ asker: null, tablet: { name: "hot room", stayMinutes: 10 } });
    await joined("Tomasz", { pin: "2580" }, tablet).catch(() => null);
    const fresh = await share(await door(await signIn(await door(), { name: "Ines", password: GOOD })), {
      tablet: "floor",
      stayMinutes: 10,
    });
    expect((await refusal(tapIn(await door(fresh), { name: "Tomasz", pin: "2581" }))).status).toBe(401);
    const tomasz = await tapIn(await door(fresh), { name: "Tomasz", pin: "2580" });
    expect((await comes(fresh)).tablet).toBeNull();
    for (let i = 0; i < 4; i++) {
      later(8);
      expect((await comes(tomasz)).asker).toMatchObject({ name: "Tomasz", role: "floor", device: "floor" });
    }
    later(11);
    expect(await comes(tomasz)).toMatchObject({ asker: null, tablet: { name: "floor" } });
    const back = await tapIn(await door(tomasz), { name: "Ines", pin: "4711" });
    expect((await comes(await leave(await door(back), { tabletToo: false }))).tablet?.name).toBe("floor");
  });

  it("a number opens nothing else, and few are tried a day", async () => {
    const ines = await crewed();
    expect(await refusal(tapIn(await door(), { name: "Ines", pin: "4711" }))).toMatchObject({
      code: "not-shared",
    });
    const tablet = await share(await door(ines), { tablet: "floor", stayMinutes: 10 });
    const answers: number[] = [];
    for (let i = 0; i < 12; i++) {
      answers.push((await refusal(tapIn(await door(tablet), { name: "Ines", pin: `58${10 + i}` }))).status);
      later(20);
    }
    expect(answers).toEqual([...Array(10).fill(401), 429, 429]);
    // The way by password is another.
    await signIn(await door(), { name: "Ines", password: GOOD });
  });

  it("a number that is wanted before it is changed is guessed no oftener there", async () => {
    const ines = await crewed();
    const tablet = await share(await door(ines), { tablet: "floor", stayMinutes: 240 });
    const tomasz = await joined("Tomasz", { pin: "2580" }, tablet);
    const answers: number[] = [];
    for (let i = 0; i < 12; i++) {
      answers.push(
        (await refusal(changeOwn(await door(tomasz), { current: `77${10 + i}`, pin: "9043" }))).status,
      );
      later(20);
    }
    expect(answers).toEqual([...Array(10).fill(401), 429, 429]);
  });

  it("only a lead makes one, and anybody may tap themselves out", async () => {
    await crewed();
    const tomasz = await joined("Tomasz", { password: GOOD });
    expect((await refusal(share(await door(tomasz), { tablet: "mine", stayMinutes: 10 }))).status).toBe(403);
  });
});

describe("what was entered without a network", () => {
  it("goes out by whoever stands there, else by a ticket of theirs at a browser that is signed in; never by the next one", async () => {
    const ines = await crewed();
    const tomasz = await joined("Tomasz", { password: GOOD });
    const { ticket } = await ticketFor(await door(tomasz));
    const sends = async (from: Opened | null, by: string, proof: string | null) =>
      (await comes(from, { entered: { by, ticket: proof } })).asker;
    // Here themselves: as always, with all their rights.
    expect(await sends(tomasz, "tomasz", ticket)).toEqual((await comes(tomasz)).asker);
    expect(await sends(ines, "Tomasz", ticket)).toMatchObject({
      name: "Tomasz",
      role: "floor",
      byTicket: true,
    });
    expect(await sends(ines, "Tomasz", null)).toBeNull();
    expect(await sends(ines, "Tomasz", "x".repeat(43))).toBeNull();
    expect(await sends(ines, "Wilma", ticket)).toBeNull();
    expect(await sends(null, "Tomasz", ticket)).toBeNull();
    await house.act("close-person", { name: "Tomasz" });
    expect(await sends(ines, "Tomasz", ticket)).toBeNull();
    await house.act("add-crew", { name: "Tomasz", role: "floor" });
    expect((await sends(ines, "Tomasz", ticket))?.byTicket).toBe(true);
    // A new secret takes older tickets with it, and so does time.
    await joined("Tomasz", { password: GOOD });
    expect(await sends(ines, "Tomasz", ticket)).toBeNull();
    const again = await signIn(await door(), { name: "Ines", password: GOOD });
    const late = (await ticketFor(await door(again))).ticket;
    later(15 * 24 * 60);
    expect(
      await sends(await signIn(await door(), { name: "Ines", password: GOOD }), "Tomasz", late),
    ).toBeNull();
  });
});

describe("leaving the house", () => {
  it("shuts every door at once, keeps the name on the tape, and can be taken back", async () => {
    await crewed();
    const tomasz = await joined("Tomasz", { password: GOOD });
    await house.act("set-house", { name: "H", country: "C", lotPrefix: "H" });
    const { entry, say } = await house.act("close-person", { name: "tomasz" });
    expect(say).toBe("Tomasz does not work here any more; what Tomasz entered stays.");
    expect((await comes(tomasz)).asker).toBeNull();
    expect((await refusal(signIn(await door(), { name: "Tomasz", password: GOOD }))).status).toBe(401);
    expect((await house.refused("add-yard", { name: "Y" }, { who: "Tomasz" })).status).toBe(401);
    await house.act("undo", { entry });
    expect((await comes(tomasz)).asker?.name).toBe("Tomasz");
    await house.act("close-person", { name: "Tomasz" });
    expect((await house.act("add-crew", { name: "Tomasz", role: "filler" })).say).toBe(
      "Tomasz works here again: filler.",
    );
  });

  it("the last lead stays, whatever is asked: closed, another role, undone", async () => {
    await crewed();
    for (const [name, input] of [
      ["close-person", { name: "Ines" }],
      ["change-role", { name: "Ines", role: "floor" }],
    ] as const)
      expect(await house.refused(name, input)).toMatchObject({ code: "last-lead" });
    const { entry } = await house.act("change-role", { name: "Tomasz", role: "lead" });
    await house.act("close-person", { name: "Ines" });
    expect(await house.refused("undo", { entry }, { who: "Tomasz" })).toMatchObject({ code: "last-lead" });
  });

  it("only a lead names a lead, changes roles and lets people in", async () => {
    await crewed();
    await house.act("add-crew", { name: "Bram", role: "office" });
    await house.act("add-crew", { name: "Nell", role: "floor" }, { who: "Bram" });
    const bram = { who: "Bram" };
    for (const [name, input] of [
      ["add-crew", { name: "Mallory", role: "lead" }],
      ["change-role", { name: "Bram", role: "lead" }],
      ["close-person", { name: "Nell" }],
      ["give-way-in", { name: "Bram" }],
    ] as const)
      expect((await house.refused(name, input, bram)).status, name).toBe(403);
  });

  it("a role that is taken away is gone within the same moment, sessions and all", async () => {
    await crewed();
    await house.act("change-role", { name: "Tomasz", role: "lead" });
    const tomasz = await joined("Tomasz", { password: GOOD });
    expect((await comes(tomasz)).asker?.role).toBe("lead");
    await house.act("change-role", { name: "Tomasz", role: "auditor" });
    expect((await comes(tomasz)).asker?.role).toBe("auditor");
    expect((await house.refused("add-yard", { name: "Y" }, { who: "Tomasz" })).status).toBe(403);
  });

  it("a session that a lead ends is over", async () => {
    const ines = await crewed();
    const tomasz = await joined("Tomasz", { password: GOOD });
    const { sessions } = await doorView(house.db, now);
    const theirs = sessions.find((s) => s.person === "Tomasz")?.number ?? 0;
    expect(JSON.stringify(sessions)).not.toContain(tomasz.cookie);
    await endSession(house.db, theirs);
    expect((await comes(tomasz)).asker).toBeNull();
    expect((await comes(ines)).asker?.name).toBe("Ines");
  });
});

describe("programs", () => {
  it("may what their token may, under their own name; one that leads may speak for somebody who works here", async () => {
    await crewed();
    const bearer = async (role: Role, more: object = {}) =>
      comes(null, {
        authorization: `Bearer ${await tokenFor(house.db, `p-${role}-${Object.keys(more)}`, role, now)}`,
        ...more,
      });
    const reader = await bearer("auditor", { speaksFor: "Ines" });
    expect(reader.asker).toMatchObject({ name: "p-auditor-speaksFor", role: "auditor" });
    const hand = await bearer("floor");
    const command = COMMANDS.get("add-yard");
    if (!hand.asker || !command) throw new Error("Nobody");
    const answer = await execute(house.db, command, {
      input: { name: "Y", country: "C" },
      who: hand.asker.who,
      device: "d",
      key: "program-0001",
    });
    expect(await house.db("entry").where({ id: answer.entry }).first("who")).toEqual({ who: "p-floor-" });
    expect((await bearer("lead", { speaksFor: "tomasz" })).asker).toMatchObject({
      name: "Tomasz",
      role: "floor",
    });
    expect(await refusal(bearer("lead", { speaksFor: "Mallory", x: 1 }))).toMatchObject({ code: "who" });
    expect((await comes(null, { authorization: `Bearer aumbry_${"x".repeat(43)}` })).asker).toBeNull();
  });

  it("are known in one question, with the units the house reads in and whom they speak for", async () => {
    await crewed();
    await house.act("set-units", {
      mass: "lb",
      temperature: "F",
      volume: "gal",
      length: "in",
      day: "mdy",
      clock: "12",
    });
    const authorization = `Bearer ${await tokenFor(house.db, "scale", "lead", now)}`;
    await comes(null, { authorization });
    let asked = 0;
    const count = () => {
      asked += 1;
    };
    house.db.on("query", count);
    const { asker, houseShown } = await comes(null, { authorization, speaksFor: "Tomasz" });
    house.db.off("query", count);
    expect([asker?.name, houseShown?.includes("lb"), asked]).toEqual(["Tomasz", true, 1]);
  });
});

describe("a made-up house", () => {
  it("lets a press in only where its own maker said so", async () => {
    await crewed();
    expect((await refusal(press(await door(), { name: "Ines" }))).status).toBe(401);
    const { letAnybodyBe } = await import("./made-up");
    await letAnybodyBe(house.db, "Wilma", now);
    expect((await comes(await press(await door(), { name: "wilma" }))).asker?.role).toBe("auditor");
  });
});
