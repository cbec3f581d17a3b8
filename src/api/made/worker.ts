import { readFile } from "node:fs/promises";

/** The service worker, as it was built beside the application. */
export async function GET(): Promise<Response> {
  const source = await readFile(".next/house-worker.js", "utf8").catch(() => null);
  if (source === null) return new Response("Not built.\n", { status: 404 });
  return new Response(source, {
    headers: { "content-type": "text/javascript; charset=utf-8", "cache-control": "no-cache" },
  });
}
