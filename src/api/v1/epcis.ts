import { ANY_HAND } from "@/house";
import { shipmentsIn } from "@/house/epcis/bring";
import { askerWhoMay, jsonBody, sameSite } from "../http";

/** Whoever may take honey in may read what somebody shipped. */
const TO_READ = { who: ANY_HAND, summary: "read somebody's shipping events" };

/** Another house's EPCIS events: what was shipped, ready to be taken in. Nothing is written. */
export async function POST(request: Request): Promise<Response> {
  sameSite(request);
  await askerWhoMay(request, TO_READ);
  return Response.json(
    { shipments: shipmentsIn(await jsonBody(request)) },
    { headers: { "cache-control": "no-store" } },
  );
}
