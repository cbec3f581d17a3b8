/** The door: coming in, standing at a tablet, leaving, and letting others in. */
import { randomUUID } from "node:crypto";
import { z } from "zod";
import { COMMANDS, execute, mustBeWritable, Refusal, ROLES } from "@/house";
import type { Asking } from "@/house/access/asking";
import {
  addPasskey,
  askByPasskey,
  askForPasskey,
  comeByPasskey,
  letPasskeyGo,
  type PageDoor,
} from "@/house/access/passkey";
import {
  begin,
  changeOwn,
  join,
  leave,
  type Opened,
  press,
  STAY_MINUTES,
  share,
  signIn,
  tapIn,
  ticketFor,
  tokenFor,
  wayInFor,
} from "@/house/access/sign-in";
import { closeProgram, doorView, endSession } from "@/house/access/view";
import { houseDatabase, houseWriting } from "@/house/door";
import { sessionCookie } from "../cookie";
import { askerWhoMay, askingOf, boundedText, parsedJson, sameSite } from "../http";

/** What is asked here is a few words, and what a device answered. */
const MOST_BYTES = 12_000;

const TO_LET_IN = { who: ["lead"], summary: "let people, tablets and programs in" } as const;

const words = (what: string, most: number) =>
  z
    .string({ error: `${what} is missing.` })
    .trim()
    .min(1, `${what} is missing.`)
    .max(most, `${what} is far too long.`);
/** Not trimmed: a space may be part of it. */
const secret = (what: string) =>
  z
    .string({ error: `${what} is missing.` })
    .min(1, `${what} is missing.`)
    .max(400, `${what} is far too long.`);
/** As a device answers; what is in it is looked at by whoever knows how. */
const answer = z.looseObject({ id: words("The key", 1400), type: z.literal("public-key") });
const choice = { password: secret("The password").optional(), pin: secret("The number").optional() };
const name = words("The name", 40);

const ASKED = {
  "sign-in": z.strictObject({ name, password: secret("The password") }),
  press: z.strictObject({ name }),
  pin: z.strictObject({ name, pin: secret("The number") }),
  join: z.strictObject({ name, code: words("The code", 60), ...choice }),
  begin: z.strictObject({ name, ...choice }),
  own: z.strictObject({ current: secret("What you have now"), ...choice }),
  leave: z.strictObject({ tabletToo: z.boolean().default(false) }),
  share: z.strictObject({
    tablet: words("The tablet's name", 40),
    stayMinutes: z.coerce
      .number()
      .int()
      .min(STAY_MINUTES.least)
      .max(STAY_MINUTES.most)
      .default(STAY_MINUTES.usual),
  }),
  "way-in": z.strictObject({ name }),
  "end-session": z.strictObject({ number: z.number().int() }),
  ticket: z.strictObject({}),
  token: z.strictObject({ name, role: z.enum(ROLES) }),
  "close-token": z.strictObject({ name }),
  "ask-for-passkey": z.strictObject({}),
  "add-passkey": z.strictObject({ label: words("What it is called", 40), response: answer }),
  "drop-passkey": z.strictObject({ number: z.number().int() }),
  "ask-by-passkey": z.strictObject({}),
  "by-passkey": z.strictObject({ response: answer }),
} as const;
type What = keyof typeof ASKED;
type Asked<W extends What> = z.output<(typeof ASKED)[W]>;

const isOpened = (answer: object): answer is Opened => "cookie" in answer && "maxAgeS" in answer;

/** Names the first lead; until then whoever begins leads. */
const nameLead = (lead: string): Promise<unknown> => {
  const command = COMMANDS.get("add-crew");
  if (!command) throw new Error("The house knows no add-crew.");
  return execute(houseWriting(), command, {
    input: { name: lead, role: "lead" },
    who: lead,
    device: "first start",
    key: `first-start-${randomUUID()}`,
  });
};

type Doing<W extends What> = (door: PageDoor, given: Asked<W>) => Promise<object>;

/** A lead's alone: asked before a byte of what they send is read. */
const LEADS: ReadonlySet<string> = new Set<What>([
  "way-in",
  "end-session",
  "token",
  "close-token",
  "ask-for-passkey",
  "add-passkey",
  "drop-passkey",
]);

const DOINGS: { readonly [W in What]: Doing<W> } = {
  "sign-in": signIn,
  press,
  pin: tapIn,
  join,
  begin: (door, given) => begin(door, given, nameLead),
  own: changeOwn,
  leave,
  share,
  "way-in": async ({ db, now, asking: { asker: lead } }, given) => {
    const command = COMMANDS.get("give-way-in");
    if (!command || !lead) throw new Error("Nobody gives a way in.");
    const { output } = await execute(houseWriting(), command, {
      input: { name: given.name },
      who: lead.who,
      device: lead.device,
      key: `way-in-${randomUUID()}`,
    });
    const { name: person } = output as { name: string };
    return { name: person, ...(await wayInFor(db, person, now)) };
  },
  "end-session": async ({ db }, given) => {
    return { ended: await endSession(db, given.number) };
  },
  ticket: ticketFor,
  token: async ({ db, now }, given) => {
    return { name: given.name, token: await tokenFor(db, given.name, given.role, now) };
  },
  "close-token": async ({ db }, given) => {
    return { closed: await closeProgram(db, given.name) };
  },
  "ask-for-passkey": askForPasskey,
  "add-passkey": addPasskey,
  "drop-passkey": letPasskeyGo,
  "ask-by-passkey": askByPasskey,
  "by-passkey": comeByPasskey,
};

async function answered<W extends What>(what: W, asking: Asking, request: Request): Promise<Response> {
  if (LEADS.has(what)) await askerWhoMay(request, TO_LET_IN);
  const body = parsedJson(await boundedText(request, MOST_BYTES));
  mustBeWritable(body);
  const asked = ASKED[what].safeParse(body);
  if (!asked.success) {
    const problems = asked.error.issues.map((i) => ({ path: i.path.join("."), message: i.message }));
    throw new Refusal("bad-input", problems[0]?.message ?? "That cannot be read.", 400, problems);
  }
  const door = { db: houseDatabase(), asking, now: new Date(), origin: request.headers.get("origin") };
  const answer = await DOINGS[what](door, asked.data as Asked<W>);
  if (!isOpened(answer)) return Response.json(answer, { headers: { "cache-control": "no-store" } });
  return Response.json(
    { name: answer.name },
    { headers: { "cache-control": "no-store", "set-cookie": sessionCookie(answer, asking.secure) } },
  );
}

export async function POST(request: Request, { params }: { params: { what: string } }): Promise<Response> {
  // A sign-in bears no header of its own: a page of ours, or a program that says so.
  if (request.headers.get("authorization") === null && request.headers.get("origin") === null)
    throw new Refusal("other-site", "The door is opened from this house's own pages.", 403);
  sameSite(request);
  const { what } = params;
  if (!(what in ASKED)) throw new Refusal("unknown", "The door knows no such thing.", 404);
  return await answered(what as What, await askingOf(request), request);
}

/** Who is signed in and which programs may come, for a lead. */
export async function GET(request: Request, { params }: { params: { what: string } }): Promise<Response> {
  sameSite(request);
  if (params.what !== "list") throw new Refusal("unknown", "The door knows no such thing.", 404);
  await askerWhoMay(request, TO_LET_IN);
  return Response.json(await doorView(houseDatabase(), new Date()), {
    headers: { "cache-control": "no-store" },
  });
}
