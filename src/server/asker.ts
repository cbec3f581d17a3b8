/** Who asks, found out once for each request, and where that stops at the door. */
import { AsyncLocalStorage } from "node:async_hooks";
import type { IncomingMessage } from "node:http";
import { Refusal } from "@/house";
import { type Asking, askersAreFoundBy, enteredBy } from "@/house/access/asking";
import { isOpen, lookedAtBy, mayLook } from "@/house/access/rights";
import { whoComes } from "@/house/access/sign-in";
import { houseDatabase } from "@/house/door";
import { fromHere } from "./told";

const asks = new AsyncLocalStorage<Asking>();
askersAreFoundBy(() => asks.getStore());

/** A proxy of the house's own may say for whom it asks, and that it was asked by TLS. */
const PROXIED = process.env.AUMBRY_PROXY === "1";

const first = (header: string | string[] | undefined): string | undefined =>
  (Array.isArray(header) ? header.at(-1) : header)?.split(",").at(-1)?.trim().slice(0, 100);

/** @throws Refusal where the records do not answer */
export function cameWith(request: IncomingMessage): Promise<Asking> {
  const { headers } = request;
  const proxied = PROXIED && first(headers["x-forwarded-for"]);
  return whoComes(houseDatabase(), {
    cookie: headers.cookie,
    authorization: headers.authorization,
    speaksFor: decoded(first(headers["aumbry-who"])),
    device: first(headers["aumbry-device"]),
    entered: enteredBy(
      request.url ?? "",
      decoded(first(headers["aumbry-for"])),
      first(headers["aumbry-ticket"]),
    ),
    address: proxied || request.socket.remoteAddress || "nowhere",
    here: fromHere(request),
    secure: PROXIED && first(headers["x-forwarded-proto"]) === "https",
  });
}

function decoded(text: string | undefined): string | undefined {
  try {
    return text && decodeURIComponent(text);
  } catch {
    return text;
  }
}

export const asksAs = <T>(asking: Asking, answer: () => Promise<T>): Promise<T> => asks.run(asking, answer);

/** Why somebody gets no further; null where they may look. */
export function stoppedAtTheDoor(url: string, { asker, tablet }: Asking): Refusal | null {
  if (isOpen(url)) return null;
  if (!asker && !tablet?.name)
    return new Refusal(
      "sign-in",
      "Sign in first; a program shows its token (./aumbry token NAME) in the header Authorization.",
      401,
    );
  if (mayLook(url, asker?.role ?? null)) return null;
  return new Refusal(
    "not-allowed",
    `That is looked at by ${(lookedAtBy(url) ?? []).join(", ")}${asker ? `; ${asker.name} works here as ${asker.role}` : ""}.`,
    403,
  );
}
