import { deviceWithToken, keepReadings, linesOfScale } from "@/house/devices/posts";
import { houseWriting } from "@/house/door";
import { decoded } from "@/house/language/address";
import { boundedText, parsedJson } from "../http";

/** A day's minutes in JSON are about 100 kB. */
const MOST_BYTES = 128_000;

/** POST { readings: [{ at, tempC, humidityPct }] } with the device's token; a scale may post plain lines. */
export async function POST(request: Request, { params }: { params: { name: string } }): Promise<Response> {
  const [, token = ""] = /^Bearer (\S{8,200})$/.exec(request.headers.get("authorization") ?? "") ?? [];
  const db = houseWriting();
  // Who speaks is asked first: a stranger's post is not even read.
  const device = await deviceWithToken(db, decoded(params.name), token);
  const text = await boundedText(request, MOST_BYTES);
  const now = new Date();
  const plain = /^text\/plain\b/i.test(request.headers.get("content-type") ?? "");
  const readings = plain
    ? linesOfScale(text, now)
    : (parsedJson(text) as { readings?: unknown } | null)?.readings;
  const kept = await keepReadings(db, device, readings, now);
  return Response.json(kept, { headers: { "cache-control": "no-store" } });
}
