import { Agent, createServer, get, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { afterEach, describe, expect, it } from "vitest";
import { Ending } from "./ending";
import { isQuiet, routeOf } from "./route-of";
import { follow, metrics } from "./told";

describe("what is counted and written down of a request", () => {
  it.each([
    ["/", "/"],
    ["/trace/lot/WB26-001-6?who=Ada", "/trace"],
    ["/api/v1/commands/add-yard", "/api/v1/commands"],
    ["/api/v1/nonsense", "/api/other"],
    ["/_next/static/chunks/a.js", "/_next"],
    [`/${"a".repeat(60)}`, "/other"],
    ["/constructor", "/other"],
    ["", "/"],
  ])("%s is %s", (address, route) => expect(routeOf(address)).toBe(route));

  it("leaves out who only asks whether it lives", () =>
    expect(["/api/v1/health/live", "/metrics", "/yard"].map((a) => isQuiet(routeOf(a)))).toEqual([
      true,
      true,
      false,
    ]));
});

const open: Server[] = [];
afterEach(() => {
  for (const server of open.splice(0)) {
    server.closeAllConnections();
    server.close();
  }
});

/** A server with a question that is answered when told, a live line, and one that is answered at once. */
async function served() {
  const ending = new Ending();
  let finish = (): void => {};
  let begun = 0;
  const asked = new Promise<void>((resolve) => {
    const began = () => {
      begun += 1;
      if (begun === 2) resolve();
    };
    const server = createServer((request, response) => {
      follow(request, response);
      ending.watch(response);
      if (request.url === "/events") {
        response.writeHead(200, { "content-type": "text/event-stream" });
        response.write(":\n\n");
        began();
      } else if (request.url === "/slow") {
        response.writeHead(200);
        response.write("half ");
        finish = () => response.end("and whole");
        began();
      } else response.end("at once");
    });
    open.push(server);
  });
  const server = open.at(-1) as Server;
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  const { port } = server.address() as AddressInfo;
  const agent = new Agent({ keepAlive: true });
  const ask = (path: string) =>
    new Promise<{ text: string; whole: boolean; id: unknown }>((resolve, reject) => {
      get({ host: "127.0.0.1", port, path, agent }, (answer) => {
        let text = "";
        answer.on("data", (chunk) => {
          text += chunk;
        });
        const done = () => resolve({ text, whole: answer.complete, id: answer.headers["x-request-id"] });
        answer.on("end", done);
        answer.on("error", done);
      }).on("error", reject);
    });
  return { ending, server, ask, asked, finish: () => finish() };
}

describe("a server that is told to end", () => {
  it("finishes what it began, lets live lines go, and takes nothing new", async () => {
    const { ending, server, ask, asked, finish } = await served();
    expect((await ask("/")).text).toBe("at once");
    const [slow, live] = [ask("/slow"), ask("/events")];
    await asked;
    let ended = false;
    const end = ending.end(server).then(() => {
      ended = true;
    });
    expect(ending.isEnding).toBe(true);
    await expect(ask("/")).rejects.toMatchObject({ code: expect.stringMatching(/ECONN/) });
    expect(ended).toBe(false);
    finish();
    expect(await slow).toMatchObject({ text: "half and whole", whole: true });
    expect((await live).whole).toBe(false);
    await end;
  });

  it("is gone at once when nobody asks anything, whatever connection is kept", async () => {
    const { ending, server, ask } = await served();
    await ask("/");
    await ending.end(server);
    await expect(ask("/")).rejects.toMatchObject({ code: expect.stringMatching(/ECONN/) });
  });
});

describe("counters", () => {
  it("count answers by kind, and bear nothing of what was asked", async () => {
    const { ask } = await served();
    const { id } = await ask("/trace/colony/SECRET-TAG?who=Ines");
    expect(id).toMatch(/^[0-9a-f-]{36}$/);
    const { type, text } = await metrics();
    expect(type).toContain("text/plain");
    expect(text).toMatch(/aumbry_requests_total\{route="\/trace",method="GET",status="200"\} \d+/);
    expect(text).toContain("aumbry_request_seconds_bucket");
    expect(text).not.toMatch(/SECRET|Ines/);
  });
});
