/** Serves the built application behind its door: PORT, HOST, AUMBRY_HOSTS, DATABASE_URL. */
import { randomBytes } from "node:crypto";
import { createServer, type IncomingMessage, type ServerResponse } from "node:http";
import { getRequestListener } from "@hono/node-server";
import next from "next";
import { problem } from "@/api/http";
import { answeredBy } from "@/api/routes";
import { asRefusal, Refusal } from "@/house";
import { isFile } from "@/house/access/rights";
import { houseAnswers, houseFailedWithin, leaveHouse } from "@/house/door";
import { asksAs, cameWith, stoppedAtTheDoor } from "./asker";
import { awayPage, notYoursPage } from "./away-page";
import { HEADERS, isScreen, namesOf, policy, readsUnits, turnedAway } from "./door";
import { Ending } from "./ending";
import { filesOf } from "./own-files";
import { inUnitsOf } from "./readers";
import { follow, fromHere, log, metrics } from "./told";

const port = Number(process.env.PORT ?? 4170);
const hostname = process.env.HOST ?? "127.0.0.1";
const names = namesOf(process.env.AUMBRY_HOSTS);

const application = next({ dev: false, dir: process.cwd(), hostname, port });
const screens = application.getRequestHandler();
const ownFile = filesOf(".next/static", "/_next/static");
/** What is no screen is answered here, by one house in one process: the framework draws, and draws only. */
function handle(request: IncomingMessage, response: ServerResponse): Promise<void> {
  const answer = answeredBy(request.method ?? "GET", request.url ?? "/");
  if (!answer) return screens(request, response);
  return getRequestListener(answer, { overrideGlobalObjects: false, errorHandler: problem })(
    request,
    response,
  );
}

/**
 * Whether the records answer, asked at most once a second however many screens are wanted. That they do not holds only
 * for those who waited for it: whoever comes next may find them back.
 */
let asked: { readonly at: number; readonly answer: Promise<boolean> } | null = null;
function recordsThere(): Promise<boolean> {
  if (asked && Date.now() - asked.at <= 1000) return asked.answer;
  const own = { at: Date.now(), answer: houseAnswers() };
  asked = own;
  void own.answer.then((there) => {
    if (!there && asked === own) asked = null;
  });
  return own.answer;
}

const HTML = "text/html; charset=utf-8";

const problemBody = ({ status, code, says }: { status: number; code: string; says: string }): string =>
  JSON.stringify({
    type: `urn:aumbry:problem:${code}`,
    title: code.replaceAll("-", " "),
    status,
    detail: says,
    errors: [],
  });

function answer(response: ServerResponse, status: number, type: string, body: string): void {
  response.writeHead(status, { "content-type": type, "cache-control": "no-store" });
  response.end(body);
}

/** A screen that broke because the records went away in the middle of it says so, and is asked for again. */
function sayAwayInstead(response: ServerResponse, page: string): void {
  const bound = <R>(f: unknown) => (f as (...given: unknown[]) => R).bind(response);
  const writeHead = bound<ServerResponse>(response.writeHead);
  const write = bound<boolean>(response.write);
  const end = bound<ServerResponse>(response.end);
  let instead = false;
  response.write = (...given: unknown[]) => instead || write(...given);
  response.end = (...given: unknown[]) => (instead ? response : end(...given));
  response.writeHead = (status: number, ...given: unknown[]) => {
    if (instead) return response;
    if (status !== 500 || !houseFailedWithin(15_000)) return writeHead(status, ...given);
    instead = true;
    for (const name of response.getHeaderNames())
      if (!(name in HEADERS) && name !== "content-security-policy") response.removeHeader(name);
    response.setHeader("retry-after", "5");
    writeHead(503, { "content-type": HTML, "cache-control": "no-store" });
    return end(page);
  };
}

const ending = new Ending();

/** What is asked of the server itself; true where that was it. */
async function ofTheServer(request: IncomingMessage, response: ServerResponse): Promise<boolean> {
  const path = request.url?.split("?", 1)[0];
  if (path === "/metrics" && fromHere(request)) {
    const { type, text } = await metrics();
    answer(response, 200, type, text);
    return true;
  }
  const alive = path === "/api/v1/health/live";
  if (!alive && !(path === "/api/v1/health/ready" && ending.isEnding)) return false;
  answer(response, alive ? 200 : 503, "application/json", JSON.stringify({ ok: alive }));
  return true;
}

async function serve(request: IncomingMessage, response: ServerResponse): Promise<void> {
  follow(request, response);
  ending.watch(response);
  for (const [name, value] of Object.entries(HEADERS)) response.setHeader(name, value);
  const { method, url = "/", headers } = request;
  const turned = turnedAway({ method, url, host: headers.host }, names);
  if (turned) {
    const { status, code, says } = turned;
    response.setHeader("connection", "close");
    if (status === 405) response.setHeader("allow", "GET, HEAD, POST, OPTIONS");
    return answer(response, status, "application/problem+json", problemBody({ status, code, says }));
  }
  // On a line that is kept, whoever asks next would be cut off.
  if (ending.isEnding) response.setHeader("connection", "close");
  if (await ofTheServer(request, response)) return;
  // What is no page has no script that could be let run.
  const nonce = url.startsWith("/api/") ? "" : randomBytes(16).toString("base64");
  const rules = policy(nonce);
  // The application puts the nonce it finds here on its own scripts.
  headers["content-security-policy"] = rules;
  response.setHeader("content-security-policy", rules);
  if (method === "OPTIONS") {
    response.setHeader("allow", "GET, HEAD, POST, OPTIONS");
    response.writeHead(204).end();
    return;
  }
  if (isScreen(url) && !(await recordsThere())) {
    response.setHeader("retry-after", "5");
    return answer(response, 503, HTML, awayPage(nonce, headers.cookie));
  }
  if (isScreen(url)) sayAwayInstead(response, awayPage(nonce, headers.cookie));
  if (isFile(url)) return ownFile(request, response) ? undefined : handle(request, response);
  const asking = await cameWith(request).catch((fault: unknown) => asRefusal(fault) as Error);
  if (asking instanceof Error) return refused(response, asking);
  const stopped = stoppedAtTheDoor(url, asking);
  // Whoever follows a link to a paper is shown the door too; a program is told in its own words.
  const looks = isScreen(url) || (!url.startsWith("/api/") && /\btext\/html\b/.test(headers.accept ?? ""));
  if (stopped && looks) {
    if (stopped.status === 403)
      return answer(response, 403, HTML, notYoursPage(nonce, stopped.message, headers.cookie));
    response.writeHead(303, { location: signInFor(url), "cache-control": "no-store" }).end();
    return;
  }
  if (stopped) return refused(response, stopped);
  await asksAs(asking, () =>
    readsUnits(url)
      ? inUnitsOf(headers.cookie, asking.houseShown, () => handle(request, response))
      : handle(request, response),
  );
}

/** Back to where somebody wanted to go, once it is known who they are. */
const signInFor = (url: string): string => {
  const [path = "/", query = ""] = url.split("?", 2);
  const asked = new URLSearchParams(query);
  // The application's own way of asking for a screen is none of the address.
  asked.delete("_rsc");
  const to = asked.size > 0 ? `${path}?${asked}` : path;
  return to === "/" ? "/sign-in" : `/sign-in?to=${encodeURIComponent(to.slice(0, 2000))}`;
};

function refused(response: ServerResponse, fault: Error): void {
  if (!(fault instanceof Refusal)) throw fault;
  const { status, code, message } = fault;
  answer(response, status, "application/problem+json", problemBody({ status, code, says: message }));
}

await application.prepare();
const server = createServer(
  { maxHeaderSize: 32_768, requestTimeout: 60_000, headersTimeout: 15_000 },
  (request, response) => {
    serve(request, response).catch((fault: unknown) => {
      log.error({ id: response.getHeader("x-request-id"), err: fault }, "broke");
      if (!response.headersSent) response.writeHead(500).end();
      else response.destroy();
    });
  },
);
server.on("error", (fault) => {
  console.error(`${fault}`);
  process.exit(1);
});
server.listen(port, hostname, () => console.log(`Ready in ${hostname}:${port}`));

for (const signal of ["SIGTERM", "SIGINT"] as const)
  process.once(signal, async () => {
    log.info({ signal }, "ends");
    await ending.end(server);
    await leaveHouse();
    process.exit(0);
  });
