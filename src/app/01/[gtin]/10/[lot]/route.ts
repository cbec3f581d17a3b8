import { decoded } from "../../../../address";

/** A GS1 Digital Link of this house leads to the lot's own page. */
export async function GET(_: Request, { params }: { params: Promise<{ lot: string }> }): Promise<Response> {
  const { lot } = await params;
  return new Response(null, {
    status: 307,
    headers: {
      location: `/lot/${encodeURIComponent(decoded(lot).slice(0, 40))}`,
      "cache-control": "no-store",
    },
  });
}
