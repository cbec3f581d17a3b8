import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { createServer, request } from "node:http";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { brotliCompressSync, brotliDecompressSync, gunzipSync, gzipSync } from "node:zlib";
import { afterAll, beforeAll, expect, it } from "vitest";
import { filesOf } from "./own-files";

const SCRIPT = "says('a thousand times');".repeat(1000);
const folder = mkdtempSync(join(tmpdir(), "own-files-"));
mkdirSync(join(folder, "chunks"));
writeFileSync(join(folder, "chunks", "a.js"), SCRIPT);
writeFileSync(join(folder, "chunks", "a.js.gz"), gzipSync(SCRIPT));
writeFileSync(join(folder, "chunks", "a.js.br"), brotliCompressSync(SCRIPT));
writeFileSync(join(folder, "b.css"), "b {}");
writeFileSync(join(folder, "secret.txt"), "not of any kind that is fetched");

const answers = filesOf(folder, "/_next/static");
const server = createServer((asked, response) => {
  if (!answers(asked, response)) response.writeHead(404).end();
});
beforeAll(() => new Promise<void>((there) => server.listen(0, "127.0.0.1", there)));
afterAll(() => {
  server.close();
  rmSync(folder, { recursive: true });
});

const ask = (path: string, takes = "", method = "GET") =>
  new Promise<{ status: number; headers: Record<string, unknown>; body: Buffer }>((resolve, reject) => {
    const { port } = server.address() as AddressInfo;
    const headers = takes ? { "accept-encoding": takes } : {};
    request({ port, host: "127.0.0.1", path, method, headers }, (response) => {
      const parts: Buffer[] = [];
      response.on("data", (part: Buffer) => parts.push(part));
      response.on("end", () =>
        resolve({
          status: response.statusCode ?? 0,
          headers: response.headers,
          body: Buffer.concat(parts),
        }),
      );
    })
      .on("error", reject)
      .end();
  });

it.each([
  ["gzip, deflate, br, zstd", "br", brotliDecompressSync],
  ["gzip, deflate", "gzip", gunzipSync],
  ["br;q=0, gzip;q=0.5", "gzip", gunzipSync],
  ["gzip;q=0", undefined, (body: Buffer) => body],
  ["", undefined, (body: Buffer) => body],
])("a file is sent as small as whoever asks can read it: %s", async (takes, coding, unpack) => {
  const { status, headers, body } = await ask("/_next/static/chunks/a.js?v=1", takes);
  expect(status).toBe(200);
  expect(headers).toMatchObject({
    "content-type": "text/javascript; charset=utf-8",
    vary: "accept-encoding",
    "cache-control": "public, max-age=31536000, immutable",
    "content-length": String(body.length),
  });
  expect(headers["content-encoding"]).toBe(coding);
  expect(unpack(body).toString()).toBe(SCRIPT);
});

it("what was not packed is sent as it is, and a HEAD has no body", async () => {
  expect((await ask("/_next/static/b.css", "br")).body.toString()).toBe("b {}");
  const head = await ask("/_next/static/b.css", "br", "HEAD");
  expect(head).toMatchObject({ status: 200, headers: { "content-length": "4" } });
  expect(head.body).toHaveLength(0);
});

it.each([
  "/_next/static/chunks",
  "/_next/static/chunks/none.js",
  "/_next/static/secret.txt",
  "/_next/static/chunks/a.js.br",
  "/_next/static/chunks/../b.css",
  "/_next/static/%62.css",
  "/b.css",
])("%s is none of the application's files", async (path) => {
  expect((await ask(path, "br")).status).toBe(404);
});

it("a folder that is not there has no files", () => {
  expect(() => filesOf(join(folder, "nowhere"), "/_next/static")).not.toThrow();
});
