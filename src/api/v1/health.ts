import { houseDatabase } from "@/house/door";
import { problem } from "../http";

export async function GET(): Promise<Response> {
  try {
    await houseDatabase().raw("select 1");
    return Response.json({ ok: true }, { headers: { "cache-control": "no-store" } });
  } catch (fault) {
    return problem(fault);
  }
}
