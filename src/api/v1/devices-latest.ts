import { Refusal } from "@/house";
import { freshPost } from "@/house/devices/view";
import { houseDatabase } from "@/house/door";

/** ?kind=scale|refractometer|thermo-hygrometer: what that device said within the last two minutes, or null. */
export async function GET(request: Request): Promise<Response> {
  const kind = new URL(request.url).searchParams.get("kind");
  if (kind !== "scale" && kind !== "refractometer" && kind !== "thermo-hygrometer")
    throw new Refusal("bad-input", "The kind is scale, refractometer or thermo-hygrometer.", 400);
  return Response.json(await freshPost(houseDatabase(), kind), {
    headers: { "cache-control": "no-store" },
  });
}
