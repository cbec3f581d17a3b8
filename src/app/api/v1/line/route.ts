import { Refusal } from "@/house";
import { houseDatabase } from "@/house/door";
import { understand } from "@/house/line";
import { jsonBody, problem, whoAsks } from "../http";

/** Says back what a typed line means; commits nothing. */
export async function POST(request: Request): Promise<Response> {
  try {
    const body = await jsonBody(request);
    const text = (body as { text?: unknown } | null)?.text;
    if (typeof text !== "string") throw new Refusal("bad-input", "Send the line's text.", 400);
    return Response.json(
      await understand(
        houseDatabase(),
        text,
        whoAsks(request),
        request.headers.get("aumbry-at") ?? undefined,
      ),
      {
        headers: { "cache-control": "no-store" },
      },
    );
  } catch (fault) {
    return problem(fault);
  }
}
