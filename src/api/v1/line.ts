import { Refusal, ROLES } from "@/house";
import { houseDatabase } from "@/house/door";
import { understand } from "@/house/line";
import { askerWhoMay, jsonBody, sameSite } from "../http";

/** Whoever works here may ask what a line means. */
const TO_ASK = { who: ROLES, summary: "ask what a line means" };

/** Says back what a typed line means; commits nothing. */
export async function POST(request: Request): Promise<Response> {
  sameSite(request);
  const { who } = await askerWhoMay(request, TO_ASK);
  const body = await jsonBody(request);
  const text = (body as { text?: unknown } | null)?.text;
  if (typeof text !== "string") throw new Refusal("bad-input", "Send the line's text.", 400);
  return Response.json(
    await understand(houseDatabase(), text, who, request.headers.get("aumbry-at") ?? undefined),
    {
      headers: { "cache-control": "no-store" },
    },
  );
}
