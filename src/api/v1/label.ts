import { ROLES } from "@/house";
import { houseDatabase } from "@/house/door";
import { BENCH_ASKED, labelBench } from "@/house/label/bench";
import { fromZod } from "@/house/language/errors";
import { askerWhoMay, jsonBody, sameSite } from "../http";

/** Whoever works here may try a label. */
const TO_TRY = { who: ROLES, summary: "try a label" };

/** A lot's label as it would be drawn, and what the rules make of it; writes nothing. */
export async function POST(request: Request): Promise<Response> {
  sameSite(request);
  await askerWhoMay(request, TO_TRY);
  const asked = BENCH_ASKED.safeParse(await jsonBody(request));
  if (!asked.success) throw fromZod(asked.error);
  return Response.json(await labelBench(houseDatabase(), asked.data), {
    headers: { "cache-control": "no-store" },
  });
}
