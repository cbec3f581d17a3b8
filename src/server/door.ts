/**
 * What a request must be before anything of the house sees it: a method that means something, an address that can
 * be read, and one of the house's own names. A page at a foreign name that leads here is not let in.
 */

export interface Turned {
  readonly status: 400 | 403 | 405 | 414 | 421;
  readonly code: string;
  readonly says: string;
}

const METHODS: ReadonlySet<string> = new Set(["GET", "HEAD", "POST", "OPTIONS"]);
const LONGEST_ADDRESS = 8000;
const LOOPBACK = ["localhost", "127.0.0.1", "[::1]"] as const;

/** The names this house goes by: loopback, and those named in AUMBRY_HOSTS, parted by commas or spaces. */
export const namesOf = (told: string | undefined): ReadonlySet<string> =>
  new Set([
    ...LOOPBACK,
    ...(told ?? "")
      .toLowerCase()
      .split(/[\s,]+/)
      .filter((name) => name !== ""),
  ]);

/** "house.lan:4170" without its port; null when it is no host at all. */
export function hostName(header: string | undefined): string | null {
  if (!header || header.length > 260 || !/^[\w.\-[\]:]+$/.test(header)) return null;
  const url = `http://${header}/`;
  return URL.canParse(url) ? new URL(url).hostname : null;
}

function readable(address: string): boolean {
  try {
    return !decodeURIComponent(address.split("?", 1)[0] ?? "").includes("\u0000") && !/%00/.test(address);
  } catch {
    return false;
  }
}

/** Why a request is turned away; null when it may come in. */
export function turnedAway(
  request: { method?: string | undefined; url?: string | undefined; host?: string | undefined },
  names: ReadonlySet<string>,
): Turned | null {
  const { method = "", url = "" } = request;
  // Only the interface is written to: a screen, a file or a sheet is looked at.
  if (!METHODS.has(method) || (method === "POST" && !url.startsWith("/api/")))
    return { status: 405, code: "bad-method", says: "Nothing here is asked for that way." };
  if (url.length > LONGEST_ADDRESS)
    return { status: 414, code: "long-address", says: "That address is too long." };
  if (!url.startsWith("/") || url.startsWith("//") || !readable(url))
    return { status: 400, code: "bad-address", says: "That address cannot be read." };
  const host = hostName(request.host);
  if (host === null || !names.has(host))
    return {
      status: 421,
      code: "other-name",
      says: "This house does not go by that name. Whoever runs it names it in AUMBRY_HOSTS.",
    };
  return null;
}

/** Whether an address is a screen, which cannot be shown while the records are away. */
export const isScreen = (url: string): boolean =>
  !/^\/(?:_next|api|labels|tags|plans|closing)\//.test(`${url.split("?", 1)[0]}/`) &&
  !/\.[a-z0-9]{2,5}$/.test(url.split("?", 1)[0] ?? "");

/** Whether what answers speaks of quantities: not the application's own files, nor the stream that only says that something happened. */
export const readsUnits = (url: string): boolean => {
  const path = url.split("?", 1)[0] ?? "";
  return (
    !path.startsWith("/_next/") && path !== "/api/v1/events" && !/\.(?:js|css|svg|ico|woff2?|png)$/.test(path)
  );
};

/** Nothing but this house's own scripts runs on its pages, and nobody frames them; without a nonce none in their text. */
export const policy = (nonce: string): string =>
  [
    "default-src 'self'",
    // The reader of codes is compiled by the browser; no text is.
    `script-src 'self' ${nonce && `'nonce-${nonce}' `}'wasm-unsafe-eval'`,
    // Widths and colours of drawings are told in style attributes.
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self' blob:",
    "manifest-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join("; ");

export const HEADERS: Readonly<Record<string, string>> = {
  "x-content-type-options": "nosniff",
  "x-frame-options": "DENY",
  "referrer-policy": "same-origin",
  "permissions-policy": "camera=(self), microphone=(), geolocation=(), payment=(), usb=()",
  "cross-origin-opener-policy": "same-origin",
  "cross-origin-resource-policy": "same-origin",
};
