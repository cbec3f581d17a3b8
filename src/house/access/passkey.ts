/**
 * Coming in without a password: a lead's own device proves itself by a key that never leaves it (W3C WebAuthn Level 3).
 * Each asks for the fingerprint, face or number of whoever holds it: the device alone opens nothing.
 */
import type {
  AuthenticationResponseJSON,
  PublicKeyCredentialCreationOptionsJSON,
  PublicKeyCredentialRequestOptionsJSON,
  RegistrationResponseJSON,
} from "@simplewebauthn/server";
import { Refusal, refuse } from "../language/errors";
import {
  challengesFrom,
  dropPasskey,
  keepChallenge,
  keepPasskey,
  type PasskeyRow,
  passkeyById,
  passkeysOf,
  passkeyUsed,
  takeChallenge,
} from "./records";
import { sha256 } from "./secret";
import { attempt, comesIn, type Door, member, type Opened } from "./sign-in";

/** Read when it is first wanted: a house that starts does without. */
const web = () => import("@simplewebauthn/server");

const MINUTE = 60_000;
const ASKED_HOLDS = 5 * MINUTE;
/** So many may be asked of one address at a time. */
const MOST_ASKED = 20;
const MOST_KEPT = 10;

/** The door as it is seen from a page of the house. */
export interface PageDoor extends Door {
  /** The page's own origin, known to be the house's. */
  readonly origin: string | null;
}

/** A key holds for a name, and for none that is only a number. @throws Refusal */
function placeOf(origin: string | null): { origin: string; rpID: string } {
  const rpID = origin === null ? "" : new URL(origin).hostname;
  if (origin === null || rpID === "" || /^[\d.]+$/.test(rpID) || rpID.startsWith("["))
    throw new Refusal("no-name", "A passkey needs the house under a name, over TLS.", 403);
  return { origin, rpID };
}

/** A lead in a browser of their own. @throws Refusal */
function ownLead({ asking: { asker, tablet } }: Door): string {
  if (!asker || !tablet || typeof asker.who !== "string") throw new Refusal("who", "Sign in first.", 401);
  if (asker.role !== "lead") throw new Refusal("not-allowed", "Passkeys are for leads.", 403);
  if (tablet.name !== null)
    throw new Refusal(
      "not-own",
      "A tablet of the house is everybody's: make a passkey in a browser of your own.",
      403,
    );
  return asker.name;
}

/** What is asked of a device holds a few minutes and once. @throws Refusal */
async function asked({ db, asking, now }: Door, challenge: string, of: string | null): Promise<void> {
  const name = of?.toLowerCase() ?? null;
  // Strangers who ask to come in keep no lead from making a key.
  if ((await challengesFrom(db, asking.address, name, now)) >= MOST_ASKED)
    throw new Refusal("too-often", "That was asked too often. Wait five minutes.", 429);
  const ends_at = new Date(now.getTime() + ASKED_HOLDS);
  await keepChallenge(db, { challenge, name, address: asking.address, ends_at });
}

/** What a device needs to make a key for whoever leads. @throws Refusal */
export async function askForPasskey(door: PageDoor): Promise<PublicKeyCredentialCreationOptionsJSON> {
  const name = ownLead(door);
  const { rpID } = placeOf(door.origin);
  const known = await passkeysOf(door.db, name);
  if (known.length >= MOST_KEPT) refuse("too-many", `${MOST_KEPT} passkeys are enough: let one go first.`);
  const options = await (await web()).generateRegistrationOptions({
    rpName: "Aumbry",
    rpID,
    userName: name,
    userID: Uint8Array.from(Buffer.from(sha256(`aumbry ${name.toLowerCase()}`), "hex")),
    attestationType: "none",
    excludeCredentials: known.map(({ id }) => ({ id })),
    authenticatorSelection: { residentKey: "required", userVerification: "required" },
  });
  await asked(door, options.challenge, name);
  return options;
}

/** Keeps the public half of the key a device made. @throws Refusal */
export async function addPasskey(
  door: PageDoor,
  given: { label: string; response: unknown },
): Promise<{ label: string }> {
  const { db, now } = door;
  const name = ownLead(door);
  const { origin, rpID } = placeOf(door.origin);
  const made = await (await web())
    .verifyRegistrationResponse({
      response: given.response as RegistrationResponseJSON,
      expectedChallenge: (challenge) => takeChallenge(db, challenge, name, now),
      expectedOrigin: origin,
      expectedRPID: rpID,
      requireUserVerification: true,
    })
    .catch(() => null);
  if (!made?.verified)
    throw new Refusal("bad-passkey", "What the device answered does not hold: nothing was kept.", 422);
  const { id, publicKey, counter, transports } = made.registrationInfo.credential;
  const kept = await keepPasskey(db, {
    id,
    name: name.toLowerCase(),
    label: given.label,
    public_key: Buffer.from(publicKey),
    counter,
    transports: (transports ?? []).slice(0, 10).map((t) => String(t).slice(0, 20)),
    made_at: now,
  });
  if (!kept) refuse("duplicate", "That device has a passkey for this house already.");
  return { label: given.label };
}

/** What a device needs to prove that it holds a key of somebody here: who, it says itself. @throws Refusal */
export async function askByPasskey(door: PageDoor): Promise<PublicKeyCredentialRequestOptionsJSON> {
  const { rpID } = placeOf(door.origin);
  const options = await (await web()).generateAuthenticationOptions({ rpID, userVerification: "required" });
  await asked(door, options.challenge, null);
  return options;
}

/** Comes in by what a device answered. @throws Refusal */
export async function comeByPasskey(door: PageDoor, given: { response: { id: string } }): Promise<Opened> {
  const { db, asking, now } = door;
  const { origin, rpID } = placeOf(door.origin);
  const { response } = given;
  return attempt(
    db,
    { account: `passkey ${sha256(response.id).slice(0, 20)}`, address: asking.address, now },
    async () => {
      const row = await passkeyById(db, response.id);
      const person = row && (await member(db, row.name));
      if (!row || person?.role !== "lead") return null;
      const counter = await proven(door, row, response as AuthenticationResponseJSON, { origin, rpID });
      if (counter === null || !(await passkeyUsed(db, row, counter, now))) return null;
      return comesIn(db, person.name, asking, now);
    },
    "That passkey opens nothing here.",
  );
}

/** How often the device says it was used; null where its answer does not hold. */
async function proven(
  { db, now }: Door,
  row: PasskeyRow,
  response: AuthenticationResponseJSON,
  { origin, rpID }: { origin: string; rpID: string },
): Promise<number | null> {
  const answer = await (await web())
    .verifyAuthenticationResponse({
      response,
      expectedChallenge: (challenge) => takeChallenge(db, challenge, null, now),
      expectedOrigin: origin,
      expectedRPID: rpID,
      credential: {
        id: row.id,
        publicKey: Uint8Array.from(row.public_key),
        counter: Number(row.counter),
      },
      requireUserVerification: true,
    })
    .catch(() => null);
  return answer?.verified ? answer.authenticationInfo.newCounter : null;
}

/** A lead lets one of their own go. @throws Refusal */
export async function letPasskeyGo(door: Door, given: { number: number }): Promise<{ gone: number }> {
  return { gone: await dropPasskey(door.db, ownLead(door), given.number) };
}
