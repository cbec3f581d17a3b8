import { randomUUID } from "node:crypto";
import { COMMANDS, execute, Refusal } from "@/house";
import { houseWriting } from "@/house/door";
import { kindOf, wrongWith } from "@/house/papers/content";
import { hashOf, keepPaper } from "@/house/papers/shelf";
import { askerWhoMay, boundedBytes, sameSite } from "../http";

/** A tablet's photo is three to five megabytes. */
const MOST_BYTES = 8_000_000;

/** A photo (PNG, JPEG) or PDF as the body, for ?entry=N&name=what it shows: kept, and attached by one entry. */
export async function POST(request: Request): Promise<Response> {
  sameSite(request);
  const command = COMMANDS.get("attach-paper");
  if (!command) throw new Refusal("unknown-command", "Papers cannot be attached here.", 404);
  // Before a byte of what they send is read.
  const { who, device } = await askerWhoMay(request, command);
  const asked = new URL(request.url).searchParams;
  const bytes = Buffer.from(await boundedBytes(request, MOST_BYTES));
  const wrong = wrongWith(bytes);
  const kind = kindOf(bytes);
  if (wrong !== null || kind === null)
    throw new Refusal("bad-paper", wrong ?? "That cannot be kept.", 415, [
      { path: "file", message: wrong ?? "" },
    ]);
  await keepPaper(houseWriting(), bytes, kind);
  const answer = await execute(houseWriting(), command, {
    input: { entry: asked.get("entry") ?? "", name: asked.get("name") ?? "", sha256: hashOf(bytes) },
    who,
    device,
    key: request.headers.get("idempotency-key") ?? randomUUID(),
  });
  return Response.json(answer, { headers: { "cache-control": "no-store" } });
}
