/**
 * What the house's screens are opened with where the network is not: the application's own files, and each screen as
 * it last was. Entries do not go through here; what waits is kept by the page.
 */

interface Waits extends Event {
  waitUntil(work: Promise<unknown>): void;
}
interface Asked extends Waits {
  readonly request: Request;
  respondWith(answer: Promise<Response>): void;
}
interface Worker {
  readonly clients: { claim(): Promise<void> };
  readonly location: Location;
  skipWaiting(): Promise<void>;
  addEventListener(type: "install" | "activate", hear: (event: Waits) => void): void;
  addEventListener(type: "fetch", hear: (event: Asked) => void): void;
  addEventListener(type: "message", hear: (event: Waits & { readonly data: unknown }) => void): void;
}
const house = self as unknown as Worker;

/** Put in when it is built: every file of this version, and its name. */
declare const FILES: readonly string[];
declare const VERSION: string;

const OF_FILES = "aumbry-files-";
const FILES_NOW = `${OF_FILES}${VERSION}`;
const PAGES = "aumbry-pages";
/** A tab of the version before still asks for its files. */
const VERSIONS_KEPT = 2;
/** So long the house is waited for where a screen is there already. */
const PATIENCE_MS = 5000;
/** Screens of so many addresses; the longest unseen goes. */
const MOST_PAGES = 80;
const AT = "x-aumbry-at";

house.addEventListener("install", (event) => {
  event.waitUntil(
    caches
      .open(FILES_NOW)
      .then((cache) => cache.addAll([...FILES]))
      .then(() => house.skipWaiting()),
  );
});

house.addEventListener("activate", (event) => {
  event.waitUntil(
    (async () => {
      const names = (await caches.keys()).filter((name) => name.startsWith(OF_FILES) && name !== FILES_NOW);
      for (const old of names.slice(0, Math.max(0, names.length - (VERSIONS_KEPT - 1))))
        await caches.delete(old);
      await house.clients.claim();
    })(),
  );
});

async function keepPage(url: string, body: Blob, { status, headers: told }: Response): Promise<void> {
  const headers = new Headers(told);
  headers.set(AT, String(Date.now()));
  const cache = await caches.open(PAGES);
  await cache.put(url, new Response(body, { status, headers }));
  const known = await cache.keys();
  for (const old of known.slice(0, Math.max(0, known.length - MOST_PAGES))) await cache.delete(old);
}

/** Only what was truly shown: no way to the sign-in, no fault. */
const isScreen = (response: Response): boolean =>
  response.status === 200 &&
  response.type === "basic" &&
  !response.redirected &&
  (response.headers.get("content-type") ?? "").startsWith("text/html");

/** A screen as it last was, which says of itself from when it is. */
async function keptPage(url: URL): Promise<Response | undefined> {
  const cache = await caches.open(PAGES);
  const kept = (await cache.match(url.href)) ?? (await cache.match(url.origin + url.pathname));
  if (!kept) return undefined;
  const html = (await kept.text()).replace("<html ", `<html data-kept-at="${kept.headers.get(AT) ?? ""}" `);
  const headers = new Headers(kept.headers);
  headers.delete("content-length");
  headers.delete("content-encoding");
  return new Response(html, { status: 200, headers });
}

const NOT_HERE = `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
<title>Not kept here · Aumbry</title><body style="font:20px/1.5 system-ui,sans-serif;max-width:34rem;margin:12vh auto;padding:0 1.25rem;color-scheme:light dark">
<h1>The house cannot be reached</h1><p>This screen was not looked at before in this browser, and is not kept. These are:</p>
<p><a href="/">Today</a> · <a href="/hot-room">Hot room</a> · <a href="/spin">Spin</a> · <a href="/settle">Settle</a> · <a href="/bottle?do=weigh">Fill check</a> · <a href="/yard?do=pull">Pull sheet</a></p>`;

async function page(request: Request): Promise<Response> {
  const url = new URL(request.url);
  const fromHouse = fetch(request);
  const late = new Promise<"late">((resolve) => setTimeout(() => resolve("late"), PATIENCE_MS));
  const first = await Promise.race([fromHouse, late]).catch(() => "late" as const);
  const kept = first === "late" ? await keptPage(url) : undefined;
  if (kept) return kept;
  const response = first === "late" ? await fromHouse.catch(() => null) : first;
  if (!response)
    return new Response(NOT_HERE, { status: 503, headers: { "content-type": "text/html; charset=utf-8" } });
  // A proxy that says that the house is away, or the house that its records are.
  if (response.status >= 502 && response.status <= 504) return (await keptPage(url)) ?? response;
  if (!isScreen(response)) return response;
  // A screen comes whole or as it was: a network that breaks in the middle shows no half of one.
  const body = await response.blob().catch(() => null);
  if (body === null) return (await keptPage(url)) ?? Response.error();
  await keepPage(url.href, body, response);
  const { status, headers } = response;
  return new Response(body, { status, headers });
}

async function file(request: Request): Promise<Response> {
  const answer = (await caches.match(request, { ignoreVary: true })) ?? (await fetch(request));
  if (request.destination !== "worker" || !answer.ok) return answer;
  // What a worker is told stands after the # of its address: an answer that brings an address of its own, which never
  // has one, would take that away.
  const { status, headers } = answer;
  return new Response(answer.body, { status, headers });
}

const OWN_FILES: ReadonlySet<string> = new Set(FILES);

house.addEventListener("fetch", (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== "GET" || url.origin !== house.location.origin) return;
  if (url.pathname.startsWith("/_next/static/") || OWN_FILES.has(url.pathname))
    event.respondWith(file(request));
  else if (request.mode === "navigate" && !url.pathname.startsWith("/api/")) event.respondWith(page(request));
});

/** Screens that a floor needs are looked at beforehand, one after the other. */
house.addEventListener("message", (event) => {
  const { data } = event;
  if (typeof data !== "object" || data === null || !("warm" in data) || !Array.isArray(data.warm)) return;
  const wanted = data.warm.filter((path): path is string => typeof path === "string").slice(0, MOST_PAGES);
  event.waitUntil(
    (async () => {
      for (const path of wanted) {
        const url = new URL(path, house.location.origin).href;
        const response = await fetch(url, {
          credentials: "same-origin",
          headers: { accept: "text/html" },
        }).catch(() => null);
        if (!response) return;
        const body = isScreen(response) ? await response.blob().catch(() => null) : null;
        if (body) await keepPage(url, body, response);
      }
    })(),
  );
});
