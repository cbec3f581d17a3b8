/** The edge between HTTP and the house: bounded bodies in, problem details (RFC 9457) out. */
import { asRefusal, mustBeAllowed, mustBeWritable, Refusal, type Role } from "@/house";
import { type Asker, type Asking, askingNow, enteredBy } from "@/house/access/asking";
import { byTicketToo } from "@/house/access/rights";
import { whoComes } from "@/house/access/sign-in";
import { houseDatabase } from "@/house/door";
import { decoded } from "@/house/language/address";

export const MAX_BODY_BYTES = 1_000_000;

export function problem(fault: unknown): Response {
  const known = asRefusal(fault);
  if (!(known instanceof Refusal)) console.error(known);
  const refusal =
    known instanceof Refusal
      ? known
      : new Refusal(
          "fault",
          "Something in the house broke; nothing was written. The server's log has the story.",
          500,
        );
  return Response.json(
    {
      type: `urn:aumbry:problem:${refusal.code}`,
      title: refusal.code.replaceAll("-", " "),
      status: refusal.status,
      detail: refusal.message,
      errors: refusal.problems,
    },
    {
      status: refusal.status,
      headers: { "content-type": "application/problem+json", "cache-control": "no-store" },
    },
  );
}

/**
 * Only this house's own pages and programs that say themselves who they are may write or listen: a foreign page
 * carries its own origin, and one that hides it cannot set a header of ours without being asked first.
 * @throws Refusal
 */
export function sameSite(request: Request): void {
  const foreign = () => new Refusal("other-site", "Another site's page may not do that here.", 403);
  const site = request.headers.get("sec-fetch-site");
  if (site && site !== "same-origin" && site !== "none") throw foreign();
  const origin = request.headers.get("origin");
  if (origin !== null) {
    if (!URL.canParse(origin) || new URL(origin).host !== request.headers.get("host")) throw foreign();
    return;
  }
  if (site || request.method === "GET") return;
  if (request.headers.get("authorization") === null)
    throw new Refusal(
      "who-by-header",
      "A program that is no page of this house shows its token (./aumbry token NAME) in the header Authorization.",
      403,
    );
}

/** A body of at most `most` bytes, counted as it comes in. @throws Refusal */
export async function boundedBytes(request: Request, most: number): Promise<Uint8Array> {
  const tooBig = () =>
    new Refusal(
      "too-big",
      `That is more than ${most >= 1_000_000 ? `${most / 1_000_000} MB` : `${most / 1000} kB`}; nothing was written.`,
      413,
    );
  const told = Number(request.headers.get("content-length") ?? Number.NaN);
  if (told > most) throw tooBig();
  // Told how long it is, no more of it is read than was told (RFC 9112): it need not be counted.
  if (told >= 0) {
    const bytes = new Uint8Array(await request.arrayBuffer());
    if (bytes.byteLength > most) throw tooBig();
    return bytes;
  }
  const chunks: Uint8Array[] = [];
  let size = 0;
  for await (const chunk of (request.body ?? []) as AsyncIterable<Uint8Array>) {
    size += chunk.byteLength;
    if (size > most) throw tooBig();
    chunks.push(chunk);
  }
  return Buffer.concat(chunks);
}

/** The same as text. @throws Refusal when it is not UTF-8 */
export async function boundedText(request: Request, most: number): Promise<string> {
  const bytes = await boundedBytes(request, most);
  try {
    return new TextDecoder("utf-8", { fatal: true }).decode(bytes);
  } catch (cause) {
    throw new Refusal("bad-text", "That is not UTF-8 text.", 400, [], { cause });
  }
}

/** Reads a JSON body of at most 1 MB. @throws Refusal */
export async function jsonBody(request: Request): Promise<unknown> {
  sameSite(request);
  // A form on a foreign page cannot send this type.
  if (!/^application\/json\b/i.test(request.headers.get("content-type") ?? ""))
    throw new Refusal("not-json", "Send the input as application/json.", 415);
  return parsedJson(await boundedText(request, MAX_BODY_BYTES));
}

/** @throws Refusal when it is no JSON, nested deeper than anything meant, or holds what cannot be written down */
export function parsedJson(text: string): unknown {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (cause) {
    throw new Refusal("bad-json", "That is not JSON.", 400, [], { cause });
  }
  mustBeWritable(value);
  return value;
}

/** Who asks, as the server found out; where none stands in front, found out here. */
export const askingOf = async (request: Request): Promise<Asking> =>
  askingNow() ?? (await askedAgain(request, false));

/** The same found out anew, for what lasts. */
export const askedAgain = (request: Request, secure = askingNow()?.secure ?? false): Promise<Asking> =>
  whoComes(houseDatabase(), {
    cookie: request.headers.get("cookie"),
    authorization: request.headers.get("authorization"),
    speaksFor: decoded(request.headers.get("aumbry-who") ?? ""),
    device: request.headers.get("aumbry-device"),
    entered: enteredBy(
      new URL(request.url).pathname,
      decoded(request.headers.get("aumbry-for") ?? ""),
      request.headers.get("aumbry-ticket"),
    ),
    address: "nowhere",
    here: false,
    secure,
  });

/** Whoever stands at this tablet or sent this program. @throws Refusal */
export async function asker(request: Request): Promise<Asker> {
  const { asker: found, tablet } = await askingOf(request);
  if (found) return found;
  throw new Refusal(
    "who",
    tablet?.name
      ? "Say first who you are: tap your name at the top of the tape. What you typed stays."
      : "Sign in first; a program shows its token (./aumbry token NAME) in the header Authorization.",
    401,
  );
}

/** Whoever asks, where their role may. @throws Refusal */
export async function askerWhoMay(
  request: Request,
  what: { readonly who: readonly Role[]; readonly summary: string; readonly name?: string },
): Promise<Asker> {
  const found = await asker(request);
  if (found.byTicket && !byTicketToo(what.name ?? "", what.who))
    throw new Refusal(
      "who",
      `${found.name} must be here for that: it waits until the name is tapped again.`,
      401,
    );
  mustBeAllowed(found, what);
  return found;
}
