/**
 * What the server tells whoever keeps it: one JSON line for each request that matters, and counters in the text form
 * of Prometheus. Neither bears a body, a cookie, a name or a query.
 */
import { randomUUID } from "node:crypto";
import type { IncomingMessage, ServerResponse } from "node:http";
import pino from "pino";
import { Counter, collectDefaultMetrics, Gauge, Histogram, Registry } from "prom-client";
import { isQuiet, routeOf } from "./route-of";

/** A line is written so long after what it tells at the latest, ms. */
const LAG_MS = 200;

/**
 * Written beside the answering, whole at any ending but a kill: who is answered does not wait for the log. Lines that
 * come close together go out together: each alone cost a command as much as its seal.
 */
export const log = pino(
  {
    base: null,
    level: process.env.AUMBRY_LOG ?? "info",
    timestamp: pino.stdTimeFunctions.isoTime,
  },
  pino.destination({ sync: false, minLength: 4096, periodicFlush: LAG_MS }),
);

const registry = new Registry();
collectDefaultMetrics({ register: registry });
const requests = new Counter({
  name: "aumbry_requests_total",
  help: "Requests that were answered, by what they asked for, how, and with which status",
  labelNames: ["route", "method", "status"] as const,
  registers: [registry],
});
const took = new Histogram({
  name: "aumbry_request_seconds",
  help: "How long an answer took",
  labelNames: ["route"] as const,
  buckets: [0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 10],
  registers: [registry],
});
const open = new Gauge({
  name: "aumbry_requests_open",
  help: "Requests not answered yet, live lines among them",
  registers: [registry],
});

const METHODS = ["GET", "HEAD", "POST", "OPTIONS"];
/** Longer than this is worth a line whatever it asked for. */
const SLOW_MS = 1000;

/** Follows a request to its end; its number stands on the answer and in the log. */
export function follow(request: IncomingMessage, response: ServerResponse): void {
  const [id, began, route] = [randomUUID(), performance.now(), routeOf(request.url ?? "/")];
  const method = METHODS.includes(request.method ?? "") ? (request.method as string) : "other";
  response.setHeader("x-request-id", id);
  open.inc();
  response.once("close", () => {
    const ms = performance.now() - began;
    const { statusCode: status, writableFinished } = response;
    open.dec();
    requests.inc({ route, method, status: String(status) });
    if (route !== "/api/v1/events") took.observe({ route }, ms / 1000);
    const line = {
      id,
      method,
      route,
      status,
      ms: Math.round(ms),
      ...(writableFinished ? {} : { cut: true }),
    };
    if (status >= 500) log.error(line, "answered");
    else if (status >= 400) log.warn(line, "answered");
    else if (method === "POST" || (ms > SLOW_MS && !isQuiet(route))) log.info(line, "answered");
    else log.debug(line, "answered");
  });
}

/** The counters as text; asked from this machine only. */
export async function metrics(): Promise<{ readonly type: string; readonly text: string }> {
  return { type: registry.contentType, text: await registry.metrics() };
}

/** Whether somebody on this very machine asks. */
export const fromHere = (request: IncomingMessage): boolean =>
  /^(?:127\.|::1$|::ffff:127\.)/.test(request.socket.remoteAddress ?? "") &&
  request.headers["x-forwarded-for"] === undefined &&
  request.headers.forwarded === undefined;
