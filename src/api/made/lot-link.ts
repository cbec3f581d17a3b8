import { decoded } from "@/house/language/address";

/** A GS1 Digital Link of this house leads to the lot's own page. */
export async function GET(_: Request, { params }: { params: { lot: string } }): Promise<Response> {
  const { lot } = params;
  return new Response(null, {
    status: 307,
    headers: {
      location: `/lot/${encodeURIComponent(decoded(lot).slice(0, 40))}`,
      "cache-control": "no-store",
    },
  });
}
