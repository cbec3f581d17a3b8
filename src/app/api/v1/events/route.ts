import { hearEntries } from "@/house/door";

export const dynamic = "force-dynamic";

/** Server-sent events: one "entry" event for everything written by anybody, so that every screen refreshes. */
export function GET(request: Request): Response {
  const encoder = new TextEncoder();
  let close = () => {};
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const send = (text: string) => {
        try {
          controller.enqueue(encoder.encode(text));
        } catch {
          close();
        }
      };
      const unlisten = hearEntries((id) => send(`event: entry\ndata: ${id}\n\n`));
      const beat = setInterval(() => send(": still here\n\n"), 25_000);
      close = () => {
        clearInterval(beat);
        unlisten();
        try {
          controller.close();
        } catch {
          // Closed by the other side already.
        }
      };
      request.signal.addEventListener("abort", () => close());
      send("retry: 2000\n\n");
    },
    cancel: () => close(),
  });
  return new Response(stream, {
    headers: { "content-type": "text/event-stream", "cache-control": "no-store", "x-accel-buffering": "no" },
  });
}
