import { Refusal } from "@/house";
import { houseDatabase } from "@/house/door";
import { epcisExport } from "@/house/epcis/export";
import { madeFile } from "../made-file";

/** A day of an address, or nothing. */
const dayOf = (text: string | null): Date | undefined => {
  if (!text) return undefined;
  const at = /^\d{4}-\d{2}-\d{2}$/.test(text) ? new Date(`${text}T00:00:00Z`) : new Date(Number.NaN);
  if (Number.isNaN(at.getTime()))
    throw new Refusal("bad-day", `"${text.slice(0, 20)}" is no day such as 2026-08-13.`, 400);
  return at;
};

/** What moved, as EPCIS 2.0 events in JSON-LD: ?from=2026-01-01&until=2027-01-01. */
export async function GET(request: Request): Promise<Response> {
  const params = new URL(request.url).searchParams;
  const [from, until] = [dayOf(params.get("from")), dayOf(params.get("until"))];
  const { document, whole } = await epcisExport(houseDatabase(), {
    ...(from ? { from } : {}),
    ...(until ? { until } : {}),
  });
  if (!whole)
    throw new Refusal(
      "too-long",
      "More moved than one document tells: ask for fewer days, ?from=2026-01-01&until=2026-07-01.",
      422,
    );
  return madeFile(JSON.stringify(document, null, 1), { type: "application/ld+json", name: "epcis.jsonld" });
}
