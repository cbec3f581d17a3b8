/** How a made file leaves the house: named so that any letter survives (RFC 6266, RFC 8187), kept by nobody on the way. */
import { create } from "content-disposition";

export const madeFile = (
  body: Uint8Array | string,
  { type, name, shown = false }: { type: string; name: string; shown?: boolean },
): Response =>
  new Response(typeof body === "string" ? body : new Uint8Array(body), {
    headers: {
      "content-type": type,
      "content-disposition": create(name, { type: shown ? "inline" : "attachment" }),
      "cache-control": "no-store",
    },
  });
