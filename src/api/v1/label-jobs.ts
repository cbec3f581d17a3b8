import { Refusal } from "@/house";
import { houseDatabase } from "@/house/door";
import { printedSvg, printerQueue } from "@/house/label/sheet";

/**
 * What the label printer is to print: ?after=ID gives the jobs behind that one, oldest first, ?job=ID one label of a
 * job as SVG. A printer's bridge asks for it every few seconds; the stand-in keeps what it printed, which is this list.
 */
export async function GET(request: Request): Promise<Response> {
  const query = new URL(request.url).searchParams;
  const number = (name: string): number => {
    const value = Number(query.get(name) ?? 0);
    if (!(Number.isSafeInteger(value) && value >= 0 && value < 1e12))
      throw new Refusal("bad-input", `"${name}" is a job's number.`, 400);
    return value;
  };
  if (query.has("job")) {
    const svg = await printedSvg(houseDatabase(), number("job"));
    if (svg === null) throw new Refusal("unknown-job", "There is no such job.", 404);
    return new Response(svg, {
      headers: {
        "content-type": "image/svg+xml",
        "content-security-policy": "default-src 'none'; img-src data:; style-src 'unsafe-inline'",
        "cache-control": "no-store",
      },
    });
  }
  return Response.json(
    { standIn: true, jobs: await printerQueue(houseDatabase(), number("after")) },
    { headers: { "cache-control": "no-store" } },
  );
}
