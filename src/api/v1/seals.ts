import { ROLES } from "@/house";
import { houseDatabase } from "@/house/door";
import { checkWhole, sealsNow } from "@/house/ledger/watch";
import { askerWhoMay, sameSite } from "../http";

const TO_CHECK = { who: ROLES, summary: "have the ledger read back" };

/** Reads the whole ledger back, once however many ask, and answers what was found. */
export async function POST(request: Request): Promise<Response> {
  sameSite(request);
  const db = houseDatabase();
  await askerWhoMay(request, TO_CHECK);
  await checkWhole(db);
  const { found, whole } = await sealsNow(db);
  return Response.json(
    {
      intact: found?.intact ?? null,
      entries: found?.entries ?? 0,
      firstBroken: found?.firstBroken ?? null,
      massOffGrams: found?.driftGrams ?? null,
      readBackAt: whole?.at ?? null,
    },
    { headers: { "cache-control": "no-store" } },
  );
}
