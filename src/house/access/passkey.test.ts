/** Coming in by a key that a lead's own device keeps. */
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { Refusal } from "@/house";
import { type Device, passkeyDevice } from "../testing/passkey-device";
import { openTestHouse, type TestHouse } from "../testing/test-house";
import { type Asking, SESSION_COOKIE } from "./asking";
import {
  addPasskey,
  askByPasskey,
  askForPasskey,
  comeByPasskey,
  letPasskeyGo,
  type PageDoor,
} from "./passkey";
import { begin, join, type Opened, share, signIn, wayInFor, whoComes } from "./sign-in";
import { doorView } from "./view";

const GOOD = "three brown hens walking";
const HERE = { origin: "https://honey.lan", rpID: "honey.lan" };
const MINUTE = 60_000;
let house: TestHouse;
let now: Date;
let lead: Opened;
let device: Device;

const comes = (opened: Opened | null): Promise<Asking> =>
  whoComes(
    house.db,
    {
      cookie: opened ? `${SESSION_COOKIE.plain}=${opened.cookie}` : null,
      authorization: null,
      address: "10.0.0.7",
      here: true,
      secure: false,
    },
    now,
  );
const door = async (
  opened: Opened | null = null,
  origin: string | null = HERE.origin,
): Promise<PageDoor> => ({
  db: house.db,
  asking: await comes(opened),
  now,
  origin,
});
const refused = (what: Promise<unknown>): Promise<string> =>
  what.then(
    () => "It was accepted.",
    (fault: unknown) => (fault instanceof Refusal ? fault.code : `${fault}`),
  );

async function made(by: Opened = lead, with_: Device = device, label = "office laptop"): Promise<void> {
  const { challenge } = await askForPasskey(await door(by));
  await addPasskey(await door(by), { label, response: with_.make({ ...HERE, challenge }) });
}
async function comesBy(
  with_: Device = device,
  how: { origin?: string; rpID?: string; verified?: boolean; challenge?: string } = {},
): Promise<Opened> {
  const { challenge } = await askByPasskey(await door());
  return comeByPasskey(await door(), { response: with_.prove({ ...HERE, challenge, ...how }) });
}

beforeEach(async () => {
  house = await openTestHouse();
  now = new Date("2026-08-13T09:00:00Z");
  device = passkeyDevice();
  lead = await begin(await door(), { name: "Ines", password: GOOD }, (name) =>
    house.act("add-crew", { name, role: "lead" }),
  );
});
afterEach(() => house.close());

describe("a lead's passkey", () => {
  it("opens, each time anew, and is listed without its key", async () => {
    await made();
    for (let i = 0; i < 2; i++) expect((await comes(await comesBy())).asker?.name).toBe("Ines");
    const { passkeys } = await doorView(house.db, now);
    expect(passkeys).toEqual([
      { number: expect.any(Number), name: "ines", label: "office laptop", made_at: now, seen_at: now },
    ]);
  });

  it("is made by a lead alone, in a browser of their own, at a name", async () => {
    await house.act("add-crew", { name: "Tomasz", role: "floor" });
    const { code } = await wayInFor(house.db, "Tomasz", now);
    const hand = await join(await door(), { name: "Tomasz", code, password: GOOD });
    expect(await refused(door(hand).then(askForPasskey))).toBe("not-allowed");
    expect(await refused(door().then(askForPasskey))).toBe("who");
    for (const origin of ["http://10.0.0.4:4170", "http://[::1]:4170", null])
      expect(await refused(door(lead, origin).then(askForPasskey))).toBe("no-name");
    const tablet = await share(await door(lead), { tablet: "floor", stayMinutes: 30 });
    const there = await signIn(await door(tablet), { name: "Ines", password: GOOD });
    expect(await refused(door(there).then(askForPasskey))).toBe("not-own");
  });

  it("is kept only for what was asked, of who was asked, where the device knew its holder", async () => {
    const { challenge } = await askForPasskey(await door(lead));
    const keep = async (how: object, by = lead) =>
      refused(
        addPasskey(await door(by), {
          label: "x",
          response: device.make({ ...HERE, challenge, ...how }),
        }),
      );
    expect(await keep({ challenge: "bm90aGluZyBhbnlib2R5IGFza2Vk" })).toBe("bad-passkey");
    // Whatever else was wrong, what was asked is used up by the first answer that bears it.
    expect(await keep({ origin: "https://evil.example" })).toBe("bad-passkey");
    expect(await keep({})).toBe("bad-passkey");
    const again = (await askForPasskey(await door(lead))).challenge;
    expect(await keep({ challenge: again, verified: false })).toBe("bad-passkey");
    // What was asked to come in by makes no key.
    const toComeIn = (await askByPasskey(await door())).challenge;
    expect(await keep({ challenge: toComeIn })).toBe("bad-passkey");
    const late = (await askForPasskey(await door(lead))).challenge;
    now = new Date(now.getTime() + 6 * MINUTE);
    expect(await keep({ challenge: late })).toBe("bad-passkey");
    expect((await doorView(house.db, now)).passkeys).toEqual([]);
    await made();
    expect(await refused(made())).toBe("duplicate");
  });

  it("opens nothing by an answer that is old, elsewhere's, another's, or without its holder", async () => {
    await made();
    const { challenge } = await askByPasskey(await door());
    const answer = device.prove({ ...HERE, challenge });
    await comeByPasskey(await door(), { response: answer });
    expect(await refused(door().then((d) => comeByPasskey(d, { response: answer })))).toBe("wrong");
    expect(await refused(comesBy(device, { origin: "https://evil.example" }))).toBe("wrong");
    expect(await refused(comesBy(device, { rpID: "evil.example" }))).toBe("wrong");
    expect(await refused(comesBy(device, { verified: false }))).toBe("wrong");
    expect(await refused(comesBy(passkeyDevice()))).toBe("wrong");
    // Another device that says it is this one.
    const other = passkeyDevice();
    const { challenge: next } = await askByPasskey(await door());
    const forged = { ...other.prove({ ...HERE, challenge: next }), id: device.id, rawId: device.id };
    expect(await refused(door().then((d) => comeByPasskey(d, { response: forged })))).toBe("wrong");
    // Five wrong ones of one key, and even the right one waits.
    expect(await refused(comesBy())).toBe("too-often");
    now = new Date(now.getTime() + 16 * MINUTE);
    expect((await comesBy()).name).toBe("Ines");
  });

  it("opens no more once it was let go, its lead leads no more, has left, or needed a code", async () => {
    await house.act("add-crew", { name: "Bram", role: "lead" });
    const { code } = await wayInFor(house.db, "Bram", now);
    const bram = await join(await door(), { name: "Bram", code, password: "seven green drums rolling" });
    const his = passkeyDevice();
    await made(bram, his, "phone");
    await made();
    const [phone, laptop] = (await doorView(house.db, now)).passkeys;
    // Another's is not hers to let go.
    expect(await letPasskeyGo(await door(lead), { number: phone?.number ?? 0 })).toEqual({ gone: 0 });
    expect(await letPasskeyGo(await door(lead), { number: laptop?.number ?? 0 })).toEqual({ gone: 1 });
    expect(await refused(comesBy())).toBe("wrong");

    await house.act("change-role", { name: "Bram", role: "office" });
    expect(await refused(comesBy(his))).toBe("wrong");
    await house.act("change-role", { name: "Bram", role: "lead" });
    expect((await comesBy(his)).name).toBe("Bram");
    const { code: anew } = await wayInFor(house.db, "Bram", now);
    const back = await join(await door(), { name: "Bram", code: anew, password: GOOD });
    expect(await refused(comesBy(his))).toBe("wrong");
    const fresh = passkeyDevice();
    await made(back, fresh, "new phone");
    expect((await comesBy(fresh)).name).toBe("Bram");
    await house.act("close-person", { name: "Bram" });
    expect(await refused(comesBy(fresh))).toBe("wrong");
  });

  it("is asked for so often from one address, and no more", async () => {
    for (let i = 0; i < 20; i++) await askByPasskey(await door());
    expect(await refused(door().then(askByPasskey))).toBe("too-often");
    // Whoever is in makes one all the same.
    await made();
    now = new Date(now.getTime() + 6 * MINUTE);
    expect(await refused(door().then(askByPasskey))).toBe("It was accepted.");
  });
});
