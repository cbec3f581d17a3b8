/**
 * Who is asking. The server finds out once for each request, before anything else is done, and everything it answers
 * with looks here; where no server stands in front (a route on its own), it is found out from the request itself.
 */
import type { Who } from "../people/records";
import type { Role } from "../people/roles";

/** What a cookie or token proves. */
export interface Asker {
  readonly name: string;
  readonly role: Role;
  readonly who: Who;
  /** What an entry says it came from. */
  readonly device: string;
  /** They do not stand here any more: a ticket of theirs proves what they entered before. */
  readonly byTicket?: true;
}

export interface Tablet {
  readonly session: string;
  readonly number: number;
  /** Null for somebody's own browser. */
  readonly name: string | null;
  readonly stayMinutes: number;
}

export interface Asking {
  /** Null where nobody stands at the tablet, or it is not signed in at all. */
  readonly asker: Asker | null;
  readonly tablet: Tablet | null;
  readonly address: string;
  /** Asked on this very machine. */
  readonly here: boolean;
  /** It came by TLS, as far as whoever passed it on says. */
  readonly secure: boolean;
  /** The units the house reads in, where they were found out with who asks. */
  readonly houseShown?: string;
}

/** The server's part is loaded twice, by itself and by the application it serves: both look here. */
const WHO_ASKS = Symbol.for("aumbry.who-asks");
const held = globalThis as unknown as Record<symbol, (() => Asking | undefined) | undefined>;

export function askersAreFoundBy(find: () => Asking | undefined): void {
  held[WHO_ASKS] = find;
}

export const askingNow = (): Asking | undefined => held[WHO_ASKS]?.();

/** Without TLS a cookie cannot have the name that only TLS may set. */
export const SESSION_COOKIE = { plain: "aumbry-session", secure: "__Host-aumbry-session" } as const;

export function sessionIn(cookies: string | null | undefined, secure: boolean): string | null {
  const name = secure ? SESSION_COOKIE.secure : SESSION_COOKIE.plain;
  for (const part of (cookies ?? "").slice(0, 16_000).split(";")) {
    const [key, value = ""] = part.trim().split("=", 2);
    if (key === name) return /^[\w-]{40,60}$/.test(value) ? value : null;
  }
  return null;
}

/** Where what waited in a browser is sent to: nothing else is asked by ticket. */
const ENTERED = "/api/v1/commands/";

/** For whom an outbox sends, and what proves it; undefined for whatever is done here and now. */
export const enteredBy = (
  path: string,
  by: string | null | undefined,
  ticket: string | null | undefined,
): { readonly by: string; readonly ticket: string | null } | undefined =>
  by && path.startsWith(ENTERED) ? { by: by.slice(0, 60), ticket: ticket ?? null } : undefined;

export const bearerIn = (authorization: string | null | undefined): string | null =>
  /^Bearer (aumbry_[\w-]{40,60})$/.exec((authorization ?? "").slice(0, 300))?.[1] ?? null;
