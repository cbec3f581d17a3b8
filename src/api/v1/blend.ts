import { ROLES } from "@/house";
import { arrange, BLEND_ASKED } from "@/house/blend/arrange";
import { solver } from "@/house/blend/solver";
import { houseDatabase } from "@/house/door";
import { fromZod } from "@/house/language/errors";
import { snapshot } from "@/house/standing/snapshot";
import { askerWhoMay, jsonBody, sameSite } from "../http";

/** Whoever works here may try a blend. */
const TO_TRY = { who: ROLES, summary: "try a blend" };

/** The best blend of what stands here for what is asked; writes nothing. */
export async function POST(request: Request): Promise<Response> {
  sameSite(request);
  await askerWhoMay(request, TO_TRY);
  const asked = BLEND_ASKED.safeParse(await jsonBody(request));
  if (!asked.success) throw fromZod(asked.error);
  const s = await snapshot(houseDatabase());
  return Response.json(arrange(s, asked.data, await solver()), {
    headers: { "cache-control": "no-store" },
  });
}
