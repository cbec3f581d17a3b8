import Papa from "papaparse";
import { Refusal } from "@/house";
import { houseDatabase } from "@/house/door";
import { oneOrder } from "@/house/laboratory/orders";
import { ANSWERS_AFTER_MS, laboratoryFinds, STAND_IN_SEED } from "@/standins";
import { madeFile } from "../made-file";

/** What the stand-in laboratory found: ?order=7, as JSON, or &as=csv. It is made up, says so, and takes its time. */
export async function GET(request: Request): Promise<Response> {
  const asked = new URL(request.url).searchParams;
  const number = Number(asked.get("order") ?? "");
  if (!Number.isSafeInteger(number) || number < 1 || number > 1e9)
    throw new Refusal("bad-input", "Say which order: ?order=7.", 400);
  const { order, waterPct } = await oneOrder(houseDatabase(), number);
  const ready = order.stated_at.getTime() + ANSWERS_AFTER_MS;
  if (Date.now() < ready)
    throw new Refusal(
      "not-ready",
      `The stand-in laboratory is still at it: its answer to order ${number} is there in ${Math.ceil((ready - Date.now()) / 60_000)} min.`,
      409,
    );
  const results = laboratoryFinds(STAND_IN_SEED, order.name, number, order.asks, waterPct);
  if (asked.get("as") === "csv")
    return madeFile(Papa.unparse(results), {
      type: "text/csv; charset=utf-8",
      name: `order-${number}.csv`,
    });
  return Response.json(
    { order: number, sample: order.name, laboratory: "stand-in", madeUp: true, results },
    { headers: { "cache-control": "no-store" } },
  );
}
