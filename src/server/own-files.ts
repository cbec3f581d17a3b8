/**
 * The application's own files, which never change under their names: packed small when it was built, read once, kept
 * by the browser for a year.
 */
import { existsSync, readdirSync, readFileSync } from "node:fs";
import type { IncomingMessage, ServerResponse } from "node:http";
import { extname } from "node:path";

const TYPES: Readonly<Record<string, string>> = {
  ".js": "text/javascript; charset=utf-8",
  ".css": "text/css; charset=utf-8",
  ".json": "application/json",
  ".svg": "image/svg+xml",
  ".png": "image/png",
  ".wasm": "application/wasm",
  ".woff2": "font/woff2",
};

/** How a file is packed, the smallest first; the last is as it is. */
const PACKED = [
  { coding: "br", ending: ".br" },
  { coding: "gzip", ending: ".gz" },
  { coding: null, ending: "" },
] as const;

/** The codings somebody takes (RFC 9110, 12.5.3), but those with a weight of nothing. */
const codingsIn = (header: string | string[] | undefined): ReadonlySet<string> =>
  new Set(
    String(header ?? "")
      .split(",")
      .map((one) => one.split(";"))
      .filter(([, weight]) => Number(weight?.split("=")[1] ?? 1) > 0)
      .map(([coding = ""]) => coding.trim().toLowerCase()),
  );

type Answers = (request: IncomingMessage, response: ServerResponse) => boolean;

/**
 * Answers for the files that lie in a folder when this is asked; false for what is none of them. A name is looked up
 * among those, never on the disk.
 */
export function filesOf(folder: string, place: string): Answers {
  const paths = !existsSync(folder)
    ? []
    : readdirSync(folder, { recursive: true, withFileTypes: true })
        .filter((entry) => entry.isFile())
        .map((entry) => `${entry.parentPath}/${entry.name}`);
  const known = new Map(paths.map((path) => [place + path.slice(folder.length), path]));
  const read = new Map<string, Buffer>();
  return ({ method, url = "", headers }, response) => {
    const name = url.split("?", 1)[0] ?? "";
    const type = TYPES[extname(name)];
    if (type === undefined || (method !== "GET" && method !== "HEAD")) return false;
    const takes = codingsIn(headers["accept-encoding"]);
    const found = PACKED.find(
      ({ coding, ending }) => known.has(name + ending) && (coding === null || takes.has(coding)),
    );
    if (!found) return false;
    const path = known.get(name + found.ending) as string;
    const body = read.get(path) ?? readFileSync(path);
    read.set(path, body);
    response.writeHead(200, {
      "content-type": type,
      "content-length": body.length,
      ...(found.coding ? { "content-encoding": found.coding } : {}),
      vary: "accept-encoding",
      "cache-control": "public, max-age=31536000, immutable",
    });
    response.end(method === "HEAD" ? undefined : body);
    return true;
  };
}
