import { Refusal } from "@/house";
import type { Asking } from "@/house/access/asking";
import { hearEntries } from "@/house/door";
import { askedAgain, askingOf, sameSite } from "../http";

const mayListen = ({ asker, tablet }: Asking): boolean => asker !== null || tablet !== null;

const BEAT_MS = 10_000;
/** A browser keeps one; this many are a fault or a stranger. */
const MOST_STREAMS = 200;
let open = 0;

/**
 * Server-sent events: `entry` for everything written by anybody, so that every screen refreshes; `records` with
 * "away" or "back" when the house's records go or come; `beat` now and then, so that a dead line is noticed.
 */
export async function GET(request: Request): Promise<Response> {
  sameSite(request);
  if (!mayListen(await askingOf(request))) throw new Refusal("who", "Sign in first.", 401);
  if (open >= MOST_STREAMS)
    return new Response("Too many listen already.\n", { status: 503, headers: { "retry-after": "30" } });
  open += 1;
  const encoder = new TextEncoder();
  let close = () => {};
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      let closed = false;
      const send = (text: string) => {
        try {
          controller.enqueue(encoder.encode(text));
        } catch {
          close();
        }
      };
      send("retry: 2000\n\n");
      const unlisten = hearEntries({
        entry: (id) => send(`event: entry\ndata: ${id}\n\n`),
        records: (answer) => send(`event: records\ndata: ${answer ? "back" : "away"}\n\n`),
      });
      const beat = setInterval(() => {
        send("event: beat\ndata: \n\n");
        // Whoever was signed out meanwhile hears no more; records that do not answer end nothing.
        void askedAgain(request).then(
          (now) => mayListen(now) || close(),
          () => {},
        );
      }, BEAT_MS);
      close = () => {
        if (closed) return;
        closed = true;
        open -= 1;
        clearInterval(beat);
        unlisten();
        try {
          controller.close();
        } catch {
          // Closed by the other side already.
        }
      };
      request.signal.addEventListener("abort", () => close());
    },
    cancel: () => close(),
  });
  return new Response(stream, {
    headers: { "content-type": "text/event-stream", "cache-control": "no-store", "x-accel-buffering": "no" },
  });
}
