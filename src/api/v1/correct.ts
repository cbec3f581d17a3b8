import { Refusal } from "@/house";
import { houseWriting } from "@/house/door";
import { correct, correctEntry } from "@/house/ledger/correct";
import { correctionView } from "@/house/trace/correction";
import { askerWhoMay, jsonBody, sameSite } from "../http";

/** { entry, path, value, why? }: what it would change, or with ?do=1 the correction itself, all or nothing. */
export async function POST(request: Request): Promise<Response> {
  sameSite(request);
  const { who, device } = await askerWhoMay(request, correct);
  const input = await jsonBody(request);
  const key = request.headers.get("idempotency-key") ?? "";
  if (key.length > 80)
    throw new Refusal("bad-key", "The idempotency key is at most 80 characters here.", 400);
  const asked = { input, who, device, key };
  const answer =
    new URL(request.url).searchParams.get("do") === "1"
      ? await correctEntry(houseWriting(), asked)
      : await correctionView(houseWriting(), asked);
  return Response.json(answer, { headers: { "cache-control": "no-store" } });
}
