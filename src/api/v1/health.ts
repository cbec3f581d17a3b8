import { houseDatabase } from "@/house/door";

export async function GET(): Promise<Response> {
  await houseDatabase().raw("select 1");
  return Response.json({ ok: true }, { headers: { "cache-control": "no-store" } });
}
