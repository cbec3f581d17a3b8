import { Refusal } from "@/house";
import { linesOfScale, receivePost } from "@/house/devices";
import { houseDatabase } from "@/house/door";
import { boundedText, problem } from "../../../http";

/** A day's minutes in JSON are about 100 kB. */
const MOST_BYTES = 128_000;

/** POST { readings: [{ at, tempC, humidityPct }] } with the device's token; a scale may post plain lines. */
export async function POST(
  request: Request,
  { params }: { params: Promise<{ name: string }> },
): Promise<Response> {
  try {
    const [, token = ""] = /^Bearer (\S{8,200})$/.exec(request.headers.get("authorization") ?? "") ?? [];
    const { name } = await params;
    const text = await boundedText(request, MOST_BYTES);
    const now = new Date();
    let readings: unknown;
    if (/^text\/plain\b/i.test(request.headers.get("content-type") ?? "")) readings = linesOfScale(text, now);
    else {
      try {
        readings = JSON.parse(text)?.readings;
      } catch (cause) {
        throw new Refusal("bad-json", "That is not JSON.", 400, [], { cause });
      }
    }
    const kept = await receivePost(houseDatabase(), { device: name, token, readings }, now);
    return Response.json(kept, { headers: { "cache-control": "no-store" } });
  } catch (fault) {
    return problem(fault);
  }
}
