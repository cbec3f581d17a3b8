import { ROLES } from "@/house";
import { solver } from "@/house/blend/solver";
import { houseDatabase } from "@/house/door";
import { fromZod } from "@/house/language/errors";
import { JAR_PLAN_ASKED, jarPlan } from "@/house/materials/plan";
import { snapshot } from "@/house/standing/snapshot";
import { askerWhoMay, jsonBody, sameSite } from "../http";

/** Whoever works here may try a plan. */
const TO_TRY = { who: ROLES, summary: "plan jars" };

/** How many jars of each size from what stands in these vessels; writes nothing. */
export async function POST(request: Request): Promise<Response> {
  sameSite(request);
  await askerWhoMay(request, TO_TRY);
  const asked = JAR_PLAN_ASKED.safeParse(await jsonBody(request));
  if (!asked.success) throw fromZod(asked.error);
  const s = await snapshot(houseDatabase());
  return Response.json(await jarPlan(houseDatabase(), s, asked.data, await solver()), {
    headers: { "cache-control": "no-store" },
  });
}
