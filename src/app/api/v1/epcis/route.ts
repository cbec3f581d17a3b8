import { ANY_HAND, mayAsk } from "@/house";
import { houseDatabase } from "@/house/door";
import { shipmentsIn } from "@/house/epcis/bring";
import { jsonBody, problem, sameSite, whoAsks } from "../http";

/** Whoever may take honey in may read what somebody shipped. */
const TO_READ = { who: ANY_HAND, summary: "read somebody's shipping events" };

/** Another house's EPCIS events: what was shipped, ready to be taken in. Nothing is written. */
export async function POST(request: Request): Promise<Response> {
  try {
    sameSite(request);
    await mayAsk(houseDatabase(), TO_READ, whoAsks(request));
    return Response.json(
      { shipments: shipmentsIn(await jsonBody(request)) },
      { headers: { "cache-control": "no-store" } },
    );
  } catch (fault) {
    return problem(fault);
  }
}
